package wexa.core.model;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * A named, described set of permissions of one app.
 *
 * @param sensitivity as its owner set it; empty if it follows from its permissions
 * @param isPreset whether the app offers it, so that it is not changed here
 */
public record PermissionSet(
        Id<PermissionSet> id,
        Key key,
        String name,
        String description,
        Id<App> app,
        Set<Permission> permissions,
        Optional<Sensitivity> sensitivity,
        boolean isPreset)
        implements Fact {
    public static final Lookup<PermissionSet, Key> BY_KEY = Lookup.by(PermissionSet::key);

    /** A set of the organisation's own. */
    public PermissionSet(
            Id<PermissionSet> id, Key key, String name, String description, Id<App> app, Set<Permission> permissions) {
        this(id, key, name, description, app, permissions, Optional.empty(), false);
    }

    public PermissionSet {
        permissions = Collections.unmodifiableSet(new TreeSet<>(permissions));
    }

    /** The same set, offered by the app or the organisation's own. */
    public PermissionSet asPreset(boolean isOffered) {
        return new PermissionSet(id, key, name, description, app, permissions, sensitivity, isOffered);
    }

    /** The same set of other permissions. */
    public PermissionSet of(Set<Permission> others) {
        return new PermissionSet(id, key, name, description, app, others, sensitivity, isPreset);
    }
}
