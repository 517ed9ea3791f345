package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.governance.Reach;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.preview.Snapshot;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;
import wexa.server.snapshot.SnapshotStore;

/** A list that follows changesets and days is the list that is made anew. */
class PersonRowsTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");
    private static final List<String> JOBS = List.of("Keeper", "Guide", "Ticket clerk");

    private final SnapshotStore snapshots = mock(SnapshotStore.class);
    private Random random = new Random(1);
    private final Unit hall = new Unit(id(), Key.of("lagoon-hall"), "Lagoon Hall", Optional.empty(), ZoneOffset.UTC);
    private int made;

    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private <T> Id<T> id() {
        return Id.of(new UUID(random.nextLong(), random.nextLong()));
    }

    private Person person(String name) {
        return new Person(
                id(),
                Handle.of("p" + made++ + ".x"),
                name,
                "Abara",
                Optional.empty(),
                Optional.empty(),
                Key.of("skerrow"),
                Optional.empty(),
                Map.of());
    }

    private Engagement engagement(Person person) {
        Instant from = NOW.plus(Duration.ofDays(random.nextInt(60) - 40L));
        Window window = random.nextBoolean()
                ? Window.from(from)
                : Window.of(from, from.plus(Duration.ofDays(1 + random.nextInt(40))));
        return new Engagement(
                id(),
                person.id(),
                EngagementKind.values()[random.nextInt(EngagementKind.values().length)],
                Optional.empty(),
                hall.id(),
                JOBS.get(random.nextInt(JOBS.size())),
                Optional.empty(),
                window);
    }

    private List<PersonRow> all(PersonRows rows, Snapshot snapshot, String text, Instant at) {
        return rows.search(snapshot, text, Reach.EVERYWHERE, at, 0, Integer.MAX_VALUE)
                .rows();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatFollowsChangesetsAndDaysIsWhatIsMadeAnew(long seed) {
        random = new Random(seed);
        Snapshot snapshot = Snapshot.compile(1, Model.of(List.of(hall)));
        PersonRows following = new PersonRows(snapshots);
        Instant at = NOW;
        for (int version = 2; version < 40; version++) {
            List<Effect> effects = effects(snapshot.model());
            when(snapshots.effects(version)).thenReturn(effects);
            snapshot = snapshot.with(version, effects);
            at = at.plus(Duration.ofHours(random.nextInt(30)));
            if (random.nextInt(3) > 0) {
                String text =
                        random.nextBoolean() ? "" : JOBS.get(random.nextInt(3)).substring(0, 3) + " aba";
                assertThat(all(following, snapshot, text, at))
                        .as("version %d with seed %d", version, seed)
                        .isEqualTo(all(new PersonRows(snapshots), snapshot, text, at));
            }
        }
    }

    /** Somebody comes, somebody is renamed, somebody's engagement ends another day, a unit is renamed. */
    private List<Effect> effects(Model model) {
        List<Effect> effects = new ArrayList<>();
        List<Person> people = model.people().stream().toList();
        Person newcomer = person("New" + random.nextInt(9));
        effects.add(Effect.make(newcomer));
        if (random.nextInt(4) > 0) {
            effects.add(Effect.make(engagement(newcomer)));
        }
        if (!people.isEmpty() && random.nextBoolean()) {
            Person before = people.get(random.nextInt(people.size()));
            effects.add(Effect.replace(
                    before,
                    new Person(
                            before.id(),
                            before.handle(),
                            "Renamed" + random.nextInt(9),
                            before.familyName(),
                            before.mail(),
                            before.phone(),
                            before.home(),
                            before.directoryEntry(),
                            before.custom())));
        }
        List<Engagement> engagements = model.table(Kind.ENGAGEMENT).stream().toList();
        if (!engagements.isEmpty() && random.nextBoolean()) {
            effects.add(Effect.drop(engagements.get(random.nextInt(engagements.size()))));
        }
        if (random.nextInt(4) == 0) {
            Unit before = model.table(Kind.UNIT).get(hall.id());
            effects.add(Effect.replace(
                    before,
                    new Unit(hall.id(), hall.key(), "Hall " + random.nextInt(99), Optional.empty(), ZoneOffset.UTC)));
        }
        return effects;
    }

    @Test
    void aStretchIsCutFromTheWholeAndEveryWordCounts() {
        List<Fact> facts = new ArrayList<>(List.of(hall));
        for (int number = 0; number < 30; number++) {
            facts.add(person(number % 3 == 0 ? "Ines" : "Wren"));
        }
        Snapshot snapshot = Snapshot.compile(1, Model.of(facts));
        PersonRows rows = new PersonRows(snapshots);
        PeopleService.PeopleFound found = rows.search(snapshot, "ABARA ines", Reach.EVERYWHERE, NOW, 4, 3);
        assertThat(found.total()).isEqualTo(10);
        assertThat(found.rows())
                .isEqualTo(all(rows, snapshot, "ines", NOW).subList(4, 7))
                .allMatch(row -> row.name().equals("Ines Abara"));
        assertThat(rows.search(snapshot, "", Reach.EVERYWHERE, NOW, 28, 10).rows())
                .hasSize(2);
        assertThat(rows.search(snapshot, "", Reach.EVERYWHERE, NOW, 99, 10).rows())
                .isEmpty();
        assertThat(rows.search(snapshot, "ines wren", Reach.EVERYWHERE, NOW, 0, 10)
                        .total())
                .isZero();
    }

    @Test
    void whoComesAndGoesSoonStandsFirst() {
        Person coming = person("Coming");
        Person going = person("Going");
        Person gone = person("Gone");
        Person here = person("Here");
        Snapshot snapshot = Snapshot.compile(
                1,
                Model.of(List.of(
                        hall,
                        coming,
                        going,
                        gone,
                        here,
                        during(coming, 5, 100),
                        during(going, -100, 3),
                        during(gone, -100, -3),
                        during(here, -100, 300))));
        PersonRows rows = new PersonRows(snapshots);
        assertThat(all(rows, snapshot, "", NOW))
                .extracting(PersonRow::name)
                .containsExactly("Coming Abara", "Going Abara", "Here Abara", "Gone Abara");
        assertThat(all(rows, snapshot, "", NOW.plus(Duration.ofDays(4))))
                .as("four days later one has gone, without a changeset")
                .extracting(PersonRow::name)
                .containsExactly("Coming Abara", "Here Abara", "Going Abara", "Gone Abara");
    }

    private Engagement during(Person person, int from, int until) {
        return new Engagement(
                id(),
                person.id(),
                EngagementKind.EMPLOYEE,
                Optional.empty(),
                hall.id(),
                "Keeper",
                Optional.empty(),
                Window.of(NOW.plus(Duration.ofDays(from)), NOW.plus(Duration.ofDays(until))));
    }
}
