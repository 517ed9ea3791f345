package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** A tenant that knows users and groups only: roles come to it as groups, as the tenant itself tells. */
class BindingRoadTest {
    private static final String TRAINING = "strandline-training";

    private final Cast cast = Cast.shared();
    private final String tenant;

    BindingRoadTest() throws Exception {
        tenant = cast.find("/api/v1/tenants", "path", "strandline/training");
    }

    /** The names of the accounts in a group, asked of the tenant; empty if it has no such group. */
    private List<Set<String>> membersThere(String name) throws Exception {
        Map<String, String> users = new HashMap<>();
        resources("Users")
                .forEach(user -> users.put(
                        user.path("id").asString(), user.path("userName").asString()));
        return resources("Groups").stream()
                .filter(group -> group.path("displayName").asString().equals(name))
                .map(group -> {
                    Set<String> members = new TreeSet<>();
                    group.path("members")
                            .forEach(member -> members.add(
                                    users.getOrDefault(member.path("value").asString(), "nobody")));
                    return members;
                })
                .toList();
    }

    private List<JsonNode> resources(String type) throws Exception {
        return new JsonMapper()
                .readTree(cast.stage
                        .tenant(TRAINING, "GET", type + "?count=200", "")
                        .body())
                .path("Resources")
                .valueStream()
                .toList();
    }

    private JsonNode newcomer(String handle) throws Exception {
        JsonNode draft = Newcomers.engaged(cast.tove, handle, Cast.unique("T").replace('.', '-'), "rescue-station");
        return cast.put(draft, "account.open", Map.of("person", Cast.personIn(draft), "tenant", "strandline/training"));
    }

    private JsonNode give(JsonNode draft, String person, String role) throws Exception {
        return cast.put(
                draft,
                "assignment.give",
                Map.of("subject", "person:" + person, "role", role, "tenant", "strandline/training"));
    }

    private static JsonNode last(JsonNode draft) {
        return draft.path("entries").get(draft.path("entries").size() - 1);
    }

    private String roleId(String key) throws Exception {
        return cast.find("/api/v1/roles", "key", key);
    }

    private JsonNode placeOf(String role) throws Exception {
        return cast.tove
                .get("/api/v1/roles/" + roleId(role) + "/places")
                .body()
                .valueStream()
                .filter(place -> place.path("id").asString().equals(tenant))
                .findFirst()
                .orElseThrow();
    }

    private String binding(String role) throws Exception {
        return placeOf(role).path("bound").get(0).path("binding").asString();
    }

