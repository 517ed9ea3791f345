package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Somebody changes their name: the plan says what becomes of each user name, and its draft does just that. */
class RenameTest {
    private final Cast cast = Cast.shared();

    RenameTest() throws Exception {}

    private String person(String handle) throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(700_000, 900_000));
        JsonNode draft = cast.newcomer(handle, number, "reader");
        String person = Cast.personIn(draft);
        for (String tenant : List.of("training", "all")) {
            draft = cast.put(
                    draft,
                    "account.open",
                    Map.of(
                            "id",
                            java.util.UUID.randomUUID().toString(),
                            "person",
                            person,
                            "tenant",
                            tenant.equals("all") ? "rota-buoy/all" : "strandline/training"));
        }
        cast.carried(draft);
        return person;
    }

    private Answer plan(String person, Map<String, String> names) throws Exception {
        ObjectNode body = cast.tove.object();
        names.forEach(body::put);
        return cast.tove.send("POST", "/api/v1/people/" + person + "/rename", body);
    }

    private static JsonNode account(JsonNode plan, String tenant) {
        return plan.path("accounts")
                .valueStream()
                .filter(one -> one.path("tenant").asString().equals(tenant))
                .findFirst()
                .orElseThrow(() -> new AssertionError(tenant + " is not in " + plan));
    }

    private static String fate(JsonNode plan, String tenant) {
        return account(plan, tenant).path("fate").asString();
    }

    @Test
    void oneDraftCarriesTheNewNameToEveryTenantThatTakesIt() throws Exception {
        String former = Cast.unique("wren");
        String handle = Cast.unique("ostrey");
        String person = person(former);

        JsonNode plan = plan(person, Map.of("family", "Ostrey", "handle", handle, "mail", handle + "@skerrow.example"))
                .body();

        assertThat(plan.path("problems").size()).as("%s", plan).isZero();
        assertThat(fate(plan, "Pelagia North")).isEqualTo("FOLLOWS");
        assertThat(account(plan, "Pelagia North").path("then").asString()).isEqualTo(handle + "@skerrow.example");
        assertThat(fate(plan, "Rota Buoy All sites")).isEqualTo("SAME");
        assertThat(fate(plan, "Strandline Training")).isEqualTo("FIXED");
        assertThat(plan.path("edit").path("fields").has("given")).isFalse();

        JsonNode draft = cast.tove.draft("Renamed");
        List<JsonNode> changes = new ArrayList<>(List.of(plan.path("edit")));
        plan.path("accounts").forEach(one -> {
            if (one.path("fate").asString().equals("FOLLOWS")) {
                changes.add(one.path("change"));
            }
        });
        draft = cast.putPlanned(draft, changes);
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY");
        JsonNode job = cast.carried(draft);
        assertThat(job.path("refused").asInt() + job.path("open").asInt())
                .as("%s", job)
                .isZero();

        // read back: the tenant itself knows them under the new name, and the next plan has nothing left to do
        JsonNode again = plan(person, Map.of()).body();
        assertThat(again.path("now").path("handle").asString()).isEqualTo(handle);
        assertThat(fate(again, "Pelagia North")).isEqualTo("SAME");
        assertThat(account(again, "Strandline Training").path("now").asString()).startsWith(former);

        // what was theirs is offered to nobody else
        JsonNode other =
                plan(person(Cast.unique("other")), Map.of("handle", former)).body();
        assertThat(other.path("problems").path(0).path("field").asString()).isEqualTo("handle");
        assertThat(other.path("problems").path(0).path("free").asString()).startsWith(former);
    }

    @Test
    void aUserNameThatATenantKeepsIsNotSentThere() throws Exception {
        String person = person(Cast.unique("fixed"));
        JsonNode plan = plan(person, Map.of()).body();
        String account = account(plan, "Strandline Training").path("id").asString();

        JsonNode draft = cast.put(
                cast.tove.draft("Against the rule"),
                "account.edit",
                Map.of("account", account, "as", Cast.unique("else")));

        assertThat(draft.path("entries")
                        .path(0)
                        .path("findings")
                        .path(0)
                        .path("code")
                        .asString())
                .isEqualTo("account.user-name-fixed");
        assertThat(Cast.states(draft)).doesNotContain("READY");
    }

    @Test
    void namesThatCannotBeAreRefusedWithTheirField() throws Exception {
        String person = person(Cast.unique("wrong"));

        for (Map<String, String> wrong : List.of(
                Map.of("given", "  "), Map.of("family", ""), Map.of("handle", "Ü!"), Map.of("mail", "nowhere"))) {
            Answer answer = plan(person, wrong);
            assertThat(answer.status()).isEqualTo(400);
            assertThat(answer.body().path("fields").path(0).path("field").asString())
                    .isEqualTo(wrong.keySet().iterator().next());
        }
        assertThat(plan("00000000-0000-0000-0000-000000000000", Map.of()).status())
                .isEqualTo(404);
    }
}
