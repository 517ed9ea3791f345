package wexa.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import wexa.core.access.AccessIndex;
import wexa.core.cancelling.Cancellation;
import wexa.core.conflict.ConflictCodes;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.ConflictException;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.model.Subject;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Which drafts need a second person (rule 18): those that give what is privileged, that bring a conflict about, or that change
 * the access of more people than the organisation lets one administrator change; and always those that exempt somebody from
 * a conflict rule.
 *
 * @param forPrivileged whether giving what is privileged needs one
 * @param forConflicts whether a conflict that a rule only warns of needs one
 * @param mostPeople how many people's access one administrator may change at once
 */
public record ApprovalPolicy(boolean forPrivileged, boolean forConflicts, int mostPeople) {
    /** What an installation begins with. */
    public static final ApprovalPolicy USUAL = new ApprovalPolicy(true, true, 250);

    /** So many boundaries of a draft are looked at one by one. */
    private static final int MOST_BOUNDARIES = 200;

    /** Why a second person is needed. */
    public enum Cause {
        /** People gain something privileged; 0 if it is given to nobody yet. */
        PRIVILEGED,
        /** So many roles come to stand for groups that tenants had before: what else those allow is not known. */
        TENANT_GROUPS,
        /** So many permissions, sets and roles are treated as privileged no longer. */
        LOWERED,
        /** A conflict rule warns of so many findings. */
        CONFLICTS,
        /** So many people are exempt from a conflict rule: that always takes another administrator. */
        EXCEPTIONS,
        /** So many people's access changes. */
        TOO_MANY_PEOPLE
    }

    /** A cause with the number seen. */
    public record Reason(Cause cause, int seen) {}

    public ApprovalPolicy {
        if (mostPeople < 1) {
            throw new IllegalArgumentException("one administrator changes at least one person, not " + mostPeople);
        }
    }

    /**
     * Why the draft needs a second person, in the order of {@link Cause}; empty if it does not. Costs who gains or loses
     * something at each instant that the draft brings, the permissions of all apps once, and the roles if it changes one.
     */
    public List<Reason> judge(Preview preview) {
        Set<Id<Person>> touched = new HashSet<>();
        Set<Id<Person>> raised = new HashSet<>();
        Privileged before =
                new Privileged(preview.snapshot().model(), preview.snapshot().index());
        Privileged after = new Privileged(preview.model(), preview.index());
        for (Instant at : preview.instants(MOST_BOUNDARIES)) {
            for (Impact.Change change : preview.impactAt(at).changes()) {
                Cancellation.check();
                touched.add(change.person());
                if (forPrivileged
                        && !raised.contains(change.person())
                        && (after.isAny(change.gains())
                                || after.isAny(change.started())
                                || !before.rolesOf(change.person(), at)
                                        .containsAll(after.rolesOf(change.person(), at)))) {
                    raised.add(change.person());
                }
            }
        }
        List<Reason> reasons = new ArrayList<>();
        if (forPrivileged && (!raised.isEmpty() || givesToGroups(preview, before, after))) {
            reasons.add(new Reason(Cause.PRIVILEGED, raised.size()));
        }
        int takenOver = count(preview, effect -> Binding.takingOver(effect).isPresent());
        if (forPrivileged && takenOver > 0) {
            reasons.add(new Reason(Cause.TENANT_GROUPS, takenOver));
        }
        int lowered = forPrivileged ? lowered(preview, before, after) : 0;
        if (lowered > 0) {
            reasons.add(new Reason(Cause.LOWERED, lowered));
        }
        int conflicts = (int) preview.outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .filter(finding -> finding.code() == ConflictCodes.CONFLICT_WARNS)
                .count();
        if (forConflicts && conflicts > 0) {
            reasons.add(new Reason(Cause.CONFLICTS, conflicts));
        }
        int exceptions =
                count(preview, effect -> ConflictException.givenBy(effect).isPresent());
        if (exceptions > 0) {
            reasons.add(new Reason(Cause.EXCEPTIONS, exceptions));
        }
        if (touched.size() > mostPeople) {
            reasons.add(new Reason(Cause.TOO_MANY_PEOPLE, touched.size()));
        }
        return List.copyOf(reasons);
    }

    private static int count(Preview preview, Predicate<Effect> which) {
        return (int) preview.effects().stream().filter(which).count();
    }

