package wexa.server.sessions;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpHeaders;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** Signing in and out over HTTP: what cookies are worth, what is sent with pages, and how guessing is slowed down. */
class SessionTest {
    private final Cast cast = Cast.shared();

    SessionTest() throws Exception {}

    private Browserless fresh() throws Exception {
        Browserless browser = new Browserless(cast.stage.address());
        browser.get("/api/v1/session");
        return browser;
    }

    private static Browserless.Answer signIn(Browserless browser, String login, String password) throws Exception {
        return browser.send("POST", "/api/v1/session", browser.object("login", login, "password", password));
    }

    /** An administrator of this test alone, so that wrong passwords hinder nobody else. */
    private String administrator(String password) throws Exception {
        String login = "guard-" + UUID.randomUUID().toString().substring(0, 8);
        ObjectNode made = cast.tove.object("login", login, "name", "Guard", "password", password);
        made.putArray("acts").add("PREPARE");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return login;
    }

    /** What somebody else chose is changed first. */
    private static void chooseOwn(Browserless browser, String given) throws Exception {
        assertThat(browser.send("PUT", "/api/v1/me/password", browser.object("old", given, "fresh", "my own words now"))
                        .status())
                .isEqualTo(204);
    }

    @Test
    void whoSignsInIsNamedWithWhatTheyMayDoAndTheOrganisationsTime() throws Exception {
        String login = administrator("a long password 1");
        Browserless browser = fresh();
        Browserless.Answer answer = signIn(browser, login, "a long password 1");
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.body().path("acts").toString()).isEqualTo("[\"LOOK\",\"PREPARE\"]");
        assertThat(answer.text("now")).startsWith("2026-11-23T");
        assertThat(answer.text("zone")).isEqualTo("Europe/London");
        assertThat(answer.body().toString()).doesNotContain("password");
    }

    @Test
    void signingInGivesAnotherSessionAndSigningOutEndsIt() throws Exception {
        String login = administrator("a long password 2");
        Browserless browser = fresh();
        HttpHeaders headers =
                signIn(browser, login, "a long password 2").response().headers();
        List<String> cookies = headers.allValues("Set-Cookie");
        String session = cookies.stream()
                .filter(cookie -> !cookie.startsWith("XSRF-TOKEN"))
                .findFirst()
                .orElseThrow();
        assertThat(session.toLowerCase(Locale.ROOT)).contains("httponly").contains("samesite=");
        chooseOwn(browser, "a long password 2");
        assertThat(browser.get("/api/v1/people?limit=1").status()).isEqualTo(200);
        assertThat(browser.send("DELETE", "/api/v1/session", null).status()).isEqualTo(204);
        assertThat(browser.get("/api/v1/people?limit=1").status()).isEqualTo(401);
    }

    @Test
    void aWrongPasswordAndAnUnknownLoginAreToldAlike() throws Exception {
        String login = administrator("a long password 3");
        Browserless.Answer wrong = signIn(fresh(), login, "another password");
        Browserless.Answer unknown = signIn(fresh(), "nobody-" + login, "another password");
        assertThat(wrong.status()).isEqualTo(401).isEqualTo(unknown.status());
        assertThat(wrong.text("detail")).isEqualTo(unknown.text("detail"));
        assertThat(wrong.text("code")).isEqualTo("wrong-credentials");
    }

    @Test
    void afterFiveWrongPasswordsEvenTheRightOneWaits() throws Exception {
        String login = administrator("a long password 4");
        for (int time = 0; time < 5; time++) {
            assertThat(signIn(fresh(), login, "wrong password " + time).status())
                    .isEqualTo(401);
        }
        Browserless.Answer answer = signIn(fresh(), login, "a long password 4");
        assertThat(answer.status()).isEqualTo(429);
        assertThat(answer.text("detail")).contains("Wait a minute");
        assertThat(signIn(fresh(), administrator("a long password 5"), "a long password 5")
                        .status())
                .as("others do not wait")
                .isEqualTo(200);
    }

    @Test
    void whoIsEndedIsSignedOutWithTheNextRequest() throws Exception {
        String login = administrator("a long password 6");
        Browserless browser = fresh();
        signIn(browser, login, "a long password 6");
        chooseOwn(browser, "a long password 6");
        assertThat(browser.get("/api/v1/desk").status()).isEqualTo(200);
        String id = cast.find("/api/v1/administrators", "login", login);
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/administrators/" + id, null)
                        .status())
                .isEqualTo(204);
        assertThat(browser.get("/api/v1/desk").status()).isEqualTo(401);
        assertThat(signIn(fresh(), login, "a long password 6").status()).isEqualTo(401);
    }

    @Test
    void pagesComeWithHeadersThatKeepOthersOut() throws Exception {
        HttpHeaders headers = cast.tove.get("/").response().headers();
        String policy = headers.firstValue("Content-Security-Policy").orElse("");
        assertThat(policy)
                .contains("default-src 'self'")
                .contains("frame-ancestors 'none'")
                .contains("object-src 'none'")
                .doesNotContain("unsafe-eval");
        assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(headers.firstValue("X-Frame-Options")).contains("DENY");
        assertThat(headers.firstValue("Referrer-Policy")).contains("same-origin");
    }

    @Test
    void everyAddressOfAPageIsThePageAndNoAddressOfTheApiIs() throws Exception {
        for (String page : List.of("/people", "/directories", "/changes/drafts/" + UUID.randomUUID())) {
            Browserless.Answer answer = cast.tove.get(page);
            assertThat(answer.status()).as(page).isEqualTo(200);
            assertThat(answer.response().body()).as(page).contains("<div id=\"root\">");
        }
        for (String nothing : List.of("/api/v1/nothing", "/actuator/env", "/assets/none.js")) {
            assertThat(cast.tove.get(nothing).status()).as(nothing).isIn(401, 403, 404);
        }
    }
}
