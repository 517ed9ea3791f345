package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Cast;

/** Sent, read back and verified are three facts about an account: none of them is concluded from another. */
class ThreeFactsTest {
    private static final String TENANT = "pelagia-north";

    private Cast cast;
    private JsonNode newcomer;

    @BeforeEach
    void carryANewcomer() throws Exception {
        cast = Cast.shared();
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        newcomer = cast.newcomer(Cast.unique("facts"), number, "keeper");
        cast.carried(newcomer);
    }

    @AfterEach
    void answerAgain() throws Exception {
        cast.stage.fault(TENANT, "NONE", 0, 0);
    }

    private JsonNode account() throws Exception {
        return cast.tove
                .get("/api/v1/people/" + Cast.personIn(newcomer))
                .body()
                .path("accounts")
                .path(0);
    }

    private JsonNode draft(String form, Map<String, String> fields) throws Exception {
        return cast.put(cast.tove.draft("Facts"), form, fields);
    }

    private static void assertVerified(JsonNode account, boolean isAllYes) {
        JsonNode verified = account.path("verified");
        assertThat(verified.path("canBeAsked").asBoolean()).isTrue();
        assertThat(verified.path("asked").asInt()).isPositive();
        assertThat(verified.path("yes").asInt())
                .isEqualTo(isAllYes ? verified.path("asked").asInt() : 0);
        assertThat(verified.path("wrong").asInt()).isZero();
        assertThat(verified.path("askedAt").isString()).isTrue();
    }

    @Test
    void whatArrivedIsSentReadAndVerified() throws Exception {
        JsonNode account = account();
        assertThat(account.path("sent").path("state").asString()).isEqualTo("SENT");
        assertThat(account.path("sent").path("at").isString()).isTrue();
        assertThat(account.path("square").asString()).isEqualTo("SAME");
        assertThat(account.path("readAt").isString()).isTrue();
        assertVerified(account, true);
    }

    @Test
    void whatWaitsIsNotSentThoughTheLastReadingShowsTheAccount() throws Exception {
        cast.stage.fault(TENANT, "UNAVAILABLE", 100_000, 0);
        String job = cast.tove
                .apply(draft("person.edit", Map.of("person", Cast.personIn(newcomer), "given", "Otherwise")))
                .text("job");
        JsonNode account = account();
        assertThat(account.path("sent").path("state").asString()).isEqualTo("OPEN");
        assertThat(account.path("sent").path("job").asString()).isEqualTo(job);
        assertThat(account.path("square").asString()).isEqualTo("DIFFERS");
        cast.stage.fault(TENANT, "NONE", 0, 0);
        cast.finished(job);
        assertThat(account().path("square").asString()).isEqualTo("SAME");
    }

    /** What is only on its way out is not among what should be there any more, and is told all the same. */
    @Test
    void aRoleThatIsStillToBeTakenAwayIsNotSentYet() throws Exception {
        cast.stage.fault(TENANT, "UNAVAILABLE", 100_000, 0);
        String assignment = Cast.entry(newcomer, "assignment.give")
                .path("fields")
                .path("id")
                .asString();
        String job = cast.tove
                .apply(draft("assignment.end", Map.of("assignment", assignment)))
                .text("job");
        assertThat(account().path("sent").path("state").asString()).isEqualTo("OPEN");
        cast.stage.fault(TENANT, "NONE", 0, 0);
        cast.finished(job);
        assertThat(account().path("sent").path("state").asString()).isEqualTo("SENT");
    }

    @Test
    void noIsTheExpectedAnswerToWhatHasNoSeat() throws Exception {
        String seat = account().path("seatId").asString();
        cast.carried(draft("seat.return", Map.of("seat", seat)));
        assertVerified(account(), false);
    }

    /** Somebody takes the role away in the tenant itself: the last answers stay until the tenant is asked again. */
    @Test
    void anAnswerThatIsNotTheExpectedOneIsCounted() throws Exception {
        JsonNode assignment = Cast.entry(newcomer, "assignment.give");
        String filter = "Assignments?filter=externalId%20eq%20%22"
                + assignment.path("fields").path("id").asString() + "%22";
        JsonNode there = new tools.jackson.databind.json.JsonMapper()
                .readTree(cast.stage.tenant(TENANT, "GET", filter, "").body())
                .path("Resources")
                .path(0);
        cast.stage.tenant(TENANT, "DELETE", "Assignments/" + there.path("id").asString(), "");
        String person = Cast.personIn(newcomer);
        patiently().until(() -> {
            JsonNode cells =
                    cast.tove.get("/api/v1/people/" + person + "/access").body();
            return cells.path("tenants").size() > 0;
        });
        String edited = cast.tove
                .apply(draft("person.edit", Map.of("person", person, "given", "Asked")))
                .text("job");
        cast.finished(edited);
        JsonNode verified = account().path("verified");
        assertThat(verified.path("wrong").asInt()).isPositive();
        assertThat(verified.path("yes").asInt())
                .isLessThan(verified.path("asked").asInt());
    }

    /** What begins later has no step yet: it is told with its day, not passed over. */
    @Test
    void whatComesLaterIsCountedAndDated() throws Exception {
        JsonNode applied = cast.tove
                .apply(draft(
                        "assignment.give",
                        Map.of(
                                "subject",
                                "person:" + Cast.personIn(newcomer),
                                "role",
                                "animal-reader",
                                "tenant",
                                "pelagia/north",
                                "area",
                                "kelp-hall",
                                "from",
                                "2027-02-01",
                                "until",
                                "2027-02-28")))
                .body();
        JsonNode coming = cast.tove
                .get("/api/v1/changesets/" + applied.path("changeset").asLong() + "/coming")
                .body();
        assertThat(coming.size()).isEqualTo(2);
        assertThat(coming.path(0).path("at").asString()).startsWith("2027-02-01");
        assertThat(coming.path(0).path("begins").asInt()).isEqualTo(1);
        assertThat(coming.path(1).path("at").asString()).startsWith("2027-03-01");
        assertThat(coming.path(1).path("ends").asInt()).isEqualTo(1);
        JsonNode moments = cast.tove
                .get("/api/v1/people/" + Cast.personIn(newcomer))
                .body()
                .path("moments");
        assertThat(moments.path(0).path("gains").asInt()).isPositive();
        assertThat(moments.path(1).path("losses").asInt())
                .isEqualTo(moments.path(0).path("gains").asInt());
    }
}
