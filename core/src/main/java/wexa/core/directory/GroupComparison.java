package wexa.core.directory;

import java.text.Normalizer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.function.Supplier;
import wexa.core.change.Lookalikes;
import wexa.core.group.GroupChange;
import wexa.core.intake.Entry;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * The groups of one whole reading of a directory against the directory's groups here. In a group is everybody who is linked
 * to an entry that the directory lists in it. Whose own entry is not in the reading stays where they were: what became of
 * them is settled first. A group that is listed no longer stays too. Costs what the reading and the memberships of the
 * directory's groups are in number.
 */
public final class GroupComparison {
    private static final int LONGEST_KEY = 60;
    private static final int LONGEST_TEXT = 200;

    private final Model model;
    private final Key home;
    private final Instant now;
    private final Map<String, Id<Person>> linked = new HashMap<>();
    private final Set<Id<Person>> unread = new HashSet<>();
    private final List<Shift> shifts = new ArrayList<>();
    private final List<Group> vanished = new ArrayList<>();
    /** Keys and looks of names that the entries give to groups that are new. */
    private final Set<String> given = new HashSet<>();

    /**
     * What the directory says of one group: the group here, or none where it is new; who comes in and which memberships
     * end; how many who are listed are nobody's here yet.
     */
    public record Shift(
            ListedGroup listed,
            Optional<Group> group,
            boolean isDescribedOtherwise,
            List<Id<Person>> joining,
            List<Membership> leaving,
            int agreeing,
            int notHere) {
        /** Whether everything is so already. */
        public boolean isNone() {
            return group.isPresent() && !isDescribedOtherwise && joining.isEmpty() && leaving.isEmpty();
        }
    }

    private GroupComparison(Model model, Key home, Instant now) {
        this.model = model;
        this.home = home;
        this.now = now;
    }

    public static GroupComparison of(
            Model model, Key home, List<Listed> people, List<ListedGroup> groups, Instant now) {
        GroupComparison comparison = new GroupComparison(model, home, now);
        comparison.link(people);
        comparison.compare(groups);
        return comparison;
    }

    private void link(List<Listed> people) {
        Set<String> read = new HashSet<>();
        people.forEach(listed -> read.add(plain(listed.id())));
        for (Person person : model.people().stream().toList()) {
            if (person.home().equals(home)) {
                person.directoryEntry().map(GroupComparison::plain).ifPresent(entry -> {
                    linked.put(entry, person.id());
                    if (!read.contains(entry)) {
                        unread.add(person.id());
                    }
                });
            }
        }
    }

    private static String plain(String name) {
        return name.toLowerCase(Locale.ROOT);
    }

    private void compare(List<ListedGroup> reading) {
        Map<String, Group> here = new HashMap<>();
        model.groups().stream()
                .filter(group -> group.kind() == GroupKind.DIRECTORY)
                .forEach(group -> group.entry()
                        .filter(entry -> entry.startsWith(home + "/"))
                        .ifPresent(entry -> here.put(plain(entry), group)));
        Map<String, ListedGroup> inOrder = new TreeMap<>();
        Map<String, Integer> names = new HashMap<>();
        for (ListedGroup listed : reading) {
            inOrder.put(plain(listed.name()) + " " + plain(listed.id()), listed);
            names.merge(plain(listed.name()), 1, Integer::sum);
        }
        for (ListedGroup listed : inOrder.values()) {
            Optional<Group> known = Optional.ofNullable(here.remove(plain(entry(listed))));
            // listed by its name, before groups were known by something that stays
            boolean isOnlyOne = names.getOrDefault(plain(listed.name()), 0) == 1;
            shifts.add(shift(
                    listed,
                    known.isPresent() || !isOnlyOne
                            ? known
                            : Optional.ofNullable(here.remove(plain(home + "/" + listed.name())))));
        }
        here.values().stream().sorted(Comparator.comparing(Group::key)).forEach(vanished::add);
    }

    private String entry(ListedGroup listed) {
        return home + "/" + listed.id();
    }

    private Shift shift(ListedGroup listed, Optional<Group> group) {
        Set<Id<Person>> wanted = new HashSet<>();
        int notHere = 0;
        for (String member : listed.members()) {
            Id<Person> person = linked.get(plain(member));
            if (person == null) {
                notHere++;
            } else {
                wanted.add(person);
            }
        }
        List<Membership> leaving = new ArrayList<>();
        int agreeing = 0;
        for (Membership membership : group.map(this::directMembers).orElse(List.of())) {
            Optional<Id<Person>> person =
                    membership.member() instanceof Subject.OfPerson one ? Optional.of(one.person()) : Optional.empty();
            boolean isListed = person.filter(wanted::remove).isPresent();
            if (isListed) {
                agreeing++;
            } else if (person.filter(unread::contains).isEmpty()) {
                leaving.add(membership);
            }
        }
        List<Id<Person>> joining = wanted.stream()
                .sorted(Comparator.comparing(
                        person -> model.people().get(person).handle()))
                .toList();
        boolean isDescribedOtherwise = group.filter(
                        known -> !known.description().equals(usable(listed.description()))
                                || !known.entry().map(GroupComparison::plain).equals(Optional.of(plain(entry(listed)))))
                .isPresent();
        return new Shift(listed, group, isDescribedOtherwise, joining, leaving, agreeing, notHere);
    }

