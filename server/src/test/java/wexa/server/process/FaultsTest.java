package wexa.server.process;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static wexa.server.testing.Patience.patiently;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Outside;
import wexa.server.testing.ServerProcess;

/**
 * Many people come, and then all of them leave, each in one large job against tenants that fail, dawdle, limit and cut a fifth of
 * all answers, while the server is killed and the tenants are stopped at random: in the end every tenant agrees, nothing was made
 * twice, nothing is lost, and nothing is left of those who left. Short here; {@code ./wexa bench
 * faults} runs it long ({@code -Dwexa.faults.people}, {@code -Dwexa.faults.kills}, {@code -Dwexa.faults.seed}, and for those who
 * leave {@code -Dwexa.faults.leaving-kills} and {@code -Dwexa.faults.stops}).
 */
class FaultsTest {
    private static final int PEOPLE = Integer.getInteger("wexa.faults.people", 20);
    private static final int KILLS = Integer.getInteger("wexa.faults.kills", 1);
    private static final int LEAVING_KILLS = Integer.getInteger("wexa.faults.leaving-kills", 5);
    private static final int STOPS = Integer.getInteger("wexa.faults.stops", 1);
    private static final long SEED = Long.getLong("wexa.faults.seed", 20_261_123);
    private static final int PERCENT = 20;
    private static final Map<String, String> TENANTS = Map.of(
            "pelagia-north", "pelagia/north", "pelagia-south", "pelagia/south", "rota-buoy-all", "rota-buoy/all");

    @TempDir
    Path folder;

    private final JsonMapper json = new JsonMapper();
    private final Random random = new Random(SEED);

    @Test
    void everyTenantAgreesWhenTheyHaveComeAndWhenTheyHaveLeft() throws Exception {
        System.out.printf("faults: seed %d, %d people, %d kills, %d %% of answers%n", SEED, PEOPLE, KILLS, PERCENT);
        try (Outside outside = new Outside(folder)) {
            ServerProcess server = outside.server();
            Process process = server.start("");
            try {
                Browserless tove = server.whenUp();
                awaitReadings(tove);
                List<String> people = new ArrayList<>();
                JsonNode draft = draft(tove, people);
                misbehave(outside, PERCENT);
                long began = System.nanoTime();
                String job = tove.apply(draft).text("job");
                for (int kill = 0; kill < KILLS; kill++) {
                    Thread.sleep(300 + random.nextInt(1_500));
                    process.destroyForcibly().waitFor();
                    process = server.start("");
                    tove = server.whenUp();
                }
                JsonNode ended = ended(tove, job);
                long seconds = Duration.ofNanos(System.nanoTime() - began).toSeconds();
                misbehave(outside, 0);
                assertAgrees(tove, ended, people);
                int made = assertNothingTwice(outside);
                System.out.printf(
                        "faults: %d steps done after %d s and %d kills, %d tries; %d people and their %d accounts, seats and"
                                + " roles are as they should be, %d objects in the tenants and none of them twice%n",
                        ended.path("done").asInt(),
                        seconds,
                        KILLS,
                        ended.path("tries").asInt(),
                        people.size(),
                        people.size() * TENANTS.size(),
                        made);
                process = leave(outside, server, process, tove, people);
            } finally {
                process.destroyForcibly();
            }
        }
    }

    private static JsonNode ended(Browserless tove, String job) {
        return await().atMost(Duration.ofMinutes(4 + PEOPLE / 2))
                .pollInterval(Duration.ofMillis(500))
                .until(
                        () -> tove.get("/api/v1/jobs/" + job).body(),
                        one -> one.path("open").asInt() == 0 && one.has("open"));
    }

    /** All of them leave at once. */
    private Process leave(
            Outside outside, ServerProcess server, Process running, Browserless signedIn, List<String> people)
            throws Exception {
        Process process = running;
        Browserless tove = signedIn;
        JsonNode draft = leaving(tove, people);
        misbehave(outside, PERCENT);
        long began = System.nanoTime();
        String job = tove.apply(draft).text("job");
        int stops = STOPS;
        for (int kill = 0; kill < LEAVING_KILLS; kill++) {
            Thread.sleep(300 + random.nextInt(1_500));
            process.destroyForcibly().waitFor();
            if (stops > 0 && random.nextInt(LEAVING_KILLS - kill) < stops) {
                stops--;
                outside.restartTenants();
                misbehave(outside, PERCENT);
            }
            process = server.start("");
            tove = server.whenUp();
        }
        JsonNode ended = ended(tove, job);
        long seconds = Duration.ofNanos(System.nanoTime() - began).toSeconds();
        misbehave(outside, 0);
        assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("DONE");
        assertNothingIsLeft(tove, outside, people);
        assertNothingTwice(outside);
        System.out.printf(
                "faults: %d people left with %d steps after %d s, %d kills of the server and %d stops of the tenants, %d"
                        + " tries; nothing is left of them%n",
                people.size(),
                ended.path("done").asInt(),
                seconds,
                LEAVING_KILLS,
                STOPS - stops,
                ended.path("tries").asInt());
        return process;
    }

