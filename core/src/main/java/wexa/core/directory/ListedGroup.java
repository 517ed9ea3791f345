package wexa.core.directory;

import java.util.Set;

/**
 * A group as a directory lists it, known for good by its {@code id}. {@code members} are the ids of the entries of everybody
 * in it, also by groups within it; {@code unread} counts members that are no person of the reading.
 */
public record ListedGroup(String id, String name, String description, Set<String> members, int unread) {
    public ListedGroup {
        members = Set.copyOf(members);
    }
}
