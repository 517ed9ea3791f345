package wexa.server.apply;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.testing.TenantAnswers;
import wexa.server.testing.TenantAnswers.Yes;

/**
 * Drafts of every sort are reviewed, applied and carried one after the other, and each time the tenants are asked what
 * people may do: what came and went is, line by line, what the review said, for those concerned and for nobody else.
 */
class ReviewHoldsTest {
    private static final int OTHERS = 100;

    private final Cast cast = Cast.shared();
    private final TenantAnswers tenants = new TenantAnswers(cast.stage);
    private final List<Id<Person>> watched = new ArrayList<>();
    private final String stem = Cast.unique("holds").replace('.', '-');
    private Map<Id<Person>, Set<Yes>> answered = Map.of();
    private long last;
    private int number = 700_000 + new Random().nextInt(90_000);

    ReviewHoldsTest() throws Exception {}

    /** Somebody with a group, an account, a seat and a role in Pelagia North. */
    private JsonNode newcomer(String name) throws Exception {
        JsonNode draft = cast.newcomer(stem + "." + name, Integer.toString(number++), "keeper");
        watched.add(Id.of(Cast.personIn(draft)));
        return draft;
    }

    private JsonNode draft(String form, Map<String, String> fields) throws Exception {
        return cast.put(cast.tove.draft(form), form, fields);
    }

    private static String id(JsonNode draft, String form) {
        return Cast.entry(draft, form).path("fields").path("id").asString();
    }

    private Map<Id<Person>, Set<Yes>> answers() {
        Map<Id<Person>, Set<Yes>> all = new HashMap<>();
        watched.forEach(person -> all.put(person, tenants.of(person)));
        return all;
    }

    /** What was answered after the last draft is what is so before the next one. */
    private Map<Id<Person>, Set<Yes>> before() {
        Map<Id<Person>, Set<Yes>> all = new HashMap<>();
        watched.forEach(person -> all.put(person, answered.getOrDefault(person, Set.of())));
        return all;
    }

    /** How many lines of the review came true. */
    private int apply(JsonNode draft, String what) throws Exception {
        assertThat(Cast.states(draft)).as("%s: %s", what, draft.path("entries")).containsOnly("READY");
        JsonNode review = cast.tove
                .get("/api/v1/drafts/" + draft.path("id").asString() + "/review")
                .body();
        Map<Id<Person>, Set<Yes>> before = before();
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s: %s", what, applied.body()).isEqualTo(200);
        last = applied.body().path("changeset").asLong();
        if (!applied.body().path("job").isNull()) {
            JsonNode job = cast.finished(applied.text("job"));
            assertThat(job.path("state").asString()).as("%s: %s", what, job).isEqualTo("DONE");
        }
        Map<Id<Person>, Set<Yes>> after = answers();
        answered = after;
        int lines = 0;
        Map<Id<Person>, JsonNode> said = new HashMap<>();
        for (JsonNode person : review.path("people")) {
            said.put(Id.of(person.path("id").asString()), person);
        }
        for (Id<Person> person : watched) {
            JsonNode told = said.getOrDefault(person, cast.tove.object());
            Set<Yes> gains = tenants.gains(told);
            Set<Yes> losses = tenants.losses(told);
            assertHolds(what + " for " + person, before.get(person), after.get(person), gains, losses);
            lines += gains.size() + losses.size();
        }
        return lines;
    }

    private void assertHolds(String what, Set<Yes> before, Set<Yes> after, Set<Yes> gains, Set<Yes> losses) {
        Set<Yes> came = new HashSet<>(after);
        came.removeAll(before);
        Set<Yes> went = new HashSet<>(before);
        went.removeAll(after);
        Set<Yes> promised = tenants.below(gains);
        assertThat(after).as("%s: gains that did not come", what).containsAll(promised);
        promised.removeAll(before);
        assertThat(came).as("%s: what came", what).isEqualTo(promised);
        assertThat(Collections.disjoint(after, losses))
                .as("%s: losses that stayed", what)
                .isTrue();
        // what is lost may not have been of use before
        assertThat(tenants.below(losses)).as("%s: what went", what).containsAll(went);
    }

    private List<Id<Person>> others() {
        List<Id<Person>> all = new ArrayList<>(cast.stage.bean(SnapshotStore.class).current().model().people().stream()
                .map(Person::id)
                .filter(person -> !watched.contains(person))
                .toList());
        Collections.shuffle(all, new Random(7));
        return all.subList(0, OTHERS);
    }

    @Test
    void whatAReviewSaysIsWhatTheTenantsAnswer() throws Exception {
        JsonNode ada = newcomer("ada");
        JsonNode bo = newcomer("bo");
        JsonNode cy = newcomer("cy");
        List<Id<Person>> others = others();
        Map<Id<Person>, Set<Yes>> untouched = new HashMap<>();
        others.forEach(person -> untouched.put(person, tenants.of(person)));
        assertThat(untouched.values().stream().mapToInt(Set::size).sum()).isPositive();

        int lines = apply(ada, "a newcomer with an account, a seat and a role");
        lines += apply(bo, "a newcomer");
        lines += apply(cy, "a newcomer");
        lines += groups(Cast.personIn(ada), Cast.personIn(bo));
        lines += rules(ada);
        lines += assignments(cy);
        lines += seatsAndAccounts(ada, bo);
        lines += ends(bo, cy);
        lines += links();
        assertThat(lines).isGreaterThan(100);
        others.forEach(person -> assertThat(tenants.of(person))
                .as("somebody whom nothing was said of: %s", person)
                .isEqualTo(untouched.get(person)));
    }

