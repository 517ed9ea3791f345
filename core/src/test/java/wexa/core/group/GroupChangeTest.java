package wexa.core.group;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.preview.Undo;
import wexa.core.value.Id;
import wexa.core.value.Key;

class GroupChangeTest {
    private static final Instant LATER = RandomModel.NOW.plusSeconds(2);

    static LongStream seeds() {
        return LongStream.range(0, 30);
    }

    private static Preview preview(RandomModel made, Model model, String form, String... namesAndValues) {
        Map<String, String> fields = new HashMap<>();
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            fields.put(namesAndValues[at], namesAndValues[at + 1]);
        }
        Entry typed = new Entry(new Entry.Id(new UUID(made.random.nextLong(), 1)), form, fields);
        Entry entry = new Entry(typed.id(), form, fields, Intake.target(typed, model));
        return Preview.of(Snapshot.compile(1, model), List.of(entry), RandomModel.NOW, ZoneOffset.UTC);
    }

    private static List<Code> codes(Preview preview) {
        return preview.outcomes().get(0).findings().stream().map(Finding::code).toList();
    }

    private static Group pick(RandomModel made, GroupKind kind) {
        return made.groups.stream()
                .filter(group -> group.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aGroupIsMadeWithItsOwnersAndSaysSo() {
        RandomModel made = new RandomModel(1);
        Preview preview = preview(
                made,
                made.model(),
                "group.make",
                "id",
                made.id().toString(),
                "key",
                "night-watch",
                "name",
                "Night watch",
                "description",
                "Walks at night",
                "owners",
                "person.0, person.1");
        assertThat(preview.outcomes().get(0).sentence())
                .contains("make group night-watch \"Night watch\" about \"Walks at night\" owners person.0,person.1");
        Group group =
                preview.model().groups().by(Group.BY_KEY, Key.of("night-watch")).get(0);
        assertThat(group.owners()).hasSize(2);
        assertThat(group.kind()).isEqualTo(GroupKind.ASSIGNED);
    }

    @ParameterizedTest
    @CsvSource({
        "everyone, Whoever, group.name-reserved",
        "x, EVERYONE, group.name-reserved",
        "group-0, Another, group.key-taken",
        "x, NIGHT  keepers, group.name-taken",
        "x, Nіght keepers, group.name-taken",
        "x, Night keeper5, ",
    })
    void namesThatWouldBeMistakenAreRefused(String key, String name, @Nullable String code) {
        RandomModel made = new RandomModel(2);
        Model model = preview(
                        made,
                        made.model(),
                        "group.make",
                        "id",
                        made.id().toString(),
                        "key",
                        "night-keepers",
                        "name",
                        "Night keepers")
                .model();
        Preview preview = preview(made, model, "group.make", "id", made.id().toString(), "key", key, "name", name);
        assertThat(codes(preview).stream().map(Code::text).toList())
                .isEqualTo(code == null ? List.of() : List.of(code));
    }

    @Test
    void ownersRulesAndDirectoriesAreChecked() {
        RandomModel made = new RandomModel(3);
        Model model = made.model();
        String id = made.id().toString();
        assertThat(codes(
                        preview(made, model, "group.make", "id", id, "key", "a", "name", "A", "owners", "nobody.here")))
                .containsExactly(Code.REFERENCE_UNRESOLVED);
        assertThat(codes(preview(made, model, "group.make", "id", id, "key", "a", "name", "A", "sort", "ruled")))
                .containsExactly(Code.FIELD_MISSING);
        assertThat(codes(preview(
                        made,
                        model,
                        "group.make",
                        "id",
                        id,
                        "key",
                        "a",
                        "name",
                        "A",
                        "sort",
                        "ruled",
                        "kinds",
                        "robot")))
                .contains(Code.FIELD_MALFORMED);
        String directory = pick(made, GroupKind.DIRECTORY).id().toString();
        assertThat(codes(preview(made, model, "group.edit", "group", directory, "name", "Ours")))
                .containsExactly(GroupCodes.GROUP_OF_DIRECTORY);
        assertThat(codes(preview(made, model, "group.retire", "group", directory)))
                .containsExactly(GroupCodes.GROUP_OF_DIRECTORY);
    }

    /** Everybody's access after a rule was edited is what the slow reference finds. */
    @Test
    void tagsAreShortNamesThatAreSetTakenOffAndBroughtBack() {
        RandomModel made = new RandomModel(1);
        Group group = pick(made, GroupKind.ASSIGNED);
        String id = group.id().toString();
        Preview wrong = preview(made, made.model(), "group.edit", "group", id, "tags", "season, Not so, x");
        assertThat(codes(wrong)).containsExactly(Code.FIELD_MALFORMED);
        Preview tagged = preview(made, made.model(), "group.edit", "group", id, "tags", "winter, season,winter");
        assertThat(tagged.model().groups().get(group.id()).tags()).containsExactly("season", "winter");
        assertThat(tagged.readySentences().get(0)).contains(" tags season,winter");
        Preview renamed = preview(made, tagged.model(), "group.edit", "group", id, "name", "Another");
        assertThat(renamed.model().groups().get(group.id()).tags()).containsExactly("season", "winter");
        Preview bare = preview(made, tagged.model(), "group.edit", "group", id, "tags", "");
        assertThat(bare.model().groups().get(group.id()).tags()).isEmpty();
        Undo undo = Undo.of(
                tagged.effects(), tagged.model(), LATER, ZoneOffset.UTC, () -> new UUID(made.random.nextLong(), 3));
        Model back = Preview.of(Snapshot.compile(2, tagged.model()), undo.entries(), LATER, ZoneOffset.UTC)
                .model();
        assertThat(back.groups().get(group.id())).isEqualTo(group);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoeverARuleFindsIsInItsGroupAtOnce(long seed) {
        RandomModel made = new RandomModel(seed);
        Group ruled = pick(made, GroupKind.RULED);
        Preview preview = preview(
                made,
                made.model(),
                "group.edit",
                "group",
                ruled.id().toString(),
                "kinds",
                "volunteer,employee",
                "units",
                "unit-1",
                "jobs",
                "",
                "where",
                "");
        assertThat(codes(preview)).isEmpty();
        List<Id<Person>> found =
                preview.index().membersOf(ruled.id(), RandomModel.NOW).all();
        List<Id<Person>> expected = preview.model().table(Kind.ENGAGEMENT).stream()
                .filter(one -> one.window().contains(RandomModel.NOW)
                        && Set.of("VOLUNTEER", "EMPLOYEE").contains(one.kind().name())
                        && one.unit().equals(made.units.get(1).id()))
                .map(one -> one.person())
                .distinct()
                .toList();
        assertThat(found).containsExactlyInAnyOrderElementsOf(expected);
    }

    /** What falls with a group is gone from the index, and the way back brings all of it. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatFallsWithAGroupComesBackWithIt(long seed) {
        RandomModel made = new RandomModel(seed);
        made.mappings.clear();
        Model model = made.model();
        Group group = pick(made, GroupKind.ASSIGNED);
        Preview preview =
                preview(made, model, "group.retire", "group", group.id().toString());
        assertThat(preview.model().groups().find(group.id())).isEmpty();
        assertSame(preview.model(), preview.index(), AccessIndex.compile(preview.model()));
        Undo undo = Undo.of(
                preview.effects(),
                preview.model(),
                RandomModel.NOW.plusSeconds(1),
                ZoneOffset.UTC,
                () -> new UUID(made.random.nextLong(), 9));
        assertThat(undo.entries()).extracting(Entry::form).contains("group.make");
        Preview back = Preview.of(
                Snapshot.compile(2, preview.model()),
                new ArrayList<>(undo.entries()),
                RandomModel.NOW.plusSeconds(1),
                ZoneOffset.UTC);
        assertThat(back.outcomes()).allMatch(outcome -> outcome.state().isDone());
        if (undo.left().isEmpty()) {
            assertSame(model, back.index(), AccessIndex.compile(model));
        }
    }

    private static void assertSame(Model model, AccessIndex one, AccessIndex other) {
        for (Person person : model.people().stream().toList()) {
            assertThat(one.of(person.id(), LATER).beyond(other.of(person.id(), LATER)))
                    .as("%s", person.handle())
                    .isEmpty();
            assertThat(other.of(person.id(), LATER).beyond(one.of(person.id(), LATER)))
                    .as("%s", person.handle())
                    .isEmpty();
        }
    }
}
