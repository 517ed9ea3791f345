package wexa.connect.scim;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.connect.scim.StrangeTenant.user;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.connect.Outcome;
import wexa.connect.scim.StrangeTenant.Answer;
import wexa.core.consistency.Fields;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.Capability;

/** Roles and entitlements of users (RFC 7643 4.1.2), whichever way a tenant writes them. */
class ValuesTest {
    private static final ObjectKey ODILE = new ObjectKey(ObjectKey.Type.ACCOUNT, UUID.randomUUID());
    private static final String OURS = "\"externalId\":\"" + ODILE.id() + "\"";
    private static final String HELD =
            "\"roles\":[{\"value\":\"hand\",\"primary\":true},\"watcher\",{\"display\":\"no value\"}],"
                    + "\"entitlements\":[{\"value\":\"boat\"}]";

    private static AccountState wanting(Map<String, Boolean> values) {
        return new AccountState(
                "odile",
                "",
                "",
                Optional.empty(),
                Optional.empty(),
                TenantObject.Activity.OPEN,
                Set.of(),
                Map.of(),
                values);
    }

    private static Answer schemas(String attributes) {
        return StrangeTenant.list(
                "1", "{\"id\":\"urn:ietf:params:scim:schemas:core:2.0:User\",\"attributes\":[" + attributes + "]}");
    }

    @Test
    void theSchemaOfUsersSaysWhichThereAre() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> asked.target().contains("Schemas")
                ? schemas("{\"name\":\"userName\"},{\"name\":\"Entitlements\"}")
                : StrangeTenant.list("0"))) {
            Outcome<Announced> found = tenant.client().discover();
            assertThat(((Outcome.Done<Announced>) found).value().capabilities())
                    .containsExactly(Capability.ENTITLEMENTS);
        }
    }

    @Test
    void aTenantWithoutSchemasHasNone() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(
                asked -> asked.target().contains("Schemas") ? Answer.of(501, "") : StrangeTenant.list("0"))) {
            Outcome<Announced> found = tenant.client().discover();
            assertThat(((Outcome.Done<Announced>) found).value().capabilities()).isEmpty();
        }
    }

    @Test
    void eachIsReadAlsoAsABareText() throws Exception {
        try (StrangeTenant tenant =
                new StrangeTenant(asked -> StrangeTenant.list("1", user("7", "odile", OURS + "," + HELD)))) {
            Outcome<Optional<Observation.Seen>> found = tenant.client().find(ODILE, new Links());
            AccountState state = (AccountState) ((Outcome.Done<Optional<Observation.Seen>>) found)
                    .value()
                    .orElseThrow()
                    .state();
            assertThat(state.held()).containsExactly("entitlements:boat", "roles:hand", "roles:watcher");
        }
    }

    @Test
    void onlyThoseThatAStepIsAboutAreAddedAndRemoved() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> asked.isReading()
                ? StrangeTenant.list("1", user("7", "odile", OURS + "," + HELD))
                : Answer.of(204, ""))) {
            Step step = new Step(
                    Step.Verb.AMEND,
                    ODILE,
                    Optional.of(wanting(Map.of("entitlements:lead \"A\"", true, "roles:hand", false))),
                    Fields.of(List.of("value:entitlements:lead \"A\"", "value:roles:hand")));
            tenant.client().carry(step, new Links());
            assertThat(tenant.changes())
                    .singleElement()
                    .satisfies(change -> assertThat(change.body())
                            .contains("\"path\":\"roles[value eq \\\"hand\\\"]\"")
                            .contains("\"path\":\"entitlements\",\"value\":[{\"value\":\"lead \\\"A\\\"\"}]")
                            .doesNotContain("boat")
                            .doesNotContain("watcher"));
        }
    }

    @Test
    void anAccountIsMadeWithItsOwn() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(
                asked -> asked.isReading() ? StrangeTenant.list("0") : Answer.of(201, user("7", "odile", OURS)))) {
            Step step = Step.whole(
                    Step.Verb.CREATE, ODILE, Optional.of(wanting(Map.of("roles:lead", true, "roles:hand", false))));
            tenant.client().carry(step, new Links());
            assertThat(tenant.changes().getFirst().body())
                    .contains("\"roles\":[{\"value\":\"lead\"}]")
                    .doesNotContain("hand")
                    .doesNotContain("entitlements");
        }
    }
}
