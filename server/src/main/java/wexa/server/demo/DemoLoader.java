package wexa.server.demo;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.core.manual.AccountList;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.server.connections.Connections;
import wexa.server.connections.ManualTenants;
import wexa.server.log.Log;
import wexa.server.manual.ListReader;
import wexa.server.rights.Act;
import wexa.server.rights.Administrators;
import wexa.server.secrets.SharedSecrets;
import wexa.server.signals.SecurityEvents;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Fills an empty installation: the scenario's model as changeset 1, three administrators, connections to the stand-ins.
 * Does nothing where no scenario is named. That is asked at start and not by a profile, because which beans there are
 * is settled when the server is built.
 */
@Component
@Order(0)
class DemoLoader implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

    /** Tenants that take security events. */
    private static final Set<String> TOLD = Set.of("pelagia-north", "pelagia-south");

    private final SourceSettings settings;
    private final SnapshotStore snapshots;
    private final Administrators administrators;
    private final Connections connections;
    private final ManualTenants manualTenants;
    private final ListReader lists;
    private final SharedSecrets secrets;
    private final SecurityEvents events;
    private final StoredForms forms;
    private final Log log;
    private final TransactionTemplate transactions;
    private final BusinessClock clock;
    private final Ids ids;
    private final JsonMapper json;

    /** Where the scenario's source files are, and where the stand-ins answer. */
    @ConfigurationProperties("wexa.demo")
    record SourceSettings(@Nullable Path source, @Nullable String standIns) {}

    DemoLoader(
            SourceSettings settings,
            SnapshotStore snapshots,
            Administrators administrators,
            Connections connections,
            ManualTenants manualTenants,
            ListReader lists,
            SharedSecrets secrets,
            SecurityEvents events,
            StoredForms forms,
            Log log,
            TransactionTemplate transactions,
            BusinessClock clock,
            Ids ids,
            JsonMapper json) {
        this.settings = settings;
        this.snapshots = snapshots;
        this.administrators = administrators;
        this.connections = connections;
        this.manualTenants = manualTenants;
        this.lists = lists;
        this.secrets = secrets;
        this.events = events;
        this.forms = forms;
        this.log = log;
        this.transactions = transactions;
        this.clock = clock;
        this.ids = ids;
        this.json = json;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        Path source = settings.source();
        if (source == null) {
            return;
        }
        boolean isFirst = snapshots.isEmpty();
        if (isFirst) {
            List<Fact> facts = forms.readModel(Files.readString(source.resolve("model.json")));
            transactions.executeWithoutResult(status -> fill(facts));
            keepSecrets(snapshots.current().model());
            LOG.info("demo scenario loaded: {} facts", facts.size());
        }
        connect(source, isFirst);
        setManual(source);
        snapshots.current();
    }

    private void fill(List<Fact> facts) {
        List<Effect> effects = facts.stream().map(Effect::make).toList();
        String sentence = "load the demo scenario: " + facts.size() + " facts";
        long version = snapshots.write(new Changeset(
                ids.next(),
                Changeset.Origin.DEMO,
                "Demo scenario",
                "demo",
                clock.now(),
                Optional.empty(),
                Optional.empty(),
                effects,
                List.of(sentence)));
        log.write(version, clock.now(), "demo", List.of(new Log.Line(sentence, Set.of())));
        administrators.add(
                ids.next(), "tove", "Tove Lindqvist", "north-pier-2026", false, EnumSet.allOf(Act.class), clock.now());
        snapshots
                .current()
                .model()
                .people()
                .by(Person.BY_HANDLE, Handle.of("tove.lindqvist"))
                .forEach(tove -> administrators.link("tove", tove.id().value()));
        administrators.add(
                ids.next(), "bram", "Bram Oakenshaw", "south-bay-2026", false, EnumSet.of(Act.LOOK), clock.now());
        administrators.add(
                ids.next(),
                "runa",
                "Runa Estering",
                "lagoon-hall-2026",
                false,
                EnumSet.of(Act.LOOK, Act.PREPARE, Act.APPROVE),
                clock.now());
    }

    /** Who knows what in the harbour: among them somebody who leaves this week. */
    private void keepSecrets(Model model) {
        Id<Person> owner = person(model, "tove.lindqvist");
        Instant changed = clock.now().minus(Duration.ofDays(90));
        secrets.keep(
                ids.next(),
                "Door code of the boat store",
                "South Bay, boat store",
                owner,
                Set.of(owner, person(model, "perrin.aldous")),
                changed);
        secrets.keep(
                ids.next(),
                "Voicemail PIN of the front desk",
                "North Pier, front desk",
                owner,
                Set.of(owner, person(model, "ines.abara")),
                changed);
    }

    private static Id<Person> person(Model model, String handle) {
        return model.people().by(Person.BY_HANDLE, Handle.of(handle)).get(0).id();
    }

    /** The stand-ins' port may be another than last time. */
    private void connect(Path source, boolean isFirst) throws IOException {
        Instant began = clock.now();
        for (JsonNode one : json.readTree(Files.readString(source.resolve("tenants.json")))) {
            Id<Tenant> tenant = Id.of(one.path("tenant").asString());
            String address = settings.standIns() + "/" + one.path("key").asString() + "/";
            connections.connect(tenant, address, one.path("token").asString(), "");
            connections.setDoor(tenant, Optional.of(address + "sign-in"));
            if (isFirst && TOLD.contains(one.path("key").asString())) {
                events.tell(
                        tenant,
                        URI.create(address + "events"),
                        "urn:example:" + one.path("key").asString(),
                        began);
            }
        }
    }

    /** The tenant that is worked in by hand, with the list by which it was last read. */
    private void setManual(Path source) throws IOException {
        JsonNode manual = json.readTree(Files.readString(source.resolve("manual.json")));
        Id<Tenant> id = Id.of(manual.path("tenant").asString());
        Optional<Tenant> tenant = snapshots.current().model().tenants().find(id);
        if (tenant.isEmpty() || manualTenants.is(id)) {
            return;
        }
        manualTenants.set(
                id,
                new ManualTenants.Manual(
                        Optional.of(Id.of(manual.path("assignee").asString())),
                        manual.path("instructions").asString(),
                        Duration.ofHours(manual.path("hours").asInt())));
        Snapshot snapshot = snapshots.current();
        try (InputStream text = Files.newInputStream(source.resolve("accounts.csv"))) {
            AccountList list = lists.parse(text, snapshot.model(), tenant.get());
            lists.keep(
                    tenant.get(),
                    Instant.parse(manual.path("listedAt").asString()),
                    list,
                    lists.compare(list, snapshot, tenant.get()));
        }
    }
}
