package wexa.server.large;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Stage;

/**
 * A season's newcomers from a table in one changeset, while others go on reading. Small here; {@code ./wexa bench many} runs
 * it with ten thousand ({@code -Dwexa.many.people}) and prints what it takes.
 */
class ManyTest {
    private static final int PLACES = 10;
    private static final int PEOPLE = Integer.getInteger("wexa.many.people", 200);

    @TempDir
    Path folder;

    private static String table() {
        StringBuilder csv = new StringBuilder(
                "handle,given name,family name,mail,home,kind,number,unit,job,first day,last day,groups\n");
        for (int number = 0; number < PEOPLE; number++) {
            csv.append(String.format(
                    Locale.ROOT,
                    "season.worker%d,Season,Worker%d,season.worker%d@skerrow.example,skerrow,employee,S%d,south-bay,"
                            + "Shop assistant,2026-11-23,2027-09-30,%n",
                    number,
                    number,
                    number,
                    number));
        }
        return csv.toString();
    }

    @Test
    void allOfThemAreThereAtOnceAndReadersNeverWaitForThem() throws Exception {
        try (Stage stage = new Stage(folder)) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            int known = total(tove);
            long began = System.nanoTime();
            Answer read = tove.sendText("POST", "/api/v1/imports?name=season.csv", table(), "Content-Type", "text/csv");
            assertThat(read.status()).as("%s", read.body()).isEqualTo(201);
            String path = "/api/v1/imports/" + read.text("id");
            print("table read and tried", began);
            began = System.nanoTime();
            Answer drafted = tove.send("POST", path + "/draft", null);
            assertThat(drafted.status())
                    .as("%s %s", read.body(), drafted.body())
                    .isLessThan(300);
            print("draft made", began);
            began = System.nanoTime();
            JsonNode draft = tove.get("/api/v1/drafts/" + drafted.text("id")).body();
            assertThat(draft.path("summary").path("ready").asInt())
                    .isEqualTo(draft.path("total").asInt());
            assertThat(draft.path("total").asInt()).isEqualTo(2 * PEOPLE);
            print("draft previewed", began);

            began = System.nanoTime();
            String reviewed = tove.reviewed(draft);
            print("draft reviewed", began);
            AtomicBoolean isOver = new AtomicBoolean();
            CompletableFuture<List<Double>> readings =
                    CompletableFuture.supplyAsync(() -> readUntil(stage, known, isOver));
            began = System.nanoTime();
            Answer applied = tove.apply(draft, UUID.randomUUID(), reviewed);
            double seconds = (System.nanoTime() - began) / 1e9;
            isOver.set(true);
            assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
            List<Double> millis = readings.get();
            System.out.printf(
                    Locale.ROOT,
                    "many: %d people applied in %.1f s; %d reads meanwhile, p95 %.0f ms, longest %.0f ms%n",
                    PEOPLE,
                    seconds,
                    millis.size(),
                    millis.get((int) (millis.size() * 0.95)),
                    millis.get(millis.size() - 1));
            assertThat(total(tove)).isEqualTo(known + PEOPLE);
            JsonNode last =
                    tove.get("/api/v1/people?q=season.worker" + (PEOPLE - 1)).body();
            assertThat(last.path("people").path(0).path("unit").asString()).isEqualTo("South Bay");
            assignmentsFollow(tove);
            accountsFollow(tove);
        }
    }

    /** A role for everybody at ten places: what a season's rota comes to. */
    private static void assignmentsFollow(Browserless tove) throws Exception {
        List<String> places = new ArrayList<>();
        for (JsonNode tenant : tove.get("/api/v1/catalogue").body().path("tenants")) {
            if (tenant.path("path").asString().startsWith("pelagia/")) {
                tenant.path("areas")
                        .forEach(area -> places.add(tenant.path("path").asString() + ","
                                + area.path("key").asString()));
            }
        }
        assertThat(places).hasSizeGreaterThanOrEqualTo(PLACES);
        StringBuilder csv = new StringBuilder("for whom,role,tenant,area,last day\n");
        for (int number = 0; number < PEOPLE; number++) {
            for (String place : places.subList(0, PLACES)) {
                csv.append("season.worker" + number + ",animal-reader," + place + ",2027-09-30\n");
            }
        }
        JsonNode draft = draft(tove, "assignments", csv.toString());
        assertThat(draft.path("total").asInt()).isEqualTo(PLACES * PEOPLE);
        assertThat(draft.path("summary").path("people").asInt()).isEqualTo(PEOPLE);
        long began = System.nanoTime();
        Answer applied = tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        print(PLACES * PEOPLE + " assignments applied", began);
    }

    /** Nobody has an account yet for what everybody is given: all are opened at one stroke, and the job is as long as that. */
    private static void accountsFollow(Browserless tove) throws Exception {
        StringBuilder csv = new StringBuilder("for whom,role,tenant\n");
        for (int number = 0; number < PEOPLE; number++) {
            csv.append("season.worker" + number + ",rescue-watcher,strandline/live\n");
        }
        JsonNode draft = draft(tove, "watchers", csv.toString());
        String path = "/api/v1/drafts/" + draft.path("id").asString() + "/missing-accounts";
        JsonNode missing = tove.get(path).body();
        assertThat(missing).hasSize(1);
        assertThat(missing.path(0).path("people").asInt()).isEqualTo(PEOPLE);
        long began = System.nanoTime();
        JsonNode whole = tove.send(
                        "POST",
                        path,
                        null,
                        "If-Match",
                        "\"" + draft.path("version").asLong() + "\"")
                .body();
        print(PEOPLE + " accounts added", began);
        assertThat(whole.path("total").asInt()).isEqualTo(2 * PEOPLE);
        assertThat(whole.path("summary").path("toSettle").asInt()).isZero();
        assertThat(tove.get(path).body()).isEmpty();
        began = System.nanoTime();
        Answer applied = tove.apply(whole);
        print("accounts and roles applied", began);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        String job = "/api/v1/jobs/" + applied.text("job");
        JsonNode view = tove.get(job).body();
        assertThat(view.path("total").asInt()).isGreaterThanOrEqualTo(2 * PEOPLE);
        JsonNode tenant = view.path("tenants").path(0);
        assertThat(tenant.path("steps").size() + tenant.path("more").asInt())
                .isEqualTo(tenant.path("total").asInt());
        assertThat(tenant.path("steps").size()).isLessThanOrEqualTo(100);
        assertThat(tove.send("POST", job + "/stop", tove.object("reason", "measured enough"))
                        .status())
                .isEqualTo(200);
    }

    private static JsonNode draft(Browserless tove, String what, String csv) throws Exception {
        long began = System.nanoTime();
        Answer read = tove.sendText("POST", "/api/v1/imports?name=" + what + ".csv", csv, "Content-Type", "text/csv");
        assertThat(read.status()).as("%s", read.body()).isEqualTo(201);
        print(what + " read and tried", began);
        began = System.nanoTime();
        Answer drafted = tove.send("POST", "/api/v1/imports/" + read.text("id") + "/draft", null);
        assertThat(drafted.status()).as("%s", drafted.body()).isLessThan(300);
        print(what + " drafted", began);
        return drafted.body();
    }

    private static int total(Browserless browser) throws Exception {
        return browser.get("/api/v1/people?limit=1").body().path("total").asInt();
    }

    /** Lists, a search and a page over and over; each sees all of the newcomers or none. */
    private static List<Double> readUntil(Stage stage, int known, AtomicBoolean isOver) {
        List<Double> millis = new ArrayList<>();
        try {
            Browserless bram = Browserless.signedIn(stage.address(), "bram", "south-bay-2026");
            String ines = bram.get("/api/v1/people?q=ines.abara")
                    .body()
                    .path("people")
                    .path(0)
                    .path("id")
                    .asString();
            do {
                for (String path : List.of(
                        "/api/v1/people?limit=200", "/api/v1/people?q=keeper%20lagoon", "/api/v1/people/" + ines)) {
                    long began = System.nanoTime();
                    Answer answer = bram.get(path);
                    millis.add((System.nanoTime() - began) / 1e6);
                    assertThat(answer.status()).isEqualTo(200);
                    if (path.endsWith("200")) {
                        assertThat(answer.body().path("total").asInt()).isIn(known, known + PEOPLE);
                    }
                }
            } while (!isOver.get());
        } catch (Exception failed) {
            throw new IllegalStateException("reading while the season came in", failed);
        }
        Collections.sort(millis);
        return millis;
    }

    private static void print(String what, long began) {
        System.out.printf(Locale.ROOT, "many: %-28s %6.1f s%n", what, (System.nanoTime() - began) / 1e9);
    }
}
