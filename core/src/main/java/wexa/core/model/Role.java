package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** A job role: permission sets and other roles put together, less its exclusions. */
public record Role(
        Id<Role> id,
        Key key,
        String name,
        String description,
        Optional<Id<Person>> owner,
        List<Id<PermissionSet>> sets,
        List<Id<Role>> includes,
        Set<Permission> exclusions)
        implements Fact {
    public static final Lookup<Role, Key> BY_KEY = Lookup.by(Role::key);

    public Role {
        sets = sets.stream().distinct().toList();
        includes = includes.stream().distinct().toList();
        exclusions = Collections.unmodifiableSet(new TreeSet<>(exclusions));
    }
}
