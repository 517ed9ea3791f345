package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.testing.Unpacked;

/** Conflict rules on the road: what they forbid stays in the draft, and colleagues do not hand it on. */
class ConflictTest {
    private final Cast cast = Cast.shared();

    ConflictTest() throws Exception {}

    private static List<String> codes(JsonNode entry) {
        return entry.path("findings")
                .valueStream()
                .map(finding -> finding.path("code").asString())
                .toList();
    }

    private static JsonNode last(JsonNode draft) {
        return draft.path("entries").get(draft.path("entries").size() - 1);
    }

    private JsonNode give(JsonNode draft, String person, String role) throws Exception {
        return cast.put(
                draft,
                "assignment.give",
                Map.of("subject", "person:" + person, "role", role, "tenant", "quayside/south", "area", "ticket-hall"));
    }

    @Test
    void whoIssuesRefundsIsNotLetApproveThem() throws Exception {
        JsonNode draft = Newcomers.engaged(
                cast.tove, Cast.unique("two.hats"), Cast.unique("C").replace('.', '-'), "south-bay");
        String person = Cast.personIn(draft);
        draft = give(give(draft, person, "till-clerk"), person, "till-lead");
        assertThat(last(draft).path("state").asString()).isEqualTo("TO_SETTLE");
        assertThat(codes(last(draft))).contains("conflict.blocks");
        assertThat(last(draft).path("findings").get(0).path("text").asString())
                .contains("Issues a refund and approves it", "Quayside South, Ticket hall");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        JsonNode left =
                cast.tove.get("/api/v1/drafts/" + draft.path("id").asString()).body();
        assertThat(left.path("entries")).hasSize(1);
    }

    @Test
    void colleaguesDoNotHandOnWhatConflicts() throws Exception {
        JsonNode draft = Newcomers.engaged(
                cast.tove, Cast.unique("shop.hand"), Cast.unique("C").replace('.', '-'), "south-bay");
        draft = cast.change(draft, Cast.entry(draft, "engagement.begin"), Map.of("job", "Shop assistant"));
        String person = Cast.personIn(draft);
        JsonNode peers = cast.tove
                .get("/api/v1/people/" + person + "/peers?draft="
                        + draft.path("id").asString())
                .body();
        Map<String, String> verdicts = new java.util.HashMap<>();
        peers.path("traits")
                .forEach(trait -> verdicts.put(
                        trait.path("name").asString() + trait.path("detail").asString(),
                        trait.path("verdict").asString()));
        assertThat(verdicts)
                .containsEntry("Kiosk crew", "COMMON")
                .containsEntry("Till leadQuayside South, South Bay kiosk", "CONFLICTS");
    }

    @Test
    void rulesNameThoseInWhomTheirSidesMeet() throws Exception {
        JsonNode rules = cast.tove.get("/api/v1/roles/conflicts").body();
        JsonNode refunds = rules.valueStream()
                .filter(rule -> rule.path("name").asString().startsWith("Issues a refund"))
                .findFirst()
                .orElseThrow();
        assertThat(refunds.path("manner").asString()).isEqualTo("BLOCK");
        assertThat(refunds.path("one").get(0).asString()).isEqualTo("Refunds: issue");
        List<String> met = refunds.path("met")
                .valueStream()
                .map(one -> one.path("name").asString())
                .toList();
        List<String> onDesk = cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(item -> item.path("kind").asString().equals("CONFLICT"))
                .map(item -> item.path("title").asString())
                .toList();
        assertThat(met).contains("Anouk Shearwater");
        assertThat(onDesk).containsAll(met);
    }

    private List<JsonNode> rules(JsonNode draft) throws Exception {
        return cast.tove
                .get("/api/v1/roles/conflicts?draft=" + draft.path("id").asString())
                .body()
                .valueStream()
                .toList();
    }

