package wexa.server.readings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.testing.Cast;

/**
 * A tenant with many accounts, each in a group and with an assignment of its own. Small here; {@code ./wexa bench reading} runs
 * it large ({@code -Dwexa.large.people}) and prints what each part takes.
 */
class LargeReadingTest {
    private static final int ACCOUNTS = Integer.getInteger("wexa.large.people", 2_000);
    private static final int PER_GROUP = 1_000;
    private static final int TIMES = 51;
    private static final Instant START = Instant.parse("2027-03-01T08:00:00Z");

    private final Cast cast = Cast.shared();
    private final Observations observations = cast.bean(Observations.class);
    private final Readings readings = cast.bean(Readings.class);
    private final Id<Tenant> tenant = Id.of(UUID.randomUUID());

    LargeReadingTest() throws Exception {}

    private static ObjectKey key(ObjectKey.Type type, int number) {
        return new ObjectKey(type, new UUID(9, number));
    }

    private static Observation accounts() {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        for (int number = 0; number < ACCOUNTS; number++) {
            objects.put(
                    key(ObjectKey.Type.ACCOUNT, number),
                    new Seen(
                            "u" + number,
                            new AccountState(
                                    "name" + number,
                                    "Odile",
                                    "Marrick",
                                    Optional.of("name" + number + "@skerrow.example"),
                                    Optional.empty(),
                                    TenantObject.Activity.OPEN,
                                    Set.of("full"),
                                    Map.of())));
        }
        return new Observation(objects, List.of());
    }

    private static Observation groups() {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        for (int first = 0; first < ACCOUNTS; first += PER_GROUP) {
            Set<String> members = new TreeSet<>();
            for (int number = first; number < first + PER_GROUP; number++) {
                members.add(key(ObjectKey.Type.ACCOUNT, number).toString());
            }
            objects.put(key(ObjectKey.Type.GROUP, first), new Seen("g" + first, new GroupState("group", members)));
        }
        return new Observation(objects, List.of());
    }

    private static Observation assignments() {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        for (int number = 0; number < ACCOUNTS; number++) {
            objects.put(
                    key(ObjectKey.Type.ASSIGNMENT, number),
                    new Seen("a" + number, given(key(ObjectKey.Type.ACCOUNT, number))));
        }
        for (int first = 0; first < ACCOUNTS; first += PER_GROUP) {
            objects.put(
                    key(ObjectKey.Type.ASSIGNMENT, ACCOUNTS + first),
                    new Seen("b" + first, given(key(ObjectKey.Type.GROUP, first))));
        }
        return new Observation(objects, List.of());
    }

    private static AssignmentState given(ObjectKey subject) {
        return new AssignmentState(
                subject.toString(), key(ObjectKey.Type.ROLE, 0).toString(), Optional.of("lagoon"), Optional.empty());
    }

    private static void print(String what, Runnable work) {
        long began = System.nanoTime();
        work.run();
        System.out.printf(Locale.ROOT, "reading: %s %.0f ms%n", what, (System.nanoTime() - began) / 1e6);
    }

    /** The median of many. */
    private static void printEach(String what, Runnable work) {
        List<Long> took = new ArrayList<>();
        for (int time = 0; time < TIMES; time++) {
            long began = System.nanoTime();
            work.run();
            took.add(System.nanoTime() - began);
        }
        took.sort(null);
        System.out.printf(Locale.ROOT, "reading: %s %.2f ms%n", what, took.get(TIMES / 2) / 1e6);
    }

    private void readWhole(String which, Instant at) {
        Readings.Staging staging = readings.begin(tenant, at);
        print(which + ", rows of " + ACCOUNTS + " accounts", () -> staging.add(accounts()));
        print(which + ", rows of groups and assignments", () -> {
            staging.add(groups());
            staging.add(assignments());
        });
        print(which + ", the moment from which it counts", () -> staging.complete("", at));
        print(which + ", rows of the one before taken away", staging::close);
    }

    @Test
    void isReadAgainAndAskedAboutSinglePeople() {
        readWhole("first", START);
        ObjectKey account = key(ObjectKey.Type.ACCOUNT, ACCOUNTS / 2);
        ObjectKey group = key(ObjectKey.Type.GROUP, ACCOUNTS / 2 / PER_GROUP * PER_GROUP);
        Seen seen = observations.find(tenant, account).orElseThrow();
        Seen members = observations.find(tenant, group).orElseThrow();
        int[] second = {0};
        printEach(
                "an account read back after a step",
                () -> readings.seen(tenant, account, Optional.of(seen), START.plusSeconds(++second[0])));
        printEach(
                "a group of " + PER_GROUP + " read back after a step",
                () -> readings.seen(tenant, group, Optional.of(members), START.plusSeconds(++second[0])));
        printEach("an account found", () -> observations.find(tenant, account));
        printEach("the assignments that reach an account", () -> observations.reaching(tenant, account));
        readWhole("second", START.plusSeconds(1));
        assertThat(observations.find(tenant, account)).hasValue(seen);
        assertThat(observations.reaching(tenant, account)).containsExactlyInAnyOrder(given(account), given(group));
        assertThat(observations.find(tenant, key(ObjectKey.Type.ACCOUNT, ACCOUNTS - 1)))
                .isPresent();
        int[] all = {0};
        UUID reading = observations.mark(tenant).orElseThrow().reading();
        print("all objects, as for the differences", () -> observations.each(tenant, reading, (key, body) -> all[0]++));
        assertThat(all[0]).isEqualTo(2 * ACCOUNTS + 2 * (ACCOUNTS / PER_GROUP));
    }
}
