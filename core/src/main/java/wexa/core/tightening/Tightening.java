package wexa.core.tightening;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntConsumer;
import java.util.stream.Stream;
import wexa.core.access.AccessIndex;
import wexa.core.access.Path;
import wexa.core.access.RepeatedGrants;
import wexa.core.cancelling.Cancellation;
import wexa.core.model.AccountKind;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.role.Lineage;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/**
 * Looks through a model for what nobody needs. What is found can be taken away together: each is found as if those before it were
 * gone already. People with an emergency account are left out, and what was used within a year counts as used, for some roles are
 * empty in winter.
 */
public final class Tightening {
    private static final Duration YEAR = Duration.ofDays(365);

    /** Roles that share so much of what both together give are told as near duplicates. */
    private static final double NEARLY = 0.9;

    /** Roles that give less are alike by chance. */
    private static final int FEWEST = 4;

    /** After so many people it is told how far it has come. */
    private static final int STRIDE = 500;

    private final Model model;
    private final AccessIndex index;
    private final Instant now;
    private final Lineage lineage;
    private final IntConsumer progress;
    private final List<Slack> found = new ArrayList<>();

    private Tightening(Model model, AccessIndex index, Instant now, IntConsumer progress) {
        this.progress = progress;
        this.model = model;
        this.index = index;
        this.now = now;
        this.lineage = new Lineage(model);
    }

    /**
     * Costs the ingredients of all roles, and the ways of all people who have a role directly and through a group.
     *
     * @param progress is told the percentage that is done, now and then
     */
    public static List<Slack> of(Model model, AccessIndex index, Instant now, IntConsumer progress) {
        Tightening tightening = new Tightening(model, index, now, progress);
        model.roles().stream().sorted(Comparator.comparing(Role::key)).forEach(tightening::lookIntoRole);
        tightening.lookForUnused();
        tightening.lookForDuplicates();
        tightening.lookForRepetitions();
        return List.copyOf(tightening.found);
    }

    /** @param given what it gives, in each tenant where that differs, and last where it does not */
    private record Ingredient(Slack slack, List<Set<Permission>> given) {}

    private void lookIntoRole(Role role) {
        Cancellation.check();
        List<Id<Tenant>> varied = variedTenants(role);
        List<Ingredient> left = new ArrayList<>();
        role.sets().stream()
                .flatMap(id -> model.table(Kind.PERMISSION_SET).find(id).stream())
                .sorted(Comparator.comparingInt(
                        (PermissionSet set) -> set.permissions().size()))
                .forEach(set -> left.add(new Ingredient(
                        new Slack.UselessSet(role, set), Collections.nCopies(varied.size() + 1, set.permissions()))));
        role.includes().stream()
                .flatMap(id -> model.roles().find(id).stream())
                .forEach(one -> left.add(new Ingredient(new Slack.UselessInclusion(role, one), given(one, varied))));
        Set<Permission> all = new HashSet<>();
        left.forEach(one -> one.given().forEach(all::addAll));
        for (Ingredient one : List.copyOf(left)) {
            if (isNeededNowhere(one, role, left)) {
                found.add(one.slack());
                left.remove(one);
            }
        }
        role.exclusions().stream()
                .filter(excluded -> !all.contains(excluded))
                .forEach(excluded -> found.add(new Slack.UselessExclusion(role, excluded)));
        lookIntoVariants(role, varied, left);
    }

    /** Tenants in which what the role is made of differs. */
    private List<Id<Tenant>> variedTenants(Role role) {
        Set<Id<Role>> below = lineage.below(role.id());
        return model.table(Kind.ROLE_VARIANT).stream()
                .filter(variant -> below.contains(variant.role()))
                .map(RoleVariant::tenant)
                .distinct()
                .toList();
    }

    private List<Set<Permission>> given(Role role, List<Id<Tenant>> varied) {
        List<Set<Permission>> given = new ArrayList<>();
        varied.forEach(tenant -> given.add(index.permissionsOf(role.id(), tenant)));
        given.add(index.permissionsOf(role.id()));
        return given;
    }

