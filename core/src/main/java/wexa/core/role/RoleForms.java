package wexa.core.role;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** How roles are made, changed and retired. */
final class RoleForms {
    static final Field<Id<Role>> ROLE = Field.required("role", NamedTypes.ROLE, "Role");
    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<String> DESCRIPTION = Field.optional("description", Types.TEXT, "Description");
    private static final Field<Id<Person>> OWNER = Field.optional("owner", NamedTypes.PERSON, "Owner");
    private static final Field<List<Id<PermissionSet>>> SETS =
            Field.optional("sets", Types.listOf(NamedTypes.PERMISSION_SET), "Permission sets");
    private static final Field<List<Id<Role>>> INCLUDES =
            Field.optional("includes", Types.listOf(NamedTypes.ROLE), "Included roles");
    private static final Field<List<Permission>> EXCLUSIONS =
            Field.optional("exclusions", Types.listOf(Types.PERMISSION), "Exclusions");

    static final Field<Role.Stage> STAGE =
            Field.optional("stage", Types.choice("a stage of a role", Role.Stage.class), "Stage");
    private static final Field<Sensitivity> SENSITIVITY =
            Field.optional("sensitivity", Types.choice("a sensitivity", Sensitivity.class), "Sensitivity");
    private static final Field<Id<Role>> SOURCE = Field.optional("source", NamedTypes.ROLE, "Started from");

    private static final Field<List<Id<Person>>> EXPECTED =
            Field.optional("expected", Types.listOf(NamedTypes.PERSON), "Expected holders");
    private static final Field<List<Id<Group>>> EXPECTED_GROUPS =
            Field.optional("expected-groups", Types.listOf(NamedTypes.GROUP), "Groups expected to have it");

    private static final Field<?>[] FIELDS = {
        KEY, NAME, DESCRIPTION, OWNER, SETS, INCLUDES, EXCLUSIONS, STAGE, SENSITIVITY, SOURCE, EXPECTED, EXPECTED_GROUPS
    };

    static final Form MAKE = Form.makes(Kind.ROLE, "make", "Create a role")
            .with(FIELDS)
            .says("make role {key} {name}[ about {description}][ owner {owner}][ sets {sets}][ includes {includes}]"
                    + "[ excluding {exclusions}][ stage {stage}][ sensitivity {sensitivity}][ started from {source}]"
                    + "[ expecting {expected}][ expecting-groups {expected-groups}]")
            .reads(RoleForms::made);

    static final Form EDIT = Form.changes(Kind.ROLE, "edit", "Change a role")
            .with(ROLE)
            .and(FIELDS)
            .says("change role {role}[ key {key}][ name {name}][ about {description}][ owner {owner}][ sets {sets}]"
                    + "[ includes {includes}][ excluding {exclusions}][ stage {stage}][ sensitivity {sensitivity}]"
                    + "[ started from {source}][ expecting {expected}][ expecting-groups {expected-groups}]")
            .reads(in -> role(in).flatMap(before -> edited(before, in)));

    static final Form RETIRE = Form.ends(Kind.ROLE, "retire", "Retire a role")
            .with(ROLE)
            .says("retire role {role}")
            .afterOthers()
            .reads(in -> role(in).map(role -> RoleChange.Retire.of(role, in.model())));

    private RoleForms() {}

    /** A stage is always said, so that a change back to use is one. */
    static Values values(Role role) {
        return making(role).put(STAGE, role.stage());
    }

    /** What is not said of a new role is that it is in use. */
    static Values making(Role role) {
        return new Values()
                .putUnless(role.stage() == Role.Stage.OPEN, STAGE, role.stage())
                .put(KEY, role.key())
                .put(NAME, role.name())
                .putText(DESCRIPTION, role.description())
                .put(OWNER, role.owner())
                .putAll(SETS, role.sets())
                .putAll(INCLUDES, role.includes())
                .putAll(EXCLUSIONS, role.exclusions())
                .put(SENSITIVITY, role.sensitivity())
                .put(SOURCE, role.source())
                .putAll(EXPECTED, people(role.expected()))
                .putAll(EXPECTED_GROUPS, groups(role.expected()));
    }

    private static List<Id<Person>> people(List<Subject> subjects) {
        return subjects.stream()
                .filter(Subject.OfPerson.class::isInstance)
                .map(subject -> ((Subject.OfPerson) subject).person())
                .toList();
    }

    private static List<Id<Group>> groups(List<Subject> subjects) {
        return subjects.stream()
                .filter(Subject.OfGroup.class::isInstance)
                .map(subject -> ((Subject.OfGroup) subject).group())
                .toList();
    }

    private static List<Subject> subjects(List<Id<Person>> people, List<Id<Group>> groups) {
        return Stream.<Subject>concat(
                        people.stream().map(Subject.OfPerson::new),
                        groups.stream().map(Subject.OfGroup::new))
                .toList();
    }

    private static Optional<Role> role(Reading in) {
        return in.get(ROLE).map(in.model().roles()::get);
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<Role>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        String description = in.text(DESCRIPTION);
        Optional<Id<Person>> owner = in.get(OWNER);
        List<Id<PermissionSet>> sets = in.several(SETS);
        List<Id<Role>> includes = in.several(INCLUDES);
        Set<Permission> exclusions = Set.copyOf(in.several(EXCLUSIONS));
        Role.Stage stage = in.get(STAGE).orElse(Role.Stage.OPEN);
        Optional<Sensitivity> sensitivity = in.get(SENSITIVITY);
        Optional<Id<Role>> source = in.get(SOURCE);
        List<Subject> expected = subjects(in.several(EXPECTED), in.several(EXPECTED_GROUPS));
        return id.isEmpty() || key.isEmpty()
                ? Optional.empty()
                : Optional.of(new RoleChange.Make(new Role(
                        id.get(),
                        key.get(),
                        name,
                        description,
                        owner,
                        sets,
                        includes,
                        exclusions,
                        stage,
                        sensitivity,
                        source,
                        expected)));
    }

    private static Optional<Change> edited(Role before, Reading in) {
        String name = in.textOrKept(NAME, before.name());
        String description = in.textOrKept(DESCRIPTION, before.description());
        Optional<Id<Person>> owner = in.orKept(OWNER, before.owner());
        List<Id<PermissionSet>> sets = in.severalOrKept(SETS, before.sets());
        List<Id<Role>> includes = in.severalOrKept(INCLUDES, before.includes());
        Set<Permission> exclusions = Set.copyOf(in.severalOrKept(EXCLUSIONS, List.copyOf(before.exclusions())));
        Role.Stage stage = in.isGiven(STAGE) ? in.get(STAGE).orElse(Role.Stage.OPEN) : before.stage();
        Optional<Sensitivity> sensitivity = in.orKept(SENSITIVITY, before.sensitivity());
        Optional<Id<Role>> source = in.orKept(SOURCE, before.source());
        List<Subject> expected = subjects(
                in.severalOrKept(EXPECTED, people(before.expected())),
                in.severalOrKept(EXPECTED_GROUPS, groups(before.expected())));
        return in.orKept(KEY, Optional.of(before.key()))
                .map(key -> new RoleChange.Edit(new Role(
                        before.id(),
                        key,
                        name,
                        description,
                        owner,
                        sets,
                        includes,
                        exclusions,
                        stage,
                        sensitivity,
                        source,
                        expected)));
    }
}