    private JsonNode leaving(Browserless tove, List<String> people) throws Exception {
        JsonNode draft = tove.draft("They leave");
        for (String person : people) {
            ObjectNode wanted = json.createObjectNode();
            wanted.putArray("ending");
            wanted.putObject("successors");
            ObjectNode edits = json.createObjectNode();
            edits.putArray("taken");
            ArrayNode put = edits.putArray("put");
            for (JsonNode holding : tove.send("POST", "/api/v1/people/" + person + "/leaving", wanted)
                    .body()
                    .path("holdings")) {
                if (holding.path("change").isObject()) {
                    ObjectNode entry = put.addObject();
                    entry.put("id", UUID.randomUUID().toString());
                    entry.put("form", holding.path("change").path("form").asString());
                    entry.set("fields", holding.path("change").path("fields"));
                }
            }
            draft = put(tove, draft, edits);
        }
        assertThat(draft.path("summary").path("toSettle").asInt(-1))
                .as("%s", draft)
                .isZero();
        return draft;
    }

    /** By Wexa's evidence, and asked of the tenants themselves. */
    private static void assertNothingIsLeft(Browserless tove, Outside outside, List<String> people) throws Exception {
        for (JsonNode tenant : tove.get("/api/v1/tenants").body()) {
            if (TENANTS.containsValue(tenant.path("path").asString())) {
                tove.send("POST", "/api/v1/tenants/" + tenant.path("id").asString() + "/readings", tove.object());
            }
        }
        for (String person : people) {
            JsonNode evidence =
                    tove.get("/api/v1/people/" + person + "/removal").body();
            assertThat(evidence.path("isComplete").asBoolean())
                    .as("%s", evidence)
                    .isTrue();
            assertThat(evidence.path("tenants")).hasSize(TENANTS.size());
        }
        for (String tenant : TENANTS.keySet()) {
            List<String> theirs = new ArrayList<>();
            for (JsonNode user : outside.list(tenant, "Users")) {
                if (user.path("userName").asString().startsWith("many.number")
                        || user.path("name").path("givenName").asString().equals("Many")) {
                    theirs.add(user.path("id").asString());
                    assertThat(user.path("active").asBoolean(true))
                            .as("%s", user)
                            .isFalse();
                }
            }
            for (JsonNode assignment : outside.list(tenant, "Assignments")) {
                assertThat(theirs)
                        .doesNotContain(assignment.path("subject").path("value").asString());
            }
        }
    }

    /** A busy machine may answer too late for the first reading: then it is asked for once more. */
    private static void awaitReadings(Browserless tove) {
        patiently().pollInterval(Duration.ofSeconds(1)).until(() -> {
            boolean areDone = true;
            for (JsonNode tenant : tove.get("/api/v1/tenants").body()) {
                String reading = tenant.path("reading").asString();
                areDone &= reading.equals("DONE");
                if (reading.equals("FAILED")) {
                    tove.send("POST", "/api/v1/tenants/" + tenant.path("id").asString() + "/readings", tove.object());
                }
            }
            return areDone;
        });
    }

