package wexa.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.change.AssignmentChange;
import wexa.core.change.Keeping;
import wexa.core.change.MembershipChange;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Window;

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
        assertThat(sentence).startsWith("take ").doesNotContain("until");
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

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void keepingAFactSaysItWholeAndWithoutGaps(long seed) {
        RandomModel random = new RandomModel(seed);
        Model all = random.model();
        for (Kind<?> kind :
                Set.of(Kind.PERSON, Kind.ENGAGEMENT, Kind.MEMBERSHIP, Kind.ACCOUNT, Kind.SEAT, Kind.ASSIGNMENT)) {
            all.table(kind).stream().forEach(fact -> {
                String sentence = Sentences.write(Keeping.of(fact).orElseThrow(), all, LONDON);
                assertThat(sentence).doesNotContain("?").doesNotContain("{").doesNotContain("  ");
            });
        }
        assertThat(all.tenants().stream().map(Keeping::of)).containsOnly(Optional.empty());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "do {it}[ at {place}]|it=this|do this",
                "do {it}[ at {place}]|it=this,place=here|do this at here",
                "say {\"it\"}|it=a\\b|say \"a\\\\b\"",
                "do {it}|other=x|do ?"
            })
    void templatesAreFilled(String template, String slots, String sentence) {
        Map<String, String> filled = new HashMap<>();
        for (String slot : slots.split(",")) {
            filled.put(slot.substring(0, slot.indexOf('=')), slot.substring(slot.indexOf('=') + 1));
        }
        assertThat(Template.of(template).fill(filled)).isEqualTo(sentence);
    }

    @Test
    void everyFormHasATemplateAndOthersAreNamed() {
        assertThat(Grammar.forms())
                .allSatisfy(form -> assertThat(Grammar.template(form).clauses()).isNotEmpty());
        assertThatThrownBy(() -> Grammar.template("tenant.paint")).hasMessageContaining("tenant.paint");
    }
}
