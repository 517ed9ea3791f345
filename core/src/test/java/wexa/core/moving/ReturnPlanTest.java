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
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.leaving.Holding.Planned;
import wexa.core.likeness.Trait.HasAccount;
import wexa.core.likeness.Trait.HasRole;
import wexa.core.likeness.Trait.InGroup;
import wexa.core.likeness.Trait.Thing;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.moving.MoveItem.Column;
import wexa.core.moving.MoveItem.Why;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Returns in models made at random, against what somebody holds and held, looked up fact by fact. */
class ReturnPlanTest {
    private static final Instant NOW = RandomModel.NOW;
    private static final Instant LEFT = NOW.minus(Duration.ofDays(40));

    static LongStream seeds() {
        return LongStream.range(0, 60);
    }

    /** The model after somebody left long ago: their engagements have ended. */
    private static Model left(Model model, Person person) {
        List<Effect> effects = new ArrayList<>();
        for (Engagement one : model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id())) {
            effects.add(Effect.drop(one));
        }
        return model.with(effects);
    }

    private static Engagement next(RandomModel made, Person person) {
        Engagement like = made.engagements.getFirst();
        return new Engagement(
                Id.of(UUID.nameUUIDFromBytes(new byte[] {7})),
                person.id(),
                like.kind(),
                Optional.empty(),
                like.unit(),
                like.job(),
                Optional.empty(),
                Window.from(NOW));
    }

    private static Set<Thing> things(Model model, Person person, boolean heldNow) {
        Set<Thing> things = new HashSet<>();
        Subject self = new Subject.OfPerson(person.id());
        Instant then = heldNow ? NOW : LEFT.minus(Duration.ofDays(7));
        for (Membership one : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, self)) {
            if (model.groups().get(one.group()).kind() == GroupKind.ASSIGNED
                    && !one.window().endsBy(then)) {
                things.add(new InGroup(one.group()));
            }
        }
        for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self)) {
            if (!one.window().endsBy(then)) {
                things.add(new HasRole(one.role(), one.tenant(), one.area()));
            }
        }
        for (Account one : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            if (one.isOpen() || !heldNow) {
                things.add(new HasAccount(one.tenant(), Optional.empty()));
            }
        }
        return things;
    }

    private static Thing plain(Thing thing) {
        return thing instanceof HasAccount account ? new HasAccount(account.tenant(), Optional.empty()) : thing;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsLeftEndsWhatTheyHadIsOfferedAndOnlyTheNewJobComes(long seed) {
        RandomModel made = new RandomModel(seed);
        Person person = made.people.get((int) (seed % made.people.size()));
        Model model = left(made.model(), person);
        Snapshot snapshot = Snapshot.compile(1, model);

        ReturnPlan.Return plan = ReturnPlan.of(snapshot, person, next(made, person), LEFT, NOW);

        Set<Thing> held = things(model, person, true);
        Set<Thing> had = things(model, person, false);
        Set<Thing> kept = new HashSet<>();
        Set<Thing> coming = new HashSet<>();
        for (MoveItem item : plan.items()) {
            Thing thing = plain(item.thing());
            if (item.why() == Why.RULE || item.why() == Why.DIRECTORY) {
                assertThat(item.changes()).isEmpty();
                continue;
            }
            if (item.column() == Column.COMES) {
                assertThat(coming.add(thing)).as("%s twice", thing).isTrue();
                assertThat(held).doesNotContain(thing);
                assertThat(item.isProposed())
                        .isEqualTo(item.why() == Why.NEW_JOB && item.rule().isEmpty());
                if (item.why() == Why.HAD_BEFORE) {
                    assertThat(had).contains(thing);
                }
            } else {
                assertThat(kept.add(thing)).as("%s twice", thing).isTrue();
                assertThat(item.isProposed()).isEqualTo(item.column() == Column.GOES);
            }
        }
        assertThat(kept).isEqualTo(held);
        had.removeAll(held);
        assertThat(coming).containsAll(had);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void afterWhatIsProposedNothingOfTheOldAccessIsLeftThatTheNewJobDoesNotHave(long seed) {
        RandomModel made = new RandomModel(seed);
        Person person = made.people.get((int) (seed % made.people.size()));
        Snapshot snapshot = Snapshot.compile(1, left(made.model(), person));
        Model model = snapshot.model();
        ReturnPlan.Return plan = ReturnPlan.of(snapshot, person, next(made, person), LEFT, NOW);
        List<Entry> entries = new ArrayList<>();
        Set<Thing> ofTheJob = new HashSet<>();
        for (MoveItem item : plan.items()) {
            if (item.column() == Column.GOES) {
                item.changes().forEach(change -> entries.add(entry(change, model)));
            } else if (item.why() == Why.NEW_JOB) {
                ofTheJob.add(plain(item.thing()));
            }
        }

        Preview preview = Preview.of(snapshot, entries, NOW, ZoneOffset.UTC);

        assertThat(preview.outcomes()).allMatch(outcome -> outcome.state().isDone());
        Set<Thing> after = things(preview.model(), person, true);
        assertThat(ofTheJob).containsAll(after);
    }

    private static Entry entry(Planned change, Model model) {
        Entry typed = new Entry(new Entry.Id(UUID.randomUUID()), change.form(), change.fields());
        return new Entry(typed.id(), typed.form(), typed.fields(), Intake.target(typed, model));
    }
}
