package wexa.server.large;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Newcomers;
import wexa.server.testing.Stage;

/**
 * An organisation many times the scenario's size: the scenario's people over and over, with their engagements, groups and
 * roles. Lists, search and previews stay right and whole. Small here; {@code ./wexa bench server} runs it large
 * ({@code -Dwexa.large.people}) and prints what each request takes.
 */
class LargeTest {
    private static final int PEOPLE = Integer.getInteger("wexa.large.people", 3_000);
    private static final int HOLDINGS = 400;
    private static final int LEAVERS = 150;
    private static final int TIMES = Integer.getInteger("wexa.large.times", 3);
    private static final Set<String> REPEATED = Set.of("person", "engagement", "membership", "assignment");

    @TempDir
    Path folder;

    private final JsonMapper json = new JsonMapper();

    private record Row(String kind, int version, ObjectNode body) {}

    @Test
    void listsSearchAndPreviewsStayRightHoweverManyThereAre() throws Exception {
        try (Stage stage = new Stage(folder)) {
            Browserless before = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            int known =
                    before.get("/api/v1/people?limit=1").body().path("total").asInt();
            List<String> withAccounts = handles(before, 0, TIMES * 10);
            stage.stopServer();
            int people = known + repeat(PEOPLE - known);
            stage.startServer();
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            long began = System.nanoTime();
            JsonNode first = tove.get("/api/v1/people?limit=200").body();
            System.out.printf(
                    Locale.ROOT, "large: %d people, first list %.0f ms%n", people, (System.nanoTime() - began) / 1e6);
            assertThat(first.path("total").asInt()).isEqualTo(people);
            assertThat(first.path("people").size()).isEqualTo(200);
            print("list of 200", () -> tove.get("/api/v1/people?limit=200"));
            print("list of 200 from the middle", () -> tove.get("/api/v1/people?limit=200&from=" + people / 2));
            print("search by job and unit", () -> tove.get("/api/v1/people?limit=200&q=keeper%20lagoon"));
            print("table with its counts", () -> tove.get("/api/v1/people/table?limit=100"));
            print(
                    "table filtered by three parts",
                    () -> tove.get("/api/v1/people/table?limit=100&standing=HERE&kind=EMPLOYEE&ends=NEVER"));
            print("found by staff number or handle", () -> tove.get("/api/v1/people/find?q=ines.abara"));
            print("found though misspelled", () -> tove.get("/api/v1/people/find?q=inez%20abarra"));
            print("report of people per application", () -> tove.get("/api/v1/reports/PEOPLE"));
            print("report of the use of seats", () -> tove.get("/api/v1/reports/SEATS"));
            JsonNode one = tove.get("/api/v1/people?q=ines.abara").body().path("people");
            assertThat(one.valueStream().map(row -> row.path("handle").asString()))
                    .contains("ines.abara");
            String id = one.path(0).path("id").asString();
            print("person's page", () -> tove.get("/api/v1/people/" + id));
            print("what a person can do", () -> tove.get("/api/v1/people/" + id + "/access"));
            drafted(tove, people);
            print("desk", () -> tove.get("/api/v1/desk"));
            manyEntries(tove);
            leaving(tove, one.path(0));
            tenChanges(tove, withAccounts);
            corrected(tove);
        }
    }

