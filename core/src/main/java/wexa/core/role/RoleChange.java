package wexa.core.role;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Changes to what roles are made of (rule 2). Whoever has the role follows at once. */
sealed interface RoleChange extends Change {
    Code KEY_TAKEN = Code.block(
            "role.key-taken", "The short name {value} belongs to the role “{holder}”. Use another short name.");
    Code CYCLE = Code.block("role.cycle", "That would make a role include itself: {circle}.");
    Code INCLUDED = Code.block("role.included", "“{value}” is included in {roles}. Remove it from there first.");
    Code IN_RULE = Code.block(
            "role.in-conflict-rule", "“{value}” is named by the conflict rule {rules}. Change the rule first.");
    Code EXCLUDES_NOTHING = Code.warn(
            "role.excludes-nothing",
            "The role does not have “{value}” in the first place; excluding it changes nothing.");
    Code BOTH_SIDES_BLOCKED = Code.block(
            "role.both-sides-blocked",
            "The role grants both sides of the conflict rule “{rule}”. Exclude one, or split it into two roles.");
    Code BOTH_SIDES = Code.warn(
            "role.both-sides",
            "The role grants both sides of the conflict rule “{rule}”: whoever has it is in conflict.");
    Code GIVES_NOTHING =
            Code.warn("role.gives-nothing", "The role grants nothing yet: add a permission set or a role.");

