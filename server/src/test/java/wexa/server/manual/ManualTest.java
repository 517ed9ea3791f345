package wexa.server.manual;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Newcomers;
import wexa.server.wiring.BusinessClock;

/** A tenant without an interface: its steps are tasks, its readings are lists, and nothing there counts as done before either. */
class ManualTest {
    private final Cast cast = Cast.shared();
    private final String harbour = cast.find("/api/v1/tenants", "path", "mooring-book/harbour");

    ManualTest() throws Exception {}

    /** Who looks, and does nothing else. */
    private Browserless bram() throws Exception {
        return Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
    }

    /** Somebody who is to have an account in the harbour, with a login and a right there; the job is on its way. */
    private JsonNode booker() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = Newcomers.engaged(cast.tove, Cast.unique("booker"), number, "office");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        String person = Cast.personIn(draft);
        String account = UUID.randomUUID().toString();
        JsonNode second = cast.tove.draft("Boats");
        second = cast.put(
                second, "account.open", Map.of("id", account, "person", person, "tenant", "mooring-book/harbour"));
        second = cast.put(
                second, "seat.give", Map.of("id", UUID.randomUUID().toString(), "account", account, "kind", "login"));
        second = cast.put(
                second,
                "assignment.give",
                Map.of(
                        "id",
                        UUID.randomUUID().toString(),
                        "subject",
                        "person:" + person,
                        "role",
                        "boat-booker",
                        "tenant",
                        "mooring-book/harbour"));
        Answer applied = cast.tove.apply(second);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        ObjectNode made = cast.tove.object("person", person, "job", applied.text("job"));
        return made.put(
                "handle",
                Cast.entry(draft, "person.add").path("fields").path("handle").asString());
    }

    private JsonNode tasks() throws Exception {
        return cast.tove.get("/api/v1/tenants/" + harbour + "/tasks").body();
    }

    private List<JsonNode> tasksOf(String job, int count) {
        return patiently()
                .until(
                        () -> tasks().path("tasks")
                                .valueStream()
                                .filter(task -> task.path("job").asString().equals(job))
                                .toList(),
                        found -> found.size() == count);
    }

    private Answer say(Browserless by, String what, List<JsonNode> tasks) throws Exception {
        ObjectNode body = cast.tove.object();
        ArrayNode named = body.putArray("tasks");
        tasks.forEach(task -> named.add(task.path("id").asString()));
        return by.send("POST", "/api/v1/tenants/" + harbour + "/tasks/" + what, body);
    }

    private JsonNode accountOf(String person) throws Exception {
        return cast.tove
                .get("/api/v1/people/" + person)
                .body()
                .path("accounts")
                .valueStream()
                .filter(one -> one.path("tenantId").asString().equals(harbour))
                .findFirst()
                .orElseThrow();
    }

    /** A list of all that Wexa knows there, each line as the test wants it; an empty one is left out. */
    private String list(UnaryOperator<String> line) throws Exception {
        return list("user name,active,licence", line);
    }

    private String list(String header, UnaryOperator<String> line) throws Exception {
        List<String> lines = new ArrayList<>(List.of(header));
        for (JsonNode one :
                cast.tove.get("/api/v1/tenants/" + harbour + "/accounts").body().path("accounts")) {
            if (!one.path("read").asString().equals("MISSING")
                    && !one.path("kind").asString().equals("UNKNOWN")) {
                String made = line.apply(one.path("userName").asString());
                if (!made.isEmpty()) {
                    lines.add(made);
                }
            }
        }
        return String.join("\r\n", lines) + "\r\n";
    }

    private Answer upload(Browserless by, String list, Instant at, int accounts, boolean isSure) throws Exception {
        String path = "/api/v1/tenants/" + harbour + "/lists?accounts=" + accounts + "&isSure=" + isSure + "&at="
                + URLEncoder.encode(at.toString(), StandardCharsets.UTF_8);
        return by.sendText("POST", path, list, "Content-Type", "text/csv");
    }

    private static int rows(String list) {
        return (int) list.lines().count() - 1;
    }

    private Instant now() {
        return cast.bean(BusinessClock.class).now();
    }

    private JsonNode removal(String person) throws Exception {
        return cast.tove
                .get("/api/v1/people/" + person + "/removal")
                .body()
                .path("tenants")
                .valueStream()
                .filter(one -> one.path("tenant").asString().equals(harbour))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void stepsAreTasksUntilSomebodyConfirmsThem() throws Exception {
        JsonNode made = booker();
        List<JsonNode> tasks = tasksOf(made.path("job").asString(), 2);
        assertThat(tasks.getFirst().path("text").asString()).startsWith("open account");
        assertThat(tasks.getFirst().path("values").toString())
                .contains("User name", "Booker")
                .contains(made.path("handle").asString());
        assertThat(tasks.getLast().path("values").toString()).contains("Seat", "Login");
        assertThat(tasks.getFirst().path("assignee").path("name").asString()).isEqualTo("Jonah Petrel");
        assertThat(tasks.getFirst().path("isOverdue").asBoolean()).isFalse();
        JsonNode job =
                cast.tove.get("/api/v1/jobs/" + made.path("job").asString()).body();
        assertThat(job.path("state").asString()).isEqualTo("RUNNING");
        assertThat(job.path("byHand").asInt()).isEqualTo(2);
        assertThat(accountOf(made.path("person").asString()).path("square").asString())
                .isEqualTo("MISSING");

        Answer early = say(cast.tove, "confirmation", List.of(tasks.getLast()));
        assertThat(early.text("code")).isEqualTo("task.too-early");
        assertThat(say(cast.tove, "confirmation", tasks).status()).isEqualTo(204);

        JsonNode done = cast.finished(made.path("job").asString());
        assertThat(done.path("state").asString()).isEqualTo("DONE");
        assertThat(done.toString()).contains("confirmed by hand by tove on");
        assertThat(accountOf(made.path("person").asString()).path("square").asString())
                .isEqualTo("SAME");
        assertThat(say(cast.tove, "confirmation", tasks).text("code")).isEqualTo("task.gone");
    }

    @Test
    void whatCannotBeDoneIsRefusedWithTheReasonAndCanBeTriedAgain() throws Exception {
        JsonNode made = booker();
        String job = made.path("job").asString();
        List<JsonNode> tasks = tasksOf(job, 2);
        ObjectNode body = cast.tove.object("reason", "the office is shut");
        ArrayNode named = body.putArray("tasks");
        tasks.forEach(task -> named.add(task.path("id").asString()));

        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + harbour + "/tasks/return", body)
                        .status())
                .isEqualTo(204);

        JsonNode refused = cast.tove.get("/api/v1/jobs/" + job).body();
        assertThat(refused.path("refused").asInt()).isEqualTo(2);
        assertThat(refused.toString()).contains("cannot be done by hand: the office is shut (tove)");
        for (JsonNode task : tasks) {
            cast.tove.send("POST", "/api/v1/jobs/steps/" + task.path("id").asString() + "/again", cast.tove.object());
        }
        assertThat(say(cast.tove, "confirmation", tasksOf(job, 2)).status()).isEqualTo(204);
    }

    @Test
    void aLaterChangeStandsInPlaceOfATaskThatWaits() throws Exception {
        JsonNode made = booker();
        tasksOf(made.path("job").asString(), 2);
        JsonNode account = accountOf(made.path("person").asString());
        Answer applied = cast.tove.apply(cast.put(
                cast.tove.draft("No boats after all"),
                "account.close",
                Map.of("account", account.path("id").asString())));
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);

        JsonNode first = cast.finished(made.path("job").asString());

        assertThat(first.path("superseded").asInt()).as("%s", first).isEqualTo(2);
    }

    @Test
    void aLeaverIsNotDoneWhileTheTaskWaitsAndWhoConfirmedItIsTold() throws Exception {
        JsonNode made = booker();
        String person = made.path("person").asString();
        say(cast.tove, "confirmation", tasksOf(made.path("job").asString(), 2));
        Answer closed = cast.tove.send(
                "POST",
                "/api/v1/people/" + person + "/sign-in/close",
                cast.tove.object("reason", "keys were taken", "ticket", ""));
        assertThat(closed.status()).as("%s", closed.body()).isEqualTo(200);
        List<JsonNode> urgent = patiently()
                .until(
                        () -> tasks().path("tasks")
                                .valueStream()
                                .filter(task -> task.path("urgent").asBoolean()
                                        && task.path("text")
                                                .asString()
                                                .contains(made.path("handle").asString()))
                                .toList(),
                        found -> !found.isEmpty());
        assertThat(urgent.getFirst().path("isOverdue").asBoolean()).isTrue();
        assertThat(urgent.getFirst().path("values").toString()).contains("Sign-in", "block");
        assertThat(way(person)).isEqualTo("BY_HAND");
        JsonNode account = accountOf(person);
        cast.tove.apply(cast.put(
                cast.tove.draft("Leaves"),
                "account.close",
                Map.of("account", account.path("id").asString())));
        assertThat(removal(person).path("left").asString()).isEqualTo("STILL_THERE");

        confirmAllOf(made.path("handle").asString());

        assertThat(way(person)).isEqualTo("CLOSED");
        assertThat(removal(person).path("left").asString()).isEqualTo("CONFIRMED_BY_HAND");
        assertThat(removal(person).path("text").asString()).contains("tove");

        String list = list(name -> name.contains(made.path("handle").asString()) ? name + ",no," : name + ",yes,Login");
        Answer read = upload(cast.tove, list, now(), rows(list), false);
        assertThat(read.status()).as("%s", read.body()).isEqualTo(200);
        assertThat(removal(person).path("left").asString()).isEqualTo("CONFIRMED");
    }

    private void confirmAllOf(String handle) throws Exception {
        patiently().until(() -> {
            List<JsonNode> theirs = tasks().path("tasks")
                    .valueStream()
                    .filter(task -> task.path("text").asString().contains(handle))
                    .toList();
            if (!theirs.isEmpty()) {
                say(cast.tove, "confirmation", theirs);
            }
            return theirs.isEmpty();
        });
    }

    private String way(String person) throws Exception {
        return cast.tove
                .get("/api/v1/people/" + person + "/sign-in")
                .body()
                .path("ways")
                .valueStream()
                .filter(one -> one.path("tenant").asString().equals(harbour))
                .map(one -> one.path("way").asString())
                .findFirst()
                .orElse("");
    }

    @Test
    void aListShowsTasksToBeDoneAndWhatIsOtherwise() throws Exception {
        JsonNode made = booker();
        String job = made.path("job").asString();
        tasksOf(job, 2);
        String account = made.path("handle").asString() + "@skerrow.example";
        String silent = list(name -> name + ",yes,Login") + account + ",yes,Login\r\nboat.kiosk,yes,\r\n";

        Answer first = upload(cast.tove, silent, now(), rows(silent), false);

        assertThat(first.status()).as("%s", first.body()).isEqualTo(200);
        assertThat(first.body().path("unknown").asInt()).isOne();
        assertThat(first.body().path("missing").toString()).contains("rights");
        // the account and its seat are there; whether it has the right, this list does not say
        assertThat(tasksOf(job, 1).getFirst().path("values").toString()).contains("Add rights", "Booker");

        String header = "user name,active,licence,rights";
        String list = list(header, name -> name + ",yes,Login," + right(name)) + "boat.kiosk,yes,,\r\n";
        Answer read = upload(cast.tove, list, now(), rows(list), false);

        assertThat(read.status()).as("%s", read.body()).isEqualTo(200);
        JsonNode done = cast.finished(job);
        assertThat(done.path("state").asString()).isEqualTo("DONE");
        assertThat(done.toString()).contains("seen in the list of");
        JsonNode log = cast.tove.get("/api/v1/log?limit=20").body();
        assertThat(log.toString()).contains("read tenant mooring-book/harbour from a list of", "SHA-256");
        // whoever exports once more has to say when
        assertThat(upload(cast.tove, list, now().minus(Duration.ofDays(1)), rows(list), false)
                        .body()
                        .toString())
                .contains("list.older");
        String without = list(name -> name + ",yes,Login");
        assertThat(upload(cast.tove, without, now(), rows(without), false).status())
                .isEqualTo(200);
    }

    /** What the demo's people have there. */
    private static String right(String userName) {
        return userName.startsWith("emergency") ? "" : userName.startsWith("perrin") ? "Clerk" : "Booker";
    }

    @Test
    void aListThatIsNotWholeOrOfAnotherTenantChangesNothing() throws Exception {
        String list = list(name -> name + ",yes,Login");
        JsonNode before = cast.tove.get("/api/v1/tenants/" + harbour).body().path("tenant");
        assertThat(upload(cast.tove, list, now(), rows(list) + 1, false).body().toString())
                .contains("list.count", "it is not complete");
        assertThat(upload(cast.tove, list + "half,yes", now(), rows(list) + 1, false)
                        .body()
                        .toString())
                .contains("list.faults", "more or fewer cells");
        assertThat(upload(cast.tove, list, now().plus(Duration.ofHours(1)), rows(list), false)
                        .body()
                        .toString())
                .contains("list.future");
        assertThat(upload(cast.tove, "name\r\nIda\r\n", now(), 1, false).body().toString())
                .contains("“user name”");
        String other = "user name,active\r\none,yes\r\ntwo,yes\r\n";
        assertThat(upload(cast.tove, other, now(), 2, false).body().toString()).contains("list.doubtful");
        String named = "user name,tenant\r\none,Pelagia North\r\n";
        assertThat(upload(cast.tove, named, now(), 1, true).body().toString())
                .contains("it is of another tenant, “Pelagia North”");
        assertThat(upload(bram(), list, now(), rows(list), false).status()).isEqualTo(403);
        assertThat(cast.tove
                        .get("/api/v1/tenants/" + harbour)
                        .body()
                        .path("tenant")
                        .path("readAt"))
                .isEqualTo(before.path("readAt"));
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + harbour + "/readings", cast.tove.object())
                        .text("code"))
                .isEqualTo("tenant.manual");
        assertThat(cast.tove
                        .send(
                                "PUT",
                                "/api/v1/tenants/" + harbour + "/connection",
                                cast.tove.object("address", "http://127.0.0.1:1/", "token", "t"))
                        .text("code"))
                .isEqualTo("tenant.manual");
    }

    @Test
    void anotherIsSetUpByHandAndItsWorkIsGivenToSomebody() throws Exception {
        String name = Cast.unique("key").replace('.', '-');
        ObjectNode wanted = cast.tove.object("app", name, "appName", "Key box", "key", "gate", "name", "Gate");
        wanted.put("environment", "LIVE").put("userNames", "HANDLE");
        wanted.putArray("looks").add("See who has which key");
        wanted.putArray("works").add("Take a key").add("Bring a key back");
        wanted.putArray("decisions");
        wanted.putArray("seats");
        ObjectNode work = wanted.putObject("work");
        work.put("instructions", "The box stands behind the gate.").put("hours", 8);

        Answer made = cast.tove.send("POST", "/api/v1/tenants/manual", wanted);

        assertThat(made.status()).as("%s", made.body()).isEqualTo(201);
        JsonNode page = cast.tove.get("/api/v1/tenants/" + made.text("id")).body();
        assertThat(page.path("tenant").path("isManual").asBoolean()).isTrue();
        assertThat(page.path("tenant").path("reading").asString()).isEqualTo("NEVER");
        assertThat(cast.tove.get("/api/v1/desk").body().toString())
                .contains("needs a new list of accounts", "There has been none yet");
        ObjectNode twice = wanted.deepCopy();
        twice.put("app", name + "-2");
        twice.putArray("works").add("Take a key").add("take a key!");
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/manual", twice)
                        .body()
                        .toString())
                .contains("manual.label-twice");
        assertThat(bram().send("POST", "/api/v1/tenants/manual", wanted).status())
                .isEqualTo(403);
        String left = cast.tove
                .get("/api/v1/people?q=linnet.hargreave")
                .body()
                .path("people")
                .path(0)
                .path("id")
                .asString();
        work.put("assignee", left);
        assertThat(cast.tove
                        .send("PUT", "/api/v1/tenants/" + made.text("id") + "/work", work)
                        .body()
                        .toString())
                .contains("task.not-here");
    }
}
