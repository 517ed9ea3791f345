package wexa.core.role;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.ConflictRule;
import wexa.core.model.ConflictRule.Counted;
import wexa.core.model.ConflictRule.Manner;
import wexa.core.model.ConflictRule.Side;
import wexa.core.model.ConflictRule.Within;
import wexa.core.model.Kind;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** How conflict rules are made, changed and retired. */
final class ConflictRuleForms {
    static final Field<Id<ConflictRule>> RULE =
            Field.required("conflict-rule", NamedTypes.CONFLICT_RULE, "Conflict rule");
    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<String> RISK = Field.optional("risk", Types.TEXT, "Risk");
    private static final Field<Id<Person>> OWNER = Field.optional("owner", NamedTypes.PERSON, "Owner");
    private static final Field<List<Permission>> ONE =
            Field.optional("one", Types.listOf(Types.PERMISSION), "One side");
    private static final Field<List<Id<PermissionSet>>> ONE_SETS =
            Field.optional("one-sets", Types.listOf(NamedTypes.PERMISSION_SET), "Sets on one side");
    private static final Field<List<Id<Role>>> ONE_ROLES =
            Field.optional("one-roles", Types.listOf(NamedTypes.ROLE), "Roles on one side");
    private static final Field<List<Permission>> OTHER =
            Field.optional("other", Types.listOf(Types.PERMISSION), "Other side");
    private static final Field<List<Id<PermissionSet>>> OTHER_SETS =
            Field.optional("other-sets", Types.listOf(NamedTypes.PERMISSION_SET), "Sets on the other side");
    private static final Field<List<Id<Role>>> OTHER_ROLES =
            Field.optional("other-roles", Types.listOf(NamedTypes.ROLE), "Roles on the other side");
    private static final Field<Within> WITHIN =
            Field.required("within", Types.choice("area, tenant or anywhere", Within.class), "Within");
    private static final Field<List<Counted>> COUNTED = Field.optional(
            "counting", Types.listOf(Types.choice("training, blocked or coming", Counted.class)), "Counts as well");
    private static final Field<Manner> MANNER =
            Field.required("manner", Types.choice("block or warn", Manner.class), "What it does");
    private static final Field<?>[] FIELDS = {
        KEY, NAME, RISK, OWNER, ONE, ONE_SETS, ONE_ROLES, OTHER, OTHER_SETS, OTHER_ROLES, WITHIN, COUNTED, MANNER
    };
    private static final Code SIDE_MISSING = Code.block(
            "conflict-rule.side-missing",
            "Say what must not meet: a permission, a permission set or a role on each side.");

    static final Form MAKE = Form.makes(Kind.CONFLICT_RULE, "make", "Create a conflict rule")
            .with(FIELDS)
            .says("make conflict-rule {key} {name} within {within} manner {manner}[ risk {risk}][ owner {owner}]"
                    + "[ one {one}][ one-sets {one-sets}][ one-roles {one-roles}][ other {other}]"
                    + "[ other-sets {other-sets}][ other-roles {other-roles}][ counting {counting}]")
            .reads(ConflictRuleForms::made);

    static final Form EDIT = Form.changes(Kind.CONFLICT_RULE, "edit", "Change a conflict rule")
            .with(RULE)
            .and(FIELDS)
            .says("change conflict-rule {conflict-rule}[ key {key}][ name {name}][ within {within}][ manner {manner}]"
                    + "[ risk {risk}][ owner {owner}][ one {one}][ one-sets {one-sets}][ one-roles {one-roles}]"
                    + "[ other {other}][ other-sets {other-sets}][ other-roles {other-roles}][ counting {counting}]")
            .reads(in -> rule(in).flatMap(before -> edited(before, in)));

    static final Form RETIRE = Form.ends(Kind.CONFLICT_RULE, "retire", "Retire a conflict rule")
            .with(RULE)
            .says("retire conflict-rule {conflict-rule}")
            .reads(in -> rule(in).map(ConflictRuleChange.Retire::new));

