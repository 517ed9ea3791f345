package wexa.bench;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Path;
import wexa.core.access.PersonSet;
import wexa.core.intake.Entry;
import wexa.core.model.Area;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** The core's questions on a generated organisation. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 3, time = 2)
@Fork(
        value = 1,
        jvmArgs = {"-Xmx6g", "-XX:+UseSerialGC"})
public class CoreBench {
    @Param({"20000", "200000"})
    int people;

    private Generator made;
    private Model model;
    private AccessIndex index;
    private Snapshot snapshot;

    @Setup(Level.Trial)
    public void make() {
        made = new Generator(7, people);
        model = made.model();
        index = AccessIndex.compile(model);
        snapshot = new Snapshot(1, model, index);
    }

    @Benchmark
    public Access onePersonsAccess() {
        return index.of(made.somebody().id(), Generator.NOW);
    }

    @Benchmark
    public List<Path> allPathsOfOnePerson() {
        return index.paths(made.somebody().id(), Generator.NOW);
    }

    @Benchmark
    public PersonSet whoMayDoOneThingAtOneArea() {
        int number = made.random().nextInt(made.tenants.size());
        Tenant tenant = made.tenants.get(number);
        Id<Area> area = made.areas.get(number).get(made.random().nextInt(500)).id();
        List<Permission> permissions = made.apps.get(number % made.apps.size()).permissions();
        Permission permission = permissions.get(made.random().nextInt(permissions.size()));
        return index.who(tenant.id(), Optional.of(area), permission, Generator.NOW);
    }

    @Benchmark
    public long countAllThatEverybodyHolds() {
        return index.countHeld(Generator.NOW);
    }

    @Benchmark
    public AccessIndex indexFromLoadedRecords() {
        return AccessIndex.compile(model);
    }

    /** A newcomer with engagement, three groups and five roles. */
    @Benchmark
    public Impact previewOfTenChanges() {
        Id<Person> person = made.id();
        List<Entry> entries = new ArrayList<>();
        entries.add(entry(
                "person.add",
                Map.of("id", person.toString(), "handle", "new.comer", "given", "N", "family", "C", "home", "home")));
        entries.add(entry(
                "engagement.begin",
                Map.of(
                        "id",
                        made.id().toString(),
                        "person",
                        person.toString(),
                        "kind",
                        "employee",
                        "unit",
                        "unit",
                        "job",
                        "Job",
                        "from",
                        "2026-11-23")));
        for (int number = 0; number < 3; number++) {
            entries.add(entry(
                    "membership.put",
                    Map.of(
                            "id",
                            made.id().toString(),
                            "member",
                            "person:" + person,
                            "group",
                            "group-" + made.random().nextInt(4_000))));
        }
        for (int number = 0; number < 5; number++) {
            int tenant = made.random().nextInt(made.tenants.size());
            entries.add(entry(
                    "assignment.give",
                    Map.of(
                            "id",
                            made.id().toString(),
                            "subject",
                            "person:" + person,
                            "role",
                            "role-" + tenant % 8 + "-" + made.random().nextInt(75),
                            "tenant",
                            made.tenants.get(tenant).id().toString(),
                            "area",
                            made.areas
                                    .get(tenant)
                                    .get(made.random().nextInt(500))
                                    .id()
                                    .toString())));
        }
        return Preview.of(snapshot, entries, Generator.NOW, ZoneOffset.UTC).impactAt(Generator.NOW);
    }

    private static Entry entry(String form, Map<String, String> fields) {
        return new Entry(new Entry.Id(UUID.randomUUID()), form, fields);
    }
}