    /** What nobody has yet, somebody has as soon as they come into a group that has it. */
    private static boolean givesToGroups(Preview preview, Privileged before, Privileged after) {
        boolean isAnyRoleAnother = preview.effects().stream().anyMatch(ApprovalPolicy::concernsRoles);
        Instant now = preview.now();
        for (Effect effect : preview.effects()) {
            boolean isGiven = effect.after(Kind.ASSIGNMENT)
                            .filter(given -> after.is(given.role()))
                            .filter(given -> effect.before(Kind.ASSIGNMENT)
                                    .filter(had -> before.is(had.role()) && isWithin(given, had))
                                    .isEmpty())
                            .isPresent()
                    || effect.after(Kind.MAPPING)
                            .filter(given -> after.is(given.role()))
                            .filter(given -> !effect.before(Kind.MAPPING).equals(Optional.of(given)))
                            .isPresent();
            if (isGiven) {
                return true;
            }
        }
        return isAnyRoleAnother
                && after.roles().stream().anyMatch(role -> !before.is(role) && after.isGiven(role, now));
    }

    /** Whoever may say alone that something is not privileged could give it alone after that. */
    private static int lowered(Preview preview, Privileged before, Privileged after) {
        if (preview.effects().stream().noneMatch(ApprovalPolicy::concernsRoles)) {
            return 0;
        }
        long permissions = preview.model().table(Kind.APP).stream()
                .flatMap(app -> app.permissions().stream())
                .filter(permission -> before.isAny(List.of(permission)) && !after.isAny(List.of(permission)))
                .count();
        long own = preview.effects().stream()
                .filter(effect -> isPrivileged(effect.before(Kind.ROLE).flatMap(Role::sensitivity))
                                && effect.after(Kind.ROLE)
                                        .filter(role -> !isPrivileged(role.sensitivity()))
                                        .isPresent()
                        || isPrivileged(effect.before(Kind.PERMISSION_SET).flatMap(PermissionSet::sensitivity))
                                && effect.after(Kind.PERMISSION_SET)
                                        .filter(set -> !isPrivileged(set.sensitivity()))
                                        .isPresent())
                .count();
        return (int) (permissions + own);
    }

    private static boolean isPrivileged(Optional<Sensitivity> set) {
        return set.equals(Optional.of(Sensitivity.PRIVILEGED));
    }

    private static boolean isWithin(Assignment given, Assignment had) {
        return given.subject().equals(had.subject())
                && given.role().equals(had.role())
                && given.tenant().equals(had.tenant())
                && given.area().equals(had.area())
                && !given.window().from().isBefore(had.window().from())
                && !given.window().until().isAfter(had.window().until());
    }

    private static boolean concernsRoles(Effect effect) {
        return effect.kind() == Kind.ROLE
                || effect.kind() == Kind.PERMISSION_SET
                || effect.kind() == Kind.APP
                || effect.kind() == Kind.CONFLICT_RULE;
    }

    /** What is privileged in a model, and who has a role that is. */
    private static final class Privileged {
        private final Model model;
        private final AccessIndex index;
        private final Sensitivities sensitivities;
        private final Set<Id<Role>> roles = new LinkedHashSet<>();

        Privileged(Model model, AccessIndex index) {
            this.model = model;
            this.index = index;
            this.sensitivities = new Sensitivities(model);
            for (Role role : model.roles().stream().toList()) {
                if (sensitivities.of(role, index.permissionsOf(role.id())) == Sensitivity.PRIVILEGED) {
                    roles.add(role.id());
                }
            }
        }

        Set<Id<Role>> roles() {
            return roles;
        }

        boolean is(Id<Role> role) {
            return roles.contains(role);
        }

        boolean isAny(Collection<Permission> permissions) {
            return sensitivities.most(permissions) == Sensitivity.PRIVILEGED;
        }

        boolean isGiven(Id<Role> role, Instant now) {
            return model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role).stream()
                            .anyMatch(given -> !given.window().endsBy(now))
                    || model.table(Kind.MAPPING).stream()
                            .anyMatch(mapping -> mapping.role().equals(role));
        }

        /** The privileged roles that a person has, by whatever way. */
        Set<Id<Role>> rolesOf(Id<Person> person, Instant at) {
            Set<Id<Role>> found = new HashSet<>();
            if (roles.isEmpty() || model.people().find(person).isEmpty()) {
                return found;
            }
            List<Subject> subjects = new ArrayList<>(List.of(new Subject.OfPerson(person)));
            for (Id<Group> group : index.groupsOf(person, at)) {
                subjects.add(new Subject.OfGroup(group));
                model.table(Kind.MAPPING).by(Mapping.BY_GROUP, group).forEach(mapping -> found.add(mapping.role()));
            }
            for (Subject subject : subjects) {
                for (Assignment given : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject)) {
                    if (given.effective(model)
                            .filter(window -> window.contains(at))
                            .isPresent()) {
                        found.add(given.role());
                    }
                }
            }
            found.retainAll(roles);
            return found;
        }
    }
}
