package wexa.server.reports;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.zone.ZoneRules;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.assertj.core.api.Assertions;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Unpacked;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Reports for now and for the past, and what an export proves. */
class ReportTest {
    private final Cast cast = Cast.shared();

    ReportTest() throws Exception {}

    private JsonNode report(String kindAndQuery) throws Exception {
        Browserless.Answer answer = cast.tove.get("/api/v1/reports/" + kindAndQuery);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    @Test
    void everyKindIsMadeForNowAndTellsWhatItIsMadeOf() throws Exception {
        for (ReportKind kind : ReportKind.values()) {
            JsonNode report = report(kind.name());
            assertThat(report.path("title").asString()).isEqualTo(kind.title());
            assertThat(report.path("rows").size())
                    .isEqualTo(Math.min(500, report.path("total").asInt()));
            int columns = report.path("columns").size();
            report.path("rows").forEach(row -> assertThat(row).hasSize(columns));
            assertThat(report.path("cover").path("readings")).isNotEmpty();
            assertThat(report.path("cover").path("by").asString()).isEqualTo("Tove Lindqvist");
        }
    }

    @Test
    void aReportIsNarrowedToAUnitAndATenant() throws Exception {
        String tenant = cast.find("/api/v1/tenants", "path", "pelagia/north");
        String unit = cast.find("/api/v1/units", "key", "lagoon-hall");
        JsonNode all = report("ROLES");
        JsonNode some = report("ROLES?tenant=" + tenant + "&unit=" + unit);
        assertThat(some.path("total").asInt())
                .isPositive()
                .isLessThan(all.path("total").asInt());
        some.path("rows").forEach(row -> {
            assertThat(row.path(1).asString()).isEqualTo("Pelagia North");
            assertThat(row.path(5).asString()).isEqualTo("Lagoon Hall");
        });
        assertThat(some.path("cover").path("filter").toString())
                .contains("Lagoon Hall")
                .contains("Pelagia North");
    }

    @Test
    void aDayBeforeTheRecordsAndOneToComeAreRefusedWithTheWayOut() throws Exception {
        Browserless.Answer before = cast.tove.get("/api/v1/reports/PEOPLE?day=1999-01-01");
        assertThat(before.status()).isEqualTo(400);
        assertThat(before.text("detail")).contains("records since");
        assertThat(cast.tove.get("/api/v1/reports/PEOPLE?day=2199-01-01").status())
                .isEqualTo(400);
        assertThat(cast.tove
                        .get("/api/v1/reports/PEOPLE?unit=" + UUID.randomUUID())
                        .status())
                .isEqualTo(400);
        assertThat(cast.tove.get("/api/v1/reports/NOTHING").status()).isEqualTo(400);
    }

    /** What was applied since is taken back, also twice on the same fact; what was there before is as it was. */
    @Test
    void aPastModelIsWhatWasKnownThen() throws Exception {
        PastModels past = cast.bean(PastModels.class);
        SnapshotStore store = cast.bean(SnapshotStore.class);
        BusinessClock clock = cast.bean(BusinessClock.class);
        TransactionTemplate transactions = cast.bean(TransactionTemplate.class);
        Instant before = clock.now();
        Model known = store.current().model();
        String key = "past-" + UUID.randomUUID().toString().substring(0, 8);
        assertThat(cast.tove
                        .send("POST", "/api/v1/units", cast.tove.object("key", key, "name", "Was not there"))
                        .status())
                .isEqualTo(201);
        Model now = store.current().model();
        assertThat(now.table(Kind.UNIT).by(Unit.BY_KEY, Key.of(key))).hasSize(1);
        Model then = transactions.execute(status -> past.at(before).model());
        assertThat(then.table(Kind.UNIT).by(Unit.BY_KEY, Key.of(key))).isEmpty();
        assertThat(then.table(Kind.UNIT).size())
                .isLessThanOrEqualTo(known.table(Kind.UNIT).size());
        assertThat(transactions.execute(status -> past.at(clock.now())).version())
                .isGreaterThanOrEqualTo(store.current().version() - 1);
    }

    /** Everything that was ever applied, taken back one after the other, leads to nothing. */
    @Test
    void allThatWasAppliedLeadsBackToNothing() {
        PastModels past = cast.bean(PastModels.class);
        TransactionTemplate transactions = cast.bean(TransactionTemplate.class);
        Instant beginning = past.beginning().orElseThrow();
        Model before = transactions.execute(
                status -> past.at(beginning.minusSeconds(1)).model());
        assertThat(Kind.all().stream()
                        .mapToInt(kind -> before.table(kind).size())
                        .sum())
                .isZero();
    }

    @Test
    void anExportHasACoverWithTheDigestOfItsTableAndStandsInTheLog() throws Exception {
        JsonNode report = report("SEATS");
        HttpResponse<byte[]> archive = cast.tove.bytes("POST", "/api/v1/reports/SEATS/export");
        assertThat(archive.statusCode()).isEqualTo(200);
        Map<String, String> files = Unpacked.of(archive.body());
        String table = files.get("report.csv");
        List<String> lines = table.lines().toList();
        assertThat(lines).hasSize(report.path("total").asInt() + 1);
        assertThat(lines.getFirst()).isEqualTo("Tenant,Seat,Seats,Used,Idle,Free");
        String digest = HexFormat.of()
                .formatHex(MessageDigest.getInstance("SHA-256").digest(table.getBytes(StandardCharsets.UTF_8)));
        assertThat(files.get("cover.txt"))
                .contains("SHA-256 of report.csv: " + digest)
                .contains("Rows: " + report.path("total").asInt())
                .contains("Made by: Tove Lindqvist (tove)")
                .contains("Pelagia North: read");
        JsonNode log = cast.tove.get("/api/v1/log?q=" + digest).body();
        assertThat(log.path("lines")).hasSize(1);
        assertThat(log.path("lines").path(0).path("sentence").asString()).contains("export “Seat usage”");
    }

    @Test
    void peopleAsTheyAreShownAreHandedOverInTheSameWay() throws Exception {
        HttpResponse<byte[]> archive = cast.tove.bytes(
                "POST", "/api/v1/people/table/export?standing=HERE&field=shift=Morning&column=name&column=field:shift");
        Map<String, String> files = Unpacked.of(archive.body());
        List<String> lines = files.get("report.csv").lines().toList();
        assertThat(lines.getFirst()).isEqualTo("name,Shift");
        assertThat(lines.subList(1, lines.size())).isNotEmpty().allMatch(line -> line.endsWith(",Morning"));
        assertThat(files.get("cover.txt"))
                .contains("Report: People", "Filter: standing HERE; Shift Morning", "Rows: " + (lines.size() - 1));
        assertThat(cast.tove
                        .get("/api/v1/log?q=export")
                        .body()
                        .path("lines")
                        .path(0)
                        .path("sentence")
                        .asString())
                .contains("export “People”");
    }

    /** Whoever left and can still sign in stands there, with how late it is; it can be recounted from the table alone. */
    @Test
    void theControlOfLeaversNamesWhoIsStillInAndHowLateItIs() throws Exception {
        JsonNode report = report("LEAVERS");
        List<String> names = report.path("columns")
                .valueStream()
                .map(column -> column.path("name").asString())
                .toList();
        int state = names.indexOf("State");
        int late = names.indexOf("Hours late");
        int last = names.indexOf("Last day");
        int confirmed = names.indexOf("Confirmed");
        assertThat(report.path("rows")).isNotEmpty();
        for (JsonNode row : report.path("rows")) {
            assertThat(row.path(last).asString()).matches("20\\d\\d-\\d\\d-\\d\\d");
            switch (row.path(state).asString()) {
                case "still open there" -> {
                    assertThat(Double.parseDouble(row.path(late).asString())).isPositive();
                    assertThat(row.path(confirmed).asString()).isEmpty();
                }
                case "closed, confirmed" -> {
                    LocalDateTime end = LocalDate.parse(row.path(last).asString())
                            .plusDays(1)
                            .atStartOfDay();
                    LocalDateTime at =
                            LocalDateTime.parse(row.path(confirmed).asString().replace(' ', 'T'));
                    assertThat(Double.parseDouble(row.path(late).asString()))
                            .isCloseTo(
                                    Math.max(0, Duration.between(end, at).toMinutes() / 60.0),
                                    Offset.offset(0.03 + Math.abs(offsetChange(end, at))));
                }
                case "closed, as last read", "not known: the tenant was never read" ->
                    assertThat(row.path(late).asString()).isEmpty();
                default -> Assertions.fail(row.toString());
            }
        }
    }

    private Browserless.Answer compared(String list, String query) throws Exception {
        return cast.tove.sendText(
                "POST", "/api/v1/reports/leavers/comparison" + query, list, "Content-Type", "text/csv");
    }

    @Test
    void leaversAreComparedWithAListFromPersonnel() throws Exception {
        JsonNode left = report("LEAVERS").path("rows").path(0);
        String number = left.path(1).asString();
        LocalDate last = LocalDate.parse(left.path(3).asString());
        String list = "Personnel number;Surname;End date\r\n" + number + ";Somebody;" + last + "\r\n"
                + "999999;Nobody;2026-11-01\r\n" + "999998;Nobody;1.11.2026\r\n";
        Browserless.Answer answer = compared(list, "");
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        Map<String, String> results = new HashMap<>();
        answer.body()
                .path("rows")
                .forEach(row -> results.put(row.path(0).asString(), row.path(5).asString()));
        assertThat(results)
                .containsEntry(number, "agrees")
                .containsEntry("999999", "no such staff number in Wexa")
                .containsEntry("999998", "no such staff number in Wexa");
        // whoever left in the year and is not in the list is told
        String year = "?from=" + last.minusDays(300) + "&until=" + last.plusDays(60);
        String others = "number,last day\r\n999999,2026-11-01\r\n";
        long missing = compared(others, year)
                .body()
                .path("rows")
                .valueStream()
                .filter(row -> row.path(5).asString().equals("not in the list"))
                .count();
        assertThat(missing).isPositive();
        // the list is not kept, and the export is on record
        Map<String, String> handedOver = Unpacked.of(cast.tove
                .bytesOfTable("/api/v1/reports/leavers/comparison/export" + year, others)
                .body());
        assertThat(handedOver.get("report.csv").lines().filter(line -> line.endsWith("not in the list")))
                .hasSize((int) missing);
        assertThat(handedOver.get("cover.txt")).contains("Leavers compared with a list", "a list of 1 line");
    }

    @Test
    void aListThatCannotBeComparedSaysWhatItLacks() throws Exception {
        assertThat(compared("name,end\r\nx,2026-11-01\r\n", "").text("detail")).contains("staff number", "name, end");
        assertThat(compared("number,last day\r\n", "").text("detail")).contains("no rows");
        assertThat(compared("", "").text("detail")).contains("empty");
        JsonNode rows = compared("number,last day\r\n4711\r\n999999,2026-11-01\r\n,\r\n", "")
                .body()
                .path("rows");
        assertThat(rows.valueStream().map(row -> row.path(5).asString()))
                .contains("no such staff number in Wexa")
                .containsOnlyOnce("no staff number in the list");
        assertThat(rows.toString()).contains("line 2 has more or fewer cells");
        assertThat(compared("number,last day\r\n4711,2026-11-01\r\n", "?from=2026-12-01&until=2026-11-01")
                        .status())
                .isEqualTo(400);
    }

    /** Hours by which the clock was changed between. */
    private double offsetChange(LocalDateTime from, LocalDateTime to) {
        ZoneRules rules = cast.bean(Settings.class).zone().getRules();
        return (rules.getOffset(to).getTotalSeconds() - rules.getOffset(from).getTotalSeconds()) / 3600.0;
    }

    /** A kind of seat that is taken. */
    private String takenInNorth() {
        try {
            return report("SEATS")
                    .path("rows")
                    .valueStream()
                    .filter(row -> row.path(0).asString().equals("Pelagia North")
                            && row.path(3).asString("0").compareTo("0") > 0)
                    .map(row -> row.path(1).asString())
                    .findFirst()
                    .orElseThrow();
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void aPriceIsCountedForEverySeatOfItsKind() throws Exception {
        JsonNode kind = cast.tove
                .get("/api/v1/reports/seats/prices")
                .body()
                .valueStream()
                .filter(one -> one.path("tenantName").asString().equals("Pelagia North")
                        && one.path("name").asString().equals(takenInNorth()))
                .findFirst()
                .orElseThrow();
        String address = "/api/v1/reports/seats/prices/" + kind.path("tenant").asString() + "/"
                + kind.path("kind").asString();
        assertThat(cast.tove
                        .sendText("PUT", address, "{\"amount\":-1}", "Content-Type", "application/json")
                        .status())
                .isEqualTo(400);
        assertThat(cast.tove
                        .sendText("PUT", address, "{\"amount\":12.50}", "Content-Type", "application/json")
                        .status())
                .isEqualTo(204);
        List<JsonNode> rows = new ArrayList<>();
        report("COSTS?tenant=" + kind.path("tenant").asString()).path("rows").forEach(row -> {
            if (row.path(3).asString().equals(kind.path("name").asString())) {
                rows.add(row);
            }
        });
        assertThat(rows).isNotEmpty().allSatisfy(row -> {
            assertThat(row.path(5).asString()).isEqualTo("12.50");
            double seats = Double.parseDouble(row.path(4).asString());
            assertThat(Double.parseDouble(row.path(6).asString())).isEqualTo(seats * 12.5);
        });
        assertThat(cast.tove
                        .sendText("PUT", address, "{}", "Content-Type", "application/json")
                        .status())
                .isEqualTo(204);
    }

    @Test
    void whoWouldLoseASeatIsAskedOfTheTenantsOwnPool() throws Exception {
        Model model = cast.bean(SnapshotStore.class).current().model();
        String id = cast.find("/api/v1/tenants", "path", "pelagia/north");
        Tenant north = model.tenants().get(Id.of(UUID.fromString(id)));
        String taken = takenInNorth();
        String kind = model.appOf(north).seatKinds().stream()
                .filter(one -> one.name().equals(taken))
                .findFirst()
                .orElseThrow()
                .key()
                .text();
        String address = "/api/v1/reports/seats/losers?tenant=" + id + "&kind=" + kind + "&size=";
        JsonNode none = cast.tove.get(address + 0).body();
        int all = none.path("total").asInt();
        assertThat(none.path("losers")).hasSize(all).isNotEmpty();
        JsonNode oneLess = cast.tove.get(address + (all - 1)).body();
        assertThat(oneLess.path("total").asInt()).isEqualTo(1);
        assertThat(oneLess.path("losers")).hasSize(1);
        assertThat(cast.tove.get(address + all).body().path("losers")).isEmpty();
        assertThat(cast.tove.get(address + -1).status()).isEqualTo(400);
        assertThat(cast.tove
                        .get("/api/v1/reports/seats/losers?size=1&kind=velvet&tenant=" + id)
                        .status())
                .isEqualTo(400);
    }
}
