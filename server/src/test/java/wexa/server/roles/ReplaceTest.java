package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;

/** Everybody who has one role is moved to another. */
class ReplaceTest {
    private final Cast cast = Cast.shared();

    ReplaceTest() throws Exception {}

    private String role(String key) throws Exception {
        return cast.find("/api/v1/roles", "key", key);
    }

    private Answer replace(String role, String by) throws Exception {
        return cast.tove.send("POST", "/api/v1/roles/" + role + "/replacement", cast.tove.object("by", by));
    }

    /** A role made for the test, given to two. */
    private String made(String key) throws Exception {
        JsonNode draft = cast.put(
                cast.tove.draft("Roles to replace"),
                "role.make",
                Map.of(
                        "key",
                        key,
                        "name",
                        "Old " + key,
                        "description",
                        "Was in use",
                        "sets",
                        "animals-read",
                        "owner",
                        "saoirse.lund"));
        String role = Cast.entry(draft, "role.make").path("fields").path("id").asString();
        assertThat(Approving.applied(cast, draft).status()).isEqualTo(200);
        return role;
    }

    @Test
    void whoHasTheRoleGetsTheOtherAtTheSamePlacesForAsLong() throws Exception {
        String old = made(Cast.unique("old").replace('.', '-'));
        JsonNode draft = Newcomers.engaged(
                cast.tove, Cast.unique("moved"), Cast.unique("R").replace('.', '-'), "north-pier");
        String person = "person:" + Cast.personIn(draft);
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of(
                        "subject",
                        person,
                        "role",
                        old,
                        "tenant",
                        "pelagia/north",
                        "area",
                        "kelp-hall",
                        "until",
                        "2027-02-28"));
        draft = cast.put(
                draft,
                "assignment.give",
                Map.of(
                        "subject",
                        "group:" + group("curators"),
                        "role",
                        old,
                        "tenant",
                        "pelagia/south",
                        "area",
                        "reef-hall"));
        assertThat(Approving.applied(cast, draft).status()).isEqualTo(200);

        Answer answer = replace(old, role("animal-reader"));
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(201);
        JsonNode moving = answer.body();
        assertThat(Cast.states(moving)).hasSize(4).containsOnly("READY");
        Set<String> sentences = moving.path("entries")
                .valueStream()
                .map(entry -> entry.path("sentence").asString())
                .filter(sentence -> sentence.startsWith("give role animal-reader"))
                .collect(Collectors.toSet());
        assertThat(sentences)
                .hasSize(2)
                .anyMatch(sentence -> sentence.contains("at kelp-hall until 2027-02-28"))
                .anyMatch(sentence -> sentence.contains("to group:curators") || sentence.contains("group curators"));
        assertThat(Approving.applied(cast, moving).status()).isEqualTo(200);
        assertThat(cast.tove.get("/api/v1/roles/" + old).body().path("given")).isEmpty();
        assertThat(replace(old, role("animal-reader")).text("code")).isEqualTo("role.given-to-nobody");
    }

    private String group(String key) throws Exception {
        return cast.find("/api/v1/groups", "key", key);
    }

    @Test
    void whatCannotBeReplacedIsRefused() throws Exception {
        String keeper = role("keeper");
        assertThat(replace(keeper, keeper).body().toString()).contains("cannot be replaced by itself");
        assertThat(replace(keeper, "01a2286e-3a44-79ba-bd10-dbfe56c3228a").status())
                .isEqualTo(400);
        assertThat(replace("01a2286e-3a44-79ba-bd10-dbfe56c3228a", keeper).status())
                .isEqualTo(404);
    }
}
