package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** Roles, groups and tenants over HTTP: each page agrees with the list and with the other places. */
class RolesTest {
    private final Cast cast = Cast.shared();

    RolesTest() throws Exception {}

    private List<JsonNode> list(String place) throws Exception {
        return cast.tove.get("/api/v1/" + place).body().valueStream().toList();
    }

    private JsonNode page(String place, JsonNode row) throws Exception {
        return cast.tove
                .get("/api/v1/" + place + "/" + row.path("id").asString())
                .body();
    }

    private JsonNode named(String place, String name) throws Exception {
        return list(place).stream()
                .filter(row -> row.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aRoleGivesWhatAnIngredientBringsUnlessItIsAnException() throws Exception {
        int lines = 0;
        for (JsonNode row : list("roles")) {
            JsonNode page = page("roles", row);
            assertThat(page.path("ingredients")).as(row.path("name").asString()).isNotEmpty();
            int given = 0;
            for (JsonNode line : page.path("lines")) {
                assertThat(line.path("cells")).hasSameSizeAs(page.path("ingredients"));
                boolean brought = line.path("cells")
                        .valueStream()
                        .anyMatch(cell -> cell.asString().equals("GIVES"));
                assertThat(line.path("given").asBoolean())
                        .as("%s", line)
                        .isEqualTo(brought && !line.path("excluded").asBoolean());
                given += line.path("given").asBoolean() ? 1 : 0;
                lines++;
            }
            assertThat(given)
                    .as(row.path("name").asString())
                    .isEqualTo(row.path("permissions").asInt());
        }
        assertThat(lines).isGreaterThan(40);
    }

    @Test
    void anIncludedRoleBringsExactlyWhatItGivesItself() throws Exception {
        int included = 0;
        for (JsonNode row : list("roles")) {
            JsonNode page = page("roles", row);
            for (int column = 0; column < page.path("ingredients").size(); column++) {
                JsonNode ingredient = page.path("ingredients").path(column);
                if (ingredient.path("kind").asString().equals("ROLE")) {
                    JsonNode inner = cast.tove
                            .get("/api/v1/roles/" + ingredient.path("id").asString())
                            .body();
                    assertThat(permissions(page, column))
                            .as("%s in %s", inner.path("role").path("name"), row.path("name"))
                            .isEqualTo(permissions(inner, -1));
                    included++;
                }
            }
        }
        assertThat(included).isPositive();
    }

    /** What a column brings, or with a negative one what the role gives in the end. */
    private static TreeSet<String> permissions(JsonNode page, int column) {
        TreeSet<String> found = new TreeSet<>();
        for (JsonNode line : page.path("lines")) {
            boolean has = column < 0
                    ? line.path("given").asBoolean()
                    : line.path("cells").path(column).asString().equals("GIVES");
            if (has) {
                found.add(line.path("app").asString()
                        + line.path("type").asString()
                        + line.path("action").asString());
            }
        }
        return found;
    }

    @Test
    void whatAGroupGivesIsWhatTheRolesSayIsGivenToIt() throws Exception {
        Map<String, TreeSet<String>> byGroup = new TreeMap<>();
        for (JsonNode row : list("roles")) {
            for (JsonNode given : page("roles", row).path("given")) {
                if (given.path("group").asBoolean()) {
                    byGroup.computeIfAbsent(given.path("subject").asString(), name -> new TreeSet<>())
                            .add(row.path("name").asString() + " in "
                                    + given.path("tenant").asString());
                }
            }
        }
        assertThat(byGroup).containsKey("Curators");
        JsonNode curators = page("groups", named("groups", "Curators"));
        List<String> gives = new ArrayList<>();
        curators.path("gives")
                .forEach(one -> gives.add(one.path("name").asString() + " in "
                        + one.path("tenant").asString()));
        assertThat(new TreeSet<>(gives)).as("%s", curators).isEqualTo(byGroup.get("Curators"));
    }

    @Test
    void aGroupsPageListsAsManyMembersAsTheListCounts() throws Exception {
        for (JsonNode row : list("groups")) {
            JsonNode page = page("groups", row);
            long people = page.path("members")
                    .valueStream()
                    .map(member -> member.path("id").asString())
                    .distinct()
                    .count();
            assertThat(row.path("people").asInt())
                    .as("%s: %s", row.path("name"), row)
                    .isEqualTo((int) people);
        }
    }

    @Test
    void tenantsSayWhatTheyTakeAndHowFarTheyGo() throws Exception {
        JsonNode north = page("tenants", named("tenants", "North"));
        assertThat(north.path("areas").size()).isGreaterThan(3);
        assertThat(north.path("areas").path(0).path("depth").asInt()).isZero();
        assertThat(north.path("userNameRule").asString()).isEqualTo("MAIL");
        assertThat(north.path("unknown")).hasSize(3);
        for (JsonNode pool : north.path("tenant").path("pools")) {
            assertThat(pool.path("left").asInt()).isBetween(0, pool.path("size").asInt());
        }
        int depth = -1;
        for (JsonNode area : north.path("areas")) {
            // a child is one deeper than what stands before it, never two
            assertThat(area.path("depth").asInt()).isLessThanOrEqualTo(depth + 1);
            depth = area.path("depth").asInt();
        }
        JsonNode strandline = list("tenants").stream()
                .filter(row -> row.path("path").asString().equals("strandline/training"))
                .findFirst()
                .orElseThrow();
        assertThat(page("tenants", strandline).path("capabilities").size())
                .isLessThan(north.path("capabilities").size());
    }

    @Test
    void whatDoesNotExistIsNamedAsMissing() throws Exception {
        for (String place : List.of("roles", "groups", "tenants", "changesets", "jobs", "drafts", "imports")) {
            String id = place.equals("changesets") ? "99999" : UUID.randomUUID().toString();
            Browserless.Answer answer = cast.tove.get("/api/v1/" + place + "/" + id);
            assertThat(answer.status()).as(place).isEqualTo(404);
            assertThat(answer.body().path("code").asString()).as(place).isNotBlank();
        }
    }

    @Test
    void aRolesPageListsWhoHasItNowOrWillAndNobodyWhoHadIt() throws Exception {
        JsonNode draft = cast.newcomer(
                Cast.unique("had.it"),
                Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000)),
                "keeper");
        cast.carried(draft);
        String person = Cast.personIn(draft);
        JsonNode role = named("roles", "Night keeper");
        List<JsonNode> before = givenTo(person, role);
        assertThat(before).hasSize(1);
        String assignment =
                Cast.entry(draft, "assignment.give").path("fields").path("id").asString();
        int counted = named("roles", "Night keeper").path("assignments").asInt();
        cast.carried(cast.put(cast.tove.draft("Has it no more"), "assignment.end", Map.of("assignment", assignment)));
        assertThat(givenTo(person, role)).isEmpty();
        assertThat(named("roles", "Night keeper").path("assignments").asInt()).isEqualTo(counted - 1);
        JsonNode later = cast.put(
                cast.tove.draft("Has it later"),
                "assignment.give",
                Map.of(
                        "subject", "person:" + person,
                        "role", "night-keeper",
                        "tenant", "pelagia/north",
                        "area", "lagoon-hall",
                        "from", "2027-01-01",
                        "until", "2027-01-31"));
        assertThat(cast.tove.apply(later).status()).isEqualTo(200);
        List<JsonNode> after = givenTo(person, role);
        assertThat(after).hasSize(1);
        assertThat(after.get(0).path("from").asString()).startsWith("2027-01-01");
        assertThat(after.get(0).path("until").asString()).startsWith("2027-02-01");
    }

