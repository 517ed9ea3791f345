package wexa.server.readings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.jdbc.core.JdbcTemplate;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Observation.UnlinkedObject;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.testing.Cast;

/** What is known of a tenant after readings and looks in any order, against maps in which the same is done plainly. */
@Tag("store")
class ReadingsTest {
    private static final Instant START = Instant.parse("2027-03-01T08:00:00Z");
    private static final int OBJECTS = 6;

    private final Observations observations;
    private final Readings readings;
    private final RemoteLinks links;
    private final JdbcTemplate store;
    private final Id<Tenant> tenant = Id.of(UUID.randomUUID());

    ReadingsTest() throws Exception {
        Cast cast = Cast.shared();
        observations = cast.bean(Observations.class);
        readings = cast.bean(Readings.class);
        links = cast.bean(RemoteLinks.class);
        store = cast.bean(JdbcTemplate.class);
    }

    static IntStream seeds() {
        return IntStream.range(0, 10);
    }

    private static ObjectKey key(ObjectKey.Type type, int number) {
        return new ObjectKey(type, new UUID(type.ordinal(), number));
    }

    private static String remoteId(ObjectKey key) {
        return "r-" + key;
    }

    private static TenantObject state(ObjectKey.Type type, Random random) {
        return switch (type) {
            case ACCOUNT ->
                new AccountState(
                        "name" + random.nextInt(3),
                        "Odile",
                        "Marrick",
                        Optional.empty(),
                        Optional.empty(),
                        TenantObject.Activity.OPEN,
                        Set.of(),
                        Map.of());
            case GROUP -> {
                Set<String> members = new TreeSet<>(Set.of("somebody only the tenant knows"));
                IntStream.range(0, OBJECTS)
                        .filter(any -> random.nextBoolean())
                        .forEach(number ->
                                members.add(key(ObjectKey.Type.ACCOUNT, number).toString()));
                yield new GroupState("group", members);
            }
            case ROLE -> new TenantObject.RoleState("role", Set.of("tide.gate.open"));
            case ASSIGNMENT ->
                new AssignmentState(
                        key(
                                        random.nextBoolean() ? ObjectKey.Type.ACCOUNT : ObjectKey.Type.GROUP,
                                        random.nextInt(OBJECTS))
                                .toString(),
                        key(ObjectKey.Type.ROLE, 0).toString(),
                        Optional.empty(),
                        Optional.empty());
        };
    }

    /** What the tenant may hold at a moment. */
    private static Observation holding(Random random) {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        List<UnlinkedObject> strangers = new ArrayList<>();
        for (ObjectKey.Type type : ObjectKey.Type.values()) {
            for (int number = 0; number < OBJECTS; number++) {
                ObjectKey key = key(type, number);
                if (random.nextInt(3) > 0) {
                    objects.put(key, new Seen(remoteId(key), state(type, random)));
                } else if (random.nextBoolean()) {
                    strangers.add(new UnlinkedObject(type, remoteId(key), state(type, random)));
                }
            }
        }
        return new Observation(objects, strangers);
    }

    /** The same kept in maps: what each object is, and of the looks when they were. */
    private static final class Plain {
        private Map<ObjectKey, Seen> objects = new HashMap<>();
        private Map<String, UnlinkedObject> strangers = new HashMap<>();
        private final Map<Object, Instant> looked = new HashMap<>();
        private Instant began = Instant.EPOCH;

        void seen(ObjectKey key, Optional<Seen> seen, Instant at) {
            objects.remove(key);
            seen.ifPresent(present -> objects.put(key, present));
            looked.put(key, at);
        }

        void linked(ObjectKey key, Seen seen, Instant at) {
            strangers.remove(seen.remoteId());
            looked.put(seen.remoteId(), at);
            seen(key, Optional.of(seen), at);
        }

        void complete(Observation read, Instant readingBegan) {
            if (began.isAfter(readingBegan)) {
                return;
            }
            Map<ObjectKey, Seen> kept = new HashMap<>(read.objects());
            Map<String, UnlinkedObject> others = new HashMap<>();
            read.strangers().forEach(one -> others.put(one.remoteId(), one));
            looked.values().removeIf(at -> !at.isAfter(readingBegan));
            looked.keySet().forEach(what -> {
                kept.remove(what);
                others.remove(what);
                Optional.ofNullable(objects.get(what)).ifPresent(seen -> kept.put((ObjectKey) what, seen));
            });
            objects = kept;
            strangers = others;
            began = readingBegan;
        }

        List<AssignmentState> reaching(ObjectKey account) {
            return objects.values().stream()
                    .map(Seen::state)
                    .filter(AssignmentState.class::isInstance)
                    .map(AssignmentState.class::cast)
                    .filter(given -> given.subject().equals(account.toString())
                            || ObjectKey.read(given.subject())
                                    .map(objects::get)
                                    .filter(seen -> seen.state() instanceof GroupState group
                                            && group.members().contains(account.toString()))
                                    .isPresent())
                    .toList();
        }
    }

