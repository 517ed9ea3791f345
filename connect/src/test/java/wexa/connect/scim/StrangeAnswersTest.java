package wexa.connect.scim;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.connect.scim.StrangeTenant.user;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wexa.connect.Outcome;
import wexa.connect.scim.StrangeTenant.Answer;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.GroupState;

/** Whatever a tenant answers, nothing is sent to an object that is not the one. */
class StrangeAnswersTest {
    private static final ObjectKey ODILE = new ObjectKey(ObjectKey.Type.ACCOUNT, UUID.randomUUID());
    private static final String OURS = "\"externalId\":\"" + ODILE.id() + "\"";

    private static AccountState state(String userName, Optional<String> mail) {
        return new AccountState(
                userName, "Odile", "Marrick", mail, Optional.empty(), TenantObject.Activity.OPEN, Set.of(), Map.of());
    }

    private static Step step(Step.Verb verb) {
        return Step.whole(verb, ODILE, Optional.of(state("odile", Optional.of("odile@skerrow.example"))));
    }

    private static String refusal(Outcome<?> outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Refused.class);
        return ((Outcome.Refused<?>) outcome).type();
    }

    @Test
    void aTenantThatIgnoresFiltersHasNobodyElseChanged() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked ->
                StrangeTenant.list("2", user("1", "director", "\"externalId\":\"hr-1\""), user("2", "bram")))) {
            ScimTenant client = tenant.client();
            assertThat(refusal(client.carry(step(Step.Verb.AMEND), new Links())))
                    .isEmpty();
            assertThat(client.setPassword(ODILE, "seven grey seals", new Links()))
                    .isInstanceOf(Outcome.Refused.class);
            assertThat(((Outcome.Done<?>) client.find(ODILE, new Links())).value())
                    .isEqualTo(Optional.empty());
            assertThat(tenant.changes()).isEmpty();
        }
    }

    @Test
    void aTenantThatIgnoresFiltersIsLookedThroughForOurs() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> asked.target().contains("startIndex=2")
                ? StrangeTenant.list("2", user("2", "odile", OURS))
                : asked.isReading() && !asked.target().contains("startIndex=3")
                        ? StrangeTenant.list("2", user("1", "director"))
                        : StrangeTenant.list("2"))) {
            Outcome<?> found = tenant.client().find(ODILE, new Links());
            assertThat(found.toString()).contains("remoteId=2");
        }
    }

    @Test
    void anAnswerThatIsNoListDoesNotMeanThatNobodyIsThere() throws Exception {
        for (String body : List.of("{}", "{\"error\":\"please wait\"}", "{\"totalResults\":1}", "[]")) {
            try (StrangeTenant tenant = new StrangeTenant(asked -> StrangeTenant.Answer.of(200, body))) {
                assertThat(refusal(tenant.client().find(ODILE, new Links()))).isEqualTo(Listing.INCOMPLETE);
            }
        }
        try (StrangeTenant tenant = new StrangeTenant(asked -> StrangeTenant.Answer.of(200, "{\"totalResults\":0}"))) {
            assertThat(((Outcome.Done<?>) tenant.client().find(ODILE, new Links())).value())
                    .isEqualTo(Optional.empty());
        }
    }

    @Test
    void twoThatCarryOurIdAreNobodysAndNothingIsSent() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(
                asked -> StrangeTenant.list("2", user("1", "odile", OURS), user("2", "odile2", OURS)))) {
            Outcome<?> outcome = tenant.client().carry(step(Step.Verb.AMEND), new Links());
            assertThat(refusal(outcome)).isEqualTo(Lookup.AMBIGUOUS);
            assertThat(tenant.changes()).isEmpty();
            Gathered reading = ((Outcome.Done<Gathered>)
                            Gathered.read(tenant.client(), Set.of(wexa.core.model.Capability.USERS), new Links()))
                    .value();
            assertThat(reading.observation().objects()).isEmpty();
            assertThat(reading.observation().strangers()).hasSize(2);
            assertThat(reading.remarks()).singleElement().asString().contains("none of them counts as ours");
        }
    }

    @Test
    void anAnswerAboutSomebodyElseThanAskedForIsRefused() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> Answer.of(200, user("1", "director")))) {
            Links links = new Links();
            links.add(ODILE, "7");
            assertThat(refusal(tenant.client().carry(step(Step.Verb.AMEND), links)))
                    .isEqualTo(Lookup.OTHER_OBJECT);
            assertThat(refusal(tenant.client().setPassword(ODILE, "x", links))).isEqualTo(Lookup.OTHER_OBJECT);
            assertThat(refusal(tenant.client().link(ODILE, "7", new Links()))).isEqualTo(Lookup.OTHER_OBJECT);
            assertThat(tenant.changes()).isEmpty();
        }
    }

    @Test
    void whatCarriesOurIdAndIsLinkedToSomebodyElseIsRefused() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> StrangeTenant.list("1", user("1", "director", OURS)))) {
            Links links = new Links();
            links.add(new ObjectKey(ObjectKey.Type.ACCOUNT, UUID.randomUUID()), "1");
            assertThat(refusal(tenant.client().carry(step(Step.Verb.AMEND), links)))
                    .isEqualTo(Lookup.OTHER_OBJECT);
            assertThat(tenant.changes()).isEmpty();
        }
    }

    @Test
    void aCreationThatIsAnsweredWithAnotherAccountLinksNobodyToIt() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(
                asked -> asked.isReading() ? StrangeTenant.list("0") : Answer.of(201, user("1", "director")))) {
            Links links = new Links();
            assertThat(refusal(tenant.client().carry(step(Step.Verb.CREATE), links)))
                    .isEqualTo(Lookup.OTHER_OBJECT);
            assertThat(links.remoteId(ODILE)).isEmpty();
        }
    }

    @Test
    void aCreationWithoutAnAnswerIsFoundByOurId() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(
                asked -> asked.isReading() ? StrangeTenant.list("1", user("41", "odile", OURS)) : Answer.of(201, ""))) {
            Outcome<?> made = tenant.client().carry(step(Step.Verb.CREATE), new Links());
            assertThat(made.toString()).startsWith("Done").contains("remoteId=41");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"a b", "a/../../Groups/1", "dc=a,ou=b", "50%", "é", "a?b#c", "..b", "urn:x:y", "{1}"})
    void idsAreAnyTextAndStayInTheirPath(String id) throws Exception {
        AtomicReference<String> target = new AtomicReference<>("");
        try (StrangeTenant tenant = new StrangeTenant(asked -> {
            target.set(asked.target());
            return Answer.of(200, user(id, "odile", OURS));
        })) {
            Links links = new Links();
            links.add(ODILE, id);
            assertThat(tenant.client().find(ODILE, links)).isInstanceOf(Outcome.Done.class);
            String segment = target.get().substring("/scim/v2/Users/".length());
            assertThat(target.get()).startsWith("/scim/v2/Users/");
            assertThat(segment).matches("[A-Za-z0-9*_.%-]+");
            assertThat(java.net.URLDecoder.decode(segment, java.nio.charset.StandardCharsets.UTF_8))
                    .isEqualTo(id);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {".", ".."})
    void idsThatWouldLeaveTheirPathAreRefused(String id) throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> Answer.of(200, "{}"))) {
            Links links = new Links();
            links.add(ODILE, id);
            assertThat(refusal(tenant.client().find(ODILE, links))).isEqualTo("id");
            assertThat(tenant.asked()).isEmpty();
        }
    }

    @Test
    void anUpdateChangesOnlyThePathsThatDiffer() throws Exception {
        String mails = "\"emails\":[{\"value\":\"home@elsewhere.example\",\"type\":\"home\"},"
                + "{\"value\":\"old@skerrow.example\",\"type\":\"work\",\"primary\":true}]";
        String name = "\"name\":{\"givenName\":\"Odile\",\"familyName\":\"Marrick\",\"formatted\":\"Dr O. Marrick\"}";
        try (StrangeTenant tenant = new StrangeTenant(asked ->
                Answer.of(200, user("7", "odile", mails, name, "\"externalId\":\"hr-7\"", "\"nickName\":\"Odi\"")))) {
            Links links = new Links();
            links.add(ODILE, "7");
            assertThat(tenant.client().carry(step(Step.Verb.AMEND), links)).isInstanceOf(Outcome.Done.class);
            assertThat(tenant.changes()).hasSize(1);
            String body = tenant.changes().get(0).body();
            assertThat(body)
                    .contains("\"path\":\"emails[type eq \\\"work\\\"].value\"")
                    .contains("odile@skerrow.example");
            assertThat(body)
                    .doesNotContain("home@")
                    .doesNotContain("externalId")
                    .doesNotContain("nickName");
            assertThat(body).doesNotContain("name.").doesNotContain("userName").doesNotContain("active");
        }
    }

    @Test
    void linkingLeavesAnotherProgramsIdAndCountsByTheLink() throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(asked -> asked.target().contains("?")
                ? StrangeTenant.list("1", user("7", "odile", "\"externalId\":\"hr-7\""))
                : Answer.of(200, user("7", "odile", "\"externalId\":\"hr-7\"")))) {
            Links links = new Links();
            assertThat(tenant.client().link(ODILE, "7", links)).isInstanceOf(Outcome.Done.class);
            assertThat(tenant.changes()).isEmpty();
            Outcome<Gathered> read = Gathered.read(tenant.client(), Set.of(wexa.core.model.Capability.USERS), links);
            assertThat(((Outcome.Done<Gathered>) read).value().observation().objects())
                    .containsOnlyKeys(ODILE);
        }
    }

    @Test
    void theAccountIsReadAsItIsMeant() throws Exception {
        String mails = "\"emails\":[{\"value\":\"b@x.example\",\"type\":\"home\"},"
                + "{\"value\":\"a@x.example\",\"primary\":\"True\"}]";
        for (String active : List.of("false", "\"False\"", "\"false\"", "0")) {
            String user = "{\"id\":\"7\",\"userName\":\"odile\"," + mails + ",\"active\":" + active + "}";
            try (StrangeTenant tenant = new StrangeTenant(asked -> Answer.of(200, user))) {
                Links links = new Links();
                links.add(ODILE, "7");
                AccountState state = (AccountState) ((Outcome.Done<Optional<wexa.core.consistency.Observation.Seen>>)
                                tenant.client().find(ODILE, links))
                        .value()
                        .orElseThrow()
                        .state();
                assertThat(state.activity()).as(active).isEqualTo(TenantObject.Activity.CLOSED);
                assertThat(state.mail()).contains("a@x.example");
            }
        }
    }

    @Test
    void aGroupsMembersAreAddedAndTakenOneByOneAndNamesLikeOursAreNotOurs() throws Exception {
        ObjectKey group = new ObjectKey(ObjectKey.Type.GROUP, UUID.randomUUID());
        String impostor = ODILE.toString();
        try (StrangeTenant tenant = new StrangeTenant(asked -> Answer.of(
                200,
                "{\"id\":\"g\",\"displayName\":\"Keepers\",\"members\":[{\"value\":\"" + impostor
                        + "\"},{\"value\":\"8\"}]}"))) {
            Links links = new Links();
            links.add(group, "g");
            links.add(ODILE, "7");
            Step amend = Step.whole(
                    Step.Verb.AMEND, group, Optional.of(new GroupState("Keepers", Set.of(ODILE.toString(), "8"))));
            tenant.client().carry(amend, links);
            String body = tenant.changes().get(0).body();
            assertThat(body)
                    .contains("members[value eq \\\"" + impostor + "\\\"]")
                    .contains("\"value\":\"7\"");
            assertThat(body).doesNotContain("\"8\"");
        }
    }

    @Test
    void anEmptyAnswerToAChangeIsReadBackAndOneAboutSomebodyElseIsNotBelieved() throws Exception {
        for (Answer odd : List.of(Answer.of(204, ""), Answer.of(200, user("1", "director")))) {
            try (StrangeTenant tenant =
                    new StrangeTenant(asked -> asked.isReading() ? Answer.of(200, user("7", "old", OURS)) : odd)) {
                Links links = new Links();
                links.add(ODILE, "7");
                Outcome<?> outcome = tenant.client().carry(step(Step.Verb.AMEND), links);
                assertThat(outcome.toString()).startsWith("Done").contains("remoteId=7");
                assertThat(links.remoteId(ODILE)).contains("7");
            }
        }
    }

    @Test
    void aMemberWithoutAnAccountThereKeepsNobodyElseOutAndAnAssignmentNeedsBothSides() throws Exception {
        ObjectKey group = new ObjectKey(ObjectKey.Type.GROUP, UUID.randomUUID());
        ObjectKey assignment = new ObjectKey(ObjectKey.Type.ASSIGNMENT, UUID.randomUUID());
        ObjectKey role = new ObjectKey(ObjectKey.Type.ROLE, UUID.randomUUID());
        String absent = new ObjectKey(ObjectKey.Type.ACCOUNT, UUID.randomUUID()).toString();
        try (StrangeTenant tenant = new StrangeTenant(asked -> Answer.of(
                asked.isReading() ? 200 : 201, "{\"id\":\"g\",\"displayName\":\"Keepers\",\"members\":[]}"))) {
            Links links = new Links();
            links.add(ODILE, "7");
            Step create = Step.whole(
                    Step.Verb.CREATE, group, Optional.of(new GroupState("Keepers", Set.of(ODILE.toString(), absent))));
            tenant.client().carry(create, links);
            assertThat(tenant.changes().get(0).body())
                    .contains("\"members\":[{\"value\":\"7\"}]")
                    .doesNotContain("?");
            Step give = Step.whole(
                    Step.Verb.CREATE,
                    assignment,
                    Optional.of(new TenantObject.AssignmentState(
                            ODILE.toString(), role.toString(), Optional.empty(), Optional.empty())));
            assertThat(refusal(tenant.client().carry(give, links))).isEqualTo("reference");
            assertThat(tenant.changes()).hasSize(1);
        }
    }
}
