package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** What the places show: the Desk, a tenant, a person, what pickers offer. */
class PlacesTest {
    private final Cast cast = Cast.shared();

    PlacesTest() throws Exception {}

    private JsonNode tenant(String path) throws Exception {
        return cast.tove
                .get("/api/v1/tenants/" + cast.find("/api/v1/tenants", "path", path))
                .body();
    }

    private JsonNode choice(String path) throws Exception {
        return cast.tove
                .get("/api/v1/catalogue")
                .body()
                .path("tenants")
                .valueStream()
                .filter(tenant -> tenant.path("path").asString().equals(path))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void pickersOfferAreasWithWhoWorksThereAndWhatASeatNeeds() throws Exception {
        JsonNode quayside = choice("quayside/south");
        assertThat(quayside.path("areas"))
                .filteredOn(area -> area.path("key").asString().equals("till-1"))
                .singleElement()
                .satisfies(till -> assertThat(till.path("depth").asInt()).isEqualTo(1));
        assertThat(quayside.path("areas")
                        .valueStream()
                        .mapToInt(area -> area.path("people").asInt()))
                .anyMatch(people -> people > 10);
        assertThat(quayside.path("needs")
                        .valueStream()
                        .map(need -> need.path("seat").asString() + " "
                                + need.path("attribute").asString()))
                .containsExactlyInAnyOrder("handheld device", "handheld phone");
        assertThat(choice("strandline/training").path("takesRoles").asBoolean())
                .as("one role is written there as a group")
                .isTrue();
        assertThat(choice("rota-buoy/all").path("userNameRule").asString()).isEqualTo("STAFF_NUMBER");
    }

    @Test
    void aTenantThatTakesUsersAndGroupsOnlyIsServedAsFarAsItGoes() throws Exception {
        JsonNode draft = Newcomers.engaged(cast.tove, Cast.unique("trainee"), "52001", "office");
        String person = Cast.personIn(draft);
        draft = cast.put(draft, "account.open", Map.of("person", person, "tenant", "strandline/training"));
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of("subject", "person:" + person, "role", "night-keeper", "tenant", "strandline/training"));
        assertThat(draft.toString()).contains("“Night keeper” is not managed in Strandline Training");
        JsonNode job = cast.carried(draft);
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        assertThat(Browserless.steps(job)).hasSize(1);
        assertThat(Browserless.steps(job).get(0).path("text").asString()).startsWith("open account");
    }