    private record Going(Readings.Staging staging, Observation read, Instant began) {}

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsNewerCountsWhateverEndsFirst(int seed) {
        Random random = new Random(seed);
        Plain plain = new Plain();
        List<Going> going = new ArrayList<>();
        for (int step = 0; step < 40; step++) {
            Instant at = START.plusSeconds(step);
            switch (random.nextInt(5)) {
                case 0 -> {
                    Observation read = holding(random);
                    Readings.Staging staging = readings.begin(tenant, at);
                    staging.add(read);
                    going.add(new Going(staging, read, at));
                }
                case 1 -> {
                    if (!going.isEmpty()) {
                        Going one = going.remove(random.nextInt(going.size()));
                        try (Readings.Staging staging = one.staging()) {
                            if (random.nextInt(4) > 0) {
                                staging.complete("", at);
                                plain.complete(one.read(), one.began());
                            }
                        }
                    }
                }
                case 2 -> {
                    List<UnlinkedObject> strangers = List.copyOf(plain.strangers.values());
                    if (!strangers.isEmpty()) {
                        UnlinkedObject one = strangers.get(random.nextInt(strangers.size()));
                        ObjectKey key = ObjectKey.parse(one.remoteId().substring(2));
                        Seen seen = new Seen(one.remoteId(), one.state());
                        readings.linked(tenant, key, seen, at);
                        plain.linked(key, seen, at);
                    }
                }
                default -> {
                    ObjectKey.Type type = ObjectKey.Type.values()[random.nextInt(4)];
                    ObjectKey key = key(type, random.nextInt(OBJECTS));
                    Optional<Seen> seen = random.nextInt(3) == 0
                            ? Optional.empty()
                            : Optional.of(new Seen(remoteId(key), state(type, random)));
                    readings.seen(tenant, key, seen, at);
                    plain.seen(key, seen, at);
                }
            }
            // looking at everything costs far more than a step
            if (random.nextInt(3) == 0) {
                assertSame(plain, "seed " + seed + ", step " + step);
            }
        }
        assertSame(plain, "seed " + seed + ", at the end");
        going.forEach(one -> one.staging().close());
        assertNothingIsLeft();
    }

    private void assertSame(Plain plain, String where) {
        for (ObjectKey.Type type : ObjectKey.Type.values()) {
            for (int number = 0; number < OBJECTS; number++) {
                ObjectKey key = key(type, number);
                Optional<Seen> expected = Optional.ofNullable(plain.objects.get(key));
                assertThat(observations.find(tenant, key))
                        .as("%s: %s", where, key)
                        .isEqualTo(expected);
                assertThat(links.of(tenant).remoteId(key))
                        .as("%s: link of %s", where, key)
                        .isEqualTo(expected.map(Seen::remoteId));
            }
            List<UnlinkedObject> strangers = plain.strangers.values().stream()
                    .filter(one -> one.type() == type)
                    .toList();
            assertThat(observations.strangers(tenant, type)).as(where).containsExactlyInAnyOrderElementsOf(strangers);
            assertThat(observations.countStrangers(tenant, type)).as(where).isEqualTo(strangers.size());
        }
        assertThat(observations.of(tenant, plain.objects.keySet()).find(key(ObjectKey.Type.ROLE, 0)))
                .as(where)
                .isEqualTo(Optional.ofNullable(plain.objects.get(key(ObjectKey.Type.ROLE, 0))));
        for (int number = 0; number < OBJECTS; number++) {
            ObjectKey account = key(ObjectKey.Type.ACCOUNT, number);
            assertThat(observations.reaching(tenant, account))
                    .as("%s: %s", where, account)
                    .containsExactlyInAnyOrderElementsOf(plain.reaching(account));
        }
    }

    /** No row of a reading that does not count stays behind. */
    private void assertNothingIsLeft() {
        UUID counts = store.queryForObject(
                "select reading_id from current_reading where tenant_id = ?", UUID.class, tenant.value());
        for (String table : List.of("observed_object", "observed_reference", "observed_look")) {
            assertThat(store.queryForObject(
                            "select count(*) from " + table + " where tenant_id = ? and reading_id <> ?",
                            Integer.class,
                            tenant.value(),
                            counts))
                    .as(table)
                    .isZero();
        }
        assertThat(store.queryForObject(
                        "select count(*) from staged_reading where tenant_id = ?", Integer.class, tenant.value()))
                .isZero();
    }

    /** As when a process ended in the middle of a reading: the next one takes its rows away, and it can count no more. */
    @Test
    void aReadingThatNobodyEndedGoesWhenALaterOneBegins() {
        Readings.Staging lost = readings.begin(tenant, START);
        lost.add(holding(new Random(1)));
        Observation read = holding(new Random(2));
        Instant later = START.plusSeconds(7 * 3_600);
        try (Readings.Staging staging = readings.begin(tenant, later)) {
            staging.add(read);
            staging.complete("", later);
        }
        lost.complete("", later.plusSeconds(1));
        assertThat(observations.freshness().get(tenant).detail()).contains("longer than 6 hours");
        read.objects()
                .forEach((key, seen) ->
                        assertThat(observations.find(tenant, key)).hasValue(seen));
        assertNothingIsLeft();
    }
}
