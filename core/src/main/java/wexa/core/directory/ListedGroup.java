package wexa.core.directory;

import java.util.Set;

/**
 * A group as a directory lists it; {@code name} is unique in it. {@code userIds} are those of everybody in it, also by
 * groups within it; {@code unread} counts members that are no person of the reading.
 */
public record ListedGroup(String name, String description, Set<String> userIds, int unread) {
    public ListedGroup {
        userIds = Set.copyOf(userIds);
    }
}