    @Test
    void aNewRuleTellsInWhomItIsBrokenBeforeItIsApplied() throws Exception {
        String key = Cast.unique("see-and-change").replace('.', '-');
        JsonNode draft = cast.put(
                cast.tove.draft("A rule on trial"),
                "conflict-rule.make",
                Map.of(
                        "key",
                        key,
                        "name",
                        "Sees animals and changes them",
                        "risk",
                        "Only an example",
                        "one",
                        "pelagia:animal:see",
                        "other",
                        "pelagia:animal:change",
                        "within",
                        "area",
                        "manner",
                        "warn",
                        "counting",
                        "blocked, coming"));
        assertThat(last(draft).path("state").asString()).as("%s", draft).isEqualTo("READY");
        JsonNode tried = rules(draft).stream()
                .filter(rule -> rule.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
        JsonNode keeper = cast.tove
                .get("/api/v1/roles/" + cast.find("/api/v1/roles", "key", "keeper"))
                .body();
        assertThat(tried.path("met").size() + tried.path("moreMet").asInt())
                .as("every keeper has both")
                .isGreaterThanOrEqualTo(keeper.path("given").size());
        assertThat(cast.tove.get("/api/v1/roles/conflicts").body().toString()).doesNotContain(key);
    }

    @Test
    void aRuleWhoseSidesOverlapOrAreMissingIsRefusedByItsField() throws Exception {
        JsonNode draft = cast.put(
                cast.tove.draft("A rule that cannot be"),
                "conflict-rule.make",
                Map.of(
                        "key",
                        Cast.unique("overlap").replace('.', '-'),
                        "name",
                        "Both the same",
                        "one",
                        "pelagia:animal:see",
                        "other",
                        "pelagia:animal:see, pelagia:animal:stroke",
                        "within",
                        "tenant",
                        "manner",
                        "block"));
        assertThat(codes(last(draft))).contains("conflict-rule.sides-overlap", "permission.unknown");
        assertThat(last(draft).path("findings").toString()).contains("Animals: see");
        JsonNode missing = cast.put(
                cast.tove.draft("A rule with one side"),
                "conflict-rule.make",
                Map.of(
                        "key",
                        Cast.unique("one-side").replace('.', '-'),
                        "name",
                        "One side",
                        "one",
                        "pelagia:animal:see",
                        "within",
                        "tenant",
                        "manner",
                        "block"));
        assertThat(last(missing).path("findings").get(0).path("path").asString())
                .isEqualTo("other");
    }

    private List<String> desk(String name) throws Exception {
        return cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(item -> item.path("kind").asString().equals("CONFLICT"))
                .filter(item -> item.path("target").asString().equals(name))
                .map(item -> item.path("text").asString())
                .toList();
    }

    private JsonNode met(String person) throws Exception {
        return cast.tove
                .get("/api/v1/roles/conflicts")
                .body()
                .valueStream()
                .flatMap(rule -> rule.path("met").valueStream())
                .filter(met -> met.path("person").asString().equals(person))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void oneCaseIsPermittedByAnotherAdministratorForAWhile() throws Exception {
        String handle = Cast.unique("two.hats");
        JsonNode draft = Newcomers.engaged(cast.tove, handle, Cast.unique("C").replace('.', '-'), "south-bay");
        String person = Cast.personIn(draft);
        draft = give(give(draft, person, "till-clerk"), person, "till-lead");
        assertThat(last(draft).path("state").asString()).isEqualTo("TO_SETTLE");
        draft = cast.put(
                draft,
                "conflict-exception.make",
                Map.of(
                        "person",
                        person,
                        "conflict-rule",
                        "refund-issued-and-approved",
                        "until",
                        "2026-12-14",
                        "because",
                        "lead is ill",
                        "control",
                        "=the shop manager reads the list"));
        assertThat(Cast.states(draft)).containsOnly("READY");
        Answer alone = cast.tove.apply(draft);
        assertThat(alone.text("detail")).contains("it exempts 1 person from a conflict rule");
        Approving.yes(cast, draft);
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(desk(person)).isEmpty();
        assertThat(met(person).path("exception").path("control").asString())
                .isEqualTo("=the shop manager reads the list");
        Map<String, String> files = Unpacked.of(
                cast.tove.bytes("POST", "/api/v1/roles/conflicts/export").body());
        String table = files.getOrDefault("report.csv", "");
        assertThat(files.get("cover.txt"))
                .contains("Report: Conflicts", "Rows: " + (table.lines().count() - 1));
        assertThat(table.lines().filter(line -> line.contains(handle)).toList())
                .isNotEmpty()
                .allMatch(line -> line.contains("Till lead, given directly")
                        && line.contains("Till clerk, given directly")
                        && line.contains("'=the shop manager"));

        JsonNode ending = cast.put(
                cast.tove.draft("No exception any more"),
                "conflict-exception.end",
                Map.of(
                        "conflict-exception",
                        met(person).path("exception").path("id").asString()));
        assertThat(cast.tove.apply(ending).status()).isEqualTo(200);
        assertThat(desk(person)).hasSize(1);
        assertThat(met(person).path("exception").isNull()
                        || met(person).path("exception").isMissingNode())
                .isTrue();
    }
}
