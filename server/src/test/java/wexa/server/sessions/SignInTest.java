package wexa.server.sessions;

import static org.assertj.core.api.Assertions.assertThat;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** The way in: guesses at the same time, an own password first, the second factor, and where one is signed in. */
class SignInTest {
    private static final String GIVEN = "given by somebody else";
    private static final String OWN = "chosen by the person themselves";

    private final Cast cast = Cast.shared();

    SignInTest() throws Exception {}

    private String made() throws Exception {
        // letters alone: a name that is mostly digits makes another kind of weak password
        String login = "way-"
                + UUID.randomUUID()
                        .toString()
                        .substring(0, 8)
                        .chars()
                        .mapToObj(digit -> Character.toString('a' + Character.digit(digit, 16)))
                        .collect(Collectors.joining());
        ObjectNode made = cast.tove.object("login", login, "name", "Way", "password", GIVEN);
        made.putArray("acts").add("PREPARE");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return login;
    }

    private Browserless fresh() throws Exception {
        Browserless browser = new Browserless(cast.stage.address());
        browser.get("/api/v1/session");
        return browser;
    }

    /** Signed in with an own password. */
    private Browserless settled(String login) throws Exception {
        Browserless browser = fresh();
        assertThat(browser.signIn(login, GIVEN).status()).isEqualTo(200);
        assertThat(password(browser, GIVEN, OWN).status()).isEqualTo(204);
        return browser;
    }

    private static Answer password(Browserless browser, String old, String fresh) throws Exception {
        return browser.send("PUT", "/api/v1/me/password", browser.object("old", old, "fresh", fresh));
    }

    /** Servers that tests start hash with less. */
    @Test
    void passwordsAreHashedWithTheRecommendedMemory() {
        assertThat(Security.passwords().encode(OWN)).startsWith("$argon2id$v=19$m=19456,t=2,p=1$");
    }

    @Test
    void guessesAtTheSameTimeAreCountedBeforeTheyAreLookedAt() throws Exception {
        String login = made();
        List<Callable<Integer>> guesses = new ArrayList<>();
        for (int number = 0; number < 24; number++) {
            Browserless browser = fresh();
            String guess = "guess number " + number;
            guesses.add(() -> browser.signIn(login, guess).status());
        }
        try (ExecutorService parallel = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Integer> statuses = new ArrayList<>();
            for (Future<Integer> one : parallel.invokeAll(guesses)) {
                statuses.add(one.get());
            }
            assertThat(statuses.stream().filter(status -> status == 401)).hasSize(5);
            assertThat(statuses.stream().filter(status -> status == 429)).hasSize(19);
        }
        assertThat(cast.tove.get("/api/v1/security-log?login=" + login).body().toString())
                .contains("SIGN_IN_REFUSED", "too many attempts", "wrong login or password");
    }

    @Test
    void aKnownDeviceIsNotLockedOutByOthersGuesses() throws Exception {
        String login = made();
        Browserless known = settled(login);
        // a changed password makes every device a stranger, so the next sign-in makes this one known
        assertThat(known.signIn(login, OWN).status()).isEqualTo(200);
        Browserless thief = fresh();
        for (int time = 0; time < 8; time++) {
            thief.signIn(login, "a guess from elsewhere");
        }
        assertThat(thief.signIn(login, OWN).status()).isEqualTo(429);
        known.send("DELETE", "/api/v1/session", null);
        known.get("/api/v1/session");
        assertThat(known.signIn(login, OWN).status()).isEqualTo(200);
    }

