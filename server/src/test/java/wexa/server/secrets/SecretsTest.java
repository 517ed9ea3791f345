package wexa.server.secrets;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;

/** A secret that somebody knows who leaves has to be changed, and the removal is not complete before. */
class SecretsTest {
    private static final String SECRETS = "/api/v1/secrets";

    private final Cast cast = Cast.shared();

    SecretsTest() throws Exception {}

    private String newcomer() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = cast.newcomer(Cast.unique("secret"), number, "keeper");
        cast.carried(draft);
        return Cast.personIn(draft);
    }

    private ObjectNode secret(String name, String owner, String... known) {
        ObjectNode secret = cast.tove.object("name", name, "place", "gate of the lagoon hall", "owner", owner);
        for (String person : known) {
            secret.withArray("known").add(person);
        }
        return secret;
    }

    private JsonNode found(String name) throws Exception {
        return cast.tove
                .get(SECRETS)
                .body()
                .valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private void suspend(String person) throws Exception {
        Answer closed = cast.tove.send(
                "POST",
                "/api/v1/people/" + person + "/sign-in/close",
                cast.tove.object("reason", "gone", "ticket", ""));
        assertThat(closed.status()).as("%s", closed.body()).isEqualTo(200);
    }

    private ObjectNode nothingChosen() {
        ObjectNode wanted = cast.tove.object();
        wanted.putArray("ending");
        wanted.putObject("successors");
        return wanted;
    }

    private JsonNode removal(String person) throws Exception {
        return cast.tove.get("/api/v1/people/" + person + "/removal").body();
    }

    @Test
    void whatALeaverKnewIsOnTheDeskUntilItIsChanged() throws Exception {
        String leaver = newcomer();
        String stays = newcomer();
        String name = Cast.unique("Gate code");
        Answer made = cast.tove.send("POST", SECRETS, secret(name, stays, leaver, stays));
        assertThat(made.status()).as("%s", made.body()).isEqualTo(201);
        assertThat(found(name).path("hasToBeChanged").asBoolean()).isFalse();
        JsonNode plan = cast.tove
                .send("POST", "/api/v1/people/" + leaver + "/leaving", nothingChosen())
                .body();
        assertThat(plan.path("secrets").toString()).contains(name);

        suspend(leaver);
        JsonNode open = found(name);
        assertThat(open.path("hasToBeChanged").asBoolean()).isTrue();
        assertThat(cast.tove.get("/api/v1/desk").body().toString()).contains("Change “" + name + "”");
        assertThat(removal(leaver).path("secrets").toString()).contains(name);
        assertThat(removal(leaver).path("isComplete").asBoolean()).isFalse();

        String one = SECRETS + "/" + open.path("id").asString();
        Answer dropped = cast.tove.send("PUT", one, secret(name, stays, stays));
        assertThat(dropped.status()).isEqualTo(400);
        assertThat(dropped.body().toString()).contains("secret.still-known");
        assertThat(cast.tove.send("POST", one + "/changed", cast.tove.object()).status())
                .isEqualTo(204);
        assertThat(found(name).path("hasToBeChanged").asBoolean()).isFalse();
        assertThat(found(name).path("known").toString()).contains(stays).doesNotContain(leaver);
        assertThat(removal(leaver).path("secrets")).isEmpty();
        assertThat(cast.tove.get("/api/v1/log").body().toString())
                .contains("confirm that shared secret “" + name + "” was changed");
        assertThat(cast.tove.send("DELETE", one, cast.tove.object()).status()).isEqualTo(204);
    }

    @Test
    void badInputNamesItsFieldAndHalfTheRightsDoNotDo() throws Exception {
        String person = newcomer();
        ObjectNode nowhere = secret("Nowhere", person, person);
        nowhere.put("place", " ");
        assertThat(cast.tove.send("POST", SECRETS, nowhere).body().toString()).contains("\"field\":\"place\"");
        assertThat(cast.tove
                        .send(
                                "POST",
                                SECRETS,
                                secret("Nobody", person, UUID.randomUUID().toString()))
                        .body()
                        .toString())
                .contains("\"field\":\"known\"", "secret.nobody");
        Browserless looker = Lookers.looker(cast, List.of("pelagia/south"), List.of("south-bay"));
        assertThat(looker.send("POST", SECRETS, secret("Mine", person, person)).status())
                .isEqualTo(403);

        String name = Cast.unique("North only");
        ObjectNode north = secret(name, person, person);
        north.put("tenant", cast.find("/api/v1/tenants", "path", "pelagia/north"));
        assertThat(cast.tove.send("POST", SECRETS, north).status()).isEqualTo(201);
        assertThat(looker.get(SECRETS).body().toString()).doesNotContain(name);
        Browserless south = Lookers.limited(cast, List.of("pelagia/south"), List.of(), "APPLY");
        String one = SECRETS + "/" + found(name).path("id").asString();
        assertThat(south.send("POST", one + "/changed", cast.tove.object()).status())
                .isEqualTo(403);
        assertThat(south.send("DELETE", one, cast.tove.object()).status()).isEqualTo(403);
        assertThat(found(name).path("where").asString()).isEqualTo("Pelagia North");
    }
}
