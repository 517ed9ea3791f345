package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** What changed roles do to people, against everybody's access compared person by person, on models from printed seeds. */
class RoleEffectTest {
    static LongStream seeds() {
        return LongStream.range(1, 61);
    }

    private record Shift(Id<Person> person, Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission) {}

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void saysWhatComparingEverybodySays(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex before = AccessIndex.compile(model);
        List<Effect> effects = edits(made, model, made.pick(made.roles));
        Model next = model.with(effects);
        AccessIndex after = before.updated(next, effects);
        for (Instant at : List.of(RandomModel.NOW.minusSeconds(86_400 * 4), RandomModel.NOW)) {
            RoleEffect effect = RoleEffect.between(before, after, at);
            Set<Shift> gains = new HashSet<>();
            Set<Shift> losses = new HashSet<>();
            for (RoleEffect.Change change : effect.changes()) {
                change.gains()
                        .forEach(one -> gains.add(new Shift(change.person(), change.tenant(), change.area(), one)));
                change.losses()
                        .forEach(one -> losses.add(new Shift(change.person(), change.tenant(), change.area(), one)));
            }
            Set<Shift> expectedGains = beyond(model, after, before, at);
            Set<Shift> expectedLosses = beyond(model, before, after, at);
            assertThat(gains).isEqualTo(expectedGains);
            assertThat(losses).isEqualTo(expectedLosses);
            assertThat(counted(effect.gainers())).isEqualTo(counted(expectedGains));
            assertThat(counted(effect.losers())).isEqualTo(counted(expectedLosses));
            assertThat(new HashSet<>(effect.holders().all())).isEqualTo(holders(before, after, model, at));
            assertThat(counted(effect.already())).isEqualTo(heldAnyway(before, after, before, model, at));
            assertThat(counted(effect.keepers())).isEqualTo(heldAnyway(after, before, after, model, at));
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void renewedRolesGiveWhatRolesCompiledAnewGive(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        for (int round = 0; round < 6; round++) {
            List<Effect> effects = new ArrayList<>();
            List<Role> roles = model.roles().stream().toList();
            Role role = made.pick(roles);
            switch (made.random.nextInt(3)) {
                case 0 -> effects.addAll(edits(made, model, role));
                // assignments of a role that goes would go with it; here only what roles give is asked
                case 1 -> effects.add(Effect.drop(role));
                default ->
                    effects.add(Effect.make(new Role(
                            made.id(),
                            Key.of("new-" + round),
                            "New",
                            "",
                            Optional.empty(),
                            List.of(made.pick(made.sets).id()),
                            List.of(made.pick(roles).id()),
                            Set.of())));
            }
            model = model.with(effects);
            RoleTable next = index.roles().renewed(model, effects);
            RoleTable anew = RoleTable.of(model.folded());
            for (Role one : model.roles().stream().toList()) {
                assertThat(next.bits(next.number(one.id())))
                        .as("%s in round %d", one.key(), round)
                        .isEqualTo(anew.bits(anew.number(one.id())));
                for (Tenant tenant : made.tenants) {
                    assertThat(next.bits(next.number(one.id()), tenant.id()))
                            .isEqualTo(anew.bits(anew.number(one.id()), tenant.id()));
                }
            }
            if (effects.getFirst().after().isPresent()) {
                index = index.updated(model, effects);
            } else {
                index = AccessIndex.compile(withoutOrphans(model));
                model = index.model();
            }
        }
    }

    /** Without what names a role that is gone. */
    private static Model withoutOrphans(Model model) {
        List<Effect> orphans = new ArrayList<>();
        model.table(Kind.ASSIGNMENT).stream()
                .filter(one -> model.roles().find(one.role()).isEmpty())
                .forEach(one -> orphans.add(Effect.drop(one)));
        model.table(Kind.MAPPING).stream()
                .filter(one -> model.roles().find(one.role()).isEmpty())
                .forEach(one -> orphans.add(Effect.drop(one)));
        return model.with(orphans);
    }

    private static Map<Permission, Set<Id<Person>>> counted(Map<Permission, PersonSet> people) {
        Map<Permission, Set<Id<Person>>> found = new HashMap<>();
        people.forEach((permission, who) -> found.put(permission, new HashSet<>(who.all())));
        return found;
    }

    private static Map<Permission, Set<Id<Person>>> counted(Set<Shift> shifts) {
        Map<Permission, Set<Id<Person>>> found = new HashMap<>();
        shifts.forEach(shift -> found.computeIfAbsent(shift.permission(), any -> new HashSet<>())
                .add(shift.person()));
        return found;
    }

    private static Set<Shift> beyond(Model model, AccessIndex from, AccessIndex in, Instant at) {
        Set<Shift> found = new HashSet<>();
        for (Person person : model.people().stream().toList()) {
            Access other = in.of(person.id(), at);
            for (Access.Reach reach : from.of(person.id(), at).reaches()) {
                for (Permission permission : reach.permissions()) {
                    if (!other.holds(reach.tenant(), reach.area(), permission)) {
                        found.add(new Shift(person.id(), reach.tenant(), reach.area(), permission));
                    }
                }
            }
        }
        return found;
    }

    /** Who has, in one index, what a role of theirs gives in the second and not in the first, where it is given. */
    private static Map<Permission, Set<Id<Person>>> heldAnyway(
            AccessIndex without, AccessIndex with, AccessIndex in, Model model, Instant at) {
        Map<Permission, Set<Id<Person>>> found = new HashMap<>();
        for (Person person : model.people().stream().toList()) {
            Access access = in.of(person.id(), at);
            for (Grant grant : grantsOf(person, model, with, at)) {
                Set<Permission> given = new HashSet<>(with.permissionsOf(grant.role(), grant.tenant()));
                given.removeAll(without.permissionsOf(grant.role(), grant.tenant()));
                given.removeIf(one -> !access.holds(grant.tenant(), grant.area(), one));
                given.forEach(one ->
                        found.computeIfAbsent(one, any -> new HashSet<>()).add(person.id()));
            }
        }
        return found;
    }

    private static List<Grant> grantsOf(Person person, Model model, AccessIndex index, Instant at) {
        Set<Subject> subjects = new HashSet<>(Set.of(new Subject.OfPerson(person.id())));
        index.groupsOf(person.id(), at).forEach(group -> subjects.add(new Subject.OfGroup(group)));
        return grants(model, at).stream()
                .filter(grant -> subjects.contains(grant.subject()))
                .toList();
    }

    /** To whom a role is given that gives something else, themselves or by a group, and not where it does nothing (rule 5). */
    private static Set<Id<Person>> holders(AccessIndex before, AccessIndex after, Model model, Instant at) {
        Set<Id<Person>> found = new HashSet<>();
        for (Person person : model.people().stream().toList()) {
            if (grantsOf(person, model, after, at).stream()
                    .anyMatch(grant -> !before.permissionsOf(grant.role(), grant.tenant())
                            .equals(after.permissionsOf(grant.role(), grant.tenant())))) {
                found.add(person.id());
            }
        }
        return found;
    }

    private static List<Grant> grants(Model model, Instant at) {
        List<Grant> grants = new ArrayList<>();
        for (Assignment one : model.table(Kind.ASSIGNMENT).stream().toList()) {
            one.effective(model)
                    .filter(window -> window.contains(at))
                    .ifPresent(window -> grants.add(new Grant(
                            one.id(),
                            Grant.By.ASSIGNMENT,
                            one.subject(),
                            one.role(),
                            one.tenant(),
                            one.area(),
                            window)));
        }
        model.table(Kind.MAPPING).stream().map(Grants::of).forEach(grants::add);
        grants.removeIf(grant -> grant.area().isEmpty()
                && model.appOf(model.tenants().get(grant.tenant())).needsArea());
        return grants;
    }

    /** Some roles and sets made of other parts. */
    private static List<Effect> edits(RandomModel made, Model model, Role role) {
        List<Effect> effects = new ArrayList<>();
        PermissionSet set =
                model.table(Kind.PERMISSION_SET).get(made.pick(made.sets).id());
        App app = model.table(Kind.APP).get(set.app());
        Set<Permission> permissions = new TreeSet<>(set.permissions());
        Permission one = made.pick(app.permissions());
        if (!permissions.remove(one)) {
            permissions.add(one);
        }
        effects.add(Effect.replace(
                set, new PermissionSet(set.id(), set.key(), set.name(), set.description(), set.app(), permissions)));
        List<Id<PermissionSet>> sets = new ArrayList<>(role.sets());
        Id<PermissionSet> other = made.pick(made.sets).id();
        if (!sets.remove(other)) {
            sets.add(other);
        }
        Set<Permission> exclusions = new TreeSet<>(role.exclusions());
        exclusions.add(made.pick(made.pick(made.apps).permissions()));
        effects.add(Effect.replace(
                role,
                new Role(
                        role.id(),
                        role.key(),
                        role.name(),
                        role.description(),
                        role.owner(),
                        sets,
                        role.includes(),
                        exclusions)));
        Tenant tenant = made.pick(made.tenants);
        Optional<RoleVariant> variant = RoleVariant.of(role.id(), tenant.id(), model);
        effects.add(variant.isPresent() ? Effect.drop(variant.get()) : Effect.make(made.variant(role, tenant)));
        return effects;
    }
}
