package wexa.core.conflict;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.Reference;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.model.Area;
import wexa.core.model.ConflictRule;
import wexa.core.model.ConflictRule.Counted;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** Conflict rules against asking the reference about each permission at each area, on models from printed seeds. */
class ConflictsTest {
    private static final Instant NOW = RandomModel.NOW;

    static LongStream seeds() {
        return LongStream.range(0, 40);
    }

    static ConflictRule rule(RandomModel made, ConflictRule.Within within, Set<Counted> counted) {
        List<Permission> all = made.apps.stream()
                .flatMap(app -> made.sets.stream()
                        .filter(set -> set.app().equals(app.id()))
                        .flatMap(set -> set.permissions().stream()))
                .toList();
        Set<Permission> one = new TreeSet<>(Set.of(made.pick(all)));
        Set<Permission> other = new TreeSet<>(List.of(made.pick(all), made.pick(all)));
        other.removeAll(one);
        return new ConflictRule(
                made.id(),
                Key.of("rule"),
                "Rule",
                "",
                Optional.empty(),
                new ConflictRule.Side(one, Set.of()),
                new ConflictRule.Side(other.isEmpty() ? one : other, Set.of()),
                within,
                counted,
                ConflictRule.Manner.WARN);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void sidesMeetWhereTheReferenceHoldsBoth(long seed) {
        RandomModel made = new RandomModel(seed);
        Set<Counted> counted = EnumSet.noneOf(Counted.class);
        if (seed % 2 == 0) {
            counted.add(Counted.BLOCKED);
        }
        for (ConflictRule.Within within : ConflictRule.Within.values()) {
            ConflictRule rule = rule(made, within, counted);
            Model model = made.model().with(List.of(Effect.make(rule)));
            Conflicts conflicts = new Conflicts(model, AccessIndex.compile(model));
            Set<Id<Person>> everybody = new HashSet<>();
            conflicts.everybody(rule, NOW).forEach(meeting -> everybody.add(meeting.person()));
            for (Person person : made.people) {
                boolean meets = meets(model, rule, person, new Reference(model, NOW));
                assertThat(conflicts.of(person.id(), NOW).isEmpty())
                        .as("%s in %s", within, person.handle())
                        .isEqualTo(!meets);
                assertThat(everybody.contains(person.id())).isEqualTo(meets);
            }
        }
    }

    /** Each pair of areas, or the whole tenants; at an area, both must be held at one and the same. */
    private static boolean meets(Model model, ConflictRule rule, Person person, Reference reference) {
        List<Place> places = places(model);
        for (Place one : places) {
            for (Place other : places) {
                boolean isNear = switch (rule.within()) {
                    case ANYWHERE -> true;
                    case TENANT -> one.tenant().equals(other.tenant());
                    case AREA -> one.equals(other);
                };
                if (isNear
                        && holds(model, rule.one(), rule, person, one, reference)
                        && holds(model, rule.other(), rule, person, other, reference)) {
                    return true;
                }
            }
        }
        return false;
    }

    private record Place(Tenant tenant, Optional<Id<Area>> area) {}

    private static List<Place> places(Model model) {
        List<Place> places = new ArrayList<>();
        for (Tenant tenant : model.tenants().stream().toList()) {
            places.add(new Place(tenant, Optional.empty()));
            model.table(Kind.AREA)
                    .by(Area.BY_TENANT, tenant.id())
                    .forEach(area -> places.add(new Place(tenant, Optional.of(area.id()))));
        }
        return places;
    }

    private static boolean holds(
            Model model, ConflictRule.Side side, ConflictRule rule, Person person, Place place, Reference reference) {
        return side.permissions().stream()
                .anyMatch(permission -> reference.holds(person, place.tenant(), place.area(), permission)
                        && (rule.counts(Counted.BLOCKED)
                                || Usability.of(
                                                model,
                                                person.id(),
                                                place.tenant().id(),
                                                NOW)
                                        .blocks(permission)
                                        .isEmpty()));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aSetOnASideStandsForEachOfItsPermissions(long seed) {
        RandomModel made = new RandomModel(seed);
        PermissionSet one = made.pick(made.sets);
        PermissionSet other = made.pick(made.sets);
        ConflictRule bySets = between(made, new ConflictRule.Side(Set.of(), Set.of(one.id()), Set.of()), other);
        ConflictRule byNames = between(made, new ConflictRule.Side(one.permissions(), Set.of()), other);
        Model model = made.model().with(List.of(Effect.make(bySets), Effect.make(byNames)));
        Conflicts conflicts = new Conflicts(model, AccessIndex.compile(model));
        assertThat(places(conflicts.everybody(bySets, NOW))).isEqualTo(places(conflicts.everybody(byNames, NOW)));
        for (Conflict meeting : conflicts.everybody(bySets, NOW)) {
            assertThat(conflicts.ways(meeting, NOW).one()).isNotEmpty();
        }
    }

    private static ConflictRule between(RandomModel made, ConflictRule.Side one, PermissionSet other) {
        return new ConflictRule(
                made.id(),
                Key.of("rule-" + Math.abs(made.random.nextInt())),
                "Rule",
                "",
                Optional.empty(),
                one,
                new ConflictRule.Side(other.permissions(), Set.of()),
                ConflictRule.Within.TENANT,
                Set.of(Counted.BLOCKED),
                ConflictRule.Manner.WARN);
    }

    private static List<String> places(List<Conflict> meetings) {
        return meetings.stream()
                .map(one -> one.person() + " " + one.one() + " " + one.other())
                .toList();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aRoleOnASideIsMetByWhateverIncludesIt(long seed) {
        RandomModel made = new RandomModel(seed);
        Random random = new Random(seed);
        Set<Id<wexa.core.model.Role>> one =
                Set.of(made.roles.get(random.nextInt(3)).id());
        Set<Id<wexa.core.model.Role>> other =
                Set.of(made.roles.get(3 + random.nextInt(5)).id());
        ConflictRule rule = new ConflictRule(
                made.id(),
                Key.of("rule"),
                "Rule",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(), one),
                new ConflictRule.Side(Set.of(), other),
                ConflictRule.Within.ANYWHERE,
                Set.of(Counted.BLOCKED, Counted.TRAINING),
                ConflictRule.Manner.WARN);
        Model model = made.model().with(List.of(Effect.make(rule)));
        AccessIndex index = AccessIndex.compile(model);
        Conflicts conflicts = new Conflicts(model, index);
        Set<Id<Person>> everybody = new HashSet<>();
        conflicts.everybody(rule, NOW).forEach(meeting -> everybody.add(meeting.person()));
        for (Person person : made.people) {
            boolean hasOne = index.paths(person.id(), NOW).stream()
                    .anyMatch(path -> path.roles().stream().anyMatch(one::contains));
            boolean hasOther = index.paths(person.id(), NOW).stream()
                    .anyMatch(path -> path.roles().stream().anyMatch(other::contains));
            assertThat(!conflicts.of(person.id(), NOW).isEmpty()).isEqualTo(hasOne && hasOther);
            assertThat(everybody.contains(person.id())).isEqualTo(hasOne && hasOther);
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatAPersonMeetsByIsEnoughToPartItAgain(long seed) {
        RandomModel made = new RandomModel(seed);
        ConflictRule rule = rule(made, ConflictRule.Within.ANYWHERE, Set.of(Counted.BLOCKED));
        Model model = made.model().with(List.of(Effect.make(rule)));
        Conflicts conflicts = new Conflicts(model, AccessIndex.compile(model));
        for (Conflict meeting : conflicts.everybody(rule, NOW)) {
            Set<Id<?>> sources = new HashSet<>(conflicts.sources(meeting, NOW));
            List<Effect> without = made.assignments.stream()
                    .filter(assignment -> sources.contains(assignment.id()))
                    .map(Effect::drop)
                    .toList();
            List<Effect> mappings = made.mappings.stream()
                    .filter(mapping -> sources.contains(mapping.id()))
                    .map(Effect::drop)
                    .toList();
            Model less = model.with(without).with(mappings);
            assertThat(new Conflicts(less, AccessIndex.compile(less)).of(meeting.person(), NOW))
                    .doesNotContain(meeting);
        }
    }
}
