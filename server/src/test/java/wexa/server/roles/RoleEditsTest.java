package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.testing.TenantAnswers;
import wexa.server.testing.TenantAnswers.Yes;
import wexa.server.wiring.BusinessClock;

/** Roles are edited one after the other; what each review says is held against what the tenants answer before and after. */
class RoleEditsTest {
    private static final int EDITS = 20;
    private static final int WATCHED = 2;

    private final Cast cast = Cast.shared();
    private final TenantAnswers tenants = new TenantAnswers(cast.stage);
    private final Random random = new Random(20);
    private final Browserless editor = editor();

    RoleEditsTest() throws Exception {}

    private Snapshot snapshot() {
        return cast.stage.bean(SnapshotStore.class).current();
    }

    /**
     * Roles that somebody has. The one that a tenant holds otherwise is left to the tests of differences, and those of the
     * tills, too: one account there was lost, and answers no to whatever is asked about it.
     */
    private List<Role> roles() {
        Model model = snapshot().model();
        return model.roles().stream()
                .filter(role -> !role.key().text().equals("keeper")
                        && !role.key().text().startsWith("till")
                        && role.stage() == Role.Stage.OPEN)
                .filter(role -> !model.table(Kind.ASSIGNMENT)
                        .by(Assignment.BY_ROLE, role.id())
                        .isEmpty())
                .toList();
    }

