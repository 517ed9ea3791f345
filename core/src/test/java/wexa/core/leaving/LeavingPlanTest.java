package wexa.core.leaving;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.Path;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.leaving.Holding.Fate;
import wexa.core.leaving.Holding.What;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

class LeavingPlanTest {
    private static final Instant NOW = RandomModel.NOW;
    private static final Instant LATER = NOW.plusSeconds(40 * 86_400L);

    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    /** The random model, in which some things belong to the first person. */
    private static Model owned(RandomModel made, Person owner) {
        List<Effect> effects = new ArrayList<>();
        Group alone = made.groups.get(0);
        effects.add(Effect.replace(alone, ownedBy(alone, List.of(owner.id()))));
        Group shared = made.groups.get(1);
        effects.add(Effect.replace(
                shared, ownedBy(shared, List.of(owner.id(), made.people.get(2).id()))));
        Engagement report = made.engagements.stream()
                .filter(one -> !one.person().equals(owner.id()) && !one.window().endsBy(NOW))
                .findFirst()
                .orElseThrow();
        effects.add(Effect.replace(
                report,
                new Engagement(
                        report.id(),
                        report.person(),
                        report.kind(),
                        report.staffNumber(),
                        report.unit(),
                        report.job(),
                        Optional.of(owner.id()),
                        report.window())));
        return made.model().with(effects);
    }

    private static Group ownedBy(Group group, List<Id<Person>> owners) {
        return new Group(
                group.id(),
                group.key(),
                group.name(),
                group.kind(),
                group.description(),
                owners,
                group.condition(),
                group.tags(),
                group.entry());
    }

    private static Preview carriedOut(Snapshot snapshot, List<Holding> holdings) {
        List<Entry> entries = new ArrayList<>();
        for (Holding holding : holdings) {
            holding.change().ifPresent(change -> {
                Entry typed = new Entry(new Entry.Id(UUID.randomUUID()), change.form(), change.fields());
                entries.add(
                        new Entry(typed.id(), typed.form(), typed.fields(), Intake.target(typed, snapshot.model())));
            });
        }
        return Preview.of(snapshot, entries, NOW, ZoneOffset.UTC);
    }

