package wexa.connect.scim;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.scim.StrangeTenant.Answer;

/** Patience as it is asked for, refusals that are told from outages, redirections, and answers without an end. */
class WaitingTest {
    private static final Duration LIMIT = Duration.ofSeconds(30);

    private static Outcome<Exchange.Answer> send(StrangeTenant tenant, Exchange.Nature nature, String method) {
        return send(tenant.exchange(LIMIT), nature, method);
    }

    private static Outcome<Exchange.Answer> send(Exchange exchange, Exchange.Nature nature, String method) {
        return exchange.send(nature, method, "Users", Optional.empty(), Optional.empty());
    }

    private static Outcome<Exchange.Answer> get(Answer answer) throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> answer)) {
            return send(tenant, Exchange.Nature.READING, "GET");
        }
    }

    private static Duration patience(int status, Map<String, String> headers) throws Exception {
        Outcome<?> outcome = get(new Answer(status, "", headers, Duration.ZERO));
        assertThat(outcome).isInstanceOf(Outcome.TryLater.class);
        return ((Outcome.TryLater<?>) outcome).after();
    }

    @Test
    void patienceIsSecondsOrADateByTheTenantsOwnClock() throws Exception {
        for (int status : new int[] {429, 503}) {
            assertThat(patience(status, Map.of("Retry-After", "3600"))).hasHours(1);
            // the answer's own Date is by the machine's clock, the exchange's clock stands elsewhere
            String inTenMinutes = DateTimeFormatter.RFC_1123_DATE_TIME.format(
                    ZonedDateTime.now(ZoneOffset.UTC).plusMinutes(10));
            assertThat(patience(status, Map.of("Retry-After", inTenMinutes)))
                    .isBetween(Duration.ofMinutes(5), Duration.ofMinutes(10));
            assertThat(patience(status, Map.of())).hasSeconds(2);
            assertThat(patience(status, Map.of("Retry-After", "soon"))).hasSeconds(2);
            assertThat(patience(status, Map.of("Retry-After", "-5"))).hasSeconds(2);
            assertThat(patience(status, Map.of("Retry-After", "999999999"))).hasHours(24);
        }
    }

    @Test
    void whatIsNotImplementedIsRefusedAndWhatBrokeIsNotKnown() throws Exception {
        assertThat(get(Answer.of(501, ""))).isInstanceOf(Outcome.Refused.class);
        for (int status : new int[] {500, 502, 504}) {
            try (StrangeTenant tenant = new StrangeTenant(asked -> Answer.of(status, ""))) {
                assertThat(send(tenant, Exchange.Nature.READING, "GET")).isInstanceOf(Outcome.TryLater.class);
                assertThat(send(tenant, Exchange.Nature.WRITING, "POST")).isInstanceOf(Outcome.Unknown.class);
            }
        }
    }

    private static Answer page(int status) {
        return new Answer(status, "<p>default backend</p>", Map.of("Content-Type", "text/html"), Duration.ZERO);
    }

    @Test
    void aPageOfWhateverStandsInFrontOfATenantIsNotItsWord() throws Exception {
        for (int status : new int[] {200, 201, 404, 410}) {
            Answer page = page(status);
            assertThat(get(page)).as("%d", status).isInstanceOf(Outcome.TryLater.class);
            assertThat(get(page).toString()).contains(status + " with text/html");
            try (StrangeTenant tenant = new StrangeTenant(asked -> page)) {
                assertThat(send(tenant, Exchange.Nature.WRITING, "DELETE")).isInstanceOf(Outcome.Unknown.class);
                // what a tenant does not offer, it may say as it likes
                assertThat(send(tenant, Exchange.Nature.DISCOVERING, "GET")).isInstanceOf(Outcome.Refused.class);
            }
        }
        // a number before other words is no object, and an object is one whatever type is claimed for it
        assertThat(get(new Answer(404, "404 page not found", Map.of("Content-Type", "text/plain"), Duration.ZERO)))
                .isInstanceOf(Outcome.TryLater.class);
        assertThat(get(new Answer(200, "{\"id\":\"7\"}", Map.of("Content-Type", "text/plain"), Duration.ZERO)))
                .isInstanceOf(Outcome.Done.class);
        assertThat(get(page(403))).isInstanceOf(Outcome.Refused.class);
        assertThat(get(Answer.of(404, ""))).isInstanceOf(Outcome.Refused.class);
        assertThat(get(Answer.of(404, "{\"detail\":\"no such user\"}"))).isInstanceOf(Outcome.Refused.class);
    }

    @Test
    void redirectionsAreFollowedForReadingWithinTheOriginOnly() throws Exception {
        try (StrangeTenant elsewhere = new StrangeTenant(asked -> Answer.of(200, "{}"));
                StrangeTenant tenant = new StrangeTenant(asked -> asked.target().equals("/scim/v2/Users")
                        ? Answer.with(307, "Location", "/moved/Users")
                        : asked.target().equals("/moved/Users")
                                ? Answer.of(200, "{\"here\":true}")
                                : Answer.with(302, "Location", elsewhere.address() + "Users"))) {
            assertThat(send(tenant, Exchange.Nature.READING, "GET")).isInstanceOf(Outcome.Done.class);
            assertThat(refused(send(tenant, Exchange.Nature.WRITING, "POST"))).contains("not followed");
            Outcome<?> away = tenant.exchange(LIMIT)
                    .send(Exchange.Nature.READING, "GET", "Groups", Optional.empty(), Optional.empty());
            assertThat(refused(away)).contains("token is not sent");
            assertThat(elsewhere.asked()).isEmpty();
        }
        assertThat(refused(get(Answer.with(301, "Location", "/scim/v2/Users")))).contains("in a circle");
    }

    private static String refused(Outcome<?> outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Refused.class);
        return ((Outcome.Refused<?>) outcome).detail();
    }

    @Test
    void anAnswerThatTricklesEndsWithTheLimit() throws Exception {
        Duration limit = Duration.ofSeconds(2);
        Answer trickle = new Answer(200, "{\"a\":\"" + "x".repeat(5_000) + "\"}", Map.of(), Duration.ofMillis(100));
        try (StrangeTenant tenant = new StrangeTenant(asked -> trickle)) {
            Exchange exchange = tenant.exchange(limit);
            long began = System.nanoTime();
            assertThat(send(exchange, Exchange.Nature.READING, "GET")).isInstanceOf(Outcome.TryLater.class);
            assertThat(send(exchange, Exchange.Nature.WRITING, "POST")).isInstanceOf(Outcome.Unknown.class);
            // the whole answer takes more than eight minutes
            assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofMinutes(2));
        }
    }

    @Test
    void anAnswerThatIsTooLargeIsNotRead() throws Exception {
        Answer large = Answer.of(200, "{\"a\":\"" + "x".repeat(17 * 1024 * 1024) + "\"}");
        assertThat(refused(get(large))).contains("larger than 16 MB");
    }

    @Test
    void aTenantsWordsStandOnOneLineAndAreNotEndless() throws Exception {
        String words = "no\\r\\n2026-11-28 ERROR forged\\u202e" + "y".repeat(5_000);
        String said = refused(get(Answer.of(400, "{\"detail\":\"" + words + "\"}")));
        assertThat(said).startsWith("no 2026-11-28 ERROR forged y").hasSizeLessThanOrEqualTo(500);
        assertThat(said.chars()).noneMatch(Character::isISOControl);
        assertThat(refused(get(Answer.of(400, "{\"detail\":{\"a\":1}}")))).isEqualTo("the tenant gives no reason");
    }
}