    private ConflictRuleForms() {}

    static Values values(ConflictRule rule) {
        return new Values()
                .put(KEY, rule.key())
                .put(NAME, rule.name())
                .putText(RISK, rule.description())
                .put(OWNER, rule.owner())
                .putAll(ONE, rule.one().permissions())
                .putAll(ONE_SETS, rule.one().sets())
                .putAll(ONE_ROLES, rule.one().roles())
                .putAll(OTHER, rule.other().permissions())
                .putAll(OTHER_SETS, rule.other().sets())
                .putAll(OTHER_ROLES, rule.other().roles())
                .put(WITHIN, rule.within())
                .putAll(COUNTED, rule.counted())
                .put(MANNER, rule.manner());
    }

    private static Optional<ConflictRule> rule(Reading in) {
        return in.get(RULE).map(in.model().table(Kind.CONFLICT_RULE)::get);
    }

    private static Optional<Side> side(
            List<Permission> permissions,
            List<Id<PermissionSet>> sets,
            List<Id<Role>> roles,
            Field<?> field,
            Reading in) {
        if (permissions.isEmpty() && sets.isEmpty() && roles.isEmpty()) {
            in.report(Finding.of(SIDE_MISSING, field.name()));
            return Optional.empty();
        }
        return Optional.of(new Side(new TreeSet<>(permissions), new TreeSet<>(sets), new TreeSet<>(roles)));
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<ConflictRule>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        String risk = in.text(RISK);
        Optional<Id<Person>> owner = in.get(OWNER);
        Optional<Side> one = side(in.several(ONE), in.several(ONE_SETS), in.several(ONE_ROLES), ONE, in);
        Optional<Side> other = side(in.several(OTHER), in.several(OTHER_SETS), in.several(OTHER_ROLES), OTHER, in);
        Optional<Within> within = in.get(WITHIN);
        Set<Counted> counted = new TreeSet<>(in.several(COUNTED));
        Optional<Manner> manner = in.get(MANNER);
        if (id.isEmpty() || key.isEmpty() || one.isEmpty() || other.isEmpty() || within.isEmpty() || manner.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new ConflictRuleChange.Make(new ConflictRule(
                id.get(), key.get(), name, risk, owner, one.get(), other.get(), within.get(), counted, manner.get())));
    }

    private static Optional<Change> edited(ConflictRule before, Reading in) {
        String name = in.textOrKept(NAME, before.name());
        String risk = in.textOrKept(RISK, before.description());
        Optional<Id<Person>> owner = in.orKept(OWNER, before.owner());
        Optional<Side> one = side(
                in.severalOrKept(ONE, List.copyOf(before.one().permissions())),
                in.severalOrKept(ONE_SETS, List.copyOf(before.one().sets())),
                in.severalOrKept(ONE_ROLES, List.copyOf(before.one().roles())),
                ONE,
                in);
        Optional<Side> other = side(
                in.severalOrKept(OTHER, List.copyOf(before.other().permissions())),
                in.severalOrKept(OTHER_SETS, List.copyOf(before.other().sets())),
                in.severalOrKept(OTHER_ROLES, List.copyOf(before.other().roles())),
                OTHER,
                in);
        Optional<Within> within = in.orKept(WITHIN, Optional.of(before.within()));
        Set<Counted> counted = new TreeSet<>(in.severalOrKept(COUNTED, List.copyOf(before.counted())));
        Optional<Manner> manner = in.orKept(MANNER, Optional.of(before.manner()));
        Optional<Key> key = in.orKept(KEY, Optional.of(before.key()));
        if (key.isEmpty() || one.isEmpty() || other.isEmpty() || within.isEmpty() || manner.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new ConflictRuleChange.Edit(new ConflictRule(
                before.id(),
                key.get(),
                name,
                risk,
                owner,
                one.get(),
                other.get(),
                within.get(),
                counted,
                manner.get())));
    }
}
