package wexa.server.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import wexa.server.testing.Cast;
import wexa.server.testing.Unpacked;

/** Lists and the log handed over: each table with a cover that is true, and a line in the log that binds it. */
class ExportTest {
    private final Cast cast = Cast.shared();

    ExportTest() throws Exception {}

    private static String digest(String table) throws Exception {
        return HexFormat.of()
                .formatHex(MessageDigest.getInstance("SHA-256").digest(table.getBytes(StandardCharsets.UTF_8)));
    }

    private String logged(String digest) throws Exception {
        JsonNode lines = cast.tove.get("/api/v1/log?q=" + digest).body().path("lines");
        assertThat(lines).hasSize(1);
        return lines.path(0).path("sentence").asString();
    }

    private Map<String, ?> groups(List<String> columns, List<List<String>> rows) {
        return Map.of("list", "GROUPS", "filter", List.of("Has: no owner"), "columns", columns, "rows", rows);
    }

    private JsonNode refused(Map<String, ?> shown) throws Exception {
        HttpResponse<byte[]> answer = cast.tove.bytes("POST", "/api/v1/exports/lists", shown);
        assertThat(answer.statusCode()).isEqualTo(400);
        return new ObjectMapper().readTree(answer.body());
    }

    @Test
    void aListIsHandedOverAsItWasShownAndItsCoverSaysSo() throws Exception {
        Map<String, String> files = Unpacked.of(cast.tove
                .bytes(
                        "POST",
                        "/api/v1/exports/lists",
                        groups(List.of("Name", "People"), List.of(List.of("Guides", "12"), List.of("=1+1", "0"))))
                .body());
        String table = files.get("report.csv");
        assertThat(table).isEqualTo("Name,People\r\nGuides,12\r\n'=1+1,0\r\n");
        assertThat(files.get("cover.txt"))
                .contains(
                        "Report: Groups",
                        "Filter: Has: no owner",
                        "Rows: 2",
                        "Made by: Tove Lindqvist (tove)",
                        "SHA-256 of report.csv: " + digest(table),
                        Evidence.AS_SHOWN);
        assertThat(logged(digest(table))).contains("export “Groups”", "2 rows");
    }

    @Test
    void aListWithoutRowsIsATableOfItsNames() throws Exception {
        Map<String, String> files = Unpacked.of(cast.tove
                .bytes("POST", "/api/v1/exports/lists", groups(List.of("Name"), List.of()))
                .body());
        assertThat(files.get("report.csv")).isEqualTo("Name\r\n");
        assertThat(files.get("cover.txt")).contains("Rows: 0");
    }

    @Test
    void aRowThatDoesNotFitItsColumnsIsNamedAndNothingIsExported() throws Exception {
        JsonNode refused = refused(groups(List.of("Name", "People"), List.of(List.of("Guides"))));
        assertThat(refused.path("fields").path(0).path("field").asString()).isEqualTo("rows");
        assertThat(refused.path("detail").asString()).contains("Row 1 has 1 values");
    }

    @Test
    void accountsAreThoseOfATenantThatIsSeen() throws Exception {
        Map<String, Object> accounts =
                Map.of("list", "ACCOUNTS", "filter", List.of(), "columns", List.of("User name"), "rows", List.of());
        assertThat(refused(accounts).path("fields").path(0).path("field").asString())
                .isEqualTo("tenant");
        Map<String, Object> ofNorth = Map.of(
                "list",
                "ACCOUNTS",
                "tenant",
                cast.find("/api/v1/tenants", "path", "pelagia/north"),
                "filter",
                List.of(),
                "columns",
                List.of("User name"),
                "rows",
                List.of());
        assertThat(Unpacked.of(cast.tove
                                .bytes("POST", "/api/v1/exports/lists", ofNorth)
                                .body())
                        .get("cover.txt"))
                .contains("Report: Accounts in Pelagia North");
    }

    @Test
    void theLogIsHandedOverWithWhatItIsNarrowedTo() throws Exception {
        Map<String, String> files = Unpacked.of(cast.tove
                .bytes("POST", "/api/v1/exports/log", Map.of("by", "demo", "until", "2999-12-31"))
                .body());
        String table = files.get("report.csv");
        List<String> lines = table.lines().toList();
        assertThat(lines.getFirst()).isEqualTo("number,at,by,what,version,reason,ticket");
        assertThat(lines.get(1)).contains(",demo,load the demo scenario");
        assertThat(files.get("cover.txt"))
                .contains("Report: Log", "by demo", "to 31 Dec 2999", "SHA-256 of report.csv: " + digest(table));
        assertThat(logged(digest(table))).contains("export “Log”");
        long rows = cast.tove
                .get("/api/v1/log/counts?until=2999-12-31")
                .body()
                .valueStream()
                .filter(one -> one.path("actor").asString().equals("demo"))
                .mapToLong(one -> one.path("lines").asLong())
                .findFirst()
                .orElseThrow();
        assertThat(files.get("cover.txt")).contains("Rows: " + rows);
    }
}
