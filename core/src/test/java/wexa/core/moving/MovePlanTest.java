package wexa.core.moving;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.leaving.Holding.Planned;
import wexa.core.likeness.Trait;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.moving.MoveItem.Column;
import wexa.core.moving.MoveItem.Why;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** Moves in models made at random, against the obvious count of who has what; and one whose outcome can be told by hand. */
class MovePlanTest {
    private static final Instant NOW = RandomModel.NOW;

    static LongStream seeds() {
        return LongStream.range(0, 60);
    }

    private static Engagement running(Model model, Person person) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(one -> one.window().contains(NOW))
                .findFirst()
                .orElse(null);
    }

    /** What somebody has by hand, and whether it has no end. */
    private static boolean has(Model model, Id<Person> person, Trait.Thing thing, Predicate<Window> window) {
        Subject self = new Subject.OfPerson(person);
        return switch (thing) {
            case Trait.InGroup in ->
                model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, self).stream()
                        .anyMatch(one -> one.group().equals(in.group()) && window.test(one.window()));
            case Trait.HasRole role ->
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self).stream()
                        .anyMatch(one -> one.role().equals(role.role())
                                && one.tenant().equals(role.tenant())
                                && one.area().equals(role.area())
                                && window.test(one.window()));
            case Trait.HasAccount account ->
                model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                        .anyMatch(one -> one.isOpen() && one.tenant().equals(account.tenant()));
        };
    }

    private static boolean isCommon(Model model, List<Id<Person>> peers, Trait.Thing thing) {
        long having = peers.stream()
                .filter(peer -> has(model, peer, thing, window -> window.contains(NOW) && window.isOpenEnded()))
                .count();
        return having > 0 && having * 4 >= peers.size() * 3L;
    }

    private static Trait.Thing plain(Trait.Thing thing) {
        return thing instanceof Trait.HasAccount account
                ? new Trait.HasAccount(account.tenant(), Optional.empty())
                : thing;
    }

    private static Set<Trait.Thing> held(Model model, Person person) {
        Set<Trait.Thing> held = new HashSet<>();
        Subject self = new Subject.OfPerson(person.id());
        model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, self).stream()
                .filter(one -> !one.window().endsBy(NOW)
                        && model.groups().get(one.group()).kind() == GroupKind.ASSIGNED)
                .forEach(one -> held.add(new Trait.InGroup(one.group())));
        model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self).stream()
                .filter(one -> !one.window().endsBy(NOW))
                .forEach(one -> held.add(new Trait.HasRole(one.role(), one.tenant(), one.area())));
        model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).stream()
                .filter(one -> one.isOpen() && one.kind() == AccountKind.PERSON)
                .forEach(one -> held.add(new Trait.HasAccount(one.tenant(), Optional.empty())));
        return held;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everythingHeldGoesOrStaysOnceAndWhatComesIsWhatPeersHave(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Snapshot snapshot = Snapshot.compile(1, model);
        for (Person person : made.people) {
            Engagement engagement = running(model, person);
            if (engagement == null) {
                continue;
            }
            MovePlan.To to = new MovePlan.To(
                    engagement.kind(),
                    made.units.get(1).id(),
                    engagement.job(),
                    Optional.of(NOW.plus(Duration.ofDays(10))));

            MovePlan.Move move = MovePlan.of(snapshot, person, engagement, to, NOW);

            Set<Trait.Thing> held = held(model, person);
            List<Trait.Thing> kept = new ArrayList<>();
            for (MoveItem item : move.items()) {
                Trait.Thing thing = plain(item.thing());
                boolean isDecided = item.why() == Why.RULE || item.why() == Why.DIRECTORY;
                if (item.column() == Column.COMES && !isDecided) {
                    assertThat(held).doesNotContain(thing);
                    assertThat(item.why() == Why.NEW_JOB).isEqualTo(isCommon(model, move.next(), thing));
                } else if (!isDecided) {
                    kept.add(thing);
                    boolean isGone = isCommon(model, move.former(), thing) && !isCommon(model, move.next(), thing);
                    assertThat(item.column() == Column.GOES)
                            .as("%s", item)
                            .isEqualTo(isGone && item.why() != Why.NEEDED);
                }
            }
            assertThat(kept).containsExactlyInAnyOrderElementsOf(held);
        }
    }

    /** Whatever is proposed can be done, and does what the columns say. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsProposedIsCarriedOut(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Snapshot snapshot = Snapshot.compile(1, model);
        Person person = made.people.get(1);
        Engagement engagement = running(model, person);
        if (engagement == null) {
            return;
        }
        MovePlan.Move move = MovePlan.of(
                snapshot,
                person,
                engagement,
                new MovePlan.To(engagement.kind(), made.units.get(2).id(), engagement.job(), Optional.empty()),
                NOW);
        List<MoveItem> proposed =
                move.items().stream().filter(MoveItem::isProposed).toList();
        List<Entry> entries = new ArrayList<>();
        proposed.stream()
                .flatMap(item -> item.changes().stream())
                .sorted((one, other) -> Boolean.compare(
                        other.form().equals("account.open"), one.form().equals("account.open")))
                .forEach(change -> entries.add(entry(change, model)));

        Preview preview = Preview.of(snapshot, entries, NOW, ZoneOffset.UTC);

        Model after = preview.model();
        for (int place = 0; place < preview.outcomes().size(); place++) {
            Preview.Outcome outcome = preview.outcomes().get(place);
            // what does not fit any more, such as a pool without seats, is said by the review
            if (outcome.entry().form().endsWith(".end")
                    || outcome.entry().form().equals("account.close")) {
                assertThat(outcome.state().isDone())
                        .as("%s", outcome.findings())
                        .isTrue();
            }
        }
        for (MoveItem item : proposed) {
            if (item.column() == Column.GOES) {
                assertThat(has(after, person.id(), plain(item.thing()), window -> window.contains(NOW.plusSeconds(1))))
                        .as("%s", item)
                        .isFalse();
            }
        }
    }

    private static Entry entry(Planned change, Model model) {
        Entry typed = new Entry(new Entry.Id(UUID.randomUUID()), change.form(), change.fields());
        return new Entry(typed.id(), typed.form(), typed.fields(), Intake.target(typed, model));
    }

    /** Four record and four approve, which a rule keeps apart; all who record also look things up. */
    @Test
    void whatConflictsWithTheNewJobEndsAtOnceAndTheRestIsKeptForAWhile() {
        RandomModel made = LongStream.range(0, 100)
                .mapToObj(RandomModel::new)
                .filter(one -> plainRoles(one).size() > 2)
                .findFirst()
                .orElseThrow();
        Model model = made.model();
        Tenant tenant = withoutAreas(made);
        List<Role> roles = plainRoles(made);
        Role record = roles.get(0);
        Role approve = roles.get(1);
        Role look = roles.get(2);
        List<Effect> effects = new ArrayList<>();
        model.table(Kind.ENGAGEMENT).forEach(one -> effects.add(Effect.drop(one)));
        model.table(Kind.ASSIGNMENT).forEach(one -> effects.add(Effect.drop(one)));
        model.table(Kind.MEMBERSHIP).forEach(one -> effects.add(Effect.drop(one)));
        for (int number = 0; number < 8; number++) {
            Id<Person> person = made.people.get(number).id();
            boolean isRecorder = number < 4;
            effects.add(Effect.make(new Engagement(
                    Id.of(new UUID(7, number)),
                    person,
                    EngagementKind.EMPLOYEE,
                    Optional.empty(),
                    made.units.get(0).id(),
                    isRecorder ? "Recorder" : "Approver",
                    Optional.empty(),
                    Window.ALWAYS)));
            effects.add(Effect.make(given(8, number, person, isRecorder ? record : approve, tenant)));
            if (isRecorder) {
                effects.add(Effect.make(given(9, number, person, look, tenant)));
            }
        }
        effects.add(Effect.make(new ConflictRule(
                Id.of(new UUID(10, 1)),
                Key.of("four-eyes"),
                "Four eyes",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(), Set.of(record.id())),
                new ConflictRule.Side(Set.of(), Set.of(approve.id())),
                ConflictRule.Within.ANYWHERE,
                Set.of(ConflictRule.Counted.values()),
                ConflictRule.Manner.BLOCK)));
        Snapshot snapshot = Snapshot.compile(1, model.with(effects));
        Person person = made.people.getFirst();

        MovePlan.Move move = MovePlan.of(
                snapshot,
                person,
                running(snapshot.model(), person),
                new MovePlan.To(
                        EngagementKind.EMPLOYEE,
                        made.units.get(0).id(),
                        "Approver",
                        Optional.of(NOW.plus(Duration.ofDays(14)))),
                NOW);

        MoveItem recording = item(move, record);
        assertThat(recording.column()).isEqualTo(Column.GOES);
        assertThat(recording.rule()).isPresent();
        assertThat(recording.changes().getFirst().fields()).doesNotContainKey("until");
        MoveItem looking = item(move, look);
        assertThat(looking.column()).isEqualTo(Column.GOES);
        assertThat(looking.rule()).isEmpty();
        assertThat(looking.changes().getFirst().fields())
                .containsEntry("until", NOW.plus(Duration.ofDays(14)).toString());
        MoveItem approving = item(move, approve);
        assertThat(approving.column()).isEqualTo(Column.COMES);
        assertThat(approving.rule()).isEmpty();
        assertThat(approving.isProposed()).isTrue();
    }

    private static Tenant withoutAreas(RandomModel made) {
        return made.tenants.stream()
                .filter(one -> !made.model().appOf(one).needsArea())
                .findFirst()
                .orElseThrow();
    }

    /** Roles that allow something there by themselves. */
    private static List<Role> plainRoles(RandomModel made) {
        AccessIndex index = AccessIndex.compile(made.model());
        return made.roles.stream()
                .filter(role -> role.includes().isEmpty()
                        && !index.permissionsOf(role.id(), withoutAreas(made).id())
                                .isEmpty())
                .toList();
    }

    private static MoveItem item(MovePlan.Move move, Role role) {
        return move.items().stream()
                .filter(one ->
                        one.thing() instanceof Trait.HasRole has && has.role().equals(role.id()))
                .findFirst()
                .orElseThrow();
    }

    private static Assignment given(int kind, int number, Id<Person> person, Role role, Tenant tenant) {
        return new Assignment(
                Id.of(new UUID(kind, number)),
                new Subject.OfPerson(person),
                role.id(),
                tenant.id(),
                Optional.empty(),
                Window.ALWAYS,
                Optional.empty(),
                "");
    }
}