    /** Memberships that hold now, the one of each member that ends last first. */
    private List<Membership> directMembers(Group group) {
        return model.table(Kind.MEMBERSHIP).by(Membership.BY_GROUP, group.id()).stream()
                .filter(membership -> !membership.window().endsBy(now))
                .sorted(Comparator.comparing(
                                (Membership membership) -> membership.member().toString())
                        .thenComparing(membership -> membership.window().until(), Comparator.reverseOrder()))
                .toList();
    }

    /** In the order of the groups' names. */
    public List<Shift> shifts() {
        return List.copyOf(shifts);
    }

    /** Groups of this directory that it lists no longer, in the order of their keys. */
    public List<Group> vanished() {
        return List.copyOf(vanished);
    }

    /**
     * The entries after which the groups here are as the directory lists them. A key or a name that is taken here, or
     * reserved, gives way to the nearest that is free.
     */
    public List<Entry> entries(Supplier<UUID> ids) {
        given.clear();
        List<Entry> entries = new ArrayList<>();
        for (Shift shift : shifts) {
            String group = shift.group()
                    .map(known -> known.id().toString())
                    .orElseGet(() -> ids.get().toString());
            if (shift.group().isEmpty() || shift.isDescribedOtherwise()) {
                entries.add(entry(ids, "group.list", describe(shift, group)));
            }
            for (Id<Person> person : shift.joining()) {
                entries.add(entry(
                        ids,
                        "membership.list",
                        Map.of(
                                "id",
                                ids.get().toString(),
                                "member",
                                new Subject.OfPerson(person).toString(),
                                "group",
                                group)));
            }
            for (Membership membership : shift.leaving()) {
                entries.add(entry(
                        ids,
                        "membership.delist",
                        Map.of("membership", membership.id().toString())));
            }
        }
        return entries;
    }

    private static Entry entry(Supplier<UUID> ids, String form, Map<String, String> fields) {
        return new Entry(new Entry.Id(ids.get()), form, fields);
    }

    private Map<String, String> describe(Shift shift, String id) {
        ListedGroup listed = shift.listed();
        Map<String, String> fields = new HashMap<>();
        fields.put("id", id);
        fields.put(
                "key",
                shift.group().map(Group::key).orElseGet(() -> freeKey(listed)).text());
        fields.put("name", shift.group().map(Group::name).orElseGet(() -> freeName(listed)));
        fields.put("description", usable(listed.description()));
        fields.put("entry", entry(listed));
        return fields;
    }

    private Key freeKey(ListedGroup listed) {
        String plain = Normalizer.normalize(listed.name(), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        String stem = plain.isEmpty() ? "group" : plain;
        Key free = firstFree(stem, key -> isFree(Key.of(key)), LONGEST_KEY, "-")
                .map(Key::of)
                .orElseThrow();
        given.add(free.text());
        return free;
    }

    private boolean isFree(Key key) {
        return !GroupChange.RESERVED.contains(key.text())
                && !given.contains(key.text())
                && model.groups().by(Group.BY_KEY, key).isEmpty();
    }

    private String freeName(ListedGroup listed) {
        String free = firstFree(usable(listed.name()), this::isFree, LONGEST_TEXT, " ")
                .orElseThrow();
        given.add(look(free));
        return free;
    }

    /** Without what no field takes: control characters, brackets of markup, and what is too long. */
    private static String usable(String text) {
        String plain = text.replaceAll("[\\p{Cntrl}<>\\s]+", " ").strip();
        return plain.substring(0, Math.min(plain.length(), LONGEST_TEXT)).strip();
    }

    /** No key looks so. */
    private static String look(String name) {
        return "like " + Lookalikes.skeleton(name);
    }

    private boolean isFree(String name) {
        String skeleton = Lookalikes.skeleton(name);
        return !GroupChange.RESERVED_LOOKS.contains(skeleton)
                && !given.contains(look(name))
                && model.groups().by(GroupChange.BY_SKELETON, skeleton).isEmpty();
    }

    /** The stem, or the stem with the home behind it, or that with the lowest number that is free. */
    private Optional<String> firstFree(String stem, Predicate<String> isFree, int longest, String between) {
        List<String> ends = new ArrayList<>(List.of("", between + home));
        for (int number = 2; number <= model.groups().size() + shifts.size() + 2; number++) {
            ends.add(between + home + between + number);
        }
        return ends.stream()
                .map(end -> cut(stem, longest - end.length(), between) + end)
                .filter(isFree)
                .findFirst();
    }

    private static String cut(String text, int most, String between) {
        String cut = text.substring(0, Math.min(text.length(), most));
        return cut.endsWith(between) ? cut.substring(0, cut.length() - between.length()) : cut;
    }
}