    /** People with an account, a seat and a role in each of three tenants: about twelve steps each. */
    private JsonNode draft(Browserless tove, List<String> people) throws Exception {
        JsonNode draft = tove.draft("Import");
        for (int number = 0; number < PEOPLE; number++) {
            String person = UUID.randomUUID().toString();
            people.add(person);
            ObjectNode edits = json.createObjectNode();
            edits.putArray("taken");
            ArrayNode put = edits.putArray("put");
            String handle = "many.number-" + number;
            add(put, "person.add", "id", person, "handle", handle, "given", "Many", "family", "Number " + number);
            ((ObjectNode) put.get(0).path("fields")).put("home", "skerrow").put("mail", handle + "@skerrow.example");
            add(put, "engagement.begin", "person", person, "kind", "employee", "unit", "office", "job", "Planner");
            ((ObjectNode) put.get(1).path("fields")).put("number", Integer.toString(80_000 + number));
            addAccount(put, person, "pelagia/north", "reader", "night-keeper", "lagoon-hall");
            addAccount(put, person, "pelagia/south", "reader", "night-keeper", "reef-hall");
            addAccount(put, person, "rota-buoy/all", "staff", "", "");
            draft = put(tove, draft, edits);
            assertThat(draft.path("summary").path("toSettle").asInt(-1))
                    .as("%s", draft)
                    .isZero();
        }
        return draft;
    }

    private static JsonNode put(Browserless tove, JsonNode draft, ObjectNode edits) throws Exception {
        return tove.send(
                        "PUT",
                        "/api/v1/drafts/" + draft.path("id").asString() + "/entries",
                        edits,
                        "If-Match",
                        "\"" + draft.path("version").asLong() + "\"")
                .body();
    }

    private static void add(ArrayNode put, String form, String... namesAndValues) {
        ObjectNode entry = put.addObject();
        entry.put("id", UUID.randomUUID().toString());
        entry.put("form", form);
        ObjectNode fields = entry.putObject("fields");
        for (int at = 0; at + 1 < namesAndValues.length; at += 2) {
            fields.put(namesAndValues[at], namesAndValues[at + 1]);
        }
    }

    private static void addAccount(ArrayNode put, String person, String tenant, String seat, String role, String area) {
        String account = UUID.randomUUID().toString();
        add(put, "account.open", "id", account, "person", person, "tenant", tenant);
        add(put, "seat.give", "account", account, "kind", seat);
        if (!role.isEmpty()) {
            String subject = "person:" + person;
            add(put, "assignment.give", "subject", subject, "role", role, "tenant", tenant, "area", area);
        }
    }

    private void misbehave(Outside outside, int percent) throws Exception {
        for (String tenant : TENANTS.keySet()) {
            outside.fault(
                    tenant, "{\"percent\":" + percent + ",\"millis\":150,\"seed\":" + random.nextInt(1_000_000) + "}");
        }
    }

    private static void assertAgrees(Browserless tove, JsonNode ended, List<String> people) throws Exception {
        assertThat(ended.path("state").asString()).as("%s", ended).isEqualTo("DONE");
        for (JsonNode tenant : tove.get("/api/v1/tenants").body()) {
            if (TENANTS.containsValue(tenant.path("path").asString())) {
                JsonNode read = tove.send(
                                "POST", "/api/v1/tenants/" + tenant.path("id").asString() + "/readings", tove.object())
                        .body();
                assertThat(read.path("differences").toString()).doesNotContain("many.number");
            }
        }
        for (String person : people) {
            JsonNode page = tove.get("/api/v1/people/" + person).body();
            assertThat(page.path("accounts")).hasSize(TENANTS.size());
            assertThat(page.path("accounts"))
                    .allMatch(account -> account.path("square").asString().equals("SAME"));
            assertThat(page.path("accounts"))
                    .allMatch(account -> account.path("verified").path("yes").asInt() > 0
                            && account.path("verified").path("wrong").asInt() == 0);
            assertThat(page.path("roles"))
                    .filteredOn(role -> role.path("app").asString().equals("Pelagia"))
                    .hasSize(2)
                    .allMatch(role -> role.path("square").asString().equals("SAME"));
        }
    }

    /** Asked of the tenants themselves: each of our ids stands there once. */
    private static int assertNothingTwice(Outside outside) throws Exception {
        int made = 0;
        for (String tenant : TENANTS.keySet()) {
            for (String type : List.of("Users", "Groups", "Roles", "Assignments")) {
                Map<String, Integer> seen = new HashMap<>();
                for (JsonNode resource : outside.list(tenant, type)) {
                    String id = resource.path("externalId").asString("");
                    if (!id.isEmpty()) {
                        seen.merge(id, 1, Integer::sum);
                    }
                }
                assertThat(seen)
                        .as("%s of %s", type, tenant)
                        .allSatisfy((id, count) -> assertThat(count).isEqualTo(1));
                made += seen.size();
            }
        }
        assertThat(made).isPositive();
        return made;
    }
}
