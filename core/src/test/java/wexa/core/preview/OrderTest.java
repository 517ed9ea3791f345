package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.access.AccessIndex;
import wexa.core.finding.Code;
import wexa.core.intake.Entry;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** It does not matter what was typed first, as long as one entry does not undo another. */
class OrderTest {
    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    private static Map<Entry.Id, Preview.State> states(Preview preview) {
        Map<Entry.Id, Preview.State> states = new HashMap<>();
        preview.outcomes().forEach(outcome -> states.put(outcome.entry().id(), outcome.state()));
        return states;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void entriesInAnyOrderComeToTheSame(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        List<Entry> typed =
                SampleEntries.of(made).stream().filter(Entry::isMaking).toList();
        Preview inOrder = Preview.of(snapshot, typed, RandomModel.NOW, ZoneOffset.UTC);
        List<Entry> shuffled = new ArrayList<>(typed);
        Collections.shuffle(shuffled, new Random(seed));
        Preview mixed = Preview.of(snapshot, shuffled, RandomModel.NOW, ZoneOffset.UTC);
        assertThat(states(mixed)).isEqualTo(states(inOrder));
        assertThat(mixed.model()).isEqualTo(inOrder.model());
        assertThat(mixed.outcomes().stream().map(Preview.Outcome::entry))
                .as("they are shown as they were typed")
                .containsExactlyElementsOf(shuffled);
    }

    /** The slow way: a draft of its own for each entry, on the snapshot that the one before left. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void allAtOnceComesToWhatOneAfterTheOtherDoes(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot start = Snapshot.compile(1, made.model());
        List<Entry> entries = new ArrayList<>(SampleEntries.of(made));
        entries.addAll(SampleEntries.of(new RandomModel(seed + 1)));
        entries.sort(Comparator.comparingInt(Entry::rank));
        Preview atOnce = Preview.of(start, entries, RandomModel.NOW, ZoneOffset.UTC);
        Snapshot reached = start;
        for (Preview.Outcome expected : atOnce.outcomes()) {
            Preview one = Preview.of(reached, List.of(expected.entry()), RandomModel.NOW, ZoneOffset.UTC);
            Preview.Outcome outcome = one.outcomes().get(0);
            assertThat(outcome.state()).as("%s", outcome).isEqualTo(expected.state());
            assertThat(outcome.sentence()).isEqualTo(expected.sentence());
            reached = reached.with(reached.version() + 1, one.effects());
        }
        assertThat(atOnce.model()).isEqualTo(reached.model());
        assertThat(Preview.of(start, entries, RandomModel.NOW, ZoneOffset.UTC, Preview.Words.LEFT_OUT)
                        .model())
                .as("words or none")
                .isEqualTo(atOnce.model());
    }

    @Test
    void whatBuildsOnAnEntryThatIsNotReadyWaitsForIt() {
        RandomModel made = new RandomModel(4);
        String person = made.id().toString();
        String account = made.id().toString();
        List<Entry> entries = List.of(
                SampleEntries.entry(
                        made, "person.add", "id", person, "given", "New", "family", "One", "home", "skerrow"),
                SampleEntries.entry(
                        made,
                        "membership.put",
                        "id",
                        made.id().toString(),
                        "member",
                        "person:" + person,
                        "group",
                        "group-0"),
                SampleEntries.entry(
                        made,
                        "account.open",
                        "id",
                        account,
                        "person",
                        person,
                        "tenant",
                        made.tenants.get(1).id().toString()),
                SampleEntries.entry(made, "seat.give", "id", made.id().toString(), "account", account, "kind", "full"),
                SampleEntries.entry(
                        made,
                        "membership.put",
                        "id",
                        made.id().toString(),
                        "member",
                        "person:" + made.id(),
                        "group",
                        "group-0"));
        Preview preview = Preview.of(Snapshot.compile(1, made.model()), entries, RandomModel.NOW, ZoneOffset.UTC);
        assertThat(preview.outcomes())
                .extracting(outcome -> outcome.findings().get(0).code())
                .containsExactly(
                        Code.FIELD_MISSING,
                        Code.ENTRY_WAITS,
                        Code.ENTRY_WAITS,
                        Code.ENTRY_WAITS,
                        Code.REFERENCE_UNRESOLVED);
    }

    @Test
    void aGroupThatIsRetiredGoesLast() {
        RandomModel made = new RandomModel(4);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        String group = made.groups.get(0).id().toString();
        Entry retire = SampleEntries.entry(made, "group.retire", "group", group);
        Entry put = SampleEntries.entry(
                made,
                "membership.put",
                "id",
                made.id().toString(),
                "member",
                "person:" + made.people.get(3).id(),
                "group",
                group);
        Preview preview = Preview.of(snapshot, List.of(retire, put), RandomModel.NOW, ZoneOffset.UTC);
        assertThat(preview.outcomes()).allMatch(outcome -> outcome.state().isDone());
        assertThat(preview.model().groups().find(made.groups.get(0).id())).isEmpty();
    }

    /** An index that is made when it is asked for is the one that compiling finds. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void theIndexIsThatOfTheModel(long seed) {
        RandomModel made = new RandomModel(seed);
        Preview preview =
                Preview.of(Snapshot.compile(1, made.model()), SampleEntries.of(made), RandomModel.NOW, ZoneOffset.UTC);
        AccessIndex compiled = AccessIndex.compile(preview.model());
        for (Id<Person> person :
                preview.model().people().stream().map(Person::id).toList()) {
            assertThat(preview.index().of(person, RandomModel.NOW).beyond(compiled.of(person, RandomModel.NOW)))
                    .isEmpty();
            assertThat(compiled.of(person, RandomModel.NOW)
                            .beyond(preview.index().of(person, RandomModel.NOW)))
                    .isEmpty();
        }
        assertThat(preview.index()).as("made once").isSameAs(preview.index());
    }
}
