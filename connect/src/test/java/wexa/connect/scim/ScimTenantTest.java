package wexa.connect.scim;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.authzen.Evaluations;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;
import wexa.core.model.Capability;
import wexa.core.model.Sort;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.StandIns;

/** The SCIM client against a stand-in tenant over real HTTP. */
class ScimTenantTest {
    private static final Set<Capability> ALL = Set.of(Capability.values());

    @TempDir
    Path folder;

    private StandIns standIns;
    private String token;

    @BeforeEach
    void start() throws Exception {
        ScenarioFiles.write(folder);
        standIns = open();
        String tenants = Files.readString(folder.resolve("tenants.json"));
        int north = tenants.indexOf("pelagia-north");
        token = tenants.substring(
                tenants.indexOf("demo-token", north), tenants.indexOf('"', tenants.indexOf("demo-token", north)));
    }

    private StandIns open() throws Exception {
        Clock clock = Clock.fixed(Instant.parse("2026-11-23T08:00:00Z"), ZoneOffset.UTC);
        return new StandIns(folder, folder.resolve("state"), 0, 0, clock);
    }

    @AfterEach
    void stop() throws Exception {
        standIns.close();
    }

    private Exchange exchange(String path, String bearer, Duration limit) {
        URI base = URI.create("http://127.0.0.1:" + standIns.port() + "/pelagia-north/" + path);
        return new Exchange(HttpClient.newHttpClient(), base, () -> bearer, limit, Clock.systemUTC());
    }

    private ScimTenant tenant() {
        return tenant(Duration.ofSeconds(30));
    }

    private ScimTenant tenant(Duration limit) {
        return new ScimTenant(exchange("scim/v2/", token, limit));
    }

