package wexa.server.setup;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import com.sun.net.httpserver.HttpServer;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.MissingNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;
import wexa.server.WexaServer;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;

/** From an empty installation to a tenant whose old accounts are their people's. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SetupTest {
    private static final String PASSWORD = "long-enough-2026";

    @TempDir
    static Path folder;

    private static StandIns standIns;
    private static Directories directories;
    private static ConfigurableApplicationContext server;
    private static Browserless ada;
    private static Map<String, String> tokens;

    @BeforeAll
    static void start() throws Exception {
        Path source = folder.resolve("source");
        ScenarioFiles.write(source);
        standIns = new StandIns(source, folder.resolve("stand-ins"), 0, 0, Clock.systemUTC());
        directories = new Directories(source, 0);
        server = new SpringApplicationBuilder(WexaServer.class)
                .run("--server.port=0", "--wexa.data=" + folder.resolve("data"));
        tokens = new HashMap<>();
        for (JsonNode one : new JsonMapper().readTree(Files.readString(source.resolve("tenants.json")))) {
            tokens.put(one.path("key").asString(), one.path("token").asString());
        }
        URI address = URI.create("http://127.0.0.1:" + server.getEnvironment().getProperty("local.server.port"));
        Browserless stranger = new Browserless(address);
        stranger.get("/api/v1/first");
        ObjectNode first = stranger.object("login", "ada", "name", "Ada First", "password", PASSWORD);
        first.put("code", Files.readString(folder.resolve("data/first-start-code")));
        assertThat(stranger.send("POST", "/api/v1/first", first).status()).isEqualTo(201);
        ada = Browserless.signedIn(address, "ada", PASSWORD);
    }

    @AfterAll
    static void stop() throws Exception {
        server.close();
        directories.close();
        standIns.close();
    }

    private static ObjectNode address(String tenant) {
        return ada.object(
                "address",
                "http://127.0.0.1:" + standIns.port() + "/" + tenant + "/scim/v2",
                "token",
                tokens.getOrDefault(tenant, "none"));
    }

    private static ObjectNode directory(String key) {
        ObjectNode made = ada.object(
                "key", key,
                "name", "Trust directory",
                "host", "127.0.0.1",
                "encryption", "NONE",
                "bindDn", Directories.BIND_DN,
                "bindPassword", Directories.BIND_PASSWORD,
                "peopleDn", "ou=people,dc=skerrow,dc=example");
        return made.put("port", directories.port());
    }

    private static String wrongField(Answer answer) {
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(400);
        return answer.body().path("fields").path(0).path("field").asString();
    }

    @Test
    void whatDoesNotAnswerAsItShouldIsNamedByItsField() throws Exception {
        String probe = "/api/v1/tenants/probe";
        assertThat(wrongField(ada.send("POST", probe, address("pelagia-north").put("token", "wrong"))))
                .isEqualTo("token");
        assertThat(wrongField(ada.send("POST", probe, address("pelagia-north").put("address", "ftp://x.example"))))
                .isEqualTo("address");
        assertThat(wrongField(ada.send("POST", probe, address("pelagia-north").put("address", "http://127.0.0.1:9/"))))
                .isEqualTo("address");
        assertThat(wrongField(ada.send("POST", probe, address("nowhere")))).isEqualTo("address");

        String tried = "/api/v1/directory/sources/probe";
        assertThat(wrongField(ada.send("POST", tried, directory("x").put("bindPassword", "wrong"))))
                .isEqualTo("bindPassword");
        assertThat(wrongField(ada.send("POST", tried, directory("x").put("port", 9))))
                .isEqualTo("host");
        assertThat(wrongField(ada.send("POST", tried, directory("x").put("encryption", "TLS"))))
                .isIn("host", "certificates");
        assertThat(wrongField(ada.send("POST", tried, directory("x").put("encryption", "STARTTLS"))))
                .isEqualTo("encryption");
        assertThat(wrongField(
                        ada.send("POST", tried, directory("x").put("groupsDn", "ou=nobody,dc=skerrow,dc=example"))))
                .isEqualTo("groupsDn");
        assertThat(wrongField(
                        ada.send("POST", tried, directory("x").put("peopleDn", "ou=nobody,dc=skerrow,dc=example"))))
                .isEqualTo("peopleDn");
    }

    @Test
    void aKeptTokenGoesNowhereElseAndTheAttemptIsWritten() throws Exception {
        ObjectNode wanted = address("strandline-live")
                .put("app", "strandline")
                .put("appName", "Strandline")
                .put("key", "carried")
                .put("name", "Carried")
                .put("environment", "TRAINING")
                .put("userNames", "MAIL")
                .put("isPlaceNeeded", false);
        Answer made = ada.send("POST", "/api/v1/tenants", wanted);
        assertThat(made.status()).as("%s", made.body()).isEqualTo(201);
        String connection = "/api/v1/tenants/" + made.text("id") + "/connection";
        List<String> sent = new CopyOnWriteArrayList<>();
        HttpServer thief = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        thief.createContext("/", exchange -> {
            sent.add(String.valueOf(exchange.getRequestHeaders().getFirst("Authorization")));
            exchange.sendResponseHeaders(404, -1);
            exchange.close();
        });
        thief.start();
        try {
            String there = "http://127.0.0.1:" + thief.getAddress().getPort() + "/";
            assertThat(wrongField(ada.send("PUT", connection, ada.object("address", there))))
                    .isEqualTo("token");
            assertThat(wrongField(ada.send("PUT", connection, ada.object("address", there, "token", " "))))
                    .isEqualTo("token");
            assertThat(sent).isEmpty();
            assertThat(ada.get("/api/v1/security-log").body().toString())
                    .contains("CONNECTION_REFUSED")
                    .contains("was not sent to " + there);
        } finally {
            thief.stop(0);
        }
        assertThat(wrongField(ada.send("PUT", connection, ada.object("address", "http://tenant.example/"))))
                .isEqualTo("address");
        assertThat(wrongField(ada.send("PUT", connection, ada.object("address", "http://127.0.0.1:99999/"))))
                .isEqualTo("address");
        assertThat(wrongField(ada.send("PUT", connection, ada.object("address", "http://a:b@127.0.0.1/"))))
                .isEqualTo("address");
        assertThat(wrongField(ada.send("PUT", connection, ada.object("token", "two\nlines"))))
                .isEqualTo("token");
        assertThat(ada.send("PUT", connection, ada.object("door", "https://carried.example/sign-in"))
                        .status())
                .isEqualTo(204);
    }

    @Test
    void aDirectoryIsReachedOtherwisePausedAndDisconnected() throws Exception {
        assertThat(ada.send("POST", "/api/v1/directory/sources", directory("second"))
                        .status())
                .isEqualTo(201);
        String source = "/api/v1/directory/sources/second";
        ObjectNode elsewhere = directory("second").put("host", "localhost").put("bindPassword", "");
        assertThat(wrongField(ada.send("PUT", source, elsewhere))).isEqualTo("bindPassword");
        assertThat(ada.send(
                                "PUT",
                                source,
                                directory("second").put("bindPassword", "").put("limitSeconds", 9))
                        .status())
                .isEqualTo(204);
        assertThat(view("second").path("source").path("limitSeconds").asInt()).isEqualTo(9);
        assertThat(view("second").path("state").asString()).isEqualTo("DONE");
        assertThat(wrongField(ada.send("PUT", source, directory("second").put("certificates", "none"))))
                .isEqualTo("certificates");

        assertThat(ada.send("POST", source + "/pause", null).status()).isEqualTo(204);
        String before = view("second").path("doneAt").asString();
        ada.send("POST", "/api/v1/directory/readings", ada.object());
        assertThat(view("second").path("isPaused").asBoolean()).isTrue();
        assertThat(view("second").path("doneAt").asString()).isEqualTo(before);
        assertThat(ada.send("DELETE", source + "/pause", null).status()).isEqualTo(204);

        assertThat(ada.send("DELETE", source, null).status()).isEqualTo(204);
        assertThat(view("second").isMissingNode()).isTrue();
        assertThat(ada.send("DELETE", source, null).status()).isEqualTo(404);
    }

    private static JsonNode view(String key) throws Exception {
        return ada.get("/api/v1/directory/pairs")
                .body()
                .path("directories")
                .valueStream()
                .filter(one -> one.path("key").asString().equals(key))
                .findFirst()
                .orElse(MissingNode.getInstance());
    }

    @Test
    @Order(1)
    void aTenantIsConnectedReadAndItsAccountsBecomeTheirPeoples() throws Exception {
        assertThat(ada.send("POST", "/api/v1/directory/sources", directory("skerrow"))
                        .status())
                .isEqualTo(201);
        assertThat(wrongField(ada.send("POST", "/api/v1/directory/sources", directory("skerrow"))))
                .isEqualTo("key");
        assertThat(ada.get("/api/v1/directory?q=ines").body().path("found").toString())
                .contains("ines.abara");

        ObjectNode hall = ada.object("key", "lagoon-hall", "name", "Lagoon Hall");
        assertThat(ada.send("POST", "/api/v1/units", hall).status()).isEqualTo(201);
        assertThat(wrongField(ada.send("POST", "/api/v1/units", hall))).isEqualTo("key");

        assertThat(ada.get("/api/v1/changesets/2").body().toString())
                .contains("make unit lagoon-hall", "Unit Lagoon Hall stays: everything is counted by it.");

        JsonNode announced = ada.send("POST", "/api/v1/tenants/probe", address("pelagia-north"))
                .body();
        assertThat(announced.path("app").asString()).isEqualTo("pelagia");
        assertThat(announced.path("areas").toString()).contains("Lagoon Hall");
        assertThat(announced.path("capabilities").toString()).contains("EVALUATION", "PASSWORDS");

        Answer connected = ada.send("POST", "/api/v1/tenants", tenant("north", "North"));
        assertThat(connected.status()).as("%s", connected.body()).isEqualTo(201);
        String tenant = connected.text("id");
        assertThat(wrongField(ada.send("POST", "/api/v1/tenants", tenant("north", "Another"))))
                .isEqualTo("key");
        JsonNode page = ada.get("/api/v1/tenants/" + tenant).body();
        assertThat(page.path("tenant").path("unknownAccounts").asInt())
                .as("ids of another Wexa are nobody's here")
                .isEqualTo(announced.path("accounts").asInt());
        assertThat(page.path("areas")).hasSize(6);

        String person = UUID.randomUUID().toString();
        engage(person, "ines.abara", "ines.abara@skerrow.example");
        JsonNode match = matchOf(tenant, person);
        assertThat(match.path("reason").asString()).isEqualTo("MAIL");
        assertThat(match.path("seats").path(0).asString()).isEqualTo("Clinician");
        link(tenant, match, person);
    }

    private static ObjectNode tenant(String key, String name) {
        ObjectNode made = address("pelagia-north");
        made.put("app", "pelagia").put("appName", "Pelagia").put("key", key).put("name", name);
        made.put("environment", "LIVE").put("userNames", "MAIL").put("isPlaceNeeded", true);
        return made.put("door", "https://pelagia.example/north/sign-in");
    }

    private static void engage(String person, String handle, String mail) throws Exception {
        JsonNode draft = ada.draft("Ines");
        draft = ada.put(
                        draft,
                        "person.add",
                        Map.of(
                                "id", person, "handle", handle, "given", "Ines", "family", "Abara", "mail", mail,
                                "home", "skerrow"))
                .body();
        draft = ada.put(
                        draft,
                        "engagement.begin",
                        Map.of("person", person, "kind", "employee", "unit", "lagoon-hall", "job", "Keeper"))
                .body();
        Answer applied = ada.apply(draft);
        assertThat(applied.status()).as("%s %s", draft, applied.body()).isEqualTo(200);
    }

    private static JsonNode matchOf(String tenant, String person) throws Exception {
        for (JsonNode match : ada.get("/api/v1/tenants/" + tenant + "/matches").body()) {
            if (match.path("person").asString("").equals(person)) {
                return match;
            }
        }
        throw new AssertionError("nobody is proposed for " + person);
    }

    private static void link(String tenant, JsonNode match, String person) throws Exception {
        ObjectNode body = ada.object();
        body.putArray("pairs")
                .addObject()
                .put("remoteId", match.path("remoteId").asString())
                .put("person", person);
        String id =
                ada.send("POST", "/api/v1/tenants/" + tenant + "/matches", body).text("draft");
        JsonNode draft = ada.get("/api/v1/drafts/" + id).body();
        assertThat(draft.path("entries").toString()).contains(" found ").doesNotContain("TO_SETTLE");
        JsonNode review = ada.get("/api/v1/drafts/" + id + "/review").body();
        assertThat(review.path("tenants").path(0).path("steps").path(0).asString())
                .isEqualTo("link account ines.abara@skerrow.example");
        assertThat(review.path("messages")).isEmpty();
        String job = ada.apply(draft).text("job");
        patiently().until(() -> ada.get("/api/v1/jobs/" + job).text("state"), state -> state.equals("DONE"));
        JsonNode account =
                ada.get("/api/v1/people/" + person).body().path("accounts").path(0);
        assertThat(account.path("square").asString()).as("%s", account).isEqualTo("SAME");
        assertThat(account.path("seat").asString()).isEqualTo("Clinician");

        JsonNode read = ada.send("POST", "/api/v1/tenants/" + tenant + "/readings", null)
                .body();
        assertThat(read.path("unknown").toString()).doesNotContain("ines.abara");
        assertThat(ada.get("/api/v1/messages/about/" + person).body()).isEmpty();
        assertThat(wrongField(ada.send("POST", "/api/v1/tenants/" + tenant + "/matches", body)))
                .isEqualTo("remoteId");
        body.putArray("pairs");
        assertThat(wrongField(ada.send("POST", "/api/v1/tenants/" + tenant + "/matches", body)))
                .isEqualTo("pairs");
        takeOver(tenant, match.path("remoteId").asString());
    }

    /** An account that is linked is not taken over by an entry that names it for somebody else. */
    private static void takeOver(String tenant, String remoteId) throws Exception {
        String other = UUID.randomUUID().toString();
        engage(other, "somebody.else", "somebody.else@skerrow.example");
        JsonNode draft = ada.put(
                        ada.draft("Not theirs"),
                        "account.open",
                        Map.of(
                                "id", UUID.randomUUID().toString(),
                                "person", other,
                                "tenant", tenant,
                                "as", "somebody.else@skerrow.example",
                                "found", remoteId))
                .body();
        String job = ada.apply(draft).text("job");
        JsonNode refused = patiently()
                .until(
                        () -> ada.get("/api/v1/jobs/" + job).body(),
                        one -> one.path("state").asString().equals("REFUSED"));
        assertThat(Browserless.steps(refused).toString()).contains("already linked to another person");
        JsonNode read = ada.send("POST", "/api/v1/tenants/" + tenant + "/readings", null)
                .body();
        assertThat(read.path("unknown").toString()).doesNotContain("ines.abara");
    }
}
