package wexa.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Messages from the opening of an account to the first sign-in with a password that its owner chose. */
class MessageTest {
    private static final String PASSWORD = "seven grey seals";
    private static final Pattern TOKEN = Pattern.compile("/activate#(\\S+)");

    private static Cast cast;

    @BeforeAll
    static void start() throws Exception {
        cast = Cast.shared();
    }

    private static HttpResponse<String> standIn(String method, String path, String body, String type) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(cast.stage.standIns().resolve(path))
                .header("Content-Type", type)
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
    }

    private static JsonNode mailTo(String handle) throws Exception {
        JsonNode all = new JsonMapper()
                .readTree(standIn("GET", "/mailbox/messages", "", "application/json")
                        .body());
        for (JsonNode mail : all.path("messages")) {
            if (mail.path("to").asString().equals(handle + "@skerrow.example")) {
                return mail;
            }
        }
        return new JsonMapper().createObjectNode();
    }

    private static int mailsTo(String handle) throws Exception {
        JsonNode all = new JsonMapper()
                .readTree(standIn("GET", "/mailbox/messages", "", "application/json")
                        .body());
        int found = 0;
        for (JsonNode mail : all.path("messages")) {
            found += mail.path("to").asString().startsWith(handle + "@") ? 1 : 0;
        }
        return found;
    }

    private static JsonNode messageOf(String person) throws Exception {
        return cast.tove.get("/api/v1/messages/about/" + person).body().path(0);
    }

    private static JsonNode messageIn(String person, String state) {
        return patiently()
                .until(
                        () -> messageOf(person),
                        one -> one.path("state").asString().equals(state));
    }

    private static void mailboxIs(String fault, int times) throws Exception {
        String body = "{\"kind\":\"" + fault + "\",\"times\":" + times + "}";
        standIn("POST", "/mailbox/faults", body, "application/json");
    }

    private static String tokenIn(JsonNode mail) {
        Matcher found = TOKEN.matcher(mail.path("text").asString());
        assertThat(found.find()).as("%s", mail).isTrue();
        return found.group(1);
    }

    private static Answer activate(Browserless nobody, String path, String token, String password) throws Exception {
        nobody.get("/api/v1/session");
        return nobody.send(
                "POST",
                "/api/v1/activations" + path,
                password.isEmpty()
                        ? nobody.object("token", token)
                        : nobody.object("token", token, "password", password));
    }

    private static int signIn(String userName, String password) throws Exception {
        String form = "userName=" + userName + "&password=" + password.replace(' ', '+');
        return standIn("POST", "/pelagia-north/sign-in", form, "application/x-www-form-urlencoded")
                .statusCode();
    }

    @Test
    void whoHasNoDirectoryEntryChoosesAPasswordByALinkThatWorksOnce() throws Exception {
        String handle = Cast.unique("own.password");
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        String person = Cast.personIn(draft);
        cast.carried(draft);
        JsonNode message = messageIn(person, "SENT");
        JsonNode mail = mailTo(handle);
        assertThat(mail.path("subject").asString()).isEqualTo("Your accounts, New");
        assertThat(mail.path("text").asString())
                .contains("Pelagia North", "as " + handle + "@skerrow.example", "/pelagia-north/sign-in");

        String token = tokenIn(mail);
        String kept = cast.tove
                .get("/api/v1/messages/" + message.path("id").asString())
                .body()
                .toString();
        assertThat(kept).contains("the link stands in the mail only").doesNotContain(token);

        Browserless nobody = new Browserless(cast.stage.address());
        assertThat(activate(nobody, "/look", token, "").text("givenName")).isEqualTo("New");
        assertThat(activate(nobody, "", token, "short").status()).isEqualTo(400);
        assertThat(signIn(handle + "@skerrow.example", PASSWORD)).isEqualTo(401);
        Answer chosen = activate(nobody, "", token, PASSWORD);
        assertThat(chosen.body().path("isDone").asBoolean())
                .as("%s", chosen.body())
                .isTrue();
        assertThat(signIn(handle + "@skerrow.example", PASSWORD)).isEqualTo(200);
        assertThat(activate(nobody, "/look", token, "").status()).isEqualTo(404);
        assertThat(cast.tove.get("/api/v1/log?q=" + handle).body().toString())
                .contains("send message to " + handle)
                .doesNotContain(token);
    }

    @Test
    void aLinkThatIsUsedTenTimesAtOnceWorksOnce() throws Exception {
        String handle = Cast.unique("ten.times");
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        cast.carried(draft);
        messageIn(Cast.personIn(draft), "SENT");
        String token = tokenIn(mailTo(handle));
        List<Callable<Integer>> uses = new ArrayList<>();
        for (int number = 0; number < 10; number++) {
            Browserless nobody = new Browserless(cast.stage.address());
            nobody.get("/api/v1/session");
            String password = "grey seals and number " + number;
            uses.add(() -> nobody.send(
                            "POST", "/api/v1/activations", nobody.object("token", token, "password", password))
                    .status());
        }
        try (ExecutorService parallel = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Integer> statuses = new ArrayList<>();
            for (Future<Integer> one : parallel.invokeAll(uses)) {
                statuses.add(one.get());
            }
            assertThat(statuses.stream().filter(status -> status == 200))
                    .as("%s", statuses)
                    .hasSize(1);
            assertThat(statuses).allMatch(status -> status == 200 || status == 409 || status == 404);
        }
    }

    @Test
    void anAccountThatIsNotTheTenantsYetHoldsItsMessageBack() throws Exception {
        String handle = Cast.unique("slow.door");
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 3, 0);
        String job = cast.tove.apply(draft).text("job");
        JsonNode waiting = messageIn(Cast.personIn(draft), "WAITING");
        assertThat(mailsTo(handle)).isZero();
        assertThat(waiting.path("tenants").path(0).asString()).isEqualTo("Pelagia North");
        cast.finished(job);
        messageIn(Cast.personIn(draft), "SENT");
        assertThat(mailsTo(handle)).isEqualTo(1);
    }

    @Test
    void aBusyMailServerIsTriedAgainAndARefusalIsShownInItsWords() throws Exception {
        String handle = Cast.unique("busy.mail");
        mailboxIs("LATER", 2);
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        cast.carried(draft);
        messageIn(Cast.personIn(draft), "SENT");
        assertThat(mailsTo(handle)).isEqualTo(1);

        String refused = Cast.unique("no.mailbox");
        mailboxIs("REFUSED", 1);
        JsonNode second = cast.newcomer(refused, Cast.unique("N").replace('.', '-'), "reader");
        cast.carried(second);
        JsonNode failed = messageIn(Cast.personIn(second), "FAILED");
        assertThat(failed.path("detail").asString()).contains("there is no mailbox");
        assertThat(cast.tove.get("/api/v1/desk").body().toString()).contains("MESSAGES");

        String id = failed.path("id").asString();
        assertThat(cast.tove
                        .send("POST", "/api/v1/messages/" + id + "/send", null)
                        .status())
                .isEqualTo(202);
        messageIn(Cast.personIn(second), "SENT");
        assertThat(mailsTo(refused)).isEqualTo(1);
    }

    @Test
    void sendingAgainEndsTheLinkBefore() throws Exception {
        String handle = Cast.unique("again");
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        cast.carried(draft);
        JsonNode message = messageIn(Cast.personIn(draft), "SENT");
        String first = tokenIn(mailTo(handle));
        cast.tove.send("POST", "/api/v1/messages/" + message.path("id").asString() + "/send", null);
        patiently().until(() -> mailsTo(handle) == 2);
        Browserless nobody = new Browserless(cast.stage.address());
        assertThat(activate(nobody, "/look", first, "").status()).isEqualTo(404);
        assertThat(activate(nobody, "/look", tokenIn(mailTo(handle)), "").status())
                .isEqualTo(200);
    }

    @Test
    void aTenantThatDoesNotAnswerLeavesTheLinkGoodForItself() throws Exception {
        String handle = Cast.unique("later.door");
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        cast.carried(draft);
        messageIn(Cast.personIn(draft), "SENT");
        String token = tokenIn(mailTo(handle));
        Browserless nobody = new Browserless(cast.stage.address());
        cast.stage.fault("pelagia-north", "UNAVAILABLE", 1, 0);
        Answer tried = activate(nobody, "", token, PASSWORD);
        assertThat(tried.body().path("isDone").asBoolean()).isFalse();
        assertThat(tried.body().path("doors").path(0).path("told").asString()).contains("Try again later");
        assertThat(activate(nobody, "", token, PASSWORD).body().path("isDone").asBoolean())
                .isTrue();
    }

    @Test
    void whoIsInADirectoryGetsNoPassword() throws Exception {
        String person = entryOf("curator");
        JsonNode draft = cast.put(
                cast.tove.draft("One more door"),
                "account.open",
                Map.of("id", UUID.randomUUID().toString(), "person", person, "tenant", "pelagia/training"));
        cast.carried(draft);
        JsonNode message = messageIn(person, "SENT");
        assertThat(message.path("occasion").asString()).isEqualTo("MORE_ACCOUNTS");
        String text = cast.tove
                .get("/api/v1/messages/" + message.path("id").asString())
                .text("body");
        assertThat(text).contains("your usual work account, no new password").doesNotContain("Choose your password");
        assertThat(text).contains("Pelagia Training").doesNotContain("Pelagia North");
    }

    /** Somebody of the directory who has accounts, though none in the training tenant. */
    private static String entryOf(String letters) throws Exception {
        for (JsonNode one :
                cast.tove.get("/api/v1/people?limit=100&q=" + letters).body().path("people")) {
            String id = one.path("id").asString();
            JsonNode page = cast.tove.get("/api/v1/people/" + id).body();
            boolean isThere = page.path("accounts")
                    .valueStream()
                    .anyMatch(account -> account.path("tenant").asString().equals("Training"));
            if (!isThere
                    && page.path("accounts").size() > 0
                    && !page.path("directoryEntry").isMissingNode()) {
                return id;
            }
        }
        throw new AssertionError("nobody in the directory has an account");
    }

    @Test
    void aTemplateIsShownForSomebodyBeforeItIsKept() throws Exception {
        Answer bad = cast.tove.send(
                "POST",
                "/api/v1/messages/templates/FIRST_ACCOUNTS/sample",
                cast.tove.object("subject", "Hello {shoe size}", "body", "{doors}"));
        assertThat(bad.status()).isEqualTo(400);
        assertThat(bad.body().toString()).contains("{shoe size}", "{activation}", "subject", "body");
        Answer good = cast.tove.send(
                "POST",
                "/api/v1/messages/templates/FIRST_ACCOUNTS/sample",
                cast.tove.object("subject", "Hello {given name}", "body", "{doors}\n\n{activation}"));
        assertThat(good.text("subject")).startsWith("Hello ").doesNotContain("{");
        assertThat(good.text("body")).contains(", with ");
    }

    @Test
    void whatIsSentByHandWaitsForSomebodyAndCanBeLeftOut() throws Exception {
        JsonNode template = cast.tove.get("/api/v1/messages/templates").body().path(0);
        assertThat(write(template, false).status()).isEqualTo(204);
        try {
            String handle = Cast.unique("by.hand");
            JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
            cast.carried(draft);
            JsonNode ready = messageIn(Cast.personIn(draft), "READY");
            String id = ready.path("id").asString();
            assertThat(cast.tove
                            .send("POST", "/api/v1/messages/" + id + "/drop", null)
                            .status())
                    .isEqualTo(204);
            messageIn(Cast.personIn(draft), "DROPPED");
            assertThat(mailsTo(handle)).isZero();
        } finally {
            write(template, true);
        }
    }

    @Test
    void aMessageWithAGapIsNotSentAndSaysWhatIsMissing() throws Exception {
        JsonNode template = cast.tove.get("/api/v1/messages/templates").body().path(0);
        assertThat(write(template, false).status()).isEqualTo(204);
        try {
            String handle = Cast.unique("gap");
            JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
            cast.carried(draft);
            String person = Cast.personIn(draft);
            String id = messageIn(person, "READY").path("id").asString();
            String engagement = Cast.entry(draft, "engagement.begin")
                    .path("fields")
                    .path("id")
                    .asString();
            cast.carried(cast.put(cast.tove.draft("End"), "engagement.end", Map.of("engagement", engagement)));
            assertThat(cast.tove
                            .send("POST", "/api/v1/messages/" + id + "/send", null)
                            .status())
                    .isEqualTo(202);
            assertThat(messageIn(person, "FAILED").path("detail").asString())
                    .contains("{job}", "{unit}", "{first day}", "nothing is known to put there");
            assertThat(mailsTo(handle)).isZero();
        } finally {
            write(template, true);
        }
    }

    private static Answer write(JsonNode template, boolean isAutomatic) throws Exception {
        var input = cast.tove.object(
                "subject",
                template.path("subject").asString(),
                "body",
                template.path("body").asString());
        input.put("isAutomatic", isAutomatic);
        input.put("daysBefore", 7);
        return cast.tove.send("PUT", "/api/v1/messages/templates/FIRST_ACCOUNTS", input);
    }

    @Test
    void whoStartsLaterIsWrittenToShortlyBefore() throws Exception {
        String handle = Cast.unique("later.start");
        JsonNode draft = cast.newcomer(handle, Cast.unique("N").replace('.', '-'), "reader");
        JsonNode moved = cast.change(draft, Cast.entry(draft, "engagement.begin"), Map.of("from", "2027-03-01"));
        cast.carried(moved);
        JsonNode waiting = patiently()
                .until(
                        () -> messageOf(Cast.personIn(draft)),
                        one -> one.path("detail").asString().contains("day"));
        assertThat(waiting.path("state").asString()).isEqualTo("WAITING");
        assertThat(waiting.path("dueAt").asString()).startsWith("2027-02-22");
        assertThat(mailsTo(handle)).isZero();
    }
}
