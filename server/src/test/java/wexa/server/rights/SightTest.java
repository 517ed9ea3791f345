package wexa.server.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;

/** Who sees only their scope: what is listed is what lies in it, and nothing else can be asked for. */
class SightTest {
    private static final String PASSWORD = "given for the test";

    private Cast cast;

    @BeforeEach
    void open() throws Exception {
        cast = Cast.shared();
    }

    private JsonNode page(String person) throws Exception {
        return cast.tove.get("/api/v1/people/" + person).body();
    }

    /** The unit, and those below it. */
    private Set<String> below(String key) throws Exception {
        Set<String> found = new HashSet<>(Set.of(cast.find("/api/v1/units", "key", key)));
        JsonNode all = cast.tove.get("/api/v1/units").body();
        for (int depth = 0; depth < all.size(); depth++) {
            all.forEach(unit -> {
                if (found.contains(unit.path("parent").asString(""))) {
                    found.add(unit.path("id").asString());
                }
            });
        }
        return found;
    }

    private Set<String> tenantsOf(JsonNode page) {
        Set<String> tenants = new HashSet<>();
        page.path("accounts")
                .forEach(account -> tenants.add(account.path("tenantId").asString()));
        return tenants;
    }

    @Test
    void peopleOfTheUnitsWithAnAccountInTheTenantsAreSeenAndNobodyElse() throws Exception {
        Browserless looker = Lookers.looker(cast, List.of("pelagia/south"), List.of("south-bay"));
        String south = cast.find("/api/v1/tenants", "path", "pelagia/south");
        Set<String> units = below("south-bay");
        JsonNode seen = looker.get("/api/v1/people?limit=1000").body();
        Set<String> ids = new HashSet<>();
        seen.path("people").forEach(row -> ids.add(row.path("id").asString()));
        assertThat(ids).isNotEmpty().hasSize(seen.path("total").asInt());
        JsonNode all = cast.tove.get("/api/v1/people?limit=1000").body().path("people");
        String inside = ids.iterator().next();
        for (int place = 0; place < all.size(); place += 7) {
            String id = all.path(place).path("id").asString();
            Answer asked = looker.get("/api/v1/people/" + id);
            assertThat(asked.status()).isEqualTo(ids.contains(id) ? 200 : 403);
            if (!id.equals(inside)) {
                assertThat(looker.get("/api/v1/people/" + inside + "/cover?by=" + id)
                                .status())
                        .as("what somebody unseen has is not told by what they would be given")
                        .isEqualTo(ids.contains(id) ? 200 : 403);
            }
            if (ids.contains(id)) {
                assertThat(page(id).path("engagements")
                                .valueStream()
                                .map(one -> one.path("unitId").asString()))
                        .as("%s", all.path(place))
                        .anyMatch(units::contains);
                assertThat(tenantsOf(page(id))).contains(south);
                assertThat(tenantsOf(asked.body())).containsExactly(south);
                assertThat(asked.body().path("history").size()).isZero();
                assertThat(looker.get("/api/v1/people/" + id + "/access")
                                .body()
                                .path("tenants")
                                .size())
                        .isLessThanOrEqualTo(1);
            } else {
                assertThat(asked.body().toString())
                        .doesNotContain(all.path(place).path("name").asString());
            }
        }
    }

    /** What lies in other tenants is not found out by filtering for it. */
    @Test
    void aFilterTellsNothingOfTenantsOutside() throws Exception {
        Browserless looker = Lookers.looker(cast, List.of("pelagia/south"), List.of("south-bay"));
        String outside = cast.find("/api/v1/tenants", "path", "rota-buoy/all");
        assertThat(looker.get("/api/v1/people/table/ids?account=" + outside + ":OPEN")
                        .body())
                .isEmpty();
        assertThat(looker.get("/api/v1/people/table/ids?role=" + cast.find("/api/v1/roles", "key", "shift-worker"))
                        .body())
                .isEmpty();
        assertThat(looker.get("/api/v1/people/table?count=account").body().toString())
                .contains("Pelagia South")
                .doesNotContain("Rota Buoy");
    }

    @Test
    void aTenantIsSeenByThoseWhoSeeEverybodyInIt() throws Exception {
        Browserless looker = Lookers.looker(cast, List.of("pelagia/south"), List.of());
        String south = cast.find("/api/v1/tenants", "path", "pelagia/south");
        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        assertThat(looker.get("/api/v1/tenants")
                        .body()
                        .valueStream()
                        .map(row -> row.path("id").asString()))
                .containsExactly(south);
        assertThat(looker.get("/api/v1/tenants/" + south).status()).isEqualTo(200);
        assertThat(looker.get("/api/v1/tenants/" + north).status()).isEqualTo(403);
        Browserless ofUnit = Lookers.looker(cast, List.of(), List.of("south-bay"));
        assertThat(ofUnit.get("/api/v1/tenants").body().size()).isZero();
        assertThat(ofUnit.get("/api/v1/tenants/" + south).status()).isEqualTo(403);
    }

    @Test
    void aSearchFindsNobodyOutside() throws Exception {
        Browserless looker = Lookers.looker(cast, List.of(), List.of("south-bay"));
        assertThat(cast.tove
                        .get("/api/v1/people?q=ines.abara")
                        .body()
                        .path("total")
                        .asInt())
                .isEqualTo(1);
        assertThat(looker.get("/api/v1/people?q=ines.abara")
                        .body()
                        .path("total")
                        .asInt())
                .isZero();
        assertThat(looker.get("/api/v1/session").body().path("seesScopeOnly").asBoolean())
                .isTrue();
    }

    @Test
    void onlyWhoJustLooksSeesOnlyTheirScope() throws Exception {
        String preparer = Lookers.made(cast, Cast.unique("preparer"), "PREPARE");
        Answer refused = Lookers.limit(cast, preparer, List.of("pelagia/south"), List.of());
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.body().toString()).contains("can only look");
        String looker = Lookers.made(cast, Cast.unique("looker"), "LOOK");
        assertThat(Lookers.limit(cast, looker, List.of(), List.of()).status()).isEqualTo(400);
        assertThat(Lookers.limit(cast, looker, List.of("pelagia/south"), List.of())
                        .status())
                .isEqualTo(204);
        ObjectNode acts = cast.tove.object();
        acts.putArray("acts").add("PREPARE");
        assertThat(cast.tove
                        .send("PUT", "/api/v1/administrators/" + looker + "/acts", acts)
                        .status())
                .isEqualTo(400);
    }
}
