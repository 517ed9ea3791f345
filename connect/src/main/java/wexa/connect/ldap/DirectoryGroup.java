package wexa.connect.ldap;

import java.util.List;

/**
 * A group in a directory, with the user ids of everybody in it in order, also of those in it by another group; {@code unread}
 * counts members that are neither a person nor a group of the reading.
 */
public record DirectoryGroup(String name, String description, List<String> userIds, int unread) {
    public DirectoryGroup {
        userIds = List.copyOf(userIds);
    }
}
