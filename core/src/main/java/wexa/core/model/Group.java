package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** A named set of people and groups. A ruled group has a condition, the other kinds have none. */
public record Group(
        Id<Group> id,
        Key key,
        String name,
        GroupKind kind,
        String description,
        List<Id<Person>> owners,
        Optional<Condition> condition,
        Set<String> tags)
        implements Fact {
    public static final Lookup<Group, Key> BY_KEY = Lookup.by(Group::key);

    public Group {
        owners = List.copyOf(owners);
        tags = Collections.unmodifiableSet(new TreeSet<>(tags));
        if (condition.isPresent() != (kind == GroupKind.RULED)) {
            throw new IllegalArgumentException(
                    "group " + key + ": a condition belongs to a ruled group, and only there");
        }
    }
}
