package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * A job role: permission sets and other roles put together, less its exclusions.
 *
 * @param sensitivity as its owner set it; empty if it follows from what the role gives
 * @param source the role that it was started from
 * @param expected people and groups for whom it was made; saying so gives them nothing
 */
public record Role(
        Id<Role> id,
        Key key,
        String name,
        String description,
        Optional<Id<Person>> owner,
        List<Id<PermissionSet>> sets,
        List<Id<Role>> includes,
        Set<Permission> exclusions,
        Stage stage,
        Optional<Sensitivity> sensitivity,
        Optional<Id<Role>> source,
        List<Subject> expected)
        implements Fact {
    public static final Lookup<Role, Key> BY_KEY = Lookup.by(Role::key);

    /** Whether the role can be given. */
    public enum Stage {
        /** It is being composed, and cannot be given yet. */
        PREPARATION,
        /** It is in use, and can be given. */
        OPEN,
        /** Whoever has it keeps it; it is given to nobody else. */
        CLOSED
    }

    /** A role in use that was started from no other, for nobody in particular. */
    public Role(
            Id<Role> id,
            Key key,
            String name,
            String description,
            Optional<Id<Person>> owner,
            List<Id<PermissionSet>> sets,
            List<Id<Role>> includes,
            Set<Permission> exclusions) {
        this(
                id,
                key,
                name,
                description,
                owner,
                sets,
                includes,
                exclusions,
                Stage.OPEN,
                Optional.empty(),
                Optional.empty(),
                List.of());
    }

    public Role {
        sets = sets.stream().distinct().toList();
        includes = includes.stream().distinct().toList();
        expected = expected.stream().distinct().toList();
        exclusions = Collections.unmodifiableSet(new TreeSet<>(exclusions));
    }

    /** The same role with other exclusions. */
    public Role excluding(Set<Permission> others) {
        return new Role(
                id, key, name, description, owner, sets, includes, others, stage, sensitivity, source, expected);
    }

    /** The same role, started from no other. */
    public Role withoutSource() {
        return new Role(
                id,
                key,
                name,
                description,
                owner,
                sets,
                includes,
                exclusions,
                stage,
                sensitivity,
                Optional.empty(),
                expected);
    }
}