    private static boolean isNeededNowhere(Ingredient one, Role role, List<Ingredient> all) {
        for (int place = 0; place < one.given().size(); place++) {
            Set<Permission> needed = new HashSet<>(one.given().get(place));
            needed.removeAll(role.exclusions());
            for (Ingredient other : all) {
                if (other != one) {
                    needed.removeAll(other.given().get(place));
                }
            }
            if (!needed.isEmpty()) {
                return false;
            }
        }
        return true;
    }

    /** A variant whose sets the role has there by now, and whose permissions to be left out it does not. */
    private void lookIntoVariants(Role role, List<Id<Tenant>> varied, List<Ingredient> ingredients) {
        for (RoleVariant variant : model.table(Kind.ROLE_VARIANT).by(RoleVariant.BY_ROLE, role.id())) {
            int place = varied.indexOf(variant.tenant());
            Set<Permission> without = new HashSet<>();
            ingredients.forEach(one -> without.addAll(one.given().get(place)));
            without.removeAll(role.exclusions());
            Key app = model.appOf(model.tenants().get(variant.tenant())).key();
            without.removeIf(permission -> !permission.app().equals(app));
            if (without.equals(index.permissionsOf(role.id(), variant.tenant()))) {
                found.add(new Slack.UselessVariant(variant));
            }
        }
    }

    private boolean isRecent(Window window) {
        return window.until().isAfter(now.minus(YEAR));
    }

    private void lookForUnused() {
        Set<Id<Role>> used = new HashSet<>();
        model.table(Kind.ASSIGNMENT).stream()
                .filter(one -> isRecent(one.effective(model).orElse(one.window())))
                .forEach(one -> used.add(one.role()));
        model.table(Kind.MAPPING).stream().map(Mapping::role).forEach(used::add);
        for (Role role : model.roles().stream().toList()) {
            boolean isNamed = model.table(Kind.CONFLICT_RULE).stream()
                    .anyMatch(rule -> rule.one().roles().contains(role.id())
                            || rule.other().roles().contains(role.id()));
            // one that is part of another is needed by it, and one in preparation is to be used yet
            if (!used.contains(role.id())
                    && !isNamed
                    && lineage.includedBy(role.id()).isEmpty()
                    && role.stage() != Role.Stage.PREPARATION) {
                found.add(new Slack.UnusedRole(role));
            }
        }
        for (Group group : model.groups().stream().toList()) {
            boolean isRepeatable = group.kind() == GroupKind.ASSIGNED;
            boolean hasMember = model.table(Kind.MEMBERSHIP).by(Membership.BY_GROUP, group.id()).stream()
                    .anyMatch(one -> isRecent(one.window()));
            if (isRepeatable && !hasMember) {
                found.add(new Slack.EmptyGroup(group));
            }
        }
    }

    private void lookForDuplicates() {
        List<Role> roles = model.roles().stream()
                .filter(role -> index.permissionsOf(role.id()).size() >= FEWEST)
                .sorted(Comparator.comparing(Role::key))
                .toList();
        List<Set<Permission>> given =
                roles.stream().map(role -> index.permissionsOf(role.id())).toList();
        for (int one = 0; one < roles.size(); one++) {
            Cancellation.check();
            for (int other = one + 1; other < roles.size(); other++) {
                int smaller = Math.min(given.get(one).size(), given.get(other).size());
                int larger = Math.max(given.get(one).size(), given.get(other).size());
                if (smaller < NEARLY * larger) {
                    continue;
                }
                Set<Permission> shared = new HashSet<>(given.get(one));
                shared.retainAll(given.get(other));
                int together = given.get(one).size() + given.get(other).size() - shared.size();
                if (shared.size() >= NEARLY * together) {
                    found.add(new Slack.NearDuplicate(
                            roles.get(one), roles.get(other), shared.size(), together - shared.size()));
                }
            }
        }
    }

