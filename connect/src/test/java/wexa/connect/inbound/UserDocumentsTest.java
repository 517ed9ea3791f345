package wexa.connect.inbound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class UserDocumentsTest {
    private static final String WHOLE = """
            {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:User"], "userName": "wren.hollis", "externalId": "hr-7",
             "name": {"givenName": "Wren", "familyName": "Hollis"}, "nickName": "W",
             "emails": [{"value": "home@orrin.example", "type": "home"}, {"value": "wren.hollis@skerrow.example", "type": "work"}],
             "phoneNumbers": [{"value": "+44 1632 960199", "type": "work"}, {"value": "+44 1632 960123", "type": "mobile"}],
             "title": "Keeper", "userType": "Employee", "active": true,
             "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User": {"employeeNumber": "40950", "department": "lagoon-hall"},
             "urn:wexa:scim:schemas:extension:1.0:Engagement": {"from": "2026-11-30"}}
            """;
    private static final String LEAST =
            "{\"userName\": \"a.b\", \"name\": {\"givenName\": \"A\", \"familyName\": \"B\"}}";
    private static final UserDocuments.Meta META = new UserDocuments.Meta(
            "7", 3, Instant.parse("2026-11-23T08:00:00Z"), Instant.parse("2026-11-23T09:00:00Z"), "http://x/Users/7");

    private final ObjectMapper json = new ObjectMapper();

    static LongStream seeds() {
        return LongStream.range(1, 101);
    }

    private static String patch(String... operations) {
        return "{\"schemas\": [\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"], \"Operations\": ["
                + String.join(",", operations) + "]}";
    }

    private static ScimFault refused(String text) {
        return catchThrowableOfType(ScimFault.class, () -> UserDocuments.read(text));
    }

    @Test
    void aUserIsReadWithTheAddressAndNumberToUse() throws ScimFault {
        assertThat(UserDocuments.read(WHOLE))
                .isEqualTo(new PushedUser(
                        "wren.hollis",
                        Optional.of("hr-7"),
                        "Wren",
                        "Hollis",
                        Optional.of("wren.hollis@skerrow.example"),
                        Optional.of("+44 1632 960123"),
                        Optional.of("Keeper"),
                        Optional.of("Employee"),
                        true,
                        Optional.of("40950"),
                        Optional.of("lagoon-hall"),
                        Optional.of("2026-11-30"),
                        Optional.empty()));
        assertThat(UserDocuments.read(LEAST).isActive()).isTrue();
    }

    @Test
    void namesOfAttributesAreReadWhateverTheirCaseAndAPrimaryValueGoesFirst() throws ScimFault {
        PushedUser user =
                UserDocuments.read("{\"USERNAME\": \"a.b\", \"Name\": {\"givenname\": \"A\", \"FAMILYNAME\": \"B\"},"
                        + " \"emails\": [{\"value\": \"w@x.example\", \"type\": \"work\"},"
                        + " {\"value\": \"p@x.example\", \"type\": \"home\", \"primary\": true}]}");
        assertThat(user.userName()).isEqualTo("a.b");
        assertThat(user.mail()).contains("p@x.example");
    }

    @Test
    void whatIsWrittenIsReadBackAndCarriesItsMeta() throws Exception {
        for (String text : List.of(WHOLE, LEAST)) {
            PushedUser user = UserDocuments.read(text);
            assertThat(UserDocuments.read(UserDocuments.write(user))).isEqualTo(user);
            JsonNode answered = json.readTree(UserDocuments.write(user, META));
            assertThat(UserDocuments.read(answered.toString())).isEqualTo(user);
            assertThat(answered.path("id").asText()).isEqualTo("7");
            assertThat(answered.path("meta").path("version").asText()).isEqualTo("W/\"3\"");
            assertThat(answered.path("meta").path("location").asText()).isEqualTo("http://x/Users/7");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "not json | invalidSyntax | cannot be read",
                "[] | invalidSyntax | JSON object",
                "{} | invalidValue | userName is needed",
                "{\"userName\": 7} | invalidValue | userName must be a string",
                "{\"userName\": \"a\", \"name\": \"A B\"} | invalidValue | name must be an object",
                "{\"userName\": \"a\", \"name\": {\"givenName\": \"A\"}} | invalidValue | name.familyName is needed",
                "{\"userName\": \"a\", \"name\": {\"givenName\": [], \"familyName\": \"B\"}} | invalidValue | name.givenName must be",
            })
    void whatCannotBeReadIsRefusedByTheNameOfTheAttribute(String text, String keyword, String detail) {
        ScimFault fault = refused(text);
        assertThat(fault.status()).isEqualTo(400);
        assertThat(fault.keyword()).isEqualTo(keyword);
        assertThat(fault).hasMessageContaining(detail);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"active\": \"yes\" | active must be true or false",
                "\"emails\": \"a@b.example\" | emails must be an array",
                "\"emails\": [\"a@b.example\"] | emails must have objects in it",
                "\"emails\": [{\"value\": 3}] | emails.value must be a string",
                "\"title\": {} | title must be a string",
            })
    void attributesOfTheWrongTypeAreNamed(String attribute, String detail) {
        ScimFault fault = refused(LEAST.substring(0, LEAST.length() - 1) + ", " + attribute + "}");
        assertThat(fault).hasMessageContaining(detail);
    }

    @Test
    void textsThatAreTooLongAreRefusedWithTheirLength() {
        assertThat(refused(LEAST.replace("a.b", "x".repeat(201))))
                .hasMessageContaining("userName has 201 characters, and 200 fit");
    }

    @Test
    void aFaultIsWrittenAsTheStandardSays() throws Exception {
        JsonNode body = json.readTree(refused("{}").body());
        assertThat(body.path("schemas").path(0).asText()).isEqualTo("urn:ietf:params:scim:api:messages:2.0:Error");
        assertThat(body.path("status").asText()).isEqualTo("400");
        assertThat(body.path("scimType").asText()).isEqualTo("invalidValue");
    }

    @Test
    void patchesReplaceAddAndRemove() throws ScimFault {
        PushedUser before = UserDocuments.read(WHOLE);
        PushedUser after = UserDocuments.patched(
                before,
                patch(
                        "{\"op\": \"replace\", \"path\": \"title\", \"value\": \"Senior keeper\"}",
                        "{\"op\": \"Replace\", \"path\": \"name.familyName\", \"value\": \"Hale\"}",
                        "{\"op\": \"remove\", \"path\": \"phoneNumbers\"}",
                        "{\"op\": \"replace\", \"path\": \"emails[type eq \\\"work\\\"].value\","
                                + " \"value\": \"wren.hale@skerrow.example\"}",
                        "{\"op\": \"add\", \"path\":"
                                + " \"urn:ietf:params:scim:schemas:extension:enterprise:2.0:User:department\","
                                + " \"value\": \"north-pier\"}",
                        "{\"op\": \"replace\", \"value\": {\"active\": false}}"));
        assertThat(after.title()).contains("Senior keeper");
        assertThat(after.family()).isEqualTo("Hale");
        assertThat(after.phone()).isEmpty();
        assertThat(after.mail()).contains("wren.hale@skerrow.example");
        assertThat(after.department()).contains("north-pier");
        assertThat(after.isActive()).isFalse();
        assertThat(after.given()).isEqualTo(before.given());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"op\": \"replace\", \"path\": \"id\", \"value\": \"9\"} | mutability",
                "{\"op\": \"replace\", \"path\": \"title\", \"value\": 9} | invalidValue",
                "{\"op\": \"remove\", \"path\": \"userName\"} | invalidValue",
                "{\"op\": \"replace\", \"path\": \"emails[type eq\", \"value\": \"x\"} | invalid",
                "{\"op\": \"dance\", \"path\": \"title\", \"value\": \"x\"} | invalidSyntax",
                "{\"op\": \"remove\"} | noTarget",
            })
    void patchesThatCannotBeAreRefused(String operation, String keyword) throws ScimFault {
        PushedUser before = UserDocuments.read(WHOLE);
        assertThatThrownBy(() -> UserDocuments.patched(before, patch(operation)))
                .isInstanceOfSatisfying(ScimFault.class, fault -> {
                    assertThat(fault.status()).isEqualTo(400);
                    assertThat(fault.keyword()).startsWith(keyword);
                });
    }

    @Test
    void tenThousandOperationsAreTooMany() throws ScimFault {
        String[] operations = new String[10_000];
        java.util.Arrays.fill(operations, "{\"op\": \"replace\", \"path\": \"title\", \"value\": \"x\"}");
        PushedUser before = UserDocuments.read(LEAST);
        assertThatThrownBy(() -> UserDocuments.patched(before, patch(operations)))
                .isInstanceOfSatisfying(
                        ScimFault.class, fault -> assertThat(fault.status()).isEqualTo(413));
    }

    @Test
    void filtersFindByAnyAttributeAndTellWhenTheyAskForOneExactly() throws ScimFault {
        PushedUser user = UserDocuments.read(WHOLE);
        for (String text : List.of(
                "userName eq \"WREN.hollis\"",
                "title sw \"kee\" and active eq true",
                "emails[type eq \"work\" and value co \"skerrow\"]",
                "not (userName eq \"x\")",
                "meta.lastModified gt \"2026-11-23T08:30:00Z\"",
                "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User:employeeNumber eq \"40950\"")) {
            assertThat(UserFilter.of(text).matches(user, META)).as(text).isTrue();
        }
        assertThat(UserFilter.of("title eq \"Vet\"").matches(user, META)).isFalse();
        assertThat(UserFilter.of("userName eq \"x\"").exactly("userName")).contains("x");
        assertThat(UserFilter.of("userName sw \"x\"").exactly("userName")).isEmpty();
        assertThat(UserFilter.of("userName eq \"x\"").exactly("externalId")).isEmpty();
        for (String wrong :
                List.of("", "userName", "userName eq", "userName like \"x\"", "(title pr", "x".repeat(1001))) {
            assertThatThrownBy(() -> UserFilter.of(wrong))
                    .as(wrong)
                    .isInstanceOfSatisfying(
                            ScimFault.class,
                            fault -> assertThat(fault.keyword()).isEqualTo("invalidFilter"));
        }
    }

    @ParameterizedTest
    @EnumSource(Discovery.class)
    void discoveryDocumentsAreJsonWithTheirPlaceInThem(Discovery document) throws Exception {
        JsonNode read = json.readTree(document.document("https://wexa.skerrow.example/scim/v2"));
        assertThat(read.toString())
                .contains("https://wexa.skerrow.example/scim/v2/")
                .doesNotContain("BASE");
        assertThat(read.path("schemas")).isNotEmpty();
    }

    @Test
    void aListSaysWhereItBeginsAndHowMuchThereIs() throws Exception {
        JsonNode list =
                json.readTree(UserDocuments.list(List.of(UserDocuments.write(UserDocuments.read(LEAST), META)), 12, 5));
        assertThat(list.path("totalResults").asInt()).isEqualTo(12);
        assertThat(list.path("startIndex").asInt()).isEqualTo(5);
        assertThat(list.path("itemsPerPage").asInt()).isEqualTo(1);
        assertThat(list.path("Resources").path(0).path("userName").asText()).isEqualTo("a.b");
    }

    /** Cuts, swaps and doubles pieces of good documents: each is read or refused with a reason, never anything else. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingThatIsSentBreaksTheReader(long seed) {
        Random random = new Random(seed);
        List<String> pieces =
                List.of("{", "}", "[", "]", "\"", ":", ",", "null", "true", "1e999", "\\u0000", "\\", "\ud800", "$ref");
        for (int time = 0; time < 40; time++) {
            StringBuilder text = new StringBuilder(
                    random.nextBoolean()
                            ? WHOLE
                            : patch(
                                    "{\"op\": \"add\", \"path\": \"emails[type eq \\\"work\\\"].value\", \"value\": \"x\"}"));
            for (int cut = random.nextInt(4); cut >= 0; cut--) {
                int at = random.nextInt(text.length());
                if (random.nextBoolean()) {
                    text.delete(at, Math.min(text.length(), at + random.nextInt(30)));
                } else {
                    text.insert(at, pieces.get(random.nextInt(pieces.size())));
                }
            }
            survives(text.toString());
        }
    }

    private static void survives(String text) {
        try {
            PushedUser user = UserDocuments.read(text);
            assertThat(UserDocuments.read(UserDocuments.write(user))).isEqualTo(user);
        } catch (ScimFault refused) {
            assertThat(refused.getMessage()).isNotBlank();
        }
        try {
            assertThat(UserDocuments.patched(UserDocuments.read(LEAST), text).userName())
                    .isNotBlank();
        } catch (ScimFault refused) {
            assertThat(refused.status()).isBetween(400, 499);
        }
    }
}
