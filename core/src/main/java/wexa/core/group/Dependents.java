package wexa.core.group;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import wexa.core.change.Resolution;
import wexa.core.finding.Finding;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.value.Id;

/** How much falls with a group that goes. */
record Dependents(int memberships, int grants) {
    static Dependents of(Id<Group> group, Model model) {
        return new Dependents(
                memberships(group, model).size(), grants(group, model).size());
    }

    /** The group goes with all that falls with it, unless something forbids that. Nothing is left to do when it is gone. */
    static Resolution with(Id<Group> group, Model model, Function<Group, List<Finding>> forbidding) {
        Optional<Group> before = model.groups().find(group);
        if (before.isEmpty()) {
            return Resolution.nothing();
        }
        List<Finding> findings = forbidding.apply(before.get());
        if (!findings.isEmpty()) {
            return new Resolution(List.of(), findings);
        }
        List<Effect> effects = new ArrayList<>(grants(group, model));
        effects.addAll(memberships(group, model));
        model.table(Kind.GROUP_PROVISION)
                .by(GroupProvision.BY_GROUP, group)
                .forEach(provision -> effects.add(Effect.drop(provision)));
        effects.add(Effect.drop(before.get()));
        return new Resolution(effects, List.of());
    }

    private static List<Effect> memberships(Id<Group> group, Model model) {
        List<Effect> effects = new ArrayList<>();
        model.table(Kind.MEMBERSHIP)
                .by(Membership.BY_GROUP, group)
                .forEach(membership -> effects.add(Effect.drop(membership)));
        model.table(Kind.MEMBERSHIP)
                .by(Membership.BY_MEMBER, new Subject.OfGroup(group))
                .forEach(membership -> effects.add(Effect.drop(membership)));
        return effects;
    }

    private static List<Effect> grants(Id<Group> group, Model model) {
        List<Effect> effects = new ArrayList<>();
        model.table(Kind.ASSIGNMENT)
                .by(Assignment.BY_SUBJECT, new Subject.OfGroup(group))
                .forEach(assignment -> effects.add(Effect.drop(assignment)));
        model.table(Kind.MAPPING).by(Mapping.BY_GROUP, group).forEach(mapping -> effects.add(Effect.drop(mapping)));
        return effects;
    }

    /** {@code 3 memberships and 1 role end with it}. */
    String words() {
        return count(memberships, "membership") + " and " + count(grants, "role") + " end with it";
    }

    private static String count(int number, String what) {
        return number + " " + what + (number == 1 ? "" : "s");
    }
}
