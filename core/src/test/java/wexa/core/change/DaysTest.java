package wexa.core.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DaysTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");

    @Test
    void aDayBeginsAtMidnightInItsZone() {
        assertThat(Days.beginning("2026-07-01", 0, LONDON)).isEqualTo(Instant.parse("2026-06-30T23:00:00Z"));
        assertThat(Days.beginning("2026-11-30", 1, LONDON)).isEqualTo(Instant.parse("2026-12-01T00:00:00Z"));
        assertThat(Days.beginning("2026-11-30T07:00:00Z", 1, LONDON)).isEqualTo(Instant.parse("2026-11-30T07:00:00Z"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "+999999999-12-31",
                "-999999999-01-01",
                "9999-12-31",
                "0001-01-01",
                "+1000000000-12-31T23:59:59.999999999Z",
                "-1000000000-01-01T00:00:00Z",
                "2026-02-30",
                "T",
                ""
            })
    void whatLiesTooFarAwayOrIsNoDayIsRefused(String text) {
        assertThatThrownBy(() -> Days.beginning(text, 1, LONDON)).isInstanceOf(DateTimeParseException.class);
    }
}