    private List<JsonNode> givenTo(String person, JsonNode role) throws Exception {
        return page("roles", role)
                .path("given")
                .valueStream()
                .filter(one -> one.path("subjectId").asString().equals(person))
                .toList();
    }

    @Test
    void whereARoleCanBeGivenAgreesWithWhereItIsGiven() throws Exception {
        int places = 0;
        for (JsonNode row : list("roles")) {
            JsonNode page = page("roles", row);
            TreeSet<String> given = new TreeSet<>();
            TreeSet<String> people = new TreeSet<>();
            for (JsonNode one : page.path("given")) {
                String place = one.path("tenantId").asString() + " "
                        + one.path("areaId").asString("");
                given.add(place);
                if (!one.path("group").asBoolean() && !one.path("from").isString()) {
                    people.add(place);
                }
            }
            JsonNode tenants = cast.tove
                    .get("/api/v1/roles/" + row.path("id").asString() + "/places")
                    .body();
            for (JsonNode tenant : tenants) {
                int areas = tenant.path("areas").size();
                for (int at = 0; at < areas; at++) {
                    JsonNode area = tenant.path("areas").get(at);
                    String place =
                            tenant.path("id").asString() + " " + area.path("id").asString();
                    if (area.path("here").asInt() > 0) {
                        assertThat(given).as("%s at %s", row, area).contains(place);
                        places++;
                    }
                    if (people.contains(place)) {
                        assertThat(area.path("here").asInt()).isPositive();
                    }
                    // those inside follow at once, deeper than it
                    int below = area.path("below").asInt();
                    for (int inside = at + 1; inside <= at + below; inside++) {
                        assertThat(tenant.path("areas")
                                        .get(inside)
                                        .path("depth")
                                        .asInt())
                                .isGreaterThan(area.path("depth").asInt());
                    }
                }
            }
        }
        assertThat(places).isGreaterThan(5);
    }
}