    private static <T> T done(Outcome<T> outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Done.class);
        return ((Outcome.Done<T>) outcome).value();
    }

    private void fault(String kind, int times, int millis) throws Exception {
        String body = "{\"kind\":\"" + kind + "\",\"times\":" + times + ",\"millis\":" + millis + "}";
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/pelagia-north/faults"))
                .PUT(HttpRequest.BodyPublishers.ofString(body))
                .build();
        HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.discarding());
    }

    private static AccountState account(String userName) {
        return new AccountState(
                userName,
                "Odile",
                "Marrick",
                Optional.of("odile.marrick@skerrow.example"),
                Optional.empty(),
                TenantObject.Activity.OPEN,
                Set.of("keeper"),
                Map.of());
    }

    private static ObjectKey key(ObjectKey.Type type) {
        return new ObjectKey(type, UUID.randomUUID());
    }

    @Test
    void discoversWhatTheTenantAnnounces() {
        Set<Capability> found = done(tenant().discover()).capabilities();
        assertThat(found).contains(Capability.SEATS, Capability.ROLES, Capability.ASSIGNMENTS, Capability.GROUPS);
        assertThat(found).contains(Capability.PASSWORDS, Capability.LIVE_RIGHTS);
    }

    @Test
    void discoversWhatCanBeDoneThereWithSeatsAndAreas() {
        Announced announced = done(tenant().discover());
        assertThat(announced.catalogue().app()).contains(Key.of("pelagia"));
        assertThat(announced.catalogue().resourceTypes()).anySatisfy(type -> {
            assertThat(type.name()).isEqualTo("Animals");
            assertThat(type.actions()).anyMatch(action -> action.sort() == Sort.LOOK);
        });
        assertThat(announced.pools()).containsEntry(Key.of("keeper"), 120);
        assertThat(announced.areas()).anySatisfy(area -> {
            assertThat(area.key()).isEqualTo(Key.of("lagoon-hall"));
            assertThat(area.parent()).contains(Key.of("north-pier"));
        });
        assertThat(announced.accounts()).isGreaterThan(90);
    }

    @Test
    void anAccountThatWasThereBecomesOursAndKeepsItsNameAndSeats() {
        ScimTenant tenant = tenant();
        Gathered read = done(Gathered.read(tenant, ALL, new Links()));
        Observation before = read.observation();
        Observation.UnlinkedObject stranger = before.strangers().get(0);
        ObjectKey key = key(ObjectKey.Type.ACCOUNT);
        Links links = read.links();
        Observation.Seen seen =
                done(tenant.link(key, stranger.remoteId(), links)).orElseThrow();
        assertThat(seen.state()).isEqualTo(stranger.state());
        Gathered again = done(Gathered.read(tenant, ALL, links));
        Observation after = again.observation();
        assertThat(after.find(key)).contains(new Observation.Seen(stranger.remoteId(), stranger.state()));
        assertThat(after.strangers()).hasSize(before.strangers().size() - 1);
        assertThat(after.objects()).hasSize(before.objects().size() + 1).containsAllEntriesOf(before.objects());
        assertThat(tenant.link(key, "nobody", again.links())).isInstanceOf(Outcome.Refused.class);
        assertThat(done(tenant.setPassword(key, "seven grey seals", links))).isTrue();
        assertThat(tenant.setPassword(key(ObjectKey.Type.ACCOUNT), "seven grey seals", links))
                .isInstanceOf(Outcome.Refused.class);
    }

    @Test
    void readsEveryPageAndTellsStrangersFromLinkedObjects() {
        Observation observed = done(Gathered.read(tenant(), ALL, new Links())).observation();
        assertThat(observed.objects().keySet().stream().filter(key -> key.type() == ObjectKey.Type.ACCOUNT))
                .hasSizeGreaterThan(90);
        assertThat(observed.strangers()).hasSize(3);
    }

    @Test
    void carriesANewcomerFromAccountToAssignmentAndTheTenantThenSaysYes() {
        ScimTenant tenant = tenant();
        Links links = done(Gathered.read(tenant, ALL, new Links())).links();
        ObjectKey login = key(ObjectKey.Type.ACCOUNT);
        ObjectKey group = key(ObjectKey.Type.GROUP);
        ObjectKey role = key(ObjectKey.Type.ROLE);
        ObjectKey assignment = key(ObjectKey.Type.ASSIGNMENT);
        AccountState account = account("odile.marrick@skerrow.example");
        GroupState members = new GroupState("Newcomers", Set.of(login.toString()));
        RoleState contents = new RoleState("Recorder", Set.of("pelagia:water-reading:record"));
        AssignmentState given =
                new AssignmentState(group.toString(), role.toString(), Optional.of("lagoon-hall"), Optional.empty());
        done(tenant.carry(Step.whole(Step.Verb.CREATE, login, Optional.of(account)), links));
        done(tenant.carry(Step.whole(Step.Verb.CREATE, group, Optional.of(members)), links));
        done(tenant.carry(Step.whole(Step.Verb.CREATE, role, Optional.of(contents)), links));
        done(tenant.carry(Step.whole(Step.Verb.SEAT, login, Optional.of(account)), links));
        done(tenant.carry(Step.whole(Step.Verb.CREATE, assignment, Optional.of(given)), links));
        assertThat(done(tenant.find(login, links)).orElseThrow().state()).isEqualTo(account);
        assertThat(done(tenant.find(group, links)).orElseThrow().state()).isEqualTo(members);
        assertThat(done(tenant.find(assignment, links)).orElseThrow().state()).isEqualTo(given);
        Evaluations evaluations = new Evaluations(exchange("", token, Duration.ofSeconds(30)));
        Permission record = Permission.of("pelagia:water-reading:record");
        List<Evaluations.Answer> answers = done(evaluations.ask(
                "odile.marrick@skerrow.example",
                List.of(
                        new Evaluations.Question(record, Optional.of("lagoon-row-a")),
                        new Evaluations.Question(record, Optional.of("kelp-hall")))));
        assertThat(answers).extracting(Evaluations.Answer::permitted).containsExactly(true, false);
        done(tenant.carry(Step.whole(Step.Verb.REMOVE, assignment, Optional.empty()), links));
        assertThat(done(tenant.find(assignment, links))).isEmpty();
    }

    @Test
    void creatingTwiceAdoptsWhatCarriesOurIdAndRefusesWhatDoesNot() {
        ScimTenant tenant = tenant();
        Links links = new Links();
        Step create = Step.whole(Step.Verb.CREATE, key(ObjectKey.Type.ACCOUNT), Optional.of(account("odile")));
        String first = done(tenant.carry(create, links)).orElseThrow().remoteId();
        assertThat(done(tenant.carry(create, links)).orElseThrow().remoteId()).isEqualTo(first);
        Step rival = Step.whole(Step.Verb.CREATE, key(ObjectKey.Type.ACCOUNT), Optional.of(account("ODILE")));
        Outcome<?> clash = tenant.carry(rival, links);
        assertThat(clash).isInstanceOf(Outcome.Refused.class);
        assertThat(((Outcome.Refused<?>) clash).detail()).contains("ODILE is taken");
    }

    @Test
    void whatWasCutAfterTheWorkWasDoneIsUnknownAndFoundByOurId() throws Exception {
        ScimTenant tenant = tenant();
        Step create = Step.whole(Step.Verb.CREATE, key(ObjectKey.Type.ACCOUNT), Optional.of(account("odile")));
        fault("CUT", 1, 0);
        assertThat(tenant.carry(create, new Links())).isInstanceOf(Outcome.Unknown.class);
        assertThat(done(tenant.find(create.object(), new Links()))).isPresent();
    }

    @Test
    void downLimitedSlowAndForbiddenAreToldApart() throws Exception {
        ScimTenant tenant = tenant();
        Step create = Step.whole(Step.Verb.CREATE, key(ObjectKey.Type.ACCOUNT), Optional.of(account("odile")));
        fault("UNAVAILABLE", 1, 0);
        assertThat(tenant.carry(create, new Links())).isInstanceOf(Outcome.TryLater.class);
        fault("LIMITED", 1, 0);
        Outcome<?> limited = tenant.carry(create, new Links());
        assertThat(limited).isInstanceOf(Outcome.TryLater.class);
        assertThat(((Outcome.TryLater<?>) limited).after()).isEqualTo(Duration.ofSeconds(1));
        fault("SLOW", 1, 3_000);
        assertThat(tenant(Duration.ofSeconds(1)).carry(create, new Links())).isInstanceOf(Outcome.Unknown.class);
        ScimTenant stranger = new ScimTenant(exchange("scim/v2/", "wrong", Duration.ofSeconds(30)));
        assertThat(((Outcome.Refused<?>) stranger.discover()).status()).isEqualTo(401);
    }

    @Test
    void aTenantThatIsNotThereIsTriedLater() throws Exception {
        Exchange nowhere = new Exchange(
                HttpClient.newHttpClient(),
                URI.create("http://127.0.0.1:1/scim/v2/"),
                () -> "t",
                Duration.ofSeconds(1),
                Clock.systemUTC());
        assertThat(new ScimTenant(nowhere).discover()).isInstanceOf(Outcome.TryLater.class);
    }

    @Test
    void aStandInKeepsItsStateOverARestart() throws Exception {
        Step create = Step.whole(Step.Verb.CREATE, key(ObjectKey.Type.ACCOUNT), Optional.of(account("odile")));
        done(tenant().carry(create, new Links()));
        standIns.close();
        standIns = open();
        assertThat(done(tenant().find(create.object(), new Links()))).isPresent();
    }
}
