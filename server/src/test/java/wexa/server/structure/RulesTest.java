package wexa.server.structure;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Rules are cited by their numbers: each number stands in the document of the rules, with what computes and holds it. */
class RulesTest {
    private static final Path ROOT = Path.of("..");
    private static final Path RULES = ROOT.resolve("docs/rules.md");
    private static final Pattern HEADING = Pattern.compile("(?m)^## (\\d+)\\. .+$");
    private static final Pattern CITED = Pattern.compile("\\brules? (\\d+)\\b", Pattern.CASE_INSENSITIVE);
    private static final Pattern LINK = Pattern.compile("\\]\\(([^)]+)\\)");
    private static final List<String> PLACES =
            List.of("core/src", "connect/src", "server/src", "sandbox/src", "demo/src", "bench/src", "web/src", "docs");

    /** The text of each rule by its number. */
    private static Map<Integer, String> rules() throws IOException {
        String all = Files.readString(RULES);
        List<MatchResult> headings = HEADING.matcher(all).results().toList();
        Map<Integer, String> rules = new TreeMap<>();
        for (int place = 0; place < headings.size(); place++) {
            int end = place + 1 < headings.size() ? headings.get(place + 1).start() : all.length();
            rules.put(
                    Integer.valueOf(headings.get(place).group(1)),
                    all.substring(headings.get(place).end(), end));
        }
        return rules;
    }

    private static List<Path> texts() throws IOException {
        List<Path> found = new ArrayList<>();
        for (String place : PLACES) {
            try (Stream<Path> files = Files.walk(ROOT.resolve(place))) {
                files.filter(file -> file.toString().matches(".*\\.(java|tsx?|md|sql)"))
                        .forEach(found::add);
            }
        }
        return found;
    }

    @Test
    void everyRuleThatIsCitedIsThere() throws IOException {
        Map<Integer, String> rules = rules();
        List<String> missing = new ArrayList<>();
        int cited = 0;
        for (Path file : texts()) {
            for (MatchResult one :
                    CITED.matcher(Files.readString(file)).results().toList()) {
                cited++;
                if (!rules.containsKey(Integer.valueOf(one.group(1)))) {
                    missing.add(file + " cites rule " + one.group(1));
                }
            }
        }
        assertThat(cited).isGreaterThan(30);
        assertThat(missing).isEmpty();
    }

    @Test
    void everyRuleNamesWhatComputesAndHoldsItOrIsNotBuilt() throws IOException {
        rules().forEach((number, text) -> {
            List<String> links =
                    LINK.matcher(text).results().map(link -> link.group(1)).toList();
            assertThat(links)
                    .as("links of rule %d", number)
                    .allMatch(link -> Files.isRegularFile(RULES.getParent().resolve(link)));
            boolean isProved = links.stream().anyMatch(link -> link.contains("/main/"))
                    && links.stream().anyMatch(link -> link.contains("/test/"));
            assertThat(isProved || text.strip().endsWith("Not built yet."))
                    .as("rule %d has code and a test, or is not built", number)
                    .isTrue();
        });
        assertThat(rules().keySet()).hasSize(18);
    }
}
