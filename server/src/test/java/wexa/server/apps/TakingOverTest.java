package wexa.server.apps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.server.roles.Approving;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.TenantAnswers;

/** What tenants announce otherwise is told with what it touches, and counts once it is applied. */
class TakingOverTest {
    private static final Permission PLAN = Permission.of("strandline:run:plan");

    private final Cast cast = Cast.shared();

    TakingOverTest() throws Exception {}

    private JsonNode app(String key) throws Exception {
        return cast.tove
                .get("/api/v1/apps")
                .body()
                .valueStream()
                .filter(app -> app.path("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private static List<String> sorts(JsonNode app) {
        return app.path("differences")
                .valueStream()
                .map(one -> one.path("sort").asString())
                .toList();
    }

    private JsonNode taken(JsonNode app, String description) throws Exception {
        JsonNode draft = cast.tove.draft("Changes in " + app.path("name").asString());
        for (JsonNode one : app.path("differences")) {
            Map<String, String> fields = new HashMap<>();
            one.path("fields")
                    .properties()
                    .forEach(
                            field -> fields.put(field.getKey(), field.getValue().asString()));
            if (one.path("isDescriptionMissing").asBoolean()) {
                fields.put("description", description);
            }
            draft = cast.put(draft, one.path("form").asString(), fields);
        }
        return draft;
    }

    private Model model() {
        return cast.bean(SnapshotStore.class).current().model();
    }

    /** Somebody who has the permission in a tenant of the application, by an account there. */
    private Id<Person> holder(Permission permission) {
        Model model = model();
        Tenant tenant = model.tenants().stream()
                .filter(one -> model.title(one).equals("Strandline Live"))
                .findFirst()
                .orElseThrow();
        var index = cast.bean(SnapshotStore.class).current().index();
        return index
                .whoHasAny(index.mask(Set.of(permission)), Set.of(), java.time.Instant.parse("2026-11-23T12:00:00Z"))
                .all()
                .stream()
                .filter(person -> Account.of(person, tenant.id(), model)
                        .filter(account -> account.state() == Account.State.OPEN)
                        .isPresent())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatATenantCanDoNoLongerIsTakenFromSetsAndFromTheTenantsRole() throws Exception {
        JsonNode before = app("strandline");
        assertThat(sorts(before)).containsExactly("PERMISSION_REMOVED", "VERSION");
        JsonNode touched = before.path("differences").get(0).path("touched");
        assertThat(touched.path("sets").get(0).path("name").asString()).isEqualTo("Transport runs");
        assertThat(touched.path("roles")
                        .valueStream()
                        .map(role -> role.path("name").asString()))
                .contains("Rescue hand", "Rescue lead");
        assertThat(touched.path("people").asInt()).isPositive();
        Id<Person> holder = holder(PLAN);
        TenantAnswers tenants = new TenantAnswers(cast.stage);
        assertThat(tenants.of(holder)).extracting(TenantAnswers.Yes::permission).contains(PLAN);

        JsonNode draft = taken(before, "");
        assertThat(Cast.states(draft)).containsOnly("READY");
        Answer applied = Approving.applied(cast, draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        assertThat(cast.finished(applied.text("job")).path("state").asString()).isEqualTo("DONE");

        assertThat(sorts(app("strandline"))).isEmpty();
        assertThat(app("strandline").path("version").asString()).isEqualTo("2026.2");
        assertThat(model().table(Kind.PERMISSION_SET).stream().flatMap(set -> set.permissions().stream()))
                .doesNotContain(PLAN);
        assertThat(tenants.of(holder))
                .extracting(TenantAnswers.Yes::permission)
                .doesNotContain(PLAN)
                .isNotEmpty();
    }

    @Test
    void whatIsNewIsDescribedBeforeItIsTakenOver() throws Exception {
        JsonNode before = app("pelagia");
        assertThat(sorts(before))
                .containsExactlyInAnyOrder(
                        "PERMISSION_ADDED", "PERMISSION_ADDED", "TASK_ADDED", "PRESET_ADDED", "VERSION");
        assertThat(before.path("differences")
                        .get(0)
                        .path("tenants")
                        .valueStream()
                        .map(JsonNode::asString))
                .containsExactly("Pelagia North");
        JsonNode bare = taken(before, "");
        assertThat(Cast.entry(bare, "app.permission").path("findings").toString())
                .contains("Description is needed");
        assertThat(Cast.states(bare)).contains("TO_SETTLE");

        Answer applied = Approving.applied(cast, taken(before, "Move an animal to another house for good"));
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        App app = model().table(Kind.APP).by(App.BY_KEY, Key.of("pelagia")).get(0);
        assertThat(app.action(Permission.of("pelagia:animal:transfer"))
                        .orElseThrow()
                        .description())
                .startsWith("Move an animal");
        assertThat(app.task(Key.of("hand-over-animal"))).isPresent();
        assertThat(sorts(app("pelagia"))).isEmpty();
        PermissionSet preset = model().table(Kind.PERMISSION_SET)
                .by(PermissionSet.BY_KEY, Key.of("handing-over"))
                .get(0);
        assertThat(preset.isPreset()).isTrue();
        assertThat(preset.permissions()).contains(Permission.of("pelagia:animal:transfer"));
        JsonNode edit = cast.put(
                cast.tove.draft("Edit a preset"),
                "permission-set.edit",
                Map.of("permission-set", preset.id().toString(), "name", "Ours"));
        assertThat(Cast.entry(edit, "permission-set.edit").path("findings").toString())
                .contains("is offered by the application");
        assertThat(cast.tove.get("/api/v1/roles/work").body().toString()).contains("Hand an animal over");
    }
}
