package wexa.core.role;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Changes to what must not meet in one person. A rule takes nothing from anybody; it says what is found, and what is let through. */
sealed interface ConflictRuleChange extends Change {
    Code KEY_TAKEN = Code.block(
            "conflict-rule.key-taken",
            "The short name {value} belongs to the conflict rule “{holder}”. Use another short name.");
    Code SIDES_OVERLAP = Code.block(
            "conflict-rule.sides-overlap",
            "“{value}” stands on both sides: whoever has it would be in conflict with themselves. Remove it from one.");

    /** A rule that was not there before. */
    record Make(ConflictRule rule) implements ConflictRuleChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = check(rule, model);
            return model.table(Kind.CONFLICT_RULE)
                    .find(rule.id())
                    .map(known -> Resolution.replace(known, rule, findings))
                    .orElseGet(() -> Resolution.make(rule, findings));
        }

        @Override
        public Form form() {
            return ConflictRuleForms.MAKE;
        }

        @Override
        public Values values() {
            return ConflictRuleForms.values(rule);
        }
    }

    /** The rule as it should be from now on. */
    record Edit(ConflictRule rule) implements ConflictRuleChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.CONFLICT_RULE)
                    .find(rule.id())
                    .map(before -> Resolution.replace(before, rule, check(rule, model)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "conflict-rule", "id", rule.id().toString())));
        }

        @Override
        public Form form() {
            return ConflictRuleForms.EDIT;
        }

        @Override
        public Values values() {
            return ConflictRuleForms.values(rule).put(ConflictRuleForms.RULE, rule.id());
        }
    }

    /** The rule goes with its exceptions; what it found is found no longer. */
    record Retire(ConflictRule rule) implements ConflictRuleChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.CONFLICT_RULE)
                    .find(rule.id())
                    .map(known -> new Resolution(
                            Stream.concat(
                                            model.table(Kind.CONFLICT_EXCEPTION).stream()
                                                    .filter(exception ->
                                                            exception.rule().equals(known.id())),
                                            Stream.of(known))
                                    .map(Effect::drop)
                                    .toList(),
                            List.of()))
                    .orElseGet(Resolution::nothing);
        }

        @Override
        public Form form() {
            return ConflictRuleForms.RETIRE;
        }

        @Override
        public Values values() {
            return new Values().put(ConflictRuleForms.RULE, rule.id());
        }
    }

    private static List<Finding> check(ConflictRule rule, Model model) {
        List<Finding> findings = new ArrayList<>();
        model.table(Kind.CONFLICT_RULE).by(ConflictRule.BY_KEY, rule.key()).stream()
                .filter(other -> !other.id().equals(rule.id()))
                .findFirst()
                .ifPresent(holder -> findings.add(
                        Finding.of(KEY_TAKEN, "key", "value", rule.key().text(), "holder", holder.name())));
        rule.owner()
                .filter(owner -> model.people().find(owner).isEmpty())
                .ifPresent(owner -> findings.add(References.unresolved("owner", owner)));
        Set<Permission> known = model.table(Kind.APP).stream()
                .map(App::permissions)
                .flatMap(List::stream)
                .collect(Collectors.toSet());
        check(rule.one(), "one", known, model, findings);
        check(rule.other(), "other", known, model, findings);
        Set<Permission> both = new TreeSet<>(rule.one().named(model));
        both.retainAll(rule.other().named(model));
        both.forEach(permission -> findings.add(Finding.of(
                SIDES_OVERLAP,
                "other",
                "value",
                PermissionNames.of(permission, model).toString())));
        Set<Id<Role>> roles = new TreeSet<>(rule.one().roles());
        roles.retainAll(rule.other().roles());
        roles.forEach(role -> findings.add(Finding.of(
                SIDES_OVERLAP,
                "other-roles",
                "value",
                model.roles().find(role).map(Role::name).orElse(role.toString()))));
        return findings;
    }

    private static void check(
            ConflictRule.Side side, String field, Set<Permission> known, Model model, List<Finding> findings) {
        side.permissions().stream()
                .filter(permission -> !known.contains(permission))
                .forEach(permission -> findings.add(Finding.of(
                        PermissionSetChange.PERMISSION_UNKNOWN,
                        field,
                        "value",
                        permission.toString(),
                        "app",
                        permission.app().text())));
        side.sets().stream()
                .filter(set -> model.table(Kind.PERMISSION_SET).find(set).isEmpty())
                .forEach(set -> findings.add(References.unresolved(field + "-sets", set)));
        side.roles().stream()
                .filter(role -> model.roles().find(role).isEmpty())
                .forEach(role -> findings.add(References.unresolved(field + "-roles", role)));
    }
}