    /** A preview per keystroke, and the newcomer in the list as soon as the draft is applied. */
    private void drafted(Browserless tove, int people) throws Exception {
        JsonNode[] draft = {Newcomers.draft(tove, "very.late", "99801", "keeper")};
        String entry = draft[0].path("entries")
                .valueStream()
                .filter(line -> line.path("form").asString().equals("person.add"))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asString();
        int[] stroke = {0};
        print("preview of a draft after a keystroke", () -> {
            ObjectNode edits = json.createObjectNode();
            edits.putArray("taken");
            ObjectNode put = edits.putArray("put").addObject();
            JsonNode before = draft[0].path("entries")
                    .valueStream()
                    .filter(line -> line.path("id").asString().equals(entry))
                    .findFirst()
                    .orElseThrow();
            put.put("id", entry).put("form", "person.add");
            put.set("fields", ((ObjectNode) before.path("fields").deepCopy()).put("given", "Late" + stroke[0]++));
            Browserless.Answer answer = tove.send(
                    "PUT",
                    "/api/v1/drafts/" + draft[0].path("id").asString() + "/entries",
                    edits,
                    "If-Match",
                    "\"" + draft[0].path("version").asLong() + "\"");
            assertThat(answer.status()).isEqualTo(200);
            draft[0] = answer.body();
            return answer;
        });
        assertThat(tove.apply(draft[0]).status()).isEqualTo(200);
        JsonNode after = tove.get("/api/v1/people?q=very.late").body();
        assertThat(after.path("people").path(0).path("handle").asString()).isEqualTo("very.late");
        assertThat(tove.get("/api/v1/people?limit=1").body().path("total").asInt())
                .isEqualTo(people + 1);
        print("list after an apply", () -> tove.get("/api/v1/people?limit=200"));
    }

    private List<String> handles(Browserless tove, int from, int many) throws Exception {
        return tove.get("/api/v1/people?limit=" + many + "&from=" + from)
                .body()
                .path("people")
                .valueStream()
                .map(row -> row.path("handle").asString())
                .toList();
    }

    private Browserless.Answer edit(Browserless tove, JsonNode draft, List<ObjectNode> entries) throws Exception {
        ObjectNode edits = json.createObjectNode();
        edits.putArray("taken");
        edits.putArray("put").addAll(entries);
        Browserless.Answer answer = tove.send(
                "PUT",
                "/api/v1/drafts/" + draft.path("id").asString() + "/entries",
                edits,
                "If-Match",
                "\"" + draft.path("version").asLong() + "\"");
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer;
    }

    private ObjectNode membership(UUID id, String member, String group, String reason) {
        ObjectNode entry = json.createObjectNode();
        entry.put("id", id.toString()).put("form", "membership.put");
        entry.putObject("fields").put("member", member).put("group", group).put("because", reason);
        return entry;
    }

    /** A keystroke among many entries. */
    private void manyEntries(Browserless tove) throws Exception {
        List<String> members = handles(tove, 200, Math.min(300, TIMES * 20));
        List<ObjectNode> entries = members.stream()
                .map(member -> membership(UUID.randomUUID(), member, "curators", "for the season"))
                .toList();
        JsonNode[] draft = {edit(tove, tove.draft("Import"), entries).body()};
        UUID one = UUID.fromString(entries.getLast().path("id").asString());
        int[] stroke = {0};
        print("keystroke among " + members.size() + " entries", () -> {
            Browserless.Answer answer = edit(
                    tove, draft[0], List.of(membership(one, members.getLast(), "curators", "stroke " + stroke[0]++)));
            draft[0] = answer.body();
            return answer;
        });
    }