    private int groups(String ada, String bo) throws Exception {
        String outer = UUID.randomUUID().toString();
        String inner = UUID.randomUUID().toString();
        JsonNode made = draft("group.make", group(outer, "outer"));
        made = cast.put(made, "group.make", group(inner, "inner"));
        made = cast.put(made, "membership.put", Map.of("member", "group:" + inner, "group", outer));
        made = cast.put(made, "assignment.give", given("group:" + outer, "keeper", "kelp-hall"));
        int lines = apply(made, "groups with nobody in them");
        JsonNode inside = draft("membership.put", Map.of("member", "person:" + bo, "group", inner));
        lines += apply(inside, "somebody in a group in a group");
        lines += apply(
                draft("membership.put", Map.of("member", "person:" + ada, "group", outer)), "somebody in a group");
        lines += apply(
                draft("membership.end", Map.of("membership", id(inside, "membership.put"))),
                "somebody out of a group in a group");
        Answer undo = cast.tove.send("POST", "/api/v1/changesets/" + last + "/undo", cast.tove.object());
        assertThat(undo.status()).as("%s", undo.body()).isEqualTo(201);
        lines += apply(undo.body(), "undo of that");
        lines += apply(draft("group.retire", Map.of("group", outer)), "a group that goes");
        return lines;
    }

    private Map<String, String> group(String id, String name) {
        return Map.of("id", id, "key", stem + "-" + name, "name", stem + " " + name);
    }

    private static Map<String, String> given(String subject, String role, String area) {
        return Map.of("subject", subject, "role", role, "tenant", "pelagia/north", "area", area);
    }

    private int rules(JsonNode ada) throws Exception {
        String ruled = UUID.randomUUID().toString();
        Map<String, String> fields = new HashMap<>(group(ruled, "ruled"));
        fields.putAll(Map.of("sort", "ruled", "jobs", stem));
        JsonNode made = draft("group.make", fields);
        made = cast.put(made, "assignment.give", given("group:" + ruled, "keeper", "kelp-hall"));
        int lines = apply(made, "a group with a rule that nobody fulfils");
        String engagement = id(ada, "engagement.begin");
        lines += apply(
                draft("engagement.edit", Map.of("engagement", engagement, "job", stem)), "a job that fulfils a rule");
        lines += apply(
                draft("engagement.edit", Map.of("engagement", engagement, "job", "Keeper")),
                "a job that does not fulfil it any more");
        return lines;
    }

    private int assignments(JsonNode cy) throws Exception {
        JsonNode given = draft("assignment.give", given("person:" + Cast.personIn(cy), "animal-reader", "north-pier"));
        int lines = apply(given, "a role above the area of another");
        String assignment = id(given, "assignment.give");
        lines += apply(
                draft("assignment.edit", Map.of("assignment", assignment, "area", "kelp-hall")), "a role elsewhere");
        lines += apply(
                draft("assignment.edit", Map.of("assignment", assignment, "until", "2027-03-31")),
                "a role until a day that comes");
        lines += apply(draft("assignment.end", Map.of("assignment", assignment)), "a role that ends");
        return lines;
    }

    private int seatsAndAccounts(JsonNode ada, JsonNode bo) throws Exception {
        String seat = id(ada, "seat.give");
        String account = id(ada, "account.open");
        int lines = apply(draft("seat.swap", Map.of("seat", seat, "kind", "reader")), "a seat that carries less");
        lines += apply(draft("seat.return", Map.of("seat", seat)), "the only seat given back");
        lines += apply(draft("seat.give", Map.of("account", account, "kind", "keeper")), "a seat given again");
        lines += apply(draft("account.close", Map.of("account", account)), "an account closed");
        lines += apply(
                draft("account.open", Map.of("id", account, "person", Cast.personIn(ada), "tenant", "pelagia/north")),
                "an account opened again");
        lines += apply(
                draft("person.edit", Map.of("person", Cast.personIn(bo), "given", "Renamed")), "a name and no right");
        return lines;
    }

    private int ends(JsonNode bo, JsonNode cy) throws Exception {
        int lines = apply(draft("engagement.end", Map.of("engagement", id(bo, "engagement.begin"))), "a leaver");
        JsonNode both = draft("account.close", Map.of("account", id(cy, "account.open")));
        both = cast.put(both, "seat.return", Map.of("seat", id(cy, "seat.give")));
        lines += apply(both, "an account closed with its seat");
        return lines;
    }

    /** A login that the tenant had, of somebody whom Wexa did not know. */
    private int links() throws Exception {
        String remote = cast.stage
                .tenant(
                        "pelagia-north",
                        "POST",
                        "Users",
                        "{\"schemas\":[\"urn:ietf:params:scim:schemas:core:2.0:User\"]," + "\"userName\":\"" + stem
                                + ".known\",\"active\":true}")
                .body()
                .replaceAll("(?s).*\"id\"\\s*:\\s*\"([^\"]+)\".*", "$1");
        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object())
                        .status())
                .isEqualTo(200);
        JsonNode engaged = Newcomers.engaged(cast.tove, stem + ".dee", Integer.toString(number++), "lagoon-hall");
        String dee = Cast.personIn(engaged);
        watched.add(Id.of(dee));
        String account = UUID.randomUUID().toString();
        JsonNode linked = cast.put(
                engaged,
                "account.open",
                Map.of(
                        "id", account,
                        "person", dee,
                        "tenant", "pelagia/north",
                        "as", stem + ".known",
                        "found", remote));
        linked = cast.put(linked, "seat.give", Map.of("account", account, "kind", "keeper"));
        linked = cast.put(linked, "assignment.give", given("person:" + dee, "keeper", "lagoon-hall"));
        return apply(linked, "a login that was there linked");
    }
}