    /** Whatever a person holds: carried out together, the changes of the plan leave nothing of it. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingRemains(long seed) {
        RandomModel made = new RandomModel(seed);
        Person person = made.people.get(1);
        Snapshot snapshot = Snapshot.compile(1, owned(made, person));
        Id<Person> successor = made.people.get(3).id();
        List<Holding> holdings = LeavingPlan.of(
                snapshot,
                person,
                LeavingPlan.When.now(NOW),
                new LeavingPlan.Successors(Optional.of(successor), Map.of()));
        Preview preview = carriedOut(snapshot, holdings);
        assertThat(preview.outcomes().stream()
                        .filter(outcome -> !outcome.state().isDone())
                        .map(outcome -> outcome.entry().form() + " " + outcome.findings()))
                .isEmpty();
        Model left = preview.model();
        assertThat(left.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())).noneMatch(Account::isOpen);
        for (Account account : left.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            assertThat(left.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()))
                    .allMatch(seat -> seat.window().endsBy(NOW.plusSeconds(1)));
        }
        assertThat(left.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()))
                .allMatch(one -> one.window().endsBy(NOW.plusSeconds(1)));
        for (Instant at : List.of(NOW.plusSeconds(2), LATER)) {
            // what only its directory can end is said to be decided there
            Set<Id<Group>> elsewhere = elsewhere(left, person);
            for (Path path : preview.index().paths(person.id(), at)) {
                assertThat(path.grant().subject() instanceof Subject.OfGroup)
                        .as("%s at %s", path, at)
                        .isTrue();
                assertThat(elsewhere).isNotEmpty();
            }
        }
        assertThat(left.groups().stream()).noneMatch(group -> group.owners().contains(person.id()));
        assertThat(left.groups().get(made.groups.getFirst().id()).owners()).containsExactly(successor);
        assertThat(left.table(Kind.ENGAGEMENT).by(Engagement.BY_MANAGER, person.id()))
                .isEmpty();
    }

    /** People who leave together: each leaves nothing, none takes over from another, and every change is made once. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingRemainsOfSeveralWhoLeaveTogether(long seed) {
        RandomModel made = new RandomModel(seed);
        Person first = made.people.get(1);
        List<Person> leavers = List.of(first, made.people.get(2), made.people.get(4));
        Set<Id<Person>> ids = new HashSet<>();
        leavers.forEach(one -> ids.add(one.id()));
        Snapshot snapshot = Snapshot.compile(1, owned(made, first));
        Id<Person> successor = made.people.get(3).id();
        Map<Person, List<Holding>> plans = LeavingPlan.together(
                snapshot,
                leavers,
                LeavingPlan.When.now(NOW),
                new LeavingPlan.Successors(Optional.of(successor), Map.of()));
        assertThat(plans.keySet()).containsExactlyElementsOf(leavers);
        Set<Holding.Planned> seen = new HashSet<>();
        List<Holding> once = plans.values().stream()
                .flatMap(List::stream)
                .filter(one -> one.change().filter(seen::add).isPresent())
                .toList();
        Preview preview = carriedOut(snapshot, once);
        assertThat(preview.outcomes().stream()
                        .filter(outcome -> !outcome.state().isDone())
                        .map(outcome -> outcome.entry().form() + " " + outcome.findings()))
                .isEmpty();
        Model left = preview.model();
        for (Person person : leavers) {
            assertThat(left.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()))
                    .noneMatch(Account::isOpen);
            assertThat(left.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()))
                    .allMatch(one -> one.window().endsBy(NOW.plusSeconds(1)));
            assertThat(left.table(Kind.ENGAGEMENT).by(Engagement.BY_MANAGER, person.id()).stream()
                            .filter(one -> !one.window().endsBy(NOW.plusSeconds(1))))
                    .isEmpty();
        }
        assertThat(left.groups().stream())
                .noneMatch(group -> group.owners().stream().anyMatch(ids::contains));
        // alone, nobody of them would have anything else
        for (Person person : leavers) {
            assertThat(plans.get(person).stream().filter(one -> !one.what().isResponsibility()))
                    .containsExactlyElementsOf(
                            LeavingPlan.of(snapshot, person, LeavingPlan.When.now(NOW), LeavingPlan.Successors.NOBODY)
                                    .stream()
                                    .filter(one -> !one.what().isResponsibility())
                                    .toList());
        }
    }

    private static Set<Id<Group>> elsewhere(Model model, Person person) {
        Set<Id<Group>> groups = new HashSet<>();
        for (Membership membership :
                model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person.id()))) {
            if (model.groups().get(membership.group()).kind() == GroupKind.DIRECTORY) {
                groups.add(membership.group());
            }
        }
        return groups;
    }

    @Test
    void whatNobodyTakesOverIsLeftOpenAndWhatOthersShareGoesOnWithThem() {
        RandomModel made = new RandomModel(2);
        Person person = made.people.get(1);
        Snapshot snapshot = Snapshot.compile(1, owned(made, person));
        List<Holding> holdings =
                LeavingPlan.of(snapshot, person, LeavingPlan.When.now(NOW), LeavingPlan.Successors.NOBODY);
        assertThat(holdings.stream().filter(one -> one.what() == What.OWNS_GROUP))
                .extracting(Holding::fate)
                .containsExactlyInAnyOrder(Fate.LEFT_OPEN, Fate.LEFT_TO_OTHERS);
        assertThat(holdings.stream().filter(one -> one.what() == What.MANAGES))
                .extracting(Holding::fate)
                .containsExactly(Fate.LEFT_OPEN);
        // nobody is their own successor
        List<Holding> oneself = LeavingPlan.of(
                snapshot,
                person,
                LeavingPlan.When.now(NOW),
                new LeavingPlan.Successors(Optional.of(person.id()), Map.of()));
        assertThat(oneself).isEqualTo(holdings);
    }

    /** With one of two engagements goes what it alone gives; the accounts stay for the other. */
    @Test
    void whereAnotherEngagementGoesOnOnlyWhatTheOneGivesEnds() {
        for (long seed = 0; seed < 40; seed++) {
            RandomModel made = new RandomModel(seed);
            Snapshot snapshot = Snapshot.compile(1, made.model());
            for (Person person : made.people) {
                List<Engagement> running = made.engagements.stream()
                        .filter(one -> one.person().equals(person.id())
                                && !one.window().endsBy(NOW))
                        .toList();
                if (running.size() < 2) {
                    continue;
                }
                List<Holding> holdings = LeavingPlan.of(
                        snapshot,
                        person,
                        LeavingPlan.When.now(NOW),
                        LeavingPlan.Successors.NOBODY,
                        Set.of(running.getFirst().id()));
                assertThat(holdings.stream().flatMap(one -> one.change().stream()))
                        .extracting(Holding.Planned::form)
                        .containsExactly("engagement.end");
                Preview preview = carriedOut(snapshot, holdings);
                assertThat(preview.model().table(Kind.ACCOUNT))
                        .isEqualTo(snapshot.model().table(Kind.ACCOUNT));
                return;
            }
        }
        throw new AssertionError("no random model has somebody with two engagements");
    }

    /** For a later day nothing is changed that ends by itself until then: it could not be carried out any more. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatEndsByThenNeedsNoChange(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Instant at = NOW.plusSeconds(5 * 86_400L);
        for (Person person : made.people) {
            List<Holding> holdings =
                    LeavingPlan.of(snapshot, person, new LeavingPlan.When(NOW, at), LeavingPlan.Successors.NOBODY);
            List<Holding> then =
                    LeavingPlan.of(snapshot, person, LeavingPlan.When.now(at), LeavingPlan.Successors.NOBODY);
            assertThat(holdings.stream().flatMap(one -> one.change().stream()).toList())
                    .containsExactlyInAnyOrderElementsOf(
                            then.stream().flatMap(one -> one.change().stream()).toList());
        }
    }
}