    /** Somebody who answers for much, and many who leave together. */
    private void leaving(Browserless tove, JsonNode person) throws Exception {
        List<ObjectNode> owned = new ArrayList<>();
        for (int number = 0; number < HOLDINGS; number++) {
            ObjectNode entry = json.createObjectNode();
            entry.put("id", UUID.randomUUID().toString()).put("form", "group.make");
            entry.putObject("fields")
                    .put("key", "owned-" + number)
                    .put("name", "Owned " + number)
                    .put("owners", person.path("handle").asString());
            owned.add(entry);
        }
        assertThat(tove.apply(edit(tove, tove.draft("Owned"), owned).body()).status())
                .isEqualTo(200);
        ObjectNode wanted = json.createObjectNode();
        wanted.putArray("ending");
        wanted.putObject("successors");
        String path = "/api/v1/people/" + person.path("id").asString() + "/leaving";
        assertThat(tove.send("POST", path, wanted).body().path("holdings").size())
                .isGreaterThanOrEqualTo(HOLDINGS);
        print("offboarding page of " + HOLDINGS + " holdings", () -> tove.send("POST", path, wanted));

        ObjectNode wave = json.createObjectNode().put("act", "OFFBOARD");
        ArrayNode leavers = wave.putArray("people");
        tove.get("/api/v1/people?limit=" + LEAVERS + "&from=1000")
                .body()
                .path("people")
                .forEach(row -> leavers.add(row.path("id").asString()));
        print(LEAVERS + " leavers prepared", () -> tove.send("POST", "/api/v1/people/table/acts", wave));
        List<ObjectNode> entries = new ArrayList<>();
        for (JsonNode change :
                tove.send("POST", "/api/v1/people/table/acts", wave).body().path("entries")) {
            ObjectNode entry = json.createObjectNode();
            entry.put("id", UUID.randomUUID().toString())
                    .put("form", change.path("form").asString())
                    .set("fields", change.path("fields"));
            entries.add(entry);
        }
        JsonNode[] draft = {tove.draft("The season ends")};
        ObjectNode last = entries.removeLast();
        draft[0] = edit(tove, draft[0], entries).body();
        print("preview of their " + (entries.size() + 1) + " changes", () -> {
            Browserless.Answer answer = edit(tove, draft[0], List.of(last));
            draft[0] = answer.body();
            return answer;
        });
    }

    /** Ten changes at a time: the time from the click to the answer. The group conflicts with nothing that any of them has. */
    private void tenChanges(Browserless tove, List<String> members) throws Exception {
        double[] reviews = new double[TIMES];
        List<JsonNode> drafts = new ArrayList<>();
        for (int time = 0; time < TIMES; time++) {
            List<ObjectNode> ten = members.subList(time * 10, time * 10 + 10).stream()
                    .map(member -> membership(UUID.randomUUID(), member, "south-bay-keepers", "ten at a time"))
                    .toList();
            drafts.add(edit(tove, tove.draft("Ten " + time), ten).body());
        }
        String[] digest = {""};
        double[] applied = new double[TIMES];
        for (int time = 0; time < TIMES; time++) {
            JsonNode draft = drafts.get(time);
            long began = System.nanoTime();
            digest[0] = tove.reviewed(draft);
            reviews[time] = (System.nanoTime() - began) / 1e6;
            began = System.nanoTime();
            Browserless.Answer answer = tove.apply(draft, UUID.randomUUID(), digest[0]);
            assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
            applied[time] = (System.nanoTime() - began) / 1e6;
        }
        print("review of ten changes", reviews);
        print("apply of ten changes", applied);
    }

    /** One wrong cell in a large table. */
    private void corrected(Browserless tove) throws Exception {
        int rows = Math.min(20_000, PEOPLE / 2);
        StringBuilder csv = new StringBuilder("for whom,role,tenant,area\n");
        int line = 0;
        for (int from = 1_000; line < rows; from += 1_000) {
            for (String handle : handles(tove, from % (PEOPLE - 1_000), 1_000)) {
                boolean isWrong = line % (rows / TIMES) == 0;
                csv.append(handle + ",animal-reader,pelagia/north," + (isWrong ? "nowhere" : "lagoon-hall") + "\n");
                line++;
            }
        }
        long began = System.nanoTime();
        Browserless.Answer read =
                tove.sendText("POST", "/api/v1/imports?name=large.csv", csv.toString(), "Content-Type", "text/csv");
        assertThat(read.status()).isEqualTo(201);
        System.out.printf(
                Locale.ROOT,
                "large: table of %d rows read and tried %.0f ms%n",
                line,
                (System.nanoTime() - began) / 1e6);
        JsonNode[] table = {read.body()};
        String path = "/api/v1/imports/" + read.text("id");
        List<JsonNode> wrong = tove.get(path + "/rows?result=REFUSED&limit=1000")
                .body()
                .path("rows")
                .valueStream()
                .toList();
        assertThat(wrong).hasSizeGreaterThanOrEqualTo(TIMES);
        int[] next = {0};
        print("a corrected cell of it", () -> {
            JsonNode row = wrong.get(next[0]++);
            ObjectNode body = json.createObjectNode();
            body.put("version", table[0].path("version").asLong());
            body.putArray("cells")
                    .add(row.path("cells").path(0).asString())
                    .add("animal-reader")
                    .add("pelagia/north")
                    .add("kelp-hall");
            Browserless.Answer answer =
                    tove.send("PUT", path + "/rows/" + row.path("line").asLong(), body);
            table[0] = answer.body();
            return answer;
        });
        assertThat(table[0].path("results").path("REFUSED").asInt()).isEqualTo(wrong.size() - TIMES);
    }

