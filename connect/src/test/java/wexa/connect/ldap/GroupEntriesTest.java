package wexa.connect.ldap;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.Attribute;
import com.unboundid.ldap.sdk.Entry;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Whom groups come to, when their members are names of people, of groups and of nobody. */
class GroupEntriesTest {
    private static final String BASE = ",dc=skerrow,dc=example";

    private static final Identity UID = new Identity("uid");

    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    private static Entry person(String uid) {
        return new Entry("uid=" + uid + ",ou=people" + BASE, new Attribute("uid", uid));
    }

    private static Entry group(String name, String attribute, String... members) {
        return new Entry(
                "cn=" + name + ",ou=groups" + BASE, new Attribute("cn", name), new Attribute(attribute, members));
    }

    private static DirectoryGroup only(List<Entry> people, Entry... groups) {
        return GroupEntries.of(people, List.of(groups), UID, new ArrayList<>()).get(0);
    }

    @Test
    void namesAreComparedAsNamesAndNotAsText() {
        DirectoryGroup read = only(
                List.of(person("ines.abara"), person("bo.ferreira")),
                group("staff", "member", "UID=Ines.Abara , OU=People, dc=skerrow,DC=example", "no name at all"));
        assertThat(read.members()).containsExactly("ines.abara");
        assertThat(read.unread()).isEqualTo(1);
    }

    @Test
    void uniqueNamesMayHaveABitStringBehindThem() {
        DirectoryGroup read = only(
                List.of(person("ines.abara"), person("jonah.petrel")),
                group(
                        "staff",
                        "uniqueMember",
                        "uid=ines.abara,ou=people" + BASE + "#'0110'B",
                        "uid=jonah.petrel,ou=people" + BASE));
        assertThat(read.members()).containsExactly("ines.abara", "jonah.petrel");
    }

    @Test
    void aGroupWithoutMembersOrDescriptionIsAGroup() {
        Entry empty = new Entry("cn=empty" + BASE, new Attribute("cn", "empty"));
        Entry nameless = new Entry("ou=nameless" + BASE, new Attribute("description", "no cn"));
        List<String> remarks = new ArrayList<>();
        assertThat(GroupEntries.of(List.of(), List.of(empty, nameless), UID, remarks))
                .containsExactly(new DirectoryGroup("cn=empty" + BASE, "empty", "", List.of(), 0));
        assertThat(remarks).singleElement().asString().contains("ou=nameless").contains("cn is missing");
    }

    /** Against going through all memberships until nobody comes in any more; circles are among them. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void groupsAreFollowedToTheirPeople(long seed) {
        Random random = new Random(seed);
        List<Entry> people = new ArrayList<>();
        for (int number = 0; number < 8; number++) {
            people.add(person("p" + number));
        }
        Map<String, Set<String>> members = new HashMap<>();
        List<Entry> groups = new ArrayList<>();
        for (int number = 0; number < 7; number++) {
            Set<String> into = new HashSet<>();
            for (int count = random.nextInt(5); count > 0; count--) {
                into.add(
                        random.nextBoolean()
                                ? "uid=p" + random.nextInt(10) + ",ou=people" + BASE
                                : "cn=g" + random.nextInt(8) + ",ou=groups" + BASE);
            }
            members.put("cn=g" + number + ",ou=groups" + BASE, into);
            groups.add(group("g" + number, "member", into.toArray(String[]::new)));
        }
        for (DirectoryGroup read : GroupEntries.of(people, groups, UID, new ArrayList<>())) {
            Set<String> reached = new HashSet<>(Set.of("cn=" + read.name() + ",ou=groups" + BASE));
            for (int before = 0; before < reached.size(); ) {
                before = reached.size();
                Set.copyOf(reached).forEach(one -> reached.addAll(members.getOrDefault(one, Set.of())));
            }
            Set<String> expected = new TreeSet<>();
            int unread = 0;
            for (String one : reached) {
                boolean isPerson =
                        people.stream().anyMatch(person -> person.getDN().equals(one));
                if (isPerson) {
                    expected.add(one.substring("uid=".length(), one.indexOf(',')));
                } else if (!members.containsKey(one)) {
                    unread++;
                }
            }
            assertThat(read.members()).as(read.name()).containsExactlyElementsOf(expected);
            assertThat(read.unread()).as(read.name()).isEqualTo(unread);
        }
    }
}