    /** A role that was not there before. */
    record Make(Role role) implements RoleChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = check(role, Optional.empty(), model);
            return model.roles()
                    .find(role.id())
                    .map(known -> Resolution.replace(known, role, findings))
                    .orElseGet(() -> Resolution.make(role, findings));
        }

        @Override
        public Form form() {
            return RoleForms.MAKE;
        }

        @Override
        public Values values() {
            return RoleForms.making(role);
        }
    }

    /** The role as it should be from now on. */
    record Edit(Role role) implements RoleChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.roles()
                    .find(role.id())
                    .map(before -> Resolution.replace(before, role, check(role, Optional.of(before), model)))
                    .orElseGet(() -> Resolution.blocked(
                            Finding.of(Code.FACT_GONE, "role", "id", role.id().toString())));
        }

        @Override
        public Form form() {
            return RoleForms.EDIT;
        }

        @Override
        public Values values() {
            return RoleForms.values(role).put(RoleForms.ROLE, role.id());
        }
    }

    /**
     * The role goes, and with it every assignment and mapping to it. No other role may include it; those that were started from
     * it stand by themselves.
     */
    record Retire(Role role, int falling) implements RoleChange {
        /** Counts what falls with the role, for its remark. */
        static Retire of(Role role, Model model) {
            return new Retire(role, grants(role.id(), model).size());
        }

        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Role> before = model.roles().find(role.id());
            if (before.isEmpty()) {
                return Resolution.nothing();
            }
            List<Finding> findings = users(before.get(), model);
            List<Effect> effects = new ArrayList<>(grants(role.id(), model));
            model.table(Kind.BINDING).by(Binding.BY_ROLE, role.id()).stream()
                    .filter(binding -> !binding.isReleased())
                    .map(Binding::ended)
                    .forEach(effects::add);
            model.table(Kind.ROLE_VARIANT).by(RoleVariant.BY_ROLE, role.id()).stream()
                    .map(Effect::drop)
                    .forEach(effects::add);
            model.roles().stream()
                    .filter(copy -> copy.source().equals(Optional.of(role.id())))
                    .forEach(copy -> effects.add(Effect.replace(copy, copy.withoutSource())));
            effects.add(Effect.drop(before.get()));
            return new Resolution(effects, findings);
        }

        @Override
        public Form form() {
            return RoleForms.RETIRE;
        }

        @Override
        public Values values() {
            return new Values().put(RoleForms.ROLE, role.id());
        }

        @Override
        public Optional<String> remark() {
            return falling == 0
                    ? Optional.empty()
                    : Optional.of(falling + (falling == 1 ? " assignment ends" : " assignments end") + " with it");
        }
    }

    private static List<Effect> grants(Id<Role> role, Model model) {
        return Stream.concat(
                        model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role).stream(),
                        model.table(Kind.MAPPING).stream()
                                .filter(mapping -> mapping.role().equals(role)))
                .map(Effect::drop)
                .toList();
    }

    /** What keeps the role from going. */
    private static List<Finding> users(Role role, Model model) {
        List<Finding> findings = new ArrayList<>();
        String roles = model.roles().stream()
                .filter(other -> other.includes().contains(role.id()))
                .map(Role::name)
                .sorted()
                .collect(Collectors.joining(", "));
        if (!roles.isEmpty()) {
            findings.add(Finding.of(INCLUDED, "role", "value", role.name(), "roles", roles));
        }
        String rules = model.table(Kind.CONFLICT_RULE).stream()
                .filter(rule -> rule.one().roles().contains(role.id())
                        || rule.other().roles().contains(role.id()))
                .map(rule -> "“" + rule.name() + "”")
                .sorted()
                .collect(Collectors.joining(", "));
        if (!rules.isEmpty()) {
            findings.add(Finding.of(IN_RULE, "role", "value", role.name(), "rules", rules));
        }
        return findings;
    }

    private static List<Finding> check(Role role, Optional<Role> before, Model model) {
        List<Finding> findings = new ArrayList<>();
        model.roles().by(Role.BY_KEY, role.key()).stream()
                .filter(other -> !other.id().equals(role.id()))
                .findFirst()
                .ifPresent(holder -> findings.add(
                        Finding.of(KEY_TAKEN, "key", "value", role.key().text(), "holder", holder.name())));
        Descriptions.check(role.name(), role.description(), before.map(Role::description))
                .ifPresent(findings::add);
        role.owner()
                .filter(owner -> model.people().find(owner).isEmpty())
                .ifPresent(owner -> findings.add(References.unresolved("owner", owner)));
        role.expected().stream()
                .filter(subject -> !References.exists(subject, model))
                // who has left since is nobody's mistake
                .filter(subject -> before.filter(known -> known.expected().contains(subject))
                        .isEmpty())
                .forEach(subject -> findings.add(References.unresolved(
                        subject instanceof Subject.OfGroup ? "expected-groups" : "expected", subject)));
        role.sets().stream()
                .filter(set -> model.table(Kind.PERMISSION_SET).find(set).isEmpty())
                .forEach(set -> findings.add(References.unresolved("sets", set)));
        role.includes().stream()
                .filter(included -> model.roles().find(included).isEmpty() && !included.equals(role.id()))
                .forEach(included -> findings.add(References.unresolved("includes", included)));
        Optional<List<String>> circle = circle(role, model);
        circle.ifPresent(keys -> findings.add(Finding.of(CYCLE, "includes", "circle", String.join(" → ", keys))));
        if (findings.stream().noneMatch(Finding::blocks)) {
            findings.addAll(exclusions(role, new RoleContents(model, Optional.empty()).ofIngredients(role), model));
            findings.addAll(conflicts(role, before, model));
        }
        return findings;
    }

    private static List<Finding> exclusions(Role role, Set<Permission> given, Model model) {
        List<Finding> findings = new ArrayList<>();
        Set<Permission> known = model.table(Kind.APP).stream()
                .flatMap(app -> app.permissions().stream())
                .collect(Collectors.toSet());
        for (Permission excluded : role.exclusions()) {
            if (!known.contains(excluded)) {
                findings.add(Finding.of(
                        PermissionSetChange.PERMISSION_UNKNOWN,
                        "exclusions",
                        "value",
                        excluded.toString(),
                        "app",
                        excluded.app().text()));
            } else if (!given.contains(excluded)) {
                findings.add(Finding.of(
                        EXCLUDES_NOTHING,
                        "exclusions",
                        "value",
                        PermissionNames.of(excluded, model).toString()));
            }
        }
        if (given.isEmpty()) {
            findings.add(Finding.of(GIVES_NOTHING, "sets"));
        }
        return findings;
    }

    /** A conflict that the role had in itself before is not this change's. */
    private static List<Finding> conflicts(Role role, Optional<Role> before, Model model) {
        List<ConflictRule> rules = conflictsInside(role, model);
        before.ifPresent(known -> rules.removeAll(conflictsInside(known, model)));
        return rules.stream()
                .map(rule -> Finding.of(
                        rule.manner() == ConflictRule.Manner.BLOCK ? BOTH_SIDES_BLOCKED : BOTH_SIDES,
                        "sets",
                        "rule",
                        rule.name()))
                .toList();
    }

    private static List<ConflictRule> conflictsInside(Role role, Model model) {
        Set<Permission> given = new RoleContents(model, Optional.empty()).withoutVariant(role);
        // the role itself may not be in the model yet
        Set<Id<Role>> roles = new HashSet<>(Set.of(role.id()));
        Lineage lineage = new Lineage(model);
        role.includes().forEach(included -> roles.addAll(lineage.below(included)));
        return model.table(Kind.CONFLICT_RULE).stream()
                .filter(rule -> rule.isMetBy(given, roles, model))
                .collect(Collectors.toCollection(ArrayList::new));
    }

    /** Keys of the roles on the circle that including these would close. */
    private static Optional<List<String>> circle(Role role, Model model) {
        Map<Id<Role>, Id<Role>> cameFrom = new HashMap<>();
        Deque<Id<Role>> open = new ArrayDeque<>();
        role.includes().forEach(included -> {
            if (cameFrom.putIfAbsent(included, role.id()) == null) {
                open.add(included);
            }
        });
        while (!open.isEmpty()) {
            Id<Role> at = open.remove();
            if (at.equals(role.id())) {
                return Optional.of(keys(role, cameFrom, model));
            }
            model.roles().find(at).map(Role::includes).orElse(List.of()).forEach(included -> {
                if (cameFrom.putIfAbsent(included, at) == null) {
                    open.add(included);
                }
            });
        }
        return Optional.empty();
    }

    private static List<String> keys(Role role, Map<Id<Role>, Id<Role>> cameFrom, Model model) {
        List<String> keys = new ArrayList<>(List.of(role.key().text()));
        Id<Role> at = cameFrom.getOrDefault(role.id(), role.id());
        while (!at.equals(role.id())) {
            keys.add(model.roles().get(at).key().text());
            at = cameFrom.getOrDefault(at, role.id());
        }
        keys.add(role.key().text());
        Collections.reverse(keys);
        return keys;
    }
}
