package wexa.server.structure;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The table of {@code docs/architecture.md} that follows one membership is the way that the code takes. */
class RoadTableTest {
    private static final Path DOCS = Path.of("../docs");
    private static final Pattern ROW = Pattern.compile(
            "\\| (\\d+) \\| \\[\\w+]\\(([^)]+)\\) \\| [^|]+ \\| (?:`([^`]+)` in (?:(\\d+)|\\[\\w+]\\(([^)]+)\\)))? \\|");

    private static String read(String link) throws IOException {
        return Files.readString(DOCS.resolve(link));
    }

    @Test
    void everyStationIsThereAndCalledByTheOneThatTheTableNames() throws IOException {
        Map<String, String> stations = new HashMap<>();
        Matcher rows = ROW.matcher(Files.readString(DOCS.resolve("architecture.md")));
        int called = 0;
        while (rows.find()) {
            stations.put(rows.group(1), rows.group(2));
            assertThat(DOCS.resolve(rows.group(2))).isRegularFile();
            if (rows.group(3) != null) {
                String caller = rows.group(4) == null ? rows.group(5) : stations.get(rows.group(4));
                assertThat(read(caller))
                        .as("%s calls %s", caller, rows.group(2))
                        .contains(rows.group(3));
                called++;
            }
        }
        assertThat(stations).hasSizeGreaterThan(15);
        assertThat(called).as("all but the first are called").isEqualTo(stations.size() - 1);
    }
}
