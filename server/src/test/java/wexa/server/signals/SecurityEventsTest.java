package wexa.server.signals;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;

/** A tenant that takes security events is told that sessions are to end, and what it answered is shown. */
class SecurityEventsTest {
    private static final String STEM = "pelagia-north";

    private final Cast cast = Cast.shared();
    private final String receiver;

    SecurityEventsTest() throws Exception {
        receiver = "/api/v1/tenants/" + cast.find("/api/v1/tenants", "path", "pelagia/north") + "/event-receiver";
    }

    @AfterEach
    void noMore() throws Exception {
        cast.stage.fault(STEM, "NONE", 0, 0);
        cast.tove.send("DELETE", receiver, cast.tove.object());
    }

    private String address() {
        return cast.stage.standIns() + "/" + STEM + "/events";
    }

    private void take(String audience) throws Exception {
        Answer set = cast.tove.send("PUT", receiver, cast.tove.object("url", address(), "audience", audience));
        assertThat(set.status()).as("%s", set.body()).isEqualTo(204);
        // the server's own address is not known before it listens
        String keys = cast.stage.address().resolve("/.well-known/jwks.json").toString();
        assertThat(cast.stage
                        .tenantAt(STEM, "PUT", "events", "{\"keys\":\"" + keys + "\"}")
                        .statusCode())
                .isEqualTo(204);
    }

    private String newcomer() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = cast.newcomer(Cast.unique("event"), number, "keeper");
        cast.carried(draft);
        return Cast.personIn(draft);
    }

    private void close(String person) throws Exception {
        assertThat(cast.tove
                        .send(
                                "POST",
                                "/api/v1/people/" + person + "/sign-in/close",
                                cast.tove.object("reason", "the keys were taken", "ticket", ""))
                        .status())
                .isEqualTo(200);
    }

    private String sessions(String person) throws Exception {
        return cast.tove
                .get("/api/v1/people/" + person + "/sign-in")
                .body()
                .path("ways")
                .path(0)
                .path("sessions")
                .asString();
    }

    private List<JsonNode> taken() throws Exception {
        return new JsonMapper()
                .readTree(cast.stage.tenantAt(STEM, "GET", "events", "").body())
                .path("events")
                .valueStream()
                .toList();
    }

    @Test
    void theTenantIsNotifiedOnceOfEachAndBelievesTheSignature() throws Exception {
        take("urn:example:" + STEM);
        int before = taken().size();
        String person = newcomer();
        close(person);
        patiently().until(() -> sessions(person), "notified to end open sessions"::equals);
        patiently().until(this::taken, all -> all.size() >= before + 2);
        cast.bean(SecurityEvents.class).follow();
        List<JsonNode> events = taken().subList(before, taken().size());
        assertThat(events).hasSize(2);
        assertThat(events.stream().map(one -> one.path("account").asString()).distinct())
                .hasSize(1);
        assertThat(events.toString()).contains("event-type/session-revoked", "event-type/account-disabled");
    }

    @Test
    void aTenantThatSaysNoIsNotCalledNotified() throws Exception {
        take("urn:example:somebody-else");
        String person = newcomer();
        close(person);
        assertThat(patiently().until(() -> sessions(person), words -> words.startsWith("refused")))
                .contains("400", "invalid_audience");
    }

    @Test
    void aTenantThatIsSilentIsToldWhenItAnswers() throws Exception {
        take("urn:example:" + STEM);
        String person = newcomer();
        cast.stage.fault(STEM, "UNAVAILABLE", 1_000, 0);
        close(person);
        patiently().until(() -> sessions(person), words -> words.contains("503"));
        cast.stage.fault(STEM, "NONE", 0, 0);
        patiently().until(() -> sessions(person), "notified to end open sessions"::equals);
    }

    @Test
    void whoSendsThemCanBeLookedUpWithoutThePrivateKey() throws Exception {
        JsonNode configuration = cast.tove.get("/.well-known/ssf-configuration").body();
        assertThat(configuration.path("delivery_methods_supported").toString()).contains("urn:ietf:rfc:8935");
        assertThat(configuration.path("jwks_uri").asString())
                .startsWith(configuration.path("issuer").asString());
        JsonNode key =
                cast.tove.get("/.well-known/jwks.json").body().path("keys").path(0);
        assertThat(key.path("kty").asString()).isEqualTo("EC");
        assertThat(key.has("d")).isFalse();
    }

    @Test
    void anAddressHasToBeOneAndHalfTheRightsDoNotDo() throws Exception {
        assertThat(cast.tove
                        .send("PUT", receiver, cast.tove.object("url", "north", "audience", "x"))
                        .body()
                        .toString())
                .contains("\"field\":\"url\"");
        assertThat(cast.tove
                        .send("PUT", receiver, cast.tove.object("url", "http://far.example/events", "audience", "x"))
                        .body()
                        .toString())
                .contains("connection.plain-http");
        String byHand = "/api/v1/tenants/" + cast.find("/api/v1/tenants", "path", "mooring-book/harbour");
        assertThat(cast.tove
                        .send("PUT", byHand + "/event-receiver", cast.tove.object("url", address(), "audience", "x"))
                        .text("code"))
                .isEqualTo("tenant.manual");
        assertThat(Lookers.limited(cast, List.of("pelagia/south"), List.of(), "GOVERN")
                        .send("PUT", receiver, cast.tove.object("url", address(), "audience", "x"))
                        .status())
                .isEqualTo(403);
    }
}