    @Test
    void whatAnotherChoseIsChangedBeforeAnythingElse() throws Exception {
        String login = made();
        Browserless browser = fresh();
        Answer signedIn = browser.signIn(login, GIVEN);
        assertThat(signedIn.body().path("lacks").toString()).isEqualTo("[\"PASSWORD\"]");
        Answer refused = browser.get("/api/v1/people?limit=1");
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text("code")).isEqualTo("password-change-needed");
        assertThat(password(browser, GIVEN, GIVEN).status()).isEqualTo(400);
        assertThat(password(browser, GIVEN, "password12345").body().toString()).contains("too common");
        assertThat(password(browser, GIVEN, login + login).body().toString()).contains("too close to your name");
        assertThat(password(browser, GIVEN, OWN).status()).isEqualTo(204);
        assertThat(browser.get("/api/v1/people?limit=1").status()).isEqualTo(200);
        assertThat(fresh().signIn(login, GIVEN).status()).isEqualTo(401);
    }

    @Test
    void aChangedPasswordEndsTheOtherSessionsAndWrongOldOnesAreSlowed() throws Exception {
        String login = made();
        Browserless here = settled(login);
        Browserless there = fresh();
        assertThat(there.signIn(login, OWN).status()).isEqualTo(200);
        assertThat(password(here, OWN, OWN + " and again").status()).isEqualTo(204);
        assertThat(here.get("/api/v1/desk").status()).isEqualTo(200);
        assertThat(there.get("/api/v1/desk").status()).isEqualTo(401);
        int slowed = 0;
        for (int time = 0; time < 8; time++) {
            slowed += password(here, "wrong " + time, OWN).status() == 429 ? 1 : 0;
        }
        assertThat(slowed).isEqualTo(3);
    }

    @Test
    void onesSessionsAreListedAndEachCanBeEnded() throws Exception {
        String login = made();
        Browserless here = settled(login);
        Browserless there = fresh();
        assertThat(there.signIn(login, OWN).status()).isEqualTo(200);
        JsonNode sessions = here.get("/api/v1/me").body().path("sessions");
        assertThat(sessions).hasSize(2);
        String other = sessions.valueStream()
                .filter(one -> !one.path("isThis").asBoolean())
                .map(one -> one.path("id").asString())
                .findFirst()
                .orElseThrow();
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/me/sessions/" + other, null)
                        .status())
                .as("nobody ends somebody else's")
                .isEqualTo(404);
        assertThat(here.send("DELETE", "/api/v1/me/sessions/" + other, null).status())
                .isEqualTo(204);
        assertThat(there.get("/api/v1/desk").status()).isEqualTo(401);
        assertThat(here.get("/api/v1/desk").status()).isEqualTo(200);
    }

    private static String code(String secret, Instant at) throws Exception {
        TimeBasedOneTimePasswordGenerator codes = new TimeBasedOneTimePasswordGenerator();
        return codes.generateOneTimePasswordString(
                new SecretKeySpec(new Base32().decode(secret), codes.getAlgorithm()), at);
    }

    private static Answer signIn(Browserless browser, String login, String code) throws Exception {
        ObjectNode body = browser.object("login", login, "password", OWN);
        return browser.send("POST", "/api/v1/session", code.isEmpty() ? body : body.put("code", code));
    }

    @Test
    void theSecondFactorIsAskedForWorksOnceAndHasRecoveryCodes() throws Exception {
        String login = made();
        Browserless here = settled(login);
        assertThat(here.send("POST", "/api/v1/me/second-factor", here.object("password", "wrong"))
                        .status())
                .isEqualTo(400);
        Answer offer = here.send("POST", "/api/v1/me/second-factor", here.object("password", OWN));
        String secret = offer.text("secret");
        assertThat(offer.text("address"))
                .startsWith("otpauth://totp/Wexa:" + login)
                .contains(secret);
        assertThat(here.send("PUT", "/api/v1/me/second-factor", here.object("code", "000000"))
                        .status())
                .isEqualTo(400);
        String first = code(secret, Instant.now());
        Answer confirmed = here.send("PUT", "/api/v1/me/second-factor", here.object("code", first));
        assertThat(confirmed.status()).as("%s", confirmed.body()).isEqualTo(200);
        List<String> recovery = confirmed
                .body()
                .path("codes")
                .valueStream()
                .map(JsonNode::asString)
                .toList();
        assertThat(recovery).hasSize(10).doesNotHaveDuplicates();

        Browserless there = fresh();
        assertThat(signIn(there, login, "").text("code")).isEqualTo("second-factor");
        assertThat(there.get("/api/v1/desk").status()).isEqualTo(401);
        assertThat(signIn(there, login, first).text("code"))
                .as("a code works once")
                .isEqualTo("second-factor-wrong");
        assertThat(signIn(there, login, code(secret, Instant.now().plusSeconds(30)))
                        .status())
                .isEqualTo(200);
        assertThat(signIn(fresh(), login, recovery.get(0)).status()).isEqualTo(200);
        assertThat(signIn(fresh(), login, recovery.get(0)).text("code")).isEqualTo("second-factor-wrong");
        assertThat(here.get("/api/v1/me").body().path("recoveryCodesLeft").asInt())
                .isEqualTo(9);

        String id = cast.find("/api/v1/administrators", "login", login);
        assertThat(cast.tove
                        .send("DELETE", "/api/v1/administrators/" + id + "/second-factor", null)
                        .status())
                .isEqualTo(204);
        assertThat(signIn(fresh(), login, "").status()).isEqualTo(200);
    }

    @Test
    void anotherPasswordFromSomebodyWhoGovernsEndsTheSessions() throws Exception {
        String login = made();
        Browserless here = settled(login);
        String id = cast.find("/api/v1/administrators", "login", login);
        ObjectNode input = cast.tove.object("password", "given once more by Tove");
        assertThat(cast.tove
                        .send("PUT", "/api/v1/administrators/" + id + "/password", input)
                        .status())
                .isEqualTo(204);
        assertThat(here.get("/api/v1/desk").status()).isEqualTo(401);
        Answer again = fresh().signIn(login, "given once more by Tove");
        assertThat(again.body().path("lacks").toString()).contains("PASSWORD");
        assertThat(cast.tove.get("/api/v1/security-log?login=" + login).body().toString())
                .contains("PASSWORD_CHANGED", "by tove", "RIGHTS_CHANGED", "SIGNED_IN");
        Browserless bram = Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
        assertThat(bram.get("/api/v1/security-log").status()).isEqualTo(403);
    }

    @Test
    void theLogOfTheDoorsIsReadPageByPage() throws Exception {
        JsonNode page = cast.tove.get("/api/v1/security-log").body();
        assertThat(page.path("events")).isNotEmpty();
        JsonNode last = page.path("events").path(page.path("events").size() - 1);
        JsonNode older = cast.tove
                .get("/api/v1/security-log?beforeAt=" + last.path("at").asString() + "&beforeId="
                        + last.path("id").asString())
                .body();
        assertThat(Optional.of(older.path("events").path(0).path("id").asString("")))
                .isNotEqualTo(Optional.of(last.path("id").asString()));
    }
}
