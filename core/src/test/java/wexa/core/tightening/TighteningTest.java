package wexa.core.tightening;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.registry.Rooms;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/** All that is found, taken away at once, changes nothing for anyone at any instant from now on. Models from printed seeds. */
class TighteningTest {
    private static final Map<Class<?>, Integer> FOUND = new HashMap<>();

    static LongStream seeds() {
        return LongStream.range(1, 81);
    }

    private record Held(Id<Person> person, Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {}

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nobodyLosesAnythingByIt(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = cluttered(made);
        AccessIndex index = AccessIndex.compile(model);
        List<Slack> slacks = Tightening.of(model, index, RandomModel.NOW, percent -> {});
        slacks.forEach(one -> FOUND.merge(one.getClass(), 1, Integer::sum));
        Model tight = model.with(effects(slacks, model));
        AccessIndex after = AccessIndex.compile(tight.folded());
        for (Instant at : instants(model)) {
            assertThat(covers(after, held(index, model, at), at))
                    .as("%s: %s", at, slacks)
                    .isTrue();
        }
        assertNoneIsOverlooked(slacks, model, index);
    }

    /** Whoever could do without one of their own assignments is told of one. */
    private static void assertNoneIsOverlooked(List<Slack> slacks, Model model, AccessIndex index) {
        Set<Subject> told = new HashSet<>();
        slacks.stream()
                .filter(Slack.RepeatedAssignment.class::isInstance)
                .map(Slack.RepeatedAssignment.class::cast)
                .forEach(one -> told.add(one.assignment().subject()));
        Set<Instant> instants = instants(model);
        for (Assignment one : model.table(Kind.ASSIGNMENT).stream().toList()) {
            Set<Instant> during = new TreeSet<>(instants);
            during.removeIf(at ->
                    one.effective(model).filter(window -> window.contains(at)).isEmpty());
            if (!(one.subject() instanceof Subject.OfPerson(Id<Person> person)) || during.isEmpty()) {
                continue;
            }
            boolean gives = index.paths(person, during.iterator().next()).stream()
                    .anyMatch(path -> path.grant().source().equals(one.id()));
            AccessIndex without =
                    AccessIndex.compile(model.with(List.of(Effect.drop(one))).folded());
            boolean isNeeded = during.stream()
                    .anyMatch(at -> index.of(person, at).reaches().stream()
                            .anyMatch(reach -> reach.permissions().stream()
                                    .anyMatch(permission ->
                                            !without.of(person, at).holds(reach.tenant(), reach.area(), permission))));
            if (gives && !isNeeded) {
                assertThat(told).as("%s", one).contains(one.subject());
            }
        }
    }

    @AfterAll
    static void everyKindWasFoundSomewhere() {
        assertThat(FOUND.keySet())
                .contains(
                        Slack.UselessSet.class,
                        Slack.UselessInclusion.class,
                        Slack.UselessExclusion.class,
                        Slack.UselessVariant.class,
                        Slack.RepeatedAssignment.class,
                        Slack.UnusedRole.class);
    }

    /** With assignments that groups give as well, roles that add nothing to others, and exclusions of what is not there. */
    private static Model cluttered(RandomModel made) {
        List<Effect> effects = new ArrayList<>();
        for (int time = 0; time < 6; time++) {
            Assignment some = made.pick(made.assignments);
            effects.add(Effect.make(new Assignment(
                    made.id(),
                    new Subject.OfPerson(made.pick(made.people).id()),
                    some.role(),
                    some.tenant(),
                    some.area(),
                    made.window(),
                    Optional.empty(),
                    "")));
        }
        Role role = made.roles.getLast();
        Set<Permission> exclusions = new TreeSet<>(role.exclusions());
        exclusions.add(made.pick(made.pick(made.apps).permissions()));
        List<Id<Role>> includes = new ArrayList<>(role.includes());
        made.roles.stream()
                .limit(2)
                .map(Role::id)
                .filter(id -> !id.equals(role.id()))
                .forEach(includes::add);
        effects.add(Effect.replace(role, with(role, role.sets(), includes, exclusions)));
        effects.add(Effect.make(new RoleVariant(
                made.id(),
                made.roles.get(1).id(),
                made.tenants.get(0).id(),
                List.of(),
                Set.of(made.pick(made.apps.get(0).permissions())),
                made.people.get(0).id(),
                "as it was once")));
        effects.add(Effect.make(new Role(
                made.id(),
                wexa.core.value.Key.of("idle"),
                "Idle",
                "",
                Optional.empty(),
                List.of(made.pick(made.sets).id()),
                List.of(),
                Set.of())));
        return made.model().with(effects).folded();
    }

    private static Role with(
            Role role, List<Id<PermissionSet>> sets, List<Id<Role>> includes, Set<Permission> without) {
        return new Role(role.id(), role.key(), role.name(), role.description(), role.owner(), sets, includes, without);
    }

    private static List<Effect> effects(List<Slack> slacks, Model model) {
        Map<Id<Role>, Role> roles = new LinkedHashMap<>();
        List<Effect> effects = new ArrayList<>();
        for (Slack slack : slacks) {
            switch (slack) {
                case Slack.UselessSet one ->
                    edit(
                            roles,
                            one.role(),
                            role -> with(
                                    role, without(role.sets(), one.set().id()), role.includes(), role.exclusions()));
                case Slack.UselessInclusion one ->
                    edit(
                            roles,
                            one.role(),
                            role -> with(
                                    role,
                                    role.sets(),
                                    without(role.includes(), one.included().id()),
                                    role.exclusions()));
                case Slack.UselessExclusion one ->
                    edit(roles, one.role(), role -> {
                        Set<Permission> left = new TreeSet<>(role.exclusions());
                        left.remove(one.permission());
                        return with(role, role.sets(), role.includes(), left);
                    });
                case Slack.RepeatedAssignment one -> effects.add(Effect.drop(one.assignment()));
                case Slack.UselessVariant one -> effects.add(Effect.drop(one.variant()));
                case Slack.UnusedRole one -> drop(roles, one.role(), effects);
                case Slack.EmptyGroup one -> {
                    Subject subject = new Subject.OfGroup(one.group().id());
                    Stream.of(
                                    model.table(Kind.MEMBERSHIP)
                                            .by(Membership.BY_GROUP, one.group().id()),
                                    model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject),
                                    model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject))
                            .flatMap(List::stream)
                            .map(Effect::drop)
                            .forEach(effects::add);
                    effects.add(Effect.drop(one.group()));
                }
                case Slack.NearDuplicate any -> assertThat(any.shared()).isPositive();
            }
        }
        roles.forEach((id, role) -> effects.add(Effect.replace(model.roles().get(id), role)));
        return effects;
    }

    private static <T> List<T> without(List<T> list, T one) {
        return list.stream().filter(other -> !other.equals(one)).toList();
    }

    private static void edit(Map<Id<Role>, Role> roles, Role role, java.util.function.UnaryOperator<Role> change) {
        roles.put(role.id(), change.apply(roles.getOrDefault(role.id(), role)));
    }

    private static void drop(Map<Id<Role>, Role> roles, Role role, List<Effect> effects) {
        roles.remove(role.id());
        effects.add(Effect.drop(role));
    }

    private static Set<Instant> instants(Model model) {
        Set<Instant> all = new TreeSet<>(Set.of(RandomModel.NOW));
        Kind.all()
                .forEach(kind -> model.table(kind).stream()
                        .flatMap(fact -> Rooms.windows((Fact) fact, model).stream())
                        .flatMap(window -> Stream.of(window.from(), window.until()))
                        .filter(at -> at.isAfter(RandomModel.NOW) && !at.equals(Window.ALWAYS.until()))
                        .forEach(all::add));
        return all;
    }

    private static Set<Held> held(AccessIndex index, Model model, Instant at) {
        Set<Held> held = new HashSet<>();
        for (Person person : model.people().stream().toList()) {
            for (Access.Reach reach : index.of(person.id(), at).reaches()) {
                reach.permissions().forEach(one -> held.add(new Held(person.id(), reach.tenant(), reach.area(), one)));
            }
        }
        return held;
    }

    private static boolean covers(AccessIndex index, Set<Held> held, Instant at) {
        Map<Id<Person>, Access> access = new HashMap<>();
        return held.stream()
                .allMatch(one -> access.computeIfAbsent(one.person(), person -> index.of(person, at))
                        .holds(one.tenant(), one.area(), one.permission()));
    }
}