    private static void print(String what, Callable<Browserless.Answer> request) throws Exception {
        double[] millis = new double[TIMES];
        for (int time = 0; time < TIMES; time++) {
            long began = System.nanoTime();
            assertThat(request.call().status()).isEqualTo(200);
            millis[time] = (System.nanoTime() - began) / 1e6;
        }
        print(what, millis);
    }

    private static void print(String what, double[] millis) {
        Arrays.sort(millis);
        System.out.printf(Locale.ROOT, "large: %-40s median %6.1f ms%n", what, millis[TIMES / 2]);
    }

    /** The rows of people and of what is theirs, again and again under new ids; answers how many people that made. */
    private int repeat(int wanted) throws Exception {
        try (Connection store = DriverManager.getConnection(
                "jdbc:h2:" + folder.toAbsolutePath().resolve("data/wexa")
                        + ";MODE=PostgreSQL;DATABASE_TO_LOWER=TRUE;DEFAULT_NULL_ORDERING=HIGH",
                "wexa",
                "")) {
            store.setAutoCommit(false);
            List<Row> rows = read(store);
            int people = (int)
                    rows.stream().filter(row -> row.kind().equals("person")).count();
            int made = 0;
            for (int round = 1; made < wanted; round++) {
                write(store, rows, "-r" + round);
                made += people;
            }
            store.commit();
            return made;
        }
    }

    private List<Row> read(Connection store) throws Exception {
        List<Row> rows = new ArrayList<>();
        try (ResultSet all =
                store.createStatement().executeQuery("select kind, form_version, body from fact order by kind, id")) {
            while (all.next()) {
                if (REPEATED.contains(all.getString(1))) {
                    rows.add(new Row(all.getString(1), all.getInt(2), (ObjectNode) json.readTree(all.getString(3))));
                }
            }
        }
        return rows;
    }

    private static void write(Connection store, List<Row> rows, String suffix) throws Exception {
        Map<String, String> renamed = new HashMap<>();
        rows.forEach(row ->
                renamed.put(row.body().path("id").asString(), UUID.randomUUID().toString()));
        try (PreparedStatement insert =
                store.prepareStatement("insert into fact (kind, id, form_version, body) values (?, ?, ?, ?)")) {
            for (Row row : rows) {
                ObjectNode body = row.body().deepCopy();
                for (String name : List.of("id", "person", "member", "subject", "engagement", "manager")) {
                    if (body.path(name).isString()) {
                        body.put(name, other(body.path(name).asString(), renamed));
                    }
                }
                if (row.kind().equals("person")) {
                    body.put("handle", body.path("handle").asString() + suffix);
                    body.remove(List.of("mail", "directoryEntry"));
                } else if (row.kind().equals("engagement")) {
                    body.remove("staffNumber");
                }
                boolean isPersons = body.path("person").isString() || row.kind().equals("person");
                String subject =
                        body.path("member").asString("") + body.path("subject").asString("");
                if (isPersons || subject.startsWith("person:")) {
                    insert.setString(1, row.kind());
                    insert.setObject(2, UUID.fromString(body.path("id").asString()));
                    insert.setInt(3, row.version());
                    insert.setString(4, body.toString());
                    insert.addBatch();
                }
            }
            insert.executeBatch();
        }
    }

    private static String other(String text, Map<String, String> renamed) {
        int colon = text.indexOf(':');
        String prefix = text.substring(0, colon + 1);
        String id = text.substring(colon + 1);
        return prefix + renamed.getOrDefault(id, id);
    }
}
