package wexa.connect.ldap;

import java.util.List;

/**
 * A group in a directory, known for good by its {@code id}, with the ids of everybody in it in order, also of those in it by
 * another group; {@code unread} counts members that are neither a person nor a group of the reading.
 */
public record DirectoryGroup(String id, String name, String description, List<String> members, int unread) {
    public DirectoryGroup {
        members = List.copyOf(members);
    }
}