    @Test
    void whatIsScheduledStandsOnTheDeskAndThePageUntilItIsTakenBack() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("later"), "52002", "keeper");
        draft = cast.change(draft, Cast.entry(draft, "assignment.give"), Map.of("from", "2026-11-27"));
        cast.carried(draft);
        String page = "/api/v1/people/" + Cast.personIn(draft);
        JsonNode role = cast.tove
                .get(page)
                .body()
                .path("roles")
                .valueStream()
                .filter(one -> one.has("from") && !one.path("from").isNull())
                .findFirst()
                .orElseThrow();
        assertThat(role.path("from").asString()).isEqualTo("2026-11-27T00:00:00Z");
        assertThat(scheduled(Cast.personIn(draft))).isTrue();
        JsonNode back = cast.put(
                cast.tove.draft("Take back"),
                "assignment.end",
                Map.of("assignment", role.path("assignment").asString()));
        assertThat(cast.tove.apply(back).status()).isEqualTo(200);
        assertThat(scheduled(Cast.personIn(draft))).isFalse();
        assertThat(cast.tove
                        .get(page)
                        .body()
                        .path("roles")
                        .valueStream()
                        .map(one -> one.path("assignment").asString()))
                .doesNotContain(role.path("assignment").asString());
    }

    private boolean scheduled(String person) throws Exception {
        return cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .anyMatch(item -> item.path("kind").asString().equals("SCHEDULED")
                        && item.path("target").asString().equals(person));
    }

    @Test
    void whatHasNoEndOfItsOwnFollowsAnEngagementThatIsExtended() throws Exception {
        JsonNode draft = Newcomers.engaged(cast.tove, Cast.unique("pump"), "52021", "office");
        String person = Cast.personIn(draft);
        JsonNode begun = Cast.entry(draft, "engagement.begin");
        String engagement = begun.path("fields").path("id").asString();
        draft = cast.change(draft, begun, Map.of("until", "2026-12-31"));
        Map<String, String> role = Map.of(
                "subject",
                "person:" + person,
                "role",
                "berth-worker",
                "tenant",
                "drydock/works",
                "engagement",
                engagement);
        draft = cast.put(draft, "assignment.give", role);
        Map<String, String> dated = new HashMap<>(role);
        dated.putAll(Map.of("role", "store-keeper", "until", "2026-12-15"));
        draft = cast.put(draft, "assignment.give", dated);
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        String page = "/api/v1/people/" + person;
        assertThat(ends(page)).containsExactlyInAnyOrder("2027-01-01T00:00:00Z", "2026-12-16T00:00:00Z");
        JsonNode longer = cast.put(
                cast.tove.draft("Extend"), "engagement.edit", Map.of("engagement", engagement, "until", "2027-03-31"));
        assertThat(cast.tove.apply(longer).status()).isEqualTo(200);
        assertThat(ends(page)).containsExactlyInAnyOrder("2027-03-31T23:00:00Z", "2026-12-16T00:00:00Z");
    }

    private List<String> ends(String page) throws Exception {
        return cast.tove
                .get(page)
                .body()
                .path("roles")
                .valueStream()
                .filter(role -> role.path("throughGroup").isMissingNode()
                        || role.path("throughGroup").isNull())
                .map(role -> role.path("until").asString())
                .toList();
    }

    @Test
    void somebodyNewCanStartLikeTheirPeers() throws Exception {
        JsonNode draft = Newcomers.engaged(cast.tove, Cast.unique("peer"), "52011", "lagoon-hall");
        String path = "/api/v1/people/" + Cast.personIn(draft) + "/peers?draft="
                + draft.path("id").asString();
        JsonNode peers = cast.tove.get(path).body();
        assertThat(peers.path("profile").asString()).isEqualTo("Keeper, Lagoon Hall, employee");
        int of = peers.path("peers").size();
        assertThat(of).isBetween(1, 12);
        for (JsonNode trait : peers.path("traits")) {
            assertThat(trait.path("of").asInt()).isEqualTo(of);
            assertThat(trait.path("having").asInt()).isLessThanOrEqualTo(of);
            assertThat(trait.path("has").asBoolean())
                    .isEqualTo(trait.path("verdict").asString().equals("DECIDED_ELSEWHERE")
                            && trait.path("detail").asString().equals("by its rule"));
        }
        JsonNode common = peers.path("traits")
                .valueStream()
                .filter(trait -> trait.path("verdict").asString().equals("COMMON"))
                .findFirst()
                .orElseThrow();
        Map<String, String> fields = new HashMap<>();
        common.path("fields")
                .propertyStream()
                .forEach(field -> fields.put(field.getKey(), field.getValue().asString()));
        cast.put(draft, common.path("form").asString(), fields);
        String name = common.path("name").asString();
        assertThat(cast.tove
                        .get(path)
                        .body()
                        .path("traits")
                        .valueStream()
                        .filter(trait -> trait.path("name").asString().equals(name)
                                && trait.path("detail").equals(common.path("detail"))))
                .allMatch(trait -> trait.path("has").asBoolean());
        String colleague = peers.path("peers").path(0).path("id").asString();
        JsonNode like = cast.tove.get(path + "&like=" + colleague).body();
        assertThat(like.path("like").asString()).isEqualTo(colleague);
        assertThat(like.path("peers").path(0).path("id").asString()).isEqualTo(colleague);
    }

    @Test
    void seatsThatAreGivenBackLaterAreLeftFromThatDayOn() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("seat"), "52003", "keeper");
        draft = cast.change(draft, Cast.entry(draft, "seat.give"), Map.of("until", "2027-01-31"));
        cast.carried(draft);
        JsonNode pool = tenant("pelagia/north")
                .path("tenant")
                .path("pools")
                .valueStream()
                .filter(one -> one.path("kind").asString().equals("keeper"))
                .findFirst()
                .orElseThrow();
        JsonNode level = pool.path("later")
                .valueStream()
                .filter(one -> one.path("from").asString().equals("2027-02-01T00:00:00Z"))
                .findFirst()
                .orElseThrow();
        assertThat(level.path("left").asInt()).isGreaterThan(pool.path("left").asInt());
    }

    @Test
    void whatATenantGivesThatNobodyHereGaveIsShownOnThePage() throws Exception {
        JsonNode draft = cast.newcomer(Cast.unique("local"), "52004", "keeper");
        cast.carried(draft);
        String person = "/api/v1/people/" + Cast.personIn(draft);
        assertThat(cast.tove.get(person).body().path("accounts").path(0).path("found"))
                .isEmpty();
        giveLocally(draft, "senior-keeper");
        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        cast.tove.send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object());
        JsonNode account = cast.tove.get(person).body().path("accounts").path(0);
        assertThat(account.path("found").toString()).contains("Senior keeper at Lagoon Hall");
        assertThat(account.path("square").asString()).isEqualTo("SAME");
    }

    /** As somebody does who works in the tenant's own console: over its SCIM endpoint, without an id of ours. */
    private void giveLocally(JsonNode draft, String role) throws Exception {
        JsonMapper json = new JsonMapper();
        String account =
                Cast.entry(draft, "account.open").path("fields").path("id").asString();
        String user = remote("Users", account);
        String tenantRole = remote("Roles", cast.find("/api/v1/roles", "key", role));
        String body = json.createObjectNode()
                .set("subject", json.createObjectNode().put("type", "User").put("value", user))
                .toString();
        JsonNode assignment = ((tools.jackson.databind.node.ObjectNode) json.readTree(body))
                .put("area", "lagoon-hall")
                .set("role", json.createObjectNode().put("value", tenantRole));
        assertThat(cast.stage
                        .tenant("pelagia-north", "POST", "Assignments", assignment.toString())
                        .statusCode())
                .isEqualTo(201);
    }

    private String remote(String type, String externalId) throws Exception {
        HttpResponse<String> found = cast.stage.tenant(
                "pelagia-north", "GET", type + "?filter=externalId%20eq%20%22" + externalId + "%22", "");
        String id = new JsonMapper()
                .readTree(found.body())
                .path("Resources")
                .path(0)
                .path("id")
                .asString("");
        assertThat(id).as("%s %s: %s", type, externalId, found.body()).isNotEmpty();
        return id;
    }
}
