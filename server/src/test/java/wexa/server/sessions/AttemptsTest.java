package wexa.server.sessions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Instant;
import org.junit.jupiter.api.Test;

/** Guessing is slowed down, for one login at a time. */
class AttemptsTest {
    private final Clock clock = mock(Clock.class);
    private final Attempts attempts = new Attempts(clock);
    private final Instant start = Instant.parse("2026-11-23T08:00:00Z");

    @Test
    void afterFiveWrongPasswordsThereIsAMinutesPauseForThatLoginOnly() {
        when(clock.instant()).thenReturn(start);
        for (int time = 0; time < 4; time++) {
            attempts.failed("tove");
        }
        assertThat(attempts.mustWait("tove")).isFalse();
        attempts.failed("tove");
        assertThat(attempts.mustWait("tove")).isTrue();
        assertThat(attempts.mustWait("bram")).isFalse();
        when(clock.instant()).thenReturn(start.plusSeconds(60));
        assertThat(attempts.mustWait("tove")).isFalse();
    }

    @Test
    void aRightPasswordForgetsTheWrongOnes() {
        when(clock.instant()).thenReturn(start);
        for (int time = 0; time < 5; time++) {
            attempts.failed("tove");
        }
        attempts.succeeded("tove");
        assertThat(attempts.mustWait("tove")).isFalse();
    }
}