    private void lookForRepetitions() {
        Set<Id<Person>> emergency = new HashSet<>();
        model.table(Kind.ACCOUNT).stream()
                .filter(account -> account.kind() == AccountKind.EMERGENCY)
                .forEach(account -> account.person().ifPresent(emergency::add));
        List<Person> people = model.people().stream().toList();
        for (int place = 0; place < people.size(); place++) {
            Person person = people.get(place);
            if (place % STRIDE == 0) {
                progress.accept(100 * place / people.size());
            }
            List<Assignment> own =
                    model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfPerson(person.id())).stream()
                            .filter(one -> one.effective(model)
                                    .filter(window -> !window.endsBy(now))
                                    .isPresent())
                            .sorted(Comparator.comparing(Assignment::id))
                            .toList();
            boolean hasOtherWays = own.size() > 1
                    || !model.table(Kind.MEMBERSHIP)
                            .by(Membership.BY_MEMBER, new Subject.OfPerson(person.id()))
                            .isEmpty()
                    || model.groups().by(Group.BY_RULED, true).size() > 0;
            if (!own.isEmpty() && hasOtherWays && !emergency.contains(person.id())) {
                Cancellation.check();
                Set<Id<? extends Fact>> repeated = RepeatedGrants.of(index, person.id(), now);
                lookForRepetitions(
                        person.id(),
                        own.stream()
                                .filter(one -> repeated.contains(one.id()) || startsLater(one))
                                .toList());
            }
        }
    }

    private boolean startsLater(Assignment one) {
        return one.effective(model).filter(window -> window.from().isAfter(now)).isPresent();
    }

    /** Those that are found are no ways any more for the ones that are looked at after them. */
    private void lookForRepetitions(Id<Person> person, List<Assignment> own) {
        Set<Id<?>> gone = new HashSet<>();
        for (Assignment one : own) {
            Window window = one.effective(model).orElseThrow();
            Set<Id<Group>> by = new LinkedHashSet<>();
            boolean isRepeated = true;
            boolean givesAnything = false;
            for (Instant at : instants(person, window)) {
                List<Path> paths = index.paths(person, at);
                Set<Permission> given = new TreeSet<>();
                paths.stream()
                        .filter(path -> path.grant().source().equals(one.id()))
                        .forEach(path -> given.addAll(path.permissions()));
                givesAnything |= !given.isEmpty();
                for (Path path : paths) {
                    boolean isOther = !path.grant().source().equals(one.id())
                            && !gone.contains(path.grant().source())
                            && path.grant().tenant().equals(one.tenant())
                            && index.isAtOrAbove(one.tenant(), path.grant().area(), one.area());
                    if (isOther && given.removeAll(path.permissions())) {
                        path.memberships().stream().findFirst().ifPresent(link -> by.add(link.group()));
                    }
                }
                isRepeated &= given.isEmpty();
            }
            if (isRepeated && givesAnything) {
                gone.add(one.id());
                found.add(new Slack.RepeatedAssignment(one, by));
            }
        }
    }

    /** Now and every later instant within the window at which any way of the person may begin or end. */
    private Set<Instant> instants(Id<Person> person, Window window) {
        Set<Instant> instants = new TreeSet<>();
        instants.add(window.from().isAfter(now) ? window.from() : now);
        Set<Id<Group>> groups = new HashSet<>();
        List<Subject> open = new ArrayList<>(List.of(new Subject.OfPerson(person)));
        List<Window> windows = new ArrayList<>();
        for (int next = 0; next < open.size(); next++) {
            Subject subject = open.get(next);
            for (Membership one : model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject)) {
                windows.add(one.window());
                if (groups.add(one.group())) {
                    open.add(new Subject.OfGroup(one.group()));
                }
            }
            model.table(Kind.ASSIGNMENT)
                    .by(Assignment.BY_SUBJECT, subject)
                    .forEach(one -> one.effective(model).ifPresent(windows::add));
            if (subject instanceof Subject.OfPerson) {
                for (Engagement engagement : model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person)) {
                    windows.add(engagement.window());
                    model.groups().by(Group.BY_RULED, true).stream()
                            .filter(group -> group.condition()
                                    .filter(condition -> condition.matches(engagement, model))
                                    .isPresent())
                            .filter(group -> groups.add(group.id()))
                            .forEach(group -> open.add(new Subject.OfGroup(group.id())));
                }
            }
        }
        windows.stream()
                .flatMap(one -> Stream.of(one.from(), one.until()))
                .filter(at -> at.isAfter(now) && window.contains(at))
                .forEach(instants::add);
        return instants;
    }
}
