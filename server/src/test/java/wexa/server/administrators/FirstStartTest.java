package wexa.server.administrators;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.WexaServer;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;

/** An installation without anything: the first administrator, the second, and their ends. */
class FirstStartTest {
    private static final String PASSWORD = "long-enough-2026";

    @TempDir
    Path folder;

    private static URI address(ConfigurableApplicationContext server) {
        return URI.create("http://127.0.0.1:" + server.getEnvironment().getProperty("local.server.port"));
    }

    private static ObjectNode made(Browserless browser, String login, String... acts) {
        ObjectNode body = browser.object("login", login, "name", "Some " + login, "password", PASSWORD);
        var list = body.putArray("acts");
        List.of(acts).forEach(list::add);
        return body;
    }

    @Test
    void theFirstAdministratorComesInWithTheCodeAndNobodyElseDoes() throws Exception {
        try (ConfigurableApplicationContext server =
                new SpringApplicationBuilder(WexaServer.class).run("--server.port=0", "--wexa.data=" + folder)) {
            Browserless stranger = new Browserless(address(server));
            assertThat(stranger.get("/api/v1/first").body().path("open").asBoolean())
                    .isTrue();
            ObjectNode first = stranger.object("login", "ada", "name", "Ada First", "password", PASSWORD);
            Answer wrong = stranger.send("POST", "/api/v1/first", first.put("code", "0000"));
            assertThat(wrong.status()).isEqualTo(400);
            assertThat(wrong.body().path("fields").path(0).path("field").asString())
                    .isEqualTo("code");
            first.put("code", Files.readString(folder.resolve("first-start-code")));
            assertThat(stranger.send("POST", "/api/v1/first", first.deepCopy().put("password", "short"))
                            .status())
                    .isEqualTo(400);
            assertThat(stranger.send("POST", "/api/v1/first", first).status()).isEqualTo(201);
            assertThat(folder.resolve("first-start-code")).doesNotExist();
            assertThat(stranger.get("/api/v1/first").body().path("open").asBoolean())
                    .isFalse();
            assertThat(stranger.send("POST", "/api/v1/first", first).status()).isEqualTo(409);

            Browserless ada = Browserless.signedIn(address(server), "ada", PASSWORD);
            assertThat(ada.get("/api/v1/desk").status()).isEqualTo(200);
            assertThat(ada.get("/api/v1/people").body().path("total").asInt()).isZero();
            assertThat(ada.get("/api/v1/log").body().toString()).contains("make administrator ada");
            govern(server, ada);
        }
    }

    private static void govern(ConfigurableApplicationContext server, Browserless ada) throws Exception {
        assertThat(ada.send("POST", "/api/v1/administrators", made(ada, "ben", "PREPARE", "APPLY", "APPROVE", "GOVERN"))
                        .status())
                .isEqualTo(201);
        assertThat(ada.send("POST", "/api/v1/administrators", made(ada, "cy", "PREPARE"))
                        .status())
                .isEqualTo(201);
        assertThat(ada.send("POST", "/api/v1/administrators", made(ada, "cy", "APPLY"))
                        .status())
                .as("a login is never somebody else's")
                .isEqualTo(400);
        Browserless ben = Browserless.signedIn(address(server), "ben", PASSWORD);
        Browserless cy = Browserless.signedIn(address(server), "cy", PASSWORD);
        assertThat(cy.send("POST", "/api/v1/administrators", made(cy, "dee", "GOVERN"))
                        .status())
                .isEqualTo(403);
        String adaId = id(ben, "ada");
        String benId = id(ben, "ben");
        ObjectNode all = ben.object();
        all.putArray("acts").add("APPLY").add("GOVERN");
        assertThat(ben.send("PUT", "/api/v1/administrators/" + benId + "/acts", all)
                        .status())
                .as("nobody raises themselves")
                .isEqualTo(403);
        assertThat(ben.send("PUT", "/api/v1/administrators/" + id(ben, "cy") + "/acts", all)
                        .status())
                .isEqualTo(204);
        assertThat(cy.get("/api/v1/session").body().path("acts").toString())
                .as("what somebody may do counts from the next request on")
                .contains("GOVERN", "LOOK");
        assertThat(ben.send("DELETE", "/api/v1/administrators/" + id(ben, "cy"), null)
                        .status())
                .isEqualTo(204);
        assertThat(cy.get("/api/v1/desk").status()).isEqualTo(401);
        assertThat(ben.send("DELETE", "/api/v1/administrators/" + adaId, null).status())
                .isEqualTo(204);
        Answer out = new Browserless(address(server)).get("/api/v1/desk");
        assertThat(out.status()).isEqualTo(401);
        assertThatThrownBy(() -> Browserless.signedIn(address(server), "ada", PASSWORD))
                .hasMessageContaining("401");
        assertThatThrownBy(() -> server.getBean(AdministratorService.class)
                        .end(
                                server.getBean(Administrators.class)
                                        .current(UUID.fromString(benId))
                                        .map(actor -> new Actor(UUID.fromString(adaId), "ada", "Ada", actor.acts()))
                                        .orElseThrow(),
                                UUID.fromString(benId)))
                .as("two who end each other at once: one stays")
                .isInstanceOfSatisfying(
                        Problem.class, problem -> assertThat(problem.code()).isEqualTo("administrator.last"));
        ObjectNode password = ben.object("old", "not it", "fresh", "another-long-one");
        assertThat(ben.send("PUT", "/api/v1/me/password", password).status()).isEqualTo(400);
        assertThat(ben.send("PUT", "/api/v1/me/password", password.put("old", Browserless.own(PASSWORD)))
                        .status())
                .isEqualTo(204);
        Browserless.signedIn(address(server), "ben", "another-long-one");
    }

    private static String id(Browserless browser, String login) throws Exception {
        for (JsonNode one : browser.get("/api/v1/administrators").body()) {
            if (one.path("login").asString().equals(login)) {
                return one.path("id").asString();
            }
        }
        throw new AssertionError("no administrator " + login);
    }
}
