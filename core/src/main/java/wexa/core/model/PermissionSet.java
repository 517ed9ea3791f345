package wexa.core.model;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** A named, described set of permissions of one app. */
public record PermissionSet(
        Id<PermissionSet> id, Key key, String name, String description, Id<App> app, Set<Permission> permissions)
        implements Fact {
    public static final Lookup<PermissionSet, Key> BY_KEY = Lookup.by(PermissionSet::key);

    public PermissionSet {
        permissions = Collections.unmodifiableSet(new TreeSet<>(permissions));
    }
}
