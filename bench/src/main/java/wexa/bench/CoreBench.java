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
    private static final int SAMPLES = 2_000;

    @Param({"20000", "200000"})
    int people;

    private Generator made;
    private Model model;
    private AccessIndex index;
    private Snapshot snapshot;
    private Id<Person> richest;
    private Cell widestCell;

    @Setup(Level.Trial)
    public void make() {
        made = new Generator(7, people);
        model = made.model();
        index = AccessIndex.compile(model);
        snapshot = new Snapshot(1, model, index);
        long most = -1;
        for (int time = 0; time < SAMPLES; time++) {
            Id<Person> person = made.somebody().id();
            long rows = index.of(person, Generator.NOW).reaches().stream()
                    .mapToLong(reach -> reach.permissions().size())
                    .sum();
            if (rows > most) {
                most = rows;
                richest = person;
            }
        }
        int widest = -1;
        for (int time = 0; time < SAMPLES; time++) {
            Cell cell = anyCell();
            int found = who(cell).size();
            if (found > widest) {
                widest = found;
                widestCell = cell;
            }
        }
        System.out.printf("%nrichest person: %,d rows; widest cell: %,d people%n", most, widest);
    }

    /** One thing that can be done at one area. */
    private record Cell(Id<Tenant> tenant, Id<Area> area, Permission permission) {}

    private Cell anyCell() {
        int number = made.random().nextInt(made.tenants.size());
        Id<Area> area = made.areas.get(number).get(made.random().nextInt(500)).id();
        List<Permission> permissions = made.apps.get(number % made.apps.size()).permissions();
        return new Cell(
                made.tenants.get(number).id(),
                area,
                permissions.get(made.random().nextInt(permissions.size())));
    }

    private PersonSet who(Cell cell) {
        return index.who(cell.tenant(), Optional.of(cell.area()), cell.permission(), Generator.NOW);
    }

    /** Of one who has much: every permission at every place, counted through the sets that are shown. */
    @Benchmark
    public long accessOfTheRichestAsSets() {
        long rows = 0;
        for (Access.Reach reach : index.of(richest, Generator.NOW).reaches()) {
            rows += reach.permissions().size();
        }
        return rows;
    }

    @Benchmark
    public PersonSet whoMayDoOneThingInTheWidestCase() {
        return who(widestCell);
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
        return who(anyCell());
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
