package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * A named set of people and groups. A ruled group has a condition, the other kinds have none. A group of a directory has an
 * entry there: the home and the name of the group in it, as in {@code skerrow/lagoon-staff}.
 */
public record Group(
        Id<Group> id,
        Key key,
        String name,
        GroupKind kind,
        String description,
        List<Id<Person>> owners,
        Optional<Condition> condition,
        Set<String> tags,
        Optional<String> entry)
        implements Fact {
    public static final Lookup<Group, Key> BY_KEY = Lookup.by(Group::key);
    public static final Lookup<Group, Boolean> BY_RULED = Lookup.by(group -> group.kind() == GroupKind.RULED);

    public Group {
        owners = List.copyOf(owners);
        tags = Collections.unmodifiableSet(new TreeSet<>(tags));
        if (condition.isPresent() != (kind == GroupKind.RULED)) {
            throw new IllegalArgumentException(
                    "group " + key + ": a condition belongs to a ruled group, and only there");
        }
        if (entry.isPresent() && kind != GroupKind.DIRECTORY) {
            throw new IllegalArgumentException("group " + key + ": an entry belongs to a directory's group");
        }
    }

    /** A group that no directory lists. */
    public Group(
            Id<Group> id,
            Key key,
            String name,
            GroupKind kind,
            String description,
            List<Id<Person>> owners,
            Optional<Condition> condition,
            Set<String> tags) {
        this(id, key, name, kind, description, owners, condition, tags, Optional.empty());
    }
}
