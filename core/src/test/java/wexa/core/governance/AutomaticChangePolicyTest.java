package wexa.core.governance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.governance.AutomaticChangePolicy.Cause;
import wexa.core.governance.AutomaticChangePolicy.Mode;
import wexa.core.governance.AutomaticChangePolicy.Reason;
import wexa.core.governance.AutomaticChangePolicy.Source;
import wexa.core.intake.Entry;
import wexa.core.model.Person;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

class AutomaticChangePolicyTest {
    private static final Source PLAIN = new Source(true, false, Set.of());
    private static final AutomaticChangePolicy WIDE = new AutomaticChangePolicy(Mode.PASS, 1_000, 100);

    static LongStream seeds() {
        return LongStream.range(1, 21);
    }

    private static Entry renamed(RandomModel made, Person person) {
        return new Entry(
                new Entry.Id(new UUID(made.random.nextLong(), 5)),
                "person.edit",
                Map.of("person", person.id().toString(), "given", "Other"));
    }

    private static Preview preview(RandomModel made, List<Entry> entries) {
        return Preview.of(Snapshot.compile(1, made.model()), entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    private static List<Cause> causes(AutomaticChangePolicy policy, Preview preview, Source source) {
        return policy.judge(preview, source).stream().map(Reason::cause).toList();
    }

    @Test
    void whatIsWithinTheLimitsPasses() {
        RandomModel made = new RandomModel(1);
        Preview preview = preview(made, List.of(renamed(made, made.people.get(0))));
        assertThat(WIDE.judge(preview, PLAIN)).isEmpty();
        assertThat(new AutomaticChangePolicy(Mode.PASS, 1, 0).judge(preview, PLAIN))
                .as("one person is never too large a share")
                .isEmpty();
        assertThat(causes(AutomaticChangePolicy.CAREFUL, preview, PLAIN)).containsExactly(Cause.POLICY_HOLDS);
    }

    @Test
    void anAddressThatIsGivenUpTouchesNobodyElse() {
        RandomModel made = new RandomModel(2);
        Entry moved = new Entry(
                new Entry.Id(new UUID(7, 7)),
                "person.edit",
                Map.of("person", made.people.get(0).id().toString(), "mail", "moved@skerrow.example"));
        Preview preview = preview(made, List.of(moved));
        assertThat(preview.effects()).hasSize(2);
        assertThat(new AutomaticChangePolicy(Mode.PASS, 1, 0)
                        .judge(
                                preview,
                                new Source(
                                        true, false, Set.of(made.people.get(1).id()))))
                .isEmpty();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void numbersAndSharesHoldExactlyWhatIsBeyondThem(long seed) {
        RandomModel made = new RandomModel(seed);
        int number = 1 + made.random.nextInt(made.people.size());
        List<Entry> entries = new ArrayList<>();
        for (int place = 0; place < number; place++) {
            entries.add(renamed(made, made.people.get(place)));
        }
        Preview preview = preview(made, entries);
        for (int most = 0; most <= made.people.size(); most++) {
            assertThat(causes(new AutomaticChangePolicy(Mode.PASS, most, 100), preview, PLAIN)
                            .contains(Cause.TOO_MANY_PEOPLE))
                    .isEqualTo(number > most);
        }
        for (int percent = 0; percent <= 100; percent++) {
            boolean isBeyond = number > 1 && (double) number / made.people.size() > percent / 100.0 + 1e-9;
            assertThat(causes(new AutomaticChangePolicy(Mode.PASS, 1_000, percent), preview, PLAIN)
                            .contains(Cause.TOO_LARGE_SHARE))
                    .as("%d of %d at %d %%", number, made.people.size(), percent)
                    .isEqualTo(isBeyond);
        }
    }

    @Test
    void theNumbersSeenAreToldWithTheMost() {
        RandomModel made = new RandomModel(3);
        Preview preview = preview(
                made,
                made.people.subList(0, 6).stream()
                        .map(person -> renamed(made, person))
                        .toList());
        assertThat(new AutomaticChangePolicy(Mode.PASS, 5, 20).judge(preview, PLAIN))
                .containsExactly(new Reason(Cause.TOO_MANY_PEOPLE, 6, 5), new Reason(Cause.TOO_LARGE_SHARE, 50, 20));
    }

    @Test
    void membersOfAChangedGroupCountThoughNoEntryNamesThem() {
        RandomModel made = new RandomModel(4);
        Preview before = preview(made, List.of());
        var group = made.groups.stream()
                .filter(one ->
                        before.index().membersOf(one.id(), RandomModel.NOW).size() > 1)
                .findFirst()
                .orElseThrow();
        Entry given = new Entry(
                new Entry.Id(new UUID(1, 1)),
                "assignment.give",
                Map.of(
                        "id",
                        made.id().toString(),
                        "subject",
                        "group:" + group.id(),
                        "role",
                        "role-1",
                        "tenant",
                        made.tenants.get(2).id().toString()));
        Preview preview = preview(made, List.of(given));
        assertThat(preview.effects()).isNotEmpty();
        assertThat(causes(new AutomaticChangePolicy(Mode.PASS, 1, 100), preview, PLAIN))
                .containsExactly(Cause.TOO_MANY_PEOPLE);
    }

    @Test
    void administratorsWhatIsToSettleAndHalfReadingsAreHeldUnderTheWidestPolicy() {
        RandomModel made = new RandomModel(5);
        Person person = made.people.get(2);
        Preview preview = preview(made, List.of(renamed(made, person)));
        Set<Id<Person>> administrators = new HashSet<>(Set.of(person.id()));
        assertThat(causes(WIDE, preview, new Source(true, false, administrators)))
                .containsExactly(Cause.TOUCHES_ADMINISTRATOR);
        assertThat(causes(
                        WIDE,
                        preview,
                        new Source(true, false, Set.of(made.people.get(3).id()))))
                .isEmpty();
        assertThat(causes(WIDE, preview, new Source(false, false, Set.of()))).containsExactly(Cause.INCOMPLETE_READING);
        assertThat(causes(WIDE, preview, new Source(true, true, Set.of()))).containsExactly(Cause.LIKE_SOMEBODY_KNOWN);
        Entry nobody = new Entry(
                new Entry.Id(new UUID(2, 2)), "person.edit", Map.of("person", "nobody.here", "given", "Other"));
        assertThat(WIDE.judge(preview(made, List.of(nobody)), PLAIN))
                .containsExactly(new Reason(Cause.TO_SETTLE, 1, 0));
    }

    @Test
    void aPolicyHasLimitsThatCanBe() {
        assertThatThrownBy(() -> new AutomaticChangePolicy(Mode.PASS, -1, 5))
                .hasMessageContaining("must not be negative");
        assertThatThrownBy(() -> new AutomaticChangePolicy(Mode.PASS, 1, 101)).hasMessageContaining("0 to 100");
    }
}
