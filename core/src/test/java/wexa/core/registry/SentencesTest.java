package wexa.core.registry;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.assignment.AssignmentChange;
import wexa.core.group.GroupChange;
import wexa.core.group.MembershipChange;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.person.PersonChange;
import wexa.core.value.Phone;
import wexa.core.value.Window;

/** What changes read like. */
class SentencesTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");

    private final RandomModel made = new RandomModel(5);
    private final Model model = made.model();
    private final Person person = made.people.get(0);
    private final Group group = made.groups.stream()
            .filter(one -> one.kind() == GroupKind.ASSIGNED)
            .findFirst()
            .orElseThrow();

    static LongStream seeds() {
        return LongStream.range(1, 13);
    }

    private Membership membership(Window window, String reason) {
        return new Membership(made.id(), new Subject.OfPerson(person.id()), group.id(), window, reason);
    }

    private String put(Window window, String reason) {
        return Sentences.write(new MembershipChange.Put(membership(window, reason)), model, LONDON);
    }

    @Test
    void clausesStandOnlyWhenTheyHaveSomethingToSay() {
        String plain = "put " + person.handle() + " in group " + group.key();
        assertThat(put(Window.ALWAYS, "")).isEqualTo(plain);
        assertThat(put(Window.ALWAYS, "night \"watch\"")).isEqualTo(plain + " because \"night \\\"watch\\\"\"");
    }

    @Test
    void daysAreSaidAsPeopleReadThemAlsoAcrossTheChangeOfTheClock() {
        Window summer = Window.of(Instant.parse("2027-03-01T00:00:00Z"), Instant.parse("2027-03-31T23:00:00Z"));
        assertThat(put(summer, "")).endsWith(" from 2027-03-01 until 2027-03-31");
        assertThat(put(Window.from(Instant.parse("2026-11-23T08:15:00Z")), "")).endsWith(" from 2026-11-23T08:15:00Z");
    }

    @Test
    void anEndThatIsWheneverItIsAppliedHasNoDate() {
        Membership held = made.memberships.get(0);
        Model with = model;
        String sentence = Sentences.write(new MembershipChange.End(held, Instant.MIN), with, ZoneOffset.UTC);
        assertThat(sentence).startsWith("end membership of ").doesNotContain("until");
    }

    @Test
    void aGroupThatGetsARoleIsCalledAGroup() {
        Assignment given = new Assignment(
                made.id(),
                new Subject.OfGroup(group.id()),
                made.roles.get(0).id(),
                made.tenants.get(0).id(),
                Optional.empty(),
                Window.ALWAYS,
                Optional.empty(),
                "");
        assertThat(Sentences.write(new AssignmentChange.Give(given), model, LONDON))
                .isEqualTo("give role " + made.roles.get(0).key() + " to group " + group.key() + " in "
                        + model.path(made.tenants.get(0)));
    }

    @Test
    void aChangeTellsWhatBecomesAnotherAndAllWhereNothingDoes() {
        Person phoned = new Person(
                person.id(),
                person.handle(),
                person.givenName(),
                "Castellane",
                person.mail(),
                Optional.empty(),
                person.home(),
                person.directoryEntry(),
                person.custom());
        Person called = new Person(
                person.id(),
                person.handle(),
                person.givenName(),
                person.familyName(),
                person.mail(),
                Optional.of(Phone.of("+441632960123")),
                person.home(),
                person.directoryEntry(),
                person.custom());
        Model before = model.with(List.of(Effect.replace(person, called)));
        assertThat(Sentences.write(new PersonChange.Edit(phoned), before, LONDON))
                .isEqualTo("change person " + person.handle() + " family \"Castellane\" without phone");
        assertThat(Sentences.write(new PersonChange.Edit(called), before, LONDON))
                .startsWith("change person " + person.handle() + " handle " + person.handle())
                .contains("phone +441632960123");
    }

    @Test
    void whatFallsWithAGroupIsARemarkBehind() {
        assertThat(Sentences.write(GroupChange.Retire.of(group, model), model, LONDON))
                .matches("retire group " + group.key() + " # \\d+ memberships? and \\d+ roles? end with it");
    }

    @Test
    void whereTwoWouldBeMeantTheDayTellsThemApartThenTheirOrder() {
        Instant day = Instant.parse("2027-01-05T00:00:00Z");
        Membership first = membership(Window.of(day, day.plusSeconds(86_400)), "");
        Membership second = membership(Window.of(day, day.plusSeconds(3 * 86_400)), "");
        Membership third = membership(Window.from(day.plusSeconds(30 * 86_400)), "");
        Model with =
                model.with(Stream.of(first, second, third).map(Effect::make).toList());
        String plain = "end membership of " + person.handle() + " in group " + group.key() + " begun ";
        assertThat(Sentences.write(new MembershipChange.End(third, Instant.MIN), with, LONDON))
                .isEqualTo(plain + "2027-02-04");
        assertThat(Stream.of(first, second)
                        .map(one -> Sentences.write(new MembershipChange.End(one, Instant.MIN), with, LONDON)))
                .containsExactlyInAnyOrder(plain + "2027-01-05 nth 1", plain + "2027-01-05 nth 2");
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aFactIsSaidWholeAndWithoutGaps(long seed) {
        RandomModel random = new RandomModel(seed);
        Model all = random.model();
        for (Kind<?> kind :
                Set.of(Kind.PERSON, Kind.ENGAGEMENT, Kind.MEMBERSHIP, Kind.ACCOUNT, Kind.SEAT, Kind.ASSIGNMENT)) {
            all.table(kind).stream().forEach(fact -> {
                String sentence = Sentences.whole(fact, all, LONDON).orElseThrow();
                assertThat(sentence).doesNotContain("{").doesNotContain("  ").doesNotContain("without");
            });
        }
        assertThat(all.tenants().stream().map(tenant -> Sentences.whole(tenant, all, LONDON)))
                .containsOnly(Optional.empty());
    }
}
