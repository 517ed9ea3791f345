package wexa.connect.scim;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.model.App;
import wexa.core.model.Capability;
import wexa.core.model.Sort;
import wexa.core.value.Key;

/** What can be read of what a tenant tells of itself is taken, and the rest left out. */
class AnnouncedTest {
    private static List<JsonNode> nodes(String... texts) {
        List<JsonNode> nodes = new ArrayList<>();
        for (String text : texts) {
            try {
                nodes.add(JsonUtils.getObjectReader().readTree(text));
            } catch (JsonProcessingException wrong) {
                throw new IllegalArgumentException(text, wrong);
            }
        }
        return nodes;
    }

    private static Announced announced(List<JsonNode> permissions, List<JsonNode> seats, List<JsonNode> areas) {
        return Announced.of(Set.of(Capability.USERS), catalogue(permissions, seats, List.of()), seats, areas, 3);
    }

    private static Catalogue catalogue(List<JsonNode> permissions, List<JsonNode> seats, List<JsonNode> tasks) {
        return Catalogue.of(
                new Catalogue.Listed(permissions, seats, tasks, tasks),
                nodes("\"2026.1\"").get(0));
    }

    @Test
    void permissionsBecomeActionsOnTypesOfRecordsInTheTenantsWords() {
        Announced told = announced(
                nodes(
                        "{\"id\": \"pelagia:animal:see\", \"displayName\": \"Animals: see\", \"sort\": \"look\"}",
                        "{\"id\": \"pelagia:animal:move\", \"displayName\": \"Animals: move\", \"sort\": \"WORK\"}",
                        "{\"id\": \"pelagia:diet:approve\", \"sort\": \"DECIDE\"}"),
                List.of(),
                List.of());
        assertThat(told.catalogue().app()).contains(Key.of("pelagia"));
        assertThat(told.catalogue().resourceTypes()).hasSize(2);
        assertThat(told.catalogue().resourceTypes().get(0).name()).isEqualTo("Animals");
        assertThat(told.catalogue().resourceTypes().get(0).actions())
                .extracting(action -> action.label(), action -> action.sort())
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("see", Sort.LOOK),
                        org.assertj.core.groups.Tuple.tuple("move", Sort.WORK));
        assertThat(told.catalogue().resourceTypes().get(1).name()).isEqualTo("diet");
    }

    @Test
    void whatNobodySaysToBeHarmlessIsNotTakenForHarmless() {
        Announced told = announced(nodes("{\"id\": \"a:b:c\", \"sort\": \"whatever\"}"), List.of(), List.of());
        assertThat(told.catalogue().resourceTypes().get(0).actions().get(0).sort())
                .isEqualTo(Sort.WORK);
    }

    @Test
    void seatsCarryWhatIsReadableAndAreasKnowTheirParents() {
        Announced told = announced(
                List.of(),
                nodes(
                        "{\"id\": \"keeper\", \"displayName\": \"Keeper\", \"size\": 12, \"carries\": [\"a:b:c\", \"?\"]}"),
                nodes(
                        "{\"key\": \"hall\", \"displayName\": \"Hall\", \"parent\": \"pier\"}",
                        "{\"key\": \"NOT A KEY\"}"));
        assertThat(told.catalogue().seatKinds().get(0).carries()).hasSize(1);
        assertThat(told.pools()).containsEntry(Key.of("keeper"), 12);
        assertThat(told.areas())
                .containsExactly(new Announced.Spot(Key.of("hall"), "Hall", java.util.Optional.of(Key.of("pier"))));
    }

    @Test
    void tasksNeedWhatIsReadableAndNothingIsTakenTwiceOrOfAnotherApplication() {
        Catalogue told = catalogue(
                nodes(
                        "{\"id\": \"pelagia:animal:see\", \"displayName\": \"Animals: see\", \"description\": \"Look\"}",
                        "{\"id\": \"pelagia:animal:see\", \"displayName\": \"Animals: look\"}",
                        "{\"id\": \"other:animal:see\", \"displayName\": \"Animals: see\"}"),
                List.of(),
                nodes(
                        "{\"id\": \"feed\", \"displayName\": \"Feed\", \"permissions\": [\"pelagia:animal:see\", 3]}",
                        "{\"id\": \"feed\", \"displayName\": \"Feed again\"}",
                        "{\"id\": \"Not a key\"}"));
        assertThat(told.version()).isEqualTo("2026.1");
        assertThat(told.resourceTypes()).hasSize(1);
        assertThat(told.resourceTypes().get(0).actions())
                .extracting(action -> action.label(), action -> action.description())
                .containsExactly(org.assertj.core.groups.Tuple.tuple("see", "Look"));
        assertThat(told.presets())
                .extracting(
                        preset -> preset.name(), preset -> preset.permissions().size())
                .containsExactly(org.assertj.core.groups.Tuple.tuple("Feed", 1));
        assertThat(told.tasks())
                .extracting(task -> task.name(), task -> task.needs().size())
                .containsExactly(org.assertj.core.groups.Tuple.tuple("Feed", 1));
    }

    @Test
    void textsAreCutAndStandWithoutMarksThatHideText() {
        Catalogue told = catalogue(
                nodes("{\"id\": \"a:b:c\", \"displayName\": \"T\\u202e: <b>x\\u0007\", \"description\": \""
                        + "long ".repeat(200) + "\"}"),
                List.of(),
                List.of());
        App.Action action = told.resourceTypes().get(0).actions().get(0);
        assertThat(action.label()).isEqualTo("b x");
        assertThat(action.description().length()).isLessThanOrEqualTo(200);
    }

    static IntStream seeds() {
        return IntStream.range(0, 200);
    }

    /** Nonsense of every JSON kind in every place: read without failing, and never into a name that is not allowed. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nonsenseIsLeftOut(int seed) {
        Random random = new Random(seed);
        List<JsonNode> some = nodes(value(random, 3), value(random, 3), value(random, 3));
        Announced told = announced(some, some, some);
        assertThat(catalogue(some, some, some).tasks())
                .allMatch(task -> Key.accepts(task.key().text()));
        assertThat(told.areas())
                .as("seed %d", seed)
                .allMatch(area -> Key.accepts(area.key().text()));
        assertThat(told.catalogue().resourceTypes())
                .allMatch(type -> !type.actions().isEmpty());
        assertThat(told.pools().keySet())
                .hasSameSizeAs(told.catalogue().seatKinds().stream()
                        .map(kind -> kind.key())
                        .distinct()
                        .toList());
    }

    private static String value(Random random, int depth) {
        String[] names = {"id", "key", "displayName", "sort", "carries", "size", "parent"};
        return switch (random.nextInt(depth == 0 ? 4 : 6)) {
            case 0 -> "null";
            case 1 -> Integer.toString(random.nextInt());
            case 2 -> "\"" + (random.nextBoolean() ? "a:b:c" : "some-key") + "\"";
            case 3 -> "\" : :: \\u0000\"";
            case 4 -> "[" + value(random, depth - 1) + "," + value(random, depth - 1) + "]";
            default -> {
                StringBuilder made = new StringBuilder("{");
                for (String name : names) {
                    made.append(made.length() == 1 ? "" : ",")
                            .append('"')
                            .append(name)
                            .append("\":");
                    made.append(value(random, depth - 1));
                }
                yield made.append('}').toString();
            }
        };
    }
}
