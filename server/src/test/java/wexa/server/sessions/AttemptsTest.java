package wexa.server.sessions;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

class AttemptsTest {
    private static final UUID ADA = UUID.randomUUID();
    private static final String HERE = "192.0.2.1";

    private Instant now = Instant.parse("2026-11-23T08:00:00Z");
    private final Attempts attempts = new Attempts(new Clock() {
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
    });

    private boolean isIn(String login, Optional<UUID> known, String address) {
        return attempts.begin(login, known, Optional.empty(), address).attempt().isPresent();
    }

    @Test
    void fiveAttemptsAreFreeThenOneAMinute() {
        for (int time = 0; time < 5; time++) {
            assertThat(isIn("ada", Optional.of(ADA), HERE)).isTrue();
        }
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isFalse();
        now = now.plusSeconds(59);
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isFalse();
        now = now.plusSeconds(1);
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isTrue();
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isFalse();
        now = now.plus(Duration.ofHours(1));
        for (int time = 0; time < 5; time++) {
            assertThat(isIn("ada", Optional.of(ADA), HERE)).isTrue();
        }
    }

    @Test
    void successGivesBackWhatWasCounted() {
        for (int time = 0; time < 200; time++) {
            attempts.begin("ada", Optional.of(ADA), Optional.empty(), HERE)
                    .attempt()
                    .orElseThrow()
                    .succeeded();
        }
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isTrue();
    }

    @Test
    void attemptsAtTheSameTimeGetNoMoreThanTheirShare() throws Exception {
        List<Callable<Boolean>> guesses = new ArrayList<>();
        for (int number = 0; number < 500; number++) {
            String address = "198.51.100." + number % 250;
            guesses.add(() -> isIn("ada", Optional.of(ADA), address));
        }
        try (ExecutorService parallel = Executors.newVirtualThreadPerTaskExecutor()) {
            int in = 0;
            for (Future<Boolean> one : parallel.invokeAll(guesses)) {
                in += one.get() ? 1 : 0;
            }
            assertThat(in).isEqualTo(5);
        }
    }

    @Test
    void inventedLoginsPushNothingOutAndAreCountedLikeOthers() {
        for (int time = 0; time < 5; time++) {
            isIn("ada", Optional.of(ADA), HERE);
        }
        for (int number = 0; number < 100_000; number++) {
            isIn("nobody" + number, Optional.empty(), "2001:db8:" + Integer.toHexString(number) + ":1::1");
        }
        assertThat(isIn("ada", Optional.of(ADA), "203.0.113.9")).isFalse();
        int in = 0;
        for (int time = 0; time < 10; time++) {
            in += isIn("nobody", Optional.empty(), "203.0.113." + time) ? 1 : 0;
        }
        assertThat(in).as("an invented login waits as a real one does").isLessThanOrEqualTo(5);
    }

    @Test
    void whoGuessesElsewhereLocksNobodyOutOfAKnownDevice() {
        for (int time = 0; time < 50; time++) {
            isIn("ada", Optional.of(ADA), "203.0.113." + time);
        }
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isFalse();
        assertThat(attempts.begin("ada", Optional.of(ADA), Optional.of("device"), HERE)
                        .attempt())
                .isPresent();
    }

    @Test
    void oneAddressTriesManyLoginsOnlySlowlyAndHasAWholeNetworkOfIpv6() {
        int in = 0;
        for (int number = 0; number < 200; number++) {
            in += isIn("login" + number, Optional.of(UUID.randomUUID()), "2001:db8:0:1::" + number) ? 1 : 0;
        }
        assertThat(in).isEqualTo(40);
        assertThat(isIn("other", Optional.of(UUID.randomUUID()), "2001:db8:0:2::1"))
                .isTrue();
    }

    @Test
    void aClockThatIsPutBackLocksNobodyOutForLong() {
        now = now.plus(Duration.ofDays(3_650));
        for (int time = 0; time < 5; time++) {
            isIn("ada", Optional.of(ADA), HERE);
        }
        now = now.minus(Duration.ofDays(3_650));
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isFalse();
        now = now.plusSeconds(61);
        assertThat(isIn("ada", Optional.of(ADA), HERE)).isTrue();
    }
}
