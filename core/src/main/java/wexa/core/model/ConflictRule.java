package wexa.core.model;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * Two sides that must not meet in one person: separation of duty, as NIST RBAC has it (ANSI INCITS 359, 6.3 and 6.4). A side
 * is met by any of its permissions and those of its sets, or by any of its roles, however the person came by it.
 */
public record ConflictRule(
        Id<ConflictRule> id,
        Key key,
        String name,
        String description,
        Optional<Id<Person>> owner,
        Side one,
        Side other,
        Within within,
        Set<Counted> counted,
        Manner manner)
        implements Fact {
    public static final Lookup<ConflictRule, Key> BY_KEY = Lookup.by(ConflictRule::key);

    /**
     * What must not meet the other side.
     *
     * @param sets permission sets, each of which stands for all that it holds
     */
    public record Side(Set<Permission> permissions, Set<Id<PermissionSet>> sets, Set<Id<Role>> roles) {
        /** A side that names no sets. */
        public Side(Set<Permission> permissions, Set<Id<Role>> roles) {
            this(permissions, Set.of(), roles);
        }

        public Side {
            permissions = Collections.unmodifiableSet(new TreeSet<>(permissions));
            sets = Collections.unmodifiableSet(new TreeSet<>(sets));
            roles = Collections.unmodifiableSet(new TreeSet<>(roles));
            if (permissions.isEmpty() && sets.isEmpty() && roles.isEmpty()) {
                throw new IllegalArgumentException("a side of a conflict rule names a permission, a set or a role");
            }
        }

        /** The permissions that it names, by themselves or by a set. */
        public Set<Permission> named(Model model) {
            if (sets.isEmpty()) {
                return permissions;
            }
            Set<Permission> all = new TreeSet<>(permissions);
            sets.forEach(set ->
                    model.table(Kind.PERMISSION_SET).find(set).ifPresent(found -> all.addAll(found.permissions())));
            return all;
        }

        boolean isMetBy(Set<Permission> held, Set<Id<Role>> by, Model model) {
            return named(model).stream().anyMatch(held::contains)
                    || roles.stream().anyMatch(by::contains);
        }
    }

    /** How near to each other the sides must be held to conflict. */
    public enum Within {
        /** At one area, or at one and an area below it. */
        AREA,
        TENANT,
        ANYWHERE
    }

    /** What is held and can do no harm yet, or none at all, and counts all the same. */
    public enum Counted {
        /** What is held in a tenant to learn on. */
        TRAINING,
        /** What cannot be used for want of an account or a seat. */
        BLOCKED,
        /** What begins later. */
        COMING
    }

    /** What a draft that brings a conflict may do. */
    public enum Manner {
        BLOCK,
        WARN
    }

    public ConflictRule {
        counted = Collections.unmodifiableSet(new TreeSet<>(counted));
    }

    /** The same rule, which counts this too. */
    public ConflictRule counting(Counted what) {
        Set<Counted> more = new TreeSet<>(counted);
        more.add(what);
        return new ConflictRule(id, key, name, description, owner, one, other, within, more, manner);
    }

    /** The same rule with other sides. */
    public ConflictRule between(Side first, Side second) {
        return new ConflictRule(id, key, name, description, owner, first, second, within, counted, manner);
    }

    /**
     * Whether both sides are met by what one role gives, and by the roles by which it does. Where they must not meet in one
     * tenant, it takes one app that has both: a tenant is of one app.
     */
    public boolean isMetBy(Set<Permission> given, Set<Id<Role>> by, Model model) {
        if (within == Within.ANYWHERE) {
            return one.isMetBy(given, by, model) && other.isMetBy(given, by, model);
        }
        return given.stream().map(Permission::app).distinct().anyMatch(app -> {
            Set<Permission> there = given.stream()
                    .filter(permission -> permission.app().equals(app))
                    .collect(Collectors.toSet());
            return one.isMetBy(there, by, model) && other.isMetBy(there, by, model);
        });
    }

    /** Whether a side names a permission set. */
    public boolean names(Id<PermissionSet> set) {
        return one.sets().contains(set) || other.sets().contains(set);
    }

    public boolean counts(Counted what) {
        return counted.contains(what);
    }
}
