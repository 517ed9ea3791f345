package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.governance.Reach;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.server.inbound.Services;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;
import wexa.server.testing.Newcomers;
import wexa.server.testing.Unpacked;
import wexa.server.wiring.BusinessClock;

/** Somebody leaves over HTTP: what they hold, the draft that ends it, and the evidence that nothing is left. */
class LeavingTest {
    private final Cast cast = Cast.shared();

    LeavingTest() throws Exception {}

    private String newcomer() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode draft = cast.newcomer(Cast.unique("leaves"), number, "keeper");
        cast.carried(draft);
        return Cast.personIn(draft);
    }

    private JsonNode leaving(String person, Map<String, String> wanted) throws Exception {
        ObjectNode body = cast.tove.object();
        body.putArray("ending");
        body.putObject("successors");
        wanted.forEach(body::put);
        Answer answer = cast.tove.send("POST", "/api/v1/people/" + person + "/leaving", body);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    private static Set<String> warnings(JsonNode plan) {
        return plan.path("warnings")
                .valueStream()
                .map(one -> one.path("code").asString())
                .collect(Collectors.toSet());
    }

    private JsonNode removal(Browserless as, String person) throws Exception {
        return as.get("/api/v1/people/" + person + "/removal").body();
    }

    private JsonNode draftOf(JsonNode plan) throws Exception {
        JsonNode draft = cast.tove.draft("Leaves");
        for (JsonNode holding : plan.path("holdings")) {
            if (holding.path("change").isObject()) {
                Map<String, String> fields = new HashMap<>();
                holding.path("change")
                        .path("fields")
                        .properties()
                        .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
                draft = cast.put(draft, holding.path("change").path("form").asString(), fields);
            }
        }
        return draft;
    }

    @Test
    void theEvidenceIsCompleteOnceAllHasEndedAndTheTenantWasReadAgain() throws Exception {
        String person = newcomer();
        String south = cast.find("/api/v1/tenants", "path", "pelagia/south");
        cast.carried(cast.put(
                cast.tove.draft("South too"),
                "account.open",
                Map.of("id", UUID.randomUUID().toString(), "person", person, "tenant", south)));
        Browserless inSouth = Lookers.looker(cast, List.of("pelagia/south"), List.of());
        JsonNode plan = leaving(person, Map.of());
        assertThat(plan.path("holdings")
                        .valueStream()
                        .map(one -> one.path("what").asString()))
                .contains("ACCOUNT", "ROLE", "SEAT", "ENGAGEMENT");
        assertThat(removal(cast.tove, person)
                        .path("tenants")
                        .path(0)
                        .path("left")
                        .asString())
                .isEqualTo("OPEN");

        JsonNode draft = draftOf(plan);
        assertThat(cast.carried(draft).path("state").asString()).isEqualTo("DONE");
        assertThat(leaving(person, Map.of()).path("holdings")).isEmpty();
        for (String path : List.of("pelagia/north", "pelagia/south")) {
            String tenant = cast.find("/api/v1/tenants", "path", path);
            cast.tove.send("POST", "/api/v1/tenants/" + tenant + "/readings", cast.tove.object());
        }
        JsonNode evidence = removal(cast.tove, person);
        assertThat(evidence.path("tenants")
                        .valueStream()
                        .map(one -> one.path("left").asString()))
                .as("%s", evidence)
                .containsExactly("CONFIRMED", "CONFIRMED");
        assertThat(evidence.path("isComplete").asBoolean()).isTrue();
        JsonNode asked = questions(person);
        assertThat(asked.path("tenants").path(0).path("text").asString())
                .matches(".*asked about \\d+ of \\d+ things they could do there: all denied");
        assertThat(asked.path("isComplete").asBoolean()).isTrue();

        Map<String, String> handedOver = Unpacked.of(cast.tove
                .bytes("POST", "/api/v1/people/" + person + "/removal/export")
                .body());
        assertThat(handedOver.get("report.csv"))
                .contains(
                        "end engagement of",
                        "found,",
                        "confirmed: account inactive or gone",
                        "0 still held in Wexa,complete");
        assertThat(handedOver.get("report.csv").lines().filter(line -> line.startsWith("sent,")))
                .anyMatch(line -> line.contains("Pelagia North") && line.contains("done: "))
                .anyMatch(line -> line.contains("Pelagia South") && line.contains("done: "));
        assertThat(handedOver.get("cover.txt")).contains("Report: Removal of");
        String partlyHandedOver = Unpacked.of(inSouth.bytes("POST", "/api/v1/people/" + person + "/removal/export")
                        .body())
                .get("report.csv");
        assertThat(partlyHandedOver)
                .contains("Pelagia South", "not complete")
                .doesNotContain("Pelagia North", "end engagement of");

        // whoever does not see the tenant is not told that nothing is left there
        JsonNode partly = removal(inSouth, person);
        assertThat(partly.path("tenants")).as("%s", partly).hasSize(1);
        assertThat(partly.path("hidden").asInt()).as("%s", partly).isEqualTo(1);
        assertThat(partly.path("isComplete").asBoolean()).isFalse();
    }

    private JsonNode questions(String person) throws Exception {
        Answer answer = cast.tove.send("POST", "/api/v1/people/" + person + "/removal/questions", cast.tove.object());
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    /** Somebody opened the account again in the tenant, and no reading has shown it: the tenant's own answer does. */
    @Test
    void whatATenantStillAllowsIsStillThere() throws Exception {
        String person = newcomer();
        String userName = cast.tove
                .get("/api/v1/people/" + person + "/sign-in")
                .body()
                .path("ways")
                .path(0)
                .path("userName")
                .asString();
        String user = inTenant("Users?filter=userName%20eq%20%22" + userName + "%22")
                .path("Resources")
                .path(0)
                .path("id")
                .asString();
        String asItWas = inTenant("Users/" + user).toString();
        ObjectNode held = (ObjectNode) inTenant("Assignments?count=5000")
                .path("Resources")
                .valueStream()
                .filter(one -> one.path("subject").path("value").asString().equals(user))
                .findFirst()
                .orElseThrow();
        // they could do something a second before they were out
        Instant given = cast.bean(BusinessClock.class).now();
        patiently().until(() -> cast.bean(BusinessClock.class).now(), now -> now.isAfter(given.plusSeconds(2)));
        assertThat(cast.carried(draftOf(leaving(person, Map.of())))
                        .path("state")
                        .asString())
                .isEqualTo("DONE");
        assertThat(questions(person).path("tenants").path(0).path("text").asString())
                .contains("all denied");

        held.remove(List.of("id", "meta", "externalId"));
        assertThat(cast.stage
                        .tenant("pelagia-north", "POST", "Assignments", held.toString())
                        .statusCode())
                .isEqualTo(201);
        assertThat(cast.stage
                        .tenant("pelagia-north", "PUT", "Users/" + user, asItWas)
                        .statusCode())
                .isEqualTo(200);
        JsonNode evidence = questions(person);
        JsonNode left = evidence.path("tenants").path(0);
        assertThat(left.path("left").asString()).as("%s", left).isEqualTo("STILL_THERE");
        assertThat(left.path("text").asString()).contains("the tenant still allows");
        assertThat(evidence.path("isComplete").asBoolean()).isFalse();
    }

    private JsonNode inTenant(String path) throws Exception {
        return new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body());
    }

    /** All that was prepared is cancelled, and the names stay theirs. */
    @Test
    void whoWillNotStartKeepsNothingButTheName() throws Exception {
        String handle = Cast.unique("nostart");
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode coming = cast.newcomer(handle, number, "keeper");
        coming = cast.change(coming, Cast.entry(coming, "engagement.begin"), Map.of("from", "2027-05-03"));
        assertThat(cast.tove.apply(coming).status()).isEqualTo(200);
        String person = Cast.personIn(coming);
        JsonNode plan = leaving(person, Map.of());
        assertThat(plan.path("person").path("standing").asString()).isEqualTo("EXPECTED");
        assertThat(plan.path("holdings")
                        .valueStream()
                        .filter(one -> one.path("what").asString().equals("ENGAGEMENT"))
                        .map(one -> one.path("fate").asString()))
                .containsExactly("CANCELLED");

        assertThat(cast.tove.apply(draftOf(plan)).status()).isEqualTo(200);
        JsonNode after = leaving(person, Map.of());
        assertThat(after.path("person").path("standing").asString()).isEqualTo("LEFT");
        assertThat(after.path("holdings")).isEmpty();
        JsonNode another = Newcomers.engaged(
                cast.tove,
                handle,
                Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000)),
                "lagoon-hall");
        assertThat(Cast.entry(another, "person.add").path("findings"))
                .anyMatch(one -> one.path("code").asString().equals("person.handle-taken"));
    }

    @Test
    void aSuccessorWhoIsGoneByThenIsNamed() throws Exception {
        String person = newcomer();
        JsonNode leaver = cast.tove
                .get("/api/v1/people/table?standing=HERE&ends=WEEK")
                .body()
                .path("rows")
                .path(0);
        String successor = leaver.path("id").asString();
        String until = leaver.path("until").asString();
        assertThat(warnings(leaving(person, Map.of("successor", successor))))
                .doesNotContain("leaving.successor-leaves");
        assertThat(warnings(leaving(person, Map.of("successor", successor, "at", until))))
                .contains("leaving.successor-leaves");
    }

    /** Neither of the two who may manage administrators is the last one alone; together they are. */
    @Test
    void thoseWithoutWhomNobodyManagesAdministratorsDoNotLeaveTogether() {
        Snapshot snapshot = cast.bean(SnapshotStore.class).current();
        Instant now = cast.bean(BusinessClock.class).now();
        List<Person> people = snapshot.model().people().stream().limit(3).toList();
        Administrators administrators = Mockito.mock(Administrators.class);
        Mockito.when(administrators.all())
                .thenReturn(List.of(
                        known(people.get(0), Act.GOVERN),
                        known(people.get(1), Act.GOVERN),
                        known(people.get(2), Act.APPLY)));
        LeavingGuards guards = new LeavingGuards(administrators, Mockito.mock(Services.class), Clock.systemUTC());
        Actor actor = Mockito.mock(Actor.class);
        Mockito.when(actor.person()).thenReturn(Optional.of(people.get(2).id()));
        assertThat(guards.blocking(actor, snapshot, people.subList(0, 1), now)).isEmpty();
        assertThat(guards.blocking(actor, snapshot, people.subList(1, 2), now)).isEmpty();
        assertThat(guards.blocking(actor, snapshot, people, now).keySet())
                .containsExactlyInAnyOrderElementsOf(
                        people.stream().map(Person::id).toList());
    }

    @Test
    void whoeverAnswersForAKeyThatAProgramUsesIsHeldUntilSomebodyElseDoes() {
        Person owner = cast.bean(SnapshotStore.class).current().model().people().stream()
                .findFirst()
                .orElseThrow();
        Administrators administrators = Mockito.mock(Administrators.class);
        Person governing = cast.bean(SnapshotStore.class).current().model().people().stream()
                .skip(1)
                .findFirst()
                .orElseThrow();
        Mockito.when(administrators.all()).thenReturn(List.of(known(owner, Act.APPLY), known(governing, Act.GOVERN)));
        Services services = Mockito.mock(Services.class);
        Instant now = Instant.parse("2026-11-23T08:00:00Z");
        Services.Key used = new Services.Key(
                "personnel", owner.handle().text(), now.plusSeconds(9), Optional.of(now.minusSeconds(60)));
        Services.Key idle = new Services.Key("old import", owner.handle().text(), now.plusSeconds(9), Optional.empty());
        Services.Key others = new Services.Key("rota", "somebody.else", now.plusSeconds(9), Optional.of(now));
        Mockito.when(services.keys()).thenReturn(List.of(idle, used, others));
        LeavingGuards guards = new LeavingGuards(administrators, services, Clock.fixed(now, ZoneOffset.UTC));
        Actor actor = Mockito.mock(Actor.class);
        Mockito.when(actor.person()).thenReturn(Optional.empty());

        assertThat(guards.blocking(
                                actor,
                                cast.bean(SnapshotStore.class).current(),
                                List.of(owner),
                                cast.bean(BusinessClock.class).now())
                        .get(owner.id())
                        .title())
                .contains("“personnel”");
        assertThat(guards.unused(owner))
                .extracting(LeavingViews.WarningView::title)
                .containsExactly("They answer for the key of “old import”");
        Mockito.when(services.keys()).thenReturn(List.of(idle, others));
        assertThat(guards.blocking(
                        actor,
                        cast.bean(SnapshotStore.class).current(),
                        List.of(owner),
                        cast.bean(BusinessClock.class).now()))
                .isEmpty();
    }

    private static Administrators.Known known(Person person, Act act) {
        return new Administrators.Known(
                UUID.randomUUID(),
                person.handle().text(),
                person.name(),
                Set.of(act),
                Reach.EVERYWHERE,
                false,
                Optional.of(person.id().value()),
                Optional.empty(),
                Optional.empty(),
                false);
    }
}
