package wexa.server.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** The Desk names what the other places show, each thing once and with the act that opens it. */
class DeskTest {
    private static final Duration SOON = Duration.ofDays(7);

    private final Cast cast = Cast.shared();

    DeskTest() throws Exception {}

    private List<JsonNode> items(String kind) throws Exception {
        return cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(item -> item.path("kind").asString().equals(kind))
                .toList();
    }

    private List<String> titles(String kind) throws Exception {
        return items(kind).stream().map(item -> item.path("title").asString()).toList();
    }

    private Instant now() throws Exception {
        return Instant.parse(cast.tove.get("/api/v1/session").text("now"));
    }

    /** Everybody, read page by page. */
    private List<JsonNode> everybody() throws Exception {
        List<JsonNode> all = new ArrayList<>();
        for (int from = 0; from >= 0; ) {
            JsonNode page =
                    cast.tove.get("/api/v1/people?limit=300&from=" + from).body();
            page.path("people").forEach(all::add);
            from = page.path("next").isNumber() ? page.path("next").asInt() : -1;
        }
        return all;
    }

    @Test
    void everybodyWhoseTimeEndsThisWeekIsNamedAndNobodyElse() throws Exception {
        Instant limit = now().plus(SOON);
        TreeSet<String> leaving = new TreeSet<>();
        for (JsonNode person : everybody()) {
            String until = person.path("until").asString("");
            if (person.path("standing").asString().equals("HERE")
                    && !until.isEmpty()
                    && !Instant.parse(until).isAfter(limit)) {
                leaving.add(person.path("name").asString());
            }
        }
        assertThat(new TreeSet<>(titles("LEAVER"))).isEqualTo(leaving).contains("Bo Ferreira", "Perrin Aldous");
    }

    @Test
    void whoStartsSoonWithoutAnAccountIsNamedWithTheirDay() throws Exception {
        JsonNode wren = items("COMING").stream()
                .filter(item -> item.path("title").asString().equals("Wren Castellane"))
                .findFirst()
                .orElseThrow();
        assertThat(wren.path("at").asString()).isEqualTo("2026-11-30T00:00:00Z");
        JsonNode page = cast.tove
                .get("/api/v1/people/" + wren.path("target").asString())
                .body();
        assertThat(page.path("person").path("name").asString()).isEqualTo("Wren Castellane");
        assertThat(page.path("accounts")).isEmpty();
    }

    /** Jobs of other tests may be on their way: between two looks a difference comes and goes. */
    @Test
    void differencesUnknownAccountsAndScarceSeatsAreThoseOfTheTenants() {
        patiently().untilAsserted(() -> {
            Map<String, Integer> differences = new HashMap<>();
            Map<String, Integer> unknown = new HashMap<>();
            for (JsonNode tenant : cast.tove.get("/api/v1/tenants").body()) {
                String id = tenant.path("id").asString();
                differences.put(id, tenant.path("differences").asInt());
                unknown.put(id, tenant.path("unknownAccounts").asInt());
            }
            assertThat(counted("DIFFERENCE")).isEqualTo(positive(differences));
            assertThat(counted("UNKNOWN")).isEqualTo(positive(unknown)).isNotEmpty();
        });
    }

    @Test
    void aPoolThatIsNearlyEmptyIsNamed() throws Exception {
        assertThat(titles("SEATS")).anyMatch(title -> title.startsWith("Pelagia North: "));
    }

    private static Map<String, Integer> positive(Map<String, Integer> counts) {
        Map<String, Integer> left = new HashMap<>(counts);
        left.values().removeIf(count -> count == 0);
        return left;
    }

    /** The number that stands in each title, by tenant. */
    private Map<String, Integer> counted(String kind) throws Exception {
        Map<String, Integer> found = new HashMap<>();
        for (JsonNode item : items(kind)) {
            String number = item.path("title").asString().replaceAll(".*: (\\d+) .*", "$1");
            found.put(item.path("tenantId").asString(), Integer.valueOf(number));
        }
        return found;
    }

    @Test
    void whatLeadsNowhereIsNamed() throws Exception {
        assertThat(titles("UNMAPPED")).contains("South shop", "Trust volunteers");
        assertThat(titles("INERT")).contains("Dov Hallam");
        assertThat(titles("ENDING")).contains("Jonah Petrel");
    }

    /** A leave that ends soon, and an exception: both are foreseen before anything follows from them. */
    @Test
    void whoReturnsSoonIsNamedAndSoIsAnExceptionThatEnds() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(Cast.unique("returns"), number, "keeper");
        cast.carried(newcomer);
        String person = Cast.personIn(newcomer);
        String soon = LocalDate.ofInstant(now(), ZoneOffset.UTC).plusDays(3).toString();
        JsonNode leave = cast.put(
                cast.tove.draft("Leave"),
                "absence.begin",
                Map.of(
                        "id",
                        UUID.randomUUID().toString(),
                        "person",
                        person,
                        "manner",
                        "leave",
                        "until",
                        soon,
                        "because",
                        "unpaid leave"));
        Browserless.Answer left = cast.tove.apply(leave);
        assertThat(left.status()).as("%s", left.body()).isEqualTo(200);
        assertThat(items("RETURN").stream().map(item -> item.path("target").asString()))
                .contains(person);

        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        JsonNode excepted = cast.put(
                cast.tove.draft("Exception"),
                "excepted-difference.make",
                Map.of(
                        "id",
                        UUID.randomUUID().toString(),
                        "object",
                        "ACCOUNT:" + UUID.randomUUID(),
                        "tenant",
                        north,
                        "differs",
                        "missing",
                        "until",
                        soon,
                        "owner",
                        person,
                        "because",
                        "moved next week"));
        assertThat(cast.tove.apply(excepted).status()).isEqualTo(200);
        assertThat(titles("DIFFERENCE")).contains("Pelagia North: an exception ends");
    }

    @Test
    void nothingStandsThereTwiceAndEachThingHasItsAct() throws Exception {
        JsonNode desk = cast.tove.get("/api/v1/desk").body();
        List<String> seen = desk.path("items")
                .valueStream()
                .map(item ->
                        item.path("kind").asString() + item.path("target") + item.path("title") + item.path("text"))
                .toList();
        assertThat(seen)
                .doesNotHaveDuplicates()
                .hasSizeLessThanOrEqualTo(desk.path("total").asInt());
        assertThat(desk.path("items"))
                .allSatisfy(item -> assertThat(item.path("act").asString()).isNotBlank())
                .allSatisfy(item -> assertThat(item.path("target").asString()).isNotBlank());
    }
}