    @Test
    void whoGetsTheRoleComesIntoItsGroupAndGoesOutOfItAgain() throws Exception {
        assertThat(cast.tove
                        .get("/api/v1/tenants/" + tenant)
                        .body()
                        .path("written")
                        .toString())
                .contains("Rescue watcher", "Exercise watchers");
        String handle = Cast.unique("watcher");
        JsonNode draft = newcomer(handle);
        String person = Cast.personIn(draft);
        JsonNode given = give(draft, person, "rescue-watcher");
        assertThat(last(given).path("findings")).isEmpty();
        JsonNode job = cast.carried(given);
        assertThat(job.path("state").asString()).as("%s", job).isEqualTo("DONE");
        assertThat(job.toString()).contains("update group Exercise watchers: add 1 member");
        assertThat(membersThere("Exercise watchers").getFirst()).contains(handle + "@skerrow.example");
        JsonNode place = placeOf("rescue-watcher").path("bound").get(0);
        assertThat(place.path("there").asInt()).isEqualTo(place.path("members").asInt());
        assertThat(cast.tove
                        .get("/api/v1/people/" + person + "/access")
                        .body()
                        .path("tenants")
                        .valueStream()
                        .filter(one -> one.path("tenant").asString().equals("Training"))
                        .toList()
                        .toString())
                .as("what was read of a group is read as the role")
                .contains("\"found\":\"YES\"")
                .doesNotContain("\"found\":\"NO\"");

        JsonNode ending = cast.put(
                cast.tove.draft("No watcher any more"),
                "assignment.end",
                Map.of("assignment", last(given).path("fields").path("id").asString()));
        assertThat(cast.carried(ending).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Exercise watchers").getFirst()).doesNotContain(handle + "@skerrow.example");
    }

    @Test
    void aGroupOfTheTenantIsTakenOverWithWhomItHasAndLeftAgain() throws Exception {
        String handle = Cast.unique("crew");
        JsonNode draft = newcomer(handle);
        String person = Cast.personIn(draft);
        JsonNode given = give(draft, person, "rescue-hand");
        assertThat(last(given).path("findings").toString())
                .contains("“Rescue hand” is not managed in Strandline Training");
        cast.carried(given);
        Set<String> before = membersThere("Exercise crew").getFirst();
        assertThat(before).hasSize(2).doesNotContain(handle + "@skerrow.example");

        JsonNode found = cast.tove
                .get("/api/v1/tenants/" + tenant + "/groups")
                .body()
                .valueStream()
                .filter(group -> group.path("name").asString().equals("Exercise crew"))
                .findFirst()
                .orElseThrow();
        assertThat(found.path("members").asInt()).isEqualTo(2);
        String remoteId = found.path("remoteId").asString();
        Map<String, String> bind = Map.of(
                "role", "rescue-hand", "tenant", "strandline/training", "group", "Exercise crew", "found", remoteId);
        JsonNode binding = cast.put(cast.tove.draft("Crew"), "binding.make", bind);
        Answer alone = cast.tove.apply(binding);
        assertThat(alone.text("detail")).contains("a group that the tenant had before");
        JsonNode job = cast.finished(Approving.applied(cast, binding).text("job"));
        assertThat(job.path("state").asString()).as("%s", job).isEqualTo("DONE");
        assertThat(job.toString()).contains("link group Exercise crew");
        Set<String> with = new TreeSet<>(before);
        with.add(handle + "@skerrow.example");
        assertThat(membersThere("Exercise crew").getFirst())
                .as("whom others put into it stays")
                .isEqualTo(with);

        JsonNode twice = cast.put(
                cast.tove.draft("Twice"),
                "binding.make",
                Map.of("role", "rescue-lead", "tenant", "strandline/training", "group", "Exercise crew"));
        assertThat(last(twice).path("findings").toString()).contains("stands for Rescue hand already");

        JsonNode ending =
                cast.put(cast.tove.draft("No crew"), "binding.end", Map.of("binding", binding("rescue-hand")));
        assertThat(cast.tove.apply(ending).status()).isEqualTo(200);
        assertThat(membersThere("Exercise crew").getFirst()).isEqualTo(with);
        assertThat(cast.tove
                        .get("/api/v1/tenants/" + tenant)
                        .body()
                        .path("differences")
                        .toString())
                .as("what was left to the tenant is no difference")
                .doesNotContain("Exercise crew");
        assertThat(cast.tove.get("/api/v1/tenants/" + tenant + "/groups").body().toString())
                .contains(remoteId);
    }

    @Test
    void aGroupComesWithoutAnyRoleAndGoes() throws Exception {
        String handle = Cast.unique("guide");
        JsonNode draft = newcomer(handle);
        draft = cast.put(draft, "group.make", Map.of("key", handle.replace('.', '-'), "name", "Guides " + handle));
        String group = last(draft).path("fields").path("id").asString();
        draft = cast.put(draft, "membership.put", Map.of("member", "person:" + Cast.personIn(draft), "group", group));
        assertThat(cast.carried(draft).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Guides " + handle)).isEmpty();

        JsonNode make = cast.put(
                cast.tove.draft("Guides there"),
                "group-provision.make",
                Map.of("group", group, "tenant", "strandline/training"));
        String provision = last(make).path("fields").path("id").asString();
        assertThat(cast.carried(make).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Guides " + handle)).containsExactly(Set.of(handle + "@skerrow.example"));
        assertThat(cast.tove
                        .get("/api/v1/groups/" + group)
                        .body()
                        .path("tenants")
                        .toString())
                .contains(provision);

        JsonNode end = cast.put(
                cast.tove.draft("No guides there"), "group-provision.end", Map.of("group-provision", provision));
        assertThat(cast.carried(end).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Guides " + handle)).isEmpty();
    }

    /** User names of the accounts that have an entitlement, asked of the tenant. */
    private Set<String> entitled(String value) throws Exception {
        Set<String> found = new TreeSet<>();
        for (JsonNode user : resources("Users")) {
            if (user.path("entitlements")
                    .valueStream()
                    .anyMatch(one -> one.path("value").asString().equals(value))) {
                found.add(user.path("userName").asString());
            }
        }
        return found;
    }

    @Test
    void aRoleComesAsAnEntitlementToThoseWhoHaveItAndOthersKeepTheirs() throws Exception {
        String handle = Cast.unique("lead");
        JsonNode draft = newcomer(handle);
        cast.carried(give(draft, Cast.personIn(draft), "rescue-lead"));
        Set<String> byHand = entitled("exercise-lead");
        assertThat(byHand).hasSize(1);
        assertThat(cast.tove.get("/api/v1/tenants/" + tenant + "/values").body().toString())
                .contains("{\"attribute\":\"ENTITLEMENT\",\"value\":\"exercise-lead\",\"accounts\":1}");

        Map<String, String> bind = Map.of(
                "role",
                "rescue-lead",
                "tenant",
                "strandline/training",
                "attribute",
                "entitlements",
                "value",
                "exercise-lead");
        JsonNode binding = cast.put(cast.tove.draft("Leads"), "binding.value", bind);
        assertThat(cast.tove.apply(binding).text("detail"))
                .as("what the value allows is not known")
                .contains("ties a role to a value");
        JsonNode job = cast.finished(Approving.applied(cast, binding).text("job"));
        assertThat(job.path("state").asString()).as("%s", job).isEqualTo("DONE");
        assertThat(job.toString()).contains("add 1 value");
        Set<String> with = new TreeSet<>(byHand);
        with.add(handle + "@skerrow.example");
        assertThat(entitled("exercise-lead")).isEqualTo(with);
        JsonNode place = placeOf("rescue-lead").path("bound").get(0);
        assertThat(place.path("members").asInt()).isEqualTo(1);

        cast.tove.send("POST", "/api/v1/tenants/" + tenant + "/readings", cast.tove.object());
        assertThat(placeOf("rescue-lead").path("bound").get(0).path("there").asInt())
                .isEqualTo(2);
        assertThat(cast.tove
                        .get("/api/v1/tenants/" + tenant)
                        .body()
                        .path("differences")
                        .toString())
                .as("who has it by somebody's hand there")
                .contains("1 value too many");

        JsonNode ending =
                cast.put(cast.tove.draft("No leads"), "binding.end", Map.of("binding", binding("rescue-lead")));
        assertThat(cast.carried(ending).path("state").asString()).isEqualTo("DONE");
        assertThat(entitled("exercise-lead")).isEqualTo(byHand);
    }

    @Test
    void aGroupThatWasMadeHereIsMadeEmptyRenamedAndGoes() throws Exception {
        JsonNode make = cast.put(
                cast.tove.draft("Leads"),
                "binding.make",
                Map.of("role", "rescue-lead", "tenant", "strandline/training", "group", "Exercise leads"));
        assertThat(cast.carried(make).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Exercise leads")).containsExactly(Set.of());

        JsonNode rename = cast.put(
                cast.tove.draft("Another name"),
                "binding.edit",
                Map.of("binding", binding("rescue-lead"), "group", "Leads of exercises"));
        assertThat(cast.carried(rename).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Leads of exercises")).hasSize(1);

        JsonNode end = cast.put(cast.tove.draft("No leads"), "binding.end", Map.of("binding", binding("rescue-lead")));
        assertThat(cast.carried(end).path("state").asString()).isEqualTo("DONE");
        assertThat(membersThere("Leads of exercises")).isEmpty();
    }
}
