package wexa.server.log;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** The log under several writers at once: numbered without gaps, each change in it once, and nothing else. */
@Tag("store")
class LogTest {
    private static final int WRITERS = 4;
    private static final int CHANGES = 5;

    private final Cast cast = Cast.shared();

    LogTest() throws Exception {}

    private List<JsonNode> all(String filter) throws Exception {
        List<JsonNode> lines = new ArrayList<>();
        String before = "";
        while (true) {
            JsonNode page = cast.tove.get("/api/v1/log?" + filter + before).body();
            page.path("lines").forEach(lines::add);
            if (!page.path("before").isNumber()) {
                return lines;
            }
            before = "&before=" + page.path("before").asLong();
        }
    }

    @Test
    void linesOfManyWritersAreNumberedWithoutGaps() throws Exception {
        String stem = Cast.unique("log");
        ExecutorService writers = Executors.newFixedThreadPool(WRITERS);
        try {
            List<Callable<Integer>> work = new ArrayList<>();
            for (int writer = 0; writer < WRITERS; writer++) {
                int number = writer;
                work.add(() -> write(stem, number));
            }
            int written = 0;
            for (Future<Integer> one : writers.invokeAll(work)) {
                written += one.get();
            }
            assertThat(written).isPositive();
            List<JsonNode> mine = all("q=" + stem);
            assertThat(mine).hasSize(written);
            assertThat(mine)
                    .extracting(line -> line.path("sentence").asString())
                    .doesNotHaveDuplicates();
        } finally {
            writers.shutdownNow();
        }
        List<Long> numbers =
                all("").stream().map(line -> line.path("number").asLong()).toList();
        assertThat(numbers)
                .isEqualTo(LongStream.rangeClosed(1, numbers.size())
                        .map(number -> numbers.size() + 1 - number)
                        .boxed()
                        .toList());
    }

    /** Makes groups, one after the other, and some keys for programs between; counts the lines that these came to. */
    private int write(String stem, int writer) throws Exception {
        Browserless tove = Browserless.signedIn(cast.stage.address(), "tove", "north-pier-2026");
        int written = 0;
        for (int number = 0; number < CHANGES; number++) {
            String name = (stem + "-" + writer + "-" + number).replace('.', '-');
            if (number % 3 == 2) {
                ObjectNode service = tove.object("name", name);
                service.put("days", 1);
                assertThat(tove.send("POST", "/api/v1/services", service).status())
                        .isEqualTo(201);
                // its sentence has the name with hyphens, which the search for the stem does not find
                continue;
            }
            JsonNode draft = tove.put(
                            tove.draft(name),
                            "group.make",
                            Map.of(
                                    "id",
                                    java.util.UUID.randomUUID().toString(),
                                    "key",
                                    name,
                                    "name",
                                    stem + " " + writer + " " + number))
                    .body();
            Browserless.Answer applied = tove.apply(draft);
            for (int tries = 0; applied.status() == 409 && tries < 20; tries++) {
                draft = tove.get("/api/v1/drafts/" + draft.path("id").asString())
                        .body();
                applied = tove.apply(draft);
            }
            assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
            written++;
        }
        return written;
    }

    @Test
    void aLineSaysWhoWhatAndWhenAndLeadsToItsChangeset() throws Exception {
        String name = Cast.unique("line").replace('.', '-');
        JsonNode draft = cast.put(
                cast.tove.draft(name),
                "group.make",
                Map.of("id", java.util.UUID.randomUUID().toString(), "key", name, "name", name));
        long version = cast.tove.apply(draft).body().path("changeset").asLong();
        JsonNode line = all("q=" + name).get(0);
        assertThat(line.path("actor").asString()).isEqualTo("tove");
        assertThat(line.path("changeset").asLong()).isEqualTo(version);
        assertThat(line.path("sentence").asString()).isEqualTo("make group " + name + " \"" + name + "\"");
        assertThat(line.path("at").asString()).startsWith("2026-11-23T");
        JsonNode changeset = cast.tove.get("/api/v1/changesets/" + version).body();
        assertThat(changeset.toString()).contains("make group " + name);
    }
}
