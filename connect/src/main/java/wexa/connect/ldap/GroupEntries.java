package wexa.connect.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
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
import wexa.connect.Words;

/**
 * Groups of the classes {@code groupOfNames} and {@code groupOfUniqueNames} (RFC 4519 3.5, 3.6). Their members are names of
 * people and of groups; groups are followed to their people, each once, also where they lie in a circle.
 */
final class GroupEntries {
    static final Filter FILTER = Filter.createORFilter(
            Filter.createEqualityFilter("objectClass", "groupOfNames"),
            Filter.createEqualityFilter("objectClass", "groupOfUniqueNames"));
    static final List<String> ATTRIBUTES = List.of("cn", "description", "member", "uniqueMember");
    static final int LONGEST_NAME = 400;

    private final Identity identity;
    private final Map<String, String> people = new HashMap<>();
    private final Map<String, List<String>> membersOf = new HashMap<>();

    private GroupEntries(Identity identity) {
        this.identity = identity;
    }

    /**
     * Costs what the members of all groups are in number, for a group with groups in it also theirs. Groups whose name is
     * missing or too long are left out and remarked upon.
     */
    static List<DirectoryGroup> of(
            List<? extends Entry> people, List<? extends Entry> groups, Identity identity, List<String> remarks) {
        GroupEntries read = new GroupEntries(identity);
        people.forEach(person -> read.people.put(Identity.plain(person.getDN()), identity.of(person)));
        groups.forEach(group -> read.membersOf.put(Identity.plain(group.getDN()), members(group)));
        List<DirectoryGroup> found = new ArrayList<>();
        for (Entry group : groups) {
            String name = Optional.ofNullable(group.getAttributeValue("cn"))
                    .orElse("")
                    .strip();
            if (name.isEmpty() || name.length() > LONGEST_NAME) {
                remarks.add("group " + Words.plain(group.getDN()) + " was left out: its cn "
                        + (name.isEmpty() ? "is missing" : "has more than " + LONGEST_NAME + " characters"));
            } else {
                found.add(read.group(group, name));
            }
        }
        return found;
    }

    private static List<String> members(Entry group) {
        List<String> members = new ArrayList<>();
        for (String attribute : List.of("member", "uniqueMember")) {
            String[] values = group.getAttributeValues(attribute);
            for (String value : values == null ? new String[0] : values) {
                members.add(Identity.plain(attribute.equals("member") ? value : withoutUniqueId(value)));
            }
        }
        return members;
    }

    /** A name and an optional bit string behind it, as in {@code cn=a#'0101'B} (RFC 4517 3.3.21). */
    private static String withoutUniqueId(String value) {
        return value.replaceFirst("#'[01]*'B$", "");
    }

    private DirectoryGroup group(Entry group, String name) {
        Set<String> found = new TreeSet<>();
        Set<String> unread = new HashSet<>();
        Set<String> seen = new HashSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(Identity.plain(group.getDN())));
        while (!open.isEmpty()) {
            String at = open.pop();
            if (!seen.add(at)) {
                continue;
            }
            for (String member : membersOf.getOrDefault(at, Collections.emptyList())) {
                String person = people.get(member);
                if (person != null) {
                    found.add(person);
                } else if (membersOf.containsKey(member)) {
                    open.push(member);
                } else {
                    unread.add(member);
                }
            }
        }
        return new DirectoryGroup(
                identity.of(group),
                name,
                Optional.ofNullable(group.getAttributeValue("description")).orElse(""),
                new ArrayList<>(found),
                unread.size());
    }
}
