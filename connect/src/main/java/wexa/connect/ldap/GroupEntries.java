package wexa.connect.ldap;

import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Groups of the classes {@code groupOfNames} and {@code groupOfUniqueNames} (RFC 4519 3.5, 3.6). Their members are names of
 * people and of groups; groups are followed to their people, each once, also where they lie in a circle.
 */
final class GroupEntries {
    static final Filter FILTER = Filter.createORFilter(
            Filter.createEqualityFilter("objectClass", "groupOfNames"),
            Filter.createEqualityFilter("objectClass", "groupOfUniqueNames"));
    static final String[] ATTRIBUTES = {"cn", "description", "member", "uniqueMember"};

    private final Map<String, String> userIds = new HashMap<>();
    private final Map<String, List<String>> membersOf = new HashMap<>();

    private GroupEntries() {}

    /** Costs what the members of all groups are in number, for a group with groups in it also theirs. */
    static List<DirectoryGroup> of(List<? extends Entry> people, List<? extends Entry> groups) {
        GroupEntries read = new GroupEntries();
        people.forEach(person -> Optional.ofNullable(person.getAttributeValue("uid"))
                .ifPresent(uid -> read.userIds.put(plain(person.getDN()), uid)));
        groups.forEach(group -> read.membersOf.put(plain(group.getDN()), members(group)));
        List<DirectoryGroup> found = new ArrayList<>();
        for (Entry group : groups) {
            Optional.ofNullable(group.getAttributeValue("cn")).ifPresent(name -> found.add(read.group(group, name)));
        }
        return found;
    }

    private static List<String> members(Entry group) {
        List<String> members = new ArrayList<>();
        for (String attribute : List.of("member", "uniqueMember")) {
            String[] values = group.getAttributeValues(attribute);
            for (String value : values == null ? new String[0] : values) {
                members.add(plain(attribute.equals("member") ? value : withoutUniqueId(value)));
            }
        }
        return members;
    }

    /** A name and an optional bit string behind it, as in {@code cn=a#'0101'B} (RFC 4517 3.3.21). */
    private static String withoutUniqueId(String value) {
        return value.replaceFirst("#'[01]*'B$", "");
    }

    /** Names that are equal as RFC 4514 and the matching rules say are equal texts. One that is no name stays as it is. */
    private static String plain(String name) {
        try {
            return DN.normalize(name);
        } catch (LDAPException noName) {
            return name;
        }
    }

    private DirectoryGroup group(Entry group, String name) {
        Set<String> people = new TreeSet<>();
        Set<String> unread = new HashSet<>();
        Set<String> seen = new HashSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(plain(group.getDN())));
        while (!open.isEmpty()) {
            String at = open.pop();
            if (!seen.add(at)) {
                continue;
            }
            for (String member : membersOf.getOrDefault(at, Collections.emptyList())) {
                String userId = userIds.get(member);
                if (userId != null) {
                    people.add(userId);
                } else if (membersOf.containsKey(member)) {
                    open.push(member);
                } else {
                    unread.add(member);
                }
            }
        }
        return new DirectoryGroup(
                name,
                Optional.ofNullable(group.getAttributeValue("description")).orElse(""),
                new ArrayList<>(people),
                unread.size());
    }
}
