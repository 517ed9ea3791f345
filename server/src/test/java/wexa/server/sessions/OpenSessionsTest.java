package wexa.server.sessions;

import static org.assertj.core.api.Assertions.assertThat;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpSession;
import wexa.server.wiring.Ids;
import wexa.server.wiring.IdsForTests;

class OpenSessionsTest {
    private static final UUID ADA = UUID.randomUUID();

    private Instant now = Instant.parse("2026-11-23T08:00:00Z");
    private final Clock clock = new Clock() {
        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            return now;
        }
    };
    private final Ids ids = IdsForTests.of(clock, new SecureRandom());
    private final OpenSessions sessions = new OpenSessions(
            clock, ids, new SignInSettings(Duration.ofMinutes(30), Duration.ofHours(12), Duration.ofDays(1), false));

    private MockHttpSession begun() {
        MockHttpSession session = new MockHttpSession();
        sessions.begin(session, ADA, "192.0.2.1", "a browser");
        return session;
    }

    @Test
    void withoutUseASessionEndsAfterHalfAnHourAndAskingByItselfIsNoUse() {
        MockHttpSession session = begun();
        for (int minute = 0; minute < 29; minute++) {
            now = now.plus(Duration.ofMinutes(1));
            assertThat(sessions.isOpen(session, false)).isTrue();
        }
        now = now.plus(Duration.ofMinutes(2));
        assertThat(sessions.isOpen(session, true)).isFalse();
        assertThat(sessions.of(ADA)).isEmpty();
    }

    @Test
    void withUseItEndsAfterHalfADay() {
        MockHttpSession session = begun();
        int hours = 0;
        while (sessions.isOpen(session, true)) {
            now = now.plus(Duration.ofMinutes(20));
            hours++;
        }
        assertThat(hours * 20).isBetween(12 * 60, 12 * 60 + 20);
    }

    @Test
    void oneHasAtMostTwentyAndTheOldestGo() {
        MockHttpSession first = begun();
        for (int more = 0; more < 25; more++) {
            now = now.plusSeconds(1);
            begun();
        }
        assertThat(sessions.of(ADA)).hasSize(20);
        assertThat(sessions.isOpen(first, true)).isFalse();
    }

    @Test
    void allButOneCanBeEnded() {
        MockHttpSession here = begun();
        MockHttpSession there = begun();
        sessions.endAll(ADA, sessions.id(here));
        assertThat(sessions.isOpen(here, true)).isTrue();
        assertThat(sessions.isOpen(there, true)).isFalse();
        sessions.endAll(ADA, Optional.empty());
        assertThat(sessions.isOpen(here, true)).isFalse();
    }
}
