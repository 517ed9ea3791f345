package wexa.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Somebody from outside whom no directory lists: invited, waited for, and given accounts when they have answered. */
class InvitationTest {
    private static final Pattern TOKEN = Pattern.compile("/invitation#(\\S+)");

    private final Cast cast = Cast.shared();

    InvitationTest() throws Exception {}

    /** A visiting vet whom Orrin's directory does not have, with an account in Pelagia Rescue. */
    private JsonNode visitor(String handle) throws Exception {
        String person = UUID.randomUUID().toString();
        JsonNode draft = cast.put(
                cast.tove.draft("Visitor " + handle),
                "person.add",
                Map.of(
                        "id",
                        person,
                        "handle",
                        handle,
                        "given",
                        "Ada",
                        "family",
                        "Marsh " + handle.substring(handle.length() - 4),
                        "mail",
                        handle + "@orrin.example",
                        "home",
                        "orrin"));
        draft = cast.put(
                draft,
                "engagement.begin",
                Map.of("person", person, "kind", "partner", "unit", "orrin", "job", "Visiting vet"));
        return cast.put(draft, "account.open", Map.of("person", person, "tenant", "pelagia/rescue"));
    }

    private static List<String> codes(JsonNode draft, String form) {
        return Cast.entry(draft, form)
                .path("findings")
                .valueStream()
                .map(finding -> finding.path("code").asString())
                .toList();
    }

    private JsonNode draft(JsonNode known) throws Exception {
        return cast.tove.get("/api/v1/drafts/" + known.path("id").asString()).body();
    }

    private String token(String handle) {
        return patiently().until(() -> tokenNow(handle), token -> !token.isEmpty());
    }

    private String tokenNow(String handle) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(cast.stage.standIns().resolve("/mailbox/messages"))
                .build();
        String body = HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofString())
                .body();
        for (JsonNode mail : new JsonMapper().readTree(body).path("messages")) {
            Matcher found = TOKEN.matcher(mail.path("text").asString());
            if (mail.path("to").asString().startsWith(handle + "@") && found.find()) {
                return found.group(1);
            }
        }
        return "";
    }

    private String deskKind(String person) throws Exception {
        for (JsonNode item : cast.tove.get("/api/v1/desk").body().path("items")) {
            String kind = item.path("kind").asString();
            if (item.path("target").asString().equals(person) && kind.startsWith("I")) {
                return kind;
            }
        }
        return "";
    }

    private Answer answer(Browserless nobody, String path, String token) throws Exception {
        nobody.get("/api/v1/session");
        return nobody.send("POST", "/api/v1/invitations" + path, nobody.object("token", token));
    }

    @Test
    void theAccountWaitsInTheDraftUntilTheInvitedOneSaysYes() throws Exception {
        String handle = Cast.unique("ada.marsh");
        JsonNode draft = visitor(handle);
        String person = Cast.personIn(draft);
        assertThat(codes(draft, "account.open")).contains("person.identity-unknown");
        draft = cast.put(draft, "invitation.send", Map.of("person", person));
        assertThat(codes(draft, "account.open")).contains("person.identity-awaited");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);

        JsonNode left = draft(draft);
        assertThat(left.path("state").asString()).isEqualTo("OPEN");
        assertThat(left.path("entries")).hasSize(1);
        assertThat(deskKind(person)).isEqualTo("INVITED");
        String token = token(handle);

        Browserless nobody = new Browserless(cast.stage.address());
        Answer look = answer(nobody, "/look", token);
        assertThat(look.text("job")).isEqualTo("Visiting vet");
        assertThat(look.text("mail")).isEqualTo(handle + "@orrin.example");
        assertThat(answer(nobody, "", token).body().path("acceptedAt").isString())
                .isTrue();
        assertThat(answer(nobody, "/look", token).status()).isEqualTo(404);

        String draftId = draft.path("id").asString();
        JsonNode item = cast.tove
                .get("/api/v1/desk")
                .body()
                .path("items")
                .valueStream()
                .filter(one -> one.path("target").asString().equals(draftId))
                .findFirst()
                .orElseThrow();
        assertThat(item.path("kind").asString()).isEqualTo("IDENTIFIED");
        assertThat(item.path("act").asString()).isEqualTo("Continue");
        JsonNode job = cast.carried(draft(left));
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        assertThat(cast.tove
                        .get("/api/v1/people/" + person)
                        .body()
                        .path("identity")
                        .path("state")
                        .asString())
                .isEqualTo("ACCEPTED");
        assertThat(cast.tove.get("/api/v1/log?q=" + handle).body().toString())
                .contains("accept invitation of " + handle)
                .doesNotContain(token);
    }

    /** What a role gives somebody from outside is said to wait, and is not opened with what can be opened. */
    @Test
    void whatIsGivenWithoutAnAccountIsSaidToWait() throws Exception {
        JsonNode visitor = visitor(Cast.unique("role.guest"));
        JsonNode draft = cast.put(
                visitor,
                "assignment.give",
                Map.of(
                        "subject",
                        "person:" + Cast.personIn(visitor),
                        "role",
                        "rescue-watcher",
                        "tenant",
                        "strandline/live"));
        String path = "/api/v1/drafts/" + draft.path("id").asString() + "/missing-accounts";
        JsonNode waiting = cast.tove.get(path).body();
        assertThat(waiting.valueStream().map(one -> one.path("name").asString()))
                .contains("Strandline Live");
        assertThat(waiting).allSatisfy(one -> {
            assertThat(one.path("people").asInt()).isZero();
            assertThat(one.path("waiting").asInt()).isEqualTo(1);
        });
        Answer opened = cast.tove.send(
                "POST", path, null, "If-Match", "\"" + draft.path("version").asLong() + "\"");
        assertThat(opened.status()).isEqualTo(200);
        assertThat(opened.body().path("entries")).hasSameSizeAs(draft.path("entries"));
    }

    @Test
    void aWithdrawnInvitationOpensNothing() throws Exception {
        String handle = Cast.unique("gone.guest");
        JsonNode draft = visitor(handle);
        String person = Cast.personIn(draft);
        cast.tove.apply(cast.put(draft, "invitation.send", Map.of("person", person)));
        String token = token(handle);
        String invitation = cast.tove
                .get("/api/v1/people/" + person)
                .body()
                .path("identity")
                .path("invitation")
                .asString();
        JsonNode withdrawal =
                cast.put(cast.tove.draft("Withdraw"), "invitation.withdraw", Map.of("invitation", invitation));
        assertThat(cast.tove.apply(withdrawal).status()).isEqualTo(200);
        assertThat(answer(new Browserless(cast.stage.address()), "", token).status())
                .isEqualTo(404);
        assertThat(codes(draft(draft), "account.open")).contains("person.identity-unknown");
    }

    @Test
    void nobodyAcceptsForSomebodyElse() throws Exception {
        Answer answer = cast.tove.put(
                cast.tove.draft("Forged"),
                "invitation.accept",
                Map.of("invitation", UUID.randomUUID().toString()));
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer(new Browserless(cast.stage.address()), "", "guessed").status())
                .isEqualTo(404);
    }
}