    private static Map<String, String> fields(Role role, Set<Permission> exclusions, List<Id<PermissionSet>> sets) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("role", role.id().toString());
        fields.put("exclusions", exclusions.stream().map(Permission::toString).collect(Collectors.joining(",")));
        fields.put("sets", sets.stream().map(Id::toString).collect(Collectors.joining(",")));
        return fields;
    }

    /** A permission is left out or comes back, or a set goes out or comes in. */
    private Map<String, String> edit(Role role) {
        Model model = snapshot().model();
        Set<Permission> exclusions = new TreeSet<>(role.exclusions());
        List<Id<PermissionSet>> sets = new ArrayList<>(role.sets());
        List<Permission> given = new ArrayList<>(snapshot().index().permissionsOf(role.id()));
        given.sort(null);
        int way = random.nextInt(4);
        if (way == 0 && !exclusions.isEmpty()) {
            exclusions.remove(exclusions.iterator().next());
        } else if (way <= 2 && given.size() > 1) {
            exclusions.add(given.get(random.nextInt(given.size())));
        } else {
            Set<Key> apps = given.stream().map(Permission::app).collect(Collectors.toSet());
            List<PermissionSet> others = model.table(Kind.PERMISSION_SET).stream()
                    .filter(set -> !sets.contains(set.id()))
                    .filter(set ->
                            set.permissions().stream().map(Permission::app).anyMatch(apps::contains))
                    .toList();
            if (!others.isEmpty()) {
                sets.add(others.get(random.nextInt(others.size())).id());
            }
        }
        return fields(role, exclusions, sets);
    }

    /** Of those whom the review names those who have an account, and one who has the role besides. */
    private List<Id<Person>> watched(JsonNode review, Role role) {
        Model model = snapshot().model();
        List<Id<Person>> found = new ArrayList<>();
        review.path("people").forEach(person -> {
            Id<Person> id = Id.of(person.path("id").asString());
            if (found.size() < WATCHED
                    && !model.table(Kind.ACCOUNT).by(Account.BY_PERSON, id).isEmpty()) {
                found.add(id);
            }
        });
        model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role.id()).stream()
                .map(Assignment::subject)
                .flatMap(subject ->
                        snapshot()
                                .index()
                                .peopleOf(
                                        List.of(subject),
                                        cast.bean(BusinessClock.class).now())
                                .all()
                                .stream())
                .filter(person -> !found.contains(person))
                .findFirst()
                .ifPresent(found::add);
        return found;
    }

    private void carry(Answer applied) throws Exception {
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        if (!applied.text("job").isEmpty()) {
            JsonNode job = cast.finished(applied.text("job"));
            // what a tenant of the demo holds otherwise from the start, it answers otherwise when it is asked
            assertThat(Browserless.steps(job))
                    .as("%s", job)
                    .allMatch(step -> step.path("state").asString().equals("DONE")
                            || step.path("text").asString().startsWith("ask what"));
        }
    }

    @Test
    void twentyRoleEditsGiveAndTakeWhatTheTenantsAnswer() throws Exception {
        Map<Id<Role>, Role> before = new HashMap<>();
        int edits = 0;
        int lines = 0;
        while (edits < EDITS) {
            List<Role> roles = roles();
            Role role = roles.get(random.nextInt(roles.size()));
            JsonNode draft = Newcomers.put(editor, editor.draft("Edit " + role.name()), "role.edit", edit(role));
            if (!Cast.states(draft).equals(List.of("READY"))) {
                continue;
            }
            before.putIfAbsent(role.id(), role);
            lines += held(draft, role);
            edits++;
        }
        assertThat(lines).as("lines of reviews that came true").isGreaterThan(EDITS);

        JsonNode back = editor.draft("As they were");
        for (Role role : before.values()) {
            back = Newcomers.put(editor, back, "role.edit", fields(role, role.exclusions(), role.sets()));
        }
        carry(Approving.applied(cast, editor, back));
        before.forEach(
                (id, role) -> assertThat(snapshot().model().roles().get(id)).isEqualTo(role));
    }

    @Test
    void aVariantGivesAndTakesInItsTenantWhatThatAnswers() throws Exception {
        Role role =
                snapshot().model().roles().by(Role.BY_KEY, Key.of("curator")).getFirst();
        String tenant = snapshot().model().tenants().stream()
                .filter(one -> one.key().text().equals("south"))
                .findFirst()
                .orElseThrow()
                .id()
                .toString();
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("id", UUID.randomUUID().toString());
        fields.put("role", role.id().toString());
        fields.put("tenant", tenant);
        fields.put("sets", set("night-walk"));
        fields.put("exclusions", "pelagia:feeding-plan:change");
        fields.put("owner", role.owner().orElseThrow().toString());
        fields.put("because", "nobody else is there at night");
        JsonNode draft = Newcomers.put(editor, editor.draft("Curators of the south"), "role-variant.make", fields);
        assertThat(Cast.states(draft)).containsExactly("READY");
        assertThat(held(draft, role)).as("lines that came true").isPositive();

        JsonNode south = cast.tove
                .get("/api/v1/roles/" + role.id() + "/places")
                .body()
                .valueStream()
                .filter(one -> one.path("id").asString().equals(tenant))
                .findFirst()
                .orElseThrow()
                .path("variant");
        assertThat(south.path("more").valueStream().map(JsonNode::asString)).containsExactly("Night round: see, walk");
        assertThat(south.path("less").valueStream().map(JsonNode::asString)).containsExactly("Feeding plans: change");

        JsonNode back = Newcomers.put(
                editor, editor.draft("As elsewhere"), "role-variant.end", Map.of("role-variant", fields.get("id")));
        assertThat(held(back, role)).as("lines that came true").isPositive();
    }

    private String set(String key) {
        return snapshot()
                .model()
                .table(Kind.PERMISSION_SET)
                .by(PermissionSet.BY_KEY, Key.of(key))
                .getFirst()
                .id()
                .toString();
    }

    /** None of the people: nobody gives themselves more by a role that they have. */
    private Browserless editor() throws Exception {
        String login = Cast.unique("editor");
        ObjectNode made = cast.tove.object("login", login, "name", "An Editor", "password", "given for the test");
        made.putArray("acts").add("PREPARE").add("APPLY");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return Browserless.signedIn(cast.stage.address(), login, "given for the test");
    }

    /** How many lines of the review the tenants confirmed. */
    private int held(JsonNode draft, Role role) throws Exception {
        JsonNode review = cast.tove
                .get("/api/v1/drafts/" + draft.path("id").asString() + "/review")
                .body();
        List<Id<Person>> watched = watched(review, role);
        Map<Id<Person>, Set<Yes>> before = new HashMap<>();
        watched.forEach(person -> before.put(person, tenants.of(person)));
        carry(Approving.applied(cast, editor, draft));
        int lines = 0;
        for (Id<Person> person : watched) {
            JsonNode told = review.path("people")
                    .valueStream()
                    .filter(one -> one.path("id").asString().equals(person.toString()))
                    .findFirst()
                    .orElse(cast.tove.object());
            Set<Yes> after = tenants.of(person);
            Set<Yes> came = new HashSet<>(after);
            came.removeAll(before.getOrDefault(person, Set.of()));
            Set<Yes> went = new HashSet<>(before.getOrDefault(person, Set.of()));
            went.removeAll(after);
            Set<Yes> gains = tenants.below(tenants.gains(told));
            Set<Yes> losses = tenants.below(tenants.losses(told));
            String what = role.name() + " of " + person + ", " + draft.path("entries");
            assertThat(after).as("%s: what was gained", what).containsAll(gains);
            gains.removeAll(before.getOrDefault(person, Set.of()));
            assertThat(came).as("%s: what came", what).isEqualTo(gains);
            assertThat(losses).as("%s: what went", what).containsAll(went);
            assertThat(Collections.disjoint(after, tenants.losses(told)))
                    .as("%s: what was lost", what)
                    .isTrue();
            lines += came.size() + went.size();
        }
        return lines;
    }
}
