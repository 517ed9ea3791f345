package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.wiring.BusinessClock;

/** Why somebody cannot sign in, and what those who only help may do. */
class HelpTest {
    private static final String PASSWORD = "given for the test";

    /** The reason that each standing is; whoever is here has none of them. */
    private static final Map<PersonStatus, String> REASONS = Map.of(
            PersonStatus.EXPECTED, "NOT_STARTED",
            PersonStatus.LEFT, "LEFT",
            PersonStatus.PAUSED, "ON_LEAVE",
            PersonStatus.SUSPENDED, "SUSPENDED",
            PersonStatus.UNENGAGED, "NOT_ENGAGED");

    private final Cast cast = Cast.shared();
    private final Model model = cast.bean(SnapshotStore.class).current().model();
    private final Instant now = cast.bean(BusinessClock.class).now();

    HelpTest() throws Exception {}

    private static List<String> codes(JsonNode help) {
        return help.path("findings")
                .valueStream()
                .map(one -> one.path("code").asString())
                .toList();
    }

    private JsonNode help(Person person) throws Exception {
        return cast.tove.get("/api/v1/people/" + person.id() + "/help").body();
    }

    @Test
    void everyStandingThatStopsSomebodyIsNamedAndNoOther() throws Exception {
        for (PersonStatus status : PersonStatus.values()) {
            for (Person person : model.people().stream()
                    .filter(one -> PersonStatus.of(model, one.id(), now) == status)
                    .limit(3)
                    .toList()) {
                List<String> told = codes(help(person)).stream()
                        .filter(REASONS.values()::contains)
                        .toList();
                assertThat(told)
                        .as("%s %s", person.name(), status)
                        .isEqualTo(status == PersonStatus.HERE ? List.of() : List.of(REASONS.get(status)));
            }
        }
    }

    @Test
    void aClosedAccountIsTheReasonInItsTenantAlone() throws Exception {
        for (Account account : model.table(Kind.ACCOUNT).stream()
                .filter(one -> one.person().isPresent())
                .limit(60)
                .toList()) {
            JsonNode help = help(model.people().get(account.person().get()));
            boolean isTold = help.path("findings")
                    .valueStream()
                    .anyMatch(one -> one.path("code").asString().equals("CLOSED")
                            && one.path("tenantId")
                                    .asString()
                                    .equals(account.tenant().toString()));
            assertThat(isTold).as(account.userName()).isEqualTo(!account.isOpen());
        }
    }

    private Browserless helper(String act) throws Exception {
        String login = Cast.unique("helper");
        ObjectNode made = cast.tove.object("login", login, "name", "Help Er", "password", PASSWORD);
        made.putArray("acts").add(act);
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return Browserless.signedIn(cast.stage.address(), login, PASSWORD);
    }

    @Test
    void whoOnlyHelpsReadsTenantsAgainAndGrantsNothing() throws Exception {
        Browserless helper = helper("HELP");
        String tenant = cast.find("/api/v1/tenants", "path", "pelagia/north");
        assertThat(helper.send("POST", "/api/v1/tenants/" + tenant + "/readings", null)
                        .status())
                .isEqualTo(200);
        assertThat(helper.send("POST", "/api/v1/drafts", cast.tove.object("name", "More for me"))
                        .status())
                .isEqualTo(403);
        assertThat(helper.send("POST", "/api/v1/messages/" + UUID.randomUUID() + "/drop", null)
                        .status())
                .isEqualTo(403);
        // the right is there, and no such message
        assertThat(helper.send("POST", "/api/v1/messages/" + UUID.randomUUID() + "/send", null)
                        .status())
                .isEqualTo(404);
    }

    /** Whoever has no message is left out by name; nobody takes anybody else along. */
    @Test
    void messagesToManyNameWhoeverGetsNone() throws Exception {
        List<Person> people = model.people().stream().limit(3).toList();
        ObjectNode body = cast.tove.object();
        people.forEach(person -> body.withArray("people").add(person.id().toString()));
        body.withArray("people").add(UUID.randomUUID().toString());
        JsonNode came =
                helper("HELP").send("POST", "/api/v1/messages/again", body).body();
        assertThat(came.path("sent").asInt() + came.path("left").size()).isEqualTo(4);
        assertThat(came.path("left").valueStream().map(one -> one.path("name").asString()))
                .contains("Somebody");
        assertThat(helper("PREPARE")
                        .send("POST", "/api/v1/messages/again", body)
                        .status())
                .isEqualTo(403);
    }

    @Test
    void whoPreparesChangesDoesNotSendMessages() throws Exception {
        assertThat(helper("PREPARE")
                        .send("POST", "/api/v1/messages/" + UUID.randomUUID() + "/send", null)
                        .status())
                .isEqualTo(403);
    }
}
