package wexa.core.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.finding.Finding;
import wexa.core.group.GroupCodes;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.preview.Undo;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** What a directory says of its groups against the groups here. */
class GroupComparisonTest {
    private static final Key HOME = Key.of("skerrow");
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    private final List<Fact> facts = new ArrayList<>();
    private final List<Listed> people = new ArrayList<>();
    private long last;

    static LongStream seeds() {
        return LongStream.range(1, 61);
    }

    private UUID next() {
        return new UUID(7, ++last);
    }

    private Person person(String handle, Optional<String> entry, String home) {
        Person made = new Person(
                Id.of(next()),
                Handle.of(handle),
                "Given",
                "Family",
                Optional.empty(),
                Optional.empty(),
                Key.of(home),
                entry,
                Map.of());
        facts.add(made);
        return made;
    }

    /** Somebody who is linked to the entry of their handle, which the reading has. */
    private Person linked(String handle) {
        people.add(new Listed(
                handle, handle, "Given", "Family", Optional.empty(), Optional.empty(), Optional.empty(), true));
        return person(handle, Optional.of(handle.toUpperCase(Locale.ROOT)), HOME.text());
    }

    private Group group(String key, String entry) {
        Group made = new Group(
                Id.of(next()),
                Key.of(key),
                "Name of " + key,
                GroupKind.DIRECTORY,
                "",
                List.of(),
                Optional.empty(),
                Set.of(),
                Optional.of(entry));
        facts.add(made);
        return made;
    }

    private Membership in(Person person, Group group, Window window) {
        Membership made = new Membership(Id.of(next()), new Subject.OfPerson(person.id()), group.id(), window, "");
        facts.add(made);
        return made;
    }

    private static ListedGroup listed(String name, String... userIds) {
        return new ListedGroup(name, name, "", Set.of(userIds), 0);
    }

    private GroupComparison compared(ListedGroup... groups) {
        return GroupComparison.of(Model.of(facts), HOME, people, List.of(groups), NOW);
    }

    private Preview preview(Model model, List<Entry> entries) {
        return Preview.of(
                Snapshot.compile(1, model),
                entries.stream()
                        .map(entry -> new Entry(entry.id(), entry.form(), entry.fields(), Intake.target(entry, model)))
                        .toList(),
                NOW,
                ZoneOffset.UTC);
    }

    @Test
    void whoIsListedComesInAndWhoIsNotGoesOut() {
        Group staff = group("staff", "skerrow/Staff");
        in(linked("bo.ferreira"), staff, Window.ALWAYS);
        in(linked("ines.abara"), staff, Window.ALWAYS);
        linked("jonah.petrel");
        Preview preview = preview(
                Model.of(facts),
                compared(listed("staff", "Jonah.Petrel", "ines.abara", "somebody.new"))
                        .entries(this::next));
        assertThat(preview.readySentences())
                .containsExactly(
                        "list membership of jonah.petrel in group staff",
                        "delist membership of bo.ferreira in group staff");
        assertThat(compared(listed("staff", "somebody.new")).shifts())
                .singleElement()
                .satisfies(shift -> assertThat(shift.notHere()).isEqualTo(1))
                .satisfies(shift -> assertThat(shift.leaving()).hasSize(2));
    }

    @Test
    void aGroupThatIsNewIsMadeWithItsMembersAndOneThatIsGoneStays() {
        linked("ines.abara");
        Group gone = group("gone", "skerrow/gone");
        group("others", "orrin/others");
        facts.add(new Group(
                Id.of(next()), Key.of("own"), "Own", GroupKind.ASSIGNED, "", List.of(), Optional.empty(), Set.of()));
        GroupComparison comparison =
                compared(new ListedGroup("Lagoon  Staff", "Lagoon  Staff", "All of\n<it>", Set.of("ines.abara"), 2));
        assertThat(comparison.vanished()).containsExactly(gone);
        Preview preview = preview(Model.of(facts), comparison.entries(this::next));
        assertThat(preview.readySentences())
                .containsExactly(
                        "list group lagoon-staff \"Lagoon Staff\" entry \"skerrow/Lagoon  Staff\" about \"All of it\"",
                        "list membership of ines.abara in group lagoon-staff");
        Group made = preview.model()
                .groups()
                .by(Group.BY_KEY, Key.of("lagoon-staff"))
                .get(0);
        assertThat(made.kind()).isEqualTo(GroupKind.DIRECTORY);
        assertThat(preview.index().membersOf(made.id(), NOW).all()).hasSize(1);
    }

    @Test
    void whoseOwnEntryIsNotInTheReadingStaysUntilThatIsSettled() {
        Group staff = group("staff", "skerrow/staff");
        in(person("pasco.murrelet", Optional.of("pasco.murrelet"), "skerrow"), staff, Window.ALWAYS);
        in(person("nobody.linked", Optional.empty(), "skerrow"), staff, Window.ALWAYS);
        assertThat(compared(listed("staff")).shifts().get(0).leaving())
                .extracting(membership -> Model.of(facts)
                        .people()
                        .get(((Subject.OfPerson) membership.member()).person())
                        .handle()
                        .text())
                .containsExactly("nobody.linked");
    }

    @ParameterizedTest
    @CsvSource({
        "Night Watch, night-watch, Night Watch",
        "Éclair, eclair, Éclair",
        "staff, staff-skerrow, staff",
        "everyone, everyone-skerrow, everyone skerrow",
        "名簿, group, 名簿",
        "NAME of staff, name-of-staff, NAME of staff skerrow"
    })
    void aNameThatIsTakenOrReservedGivesWay(String name, String key, String shown) {
        group("staff", "orrin/staff");
        Map<String, String> fields =
                compared(listed(name)).entries(this::next).get(0).fields();
        assertThat(fields).containsEntry("key", key).containsEntry("name", shown);
        assertThat(preview(Model.of(facts), compared(listed(name)).entries(this::next))
                        .outcomes())
                .allSatisfy(outcome -> assertThat(outcome.findings()).isEmpty());
    }

    @Test
    void twoThatWouldHaveOneKeyGetTwo() {
        Preview preview = preview(
                Model.of(facts),
                compared(listed("a b"), listed("a-b!"), listed("A_B?")).entries(this::next));
        assertThat(preview.model().groups().stream().map(group -> group.key().text()))
                .contains("a-b", "a-b-skerrow", "a-b-skerrow-2");
    }

    @Test
    void onlyADirectorysGroupIsListedAndUndoingLeavesItAlone() {
        Person ines = linked("ines.abara");
        Group own = new Group(
                Id.of(next()), Key.of("own"), "Own", GroupKind.ASSIGNED, "", List.of(), Optional.empty(), Set.of());
        facts.add(own);
        Model model = Model.of(facts);
        Entry byHand = new Entry(
                new Entry.Id(next()),
                "membership.list",
                Map.of("id", next().toString(), "member", "ines.abara", "group", "own"));
        assertThat(preview(model, List.of(byHand)).outcomes().get(0).findings())
                .extracting(Finding::code)
                .containsExactly(GroupCodes.GROUP_NOT_OF_DIRECTORY);
        Entry away = new Entry(new Entry.Id(next()), "group.delist", Map.of("group", "own"));
        assertThat(preview(model, List.of(away)).effects()).isEmpty();

        Preview listed = preview(model, compared(listed("staff", "ines.abara")).entries(this::next));
        Undo undo = Undo.of(listed.effects(), listed.model(), NOW.plusSeconds(5), ZoneOffset.UTC, this::next);
        assertThat(undo.entries()).isEmpty();
        assertThat(undo.left()).extracting(Undo.Left::reason).containsOnly(Undo.Reason.NO_WAY_BACK);
        assertThat(ines.home()).isEqualTo(HOME);
    }

    @Test
    void aVanishedGroupGoesWithAllThatFallsWithItAndComesBackAsADirectorysGroup() {
        Group staff = group("staff", "skerrow/staff");
        in(linked("ines.abara"), staff, Window.ALWAYS);
        Model model = Model.of(facts);
        Entry away = new Entry(
                new Entry.Id(next()), "group.delist", Map.of("group", staff.id().toString()));
        Preview gone = preview(model, List.of(away));
        assertThat(gone.readySentences()).containsExactly("delist group staff # 1 membership and 0 roles end with it");
        assertThat(gone.model().groups().find(staff.id())).isEmpty();
        assertThat(gone.model().table(Kind.MEMBERSHIP).size()).isZero();
        Undo undo = Undo.of(gone.effects(), gone.model(), NOW.plusSeconds(5), ZoneOffset.UTC, this::next);
        assertThat(undo.left()).as("memberships follow the directory").hasSize(1);
        assertThat(preview(gone.model(), undo.entries()).model().groups().find(staff.id()))
                .contains(staff);
    }

    /** After its entries, asking each person about each group finds what the directory lists; then nothing is left to do. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsListedIsSoAfterwards(long seed) {
        Random random = new Random(seed);
        List<Person> all = new ArrayList<>();
        for (int number = 0; number < 10; number++) {
            String handle = "person." + number;
            all.add(
                    switch (random.nextInt(5)) {
                        case 0 -> person(handle, Optional.empty(), "skerrow");
                        case 1 -> person(handle, Optional.of(handle), random.nextBoolean() ? "orrin" : "skerrow");
                        default -> linked(handle);
                    });
        }
        List<Group> groups = new ArrayList<>();
        for (int number = 0; number < 4; number++) {
            groups.add(group("group-" + number, (random.nextInt(4) == 0 ? "orrin" : "skerrow") + "/Group " + number));
        }
        for (Person person : all) {
            for (Group group : groups) {
                if (random.nextInt(3) == 0) {
                    Window window = random.nextInt(4) == 0
                            ? Window.of(NOW.minusSeconds(90), NOW.minusSeconds(60))
                            : Window.from(NOW.minusSeconds(60));
                    in(person, group, window);
                }
            }
        }
        List<ListedGroup> reading = new ArrayList<>();
        for (int number = 0; number < 6; number++) {
            if (random.nextInt(4) > 0) {
                Set<String> userIds = new HashSet<>();
                for (int count = random.nextInt(8); count > 0; count--) {
                    userIds.add("person." + random.nextInt(12));
                }
                reading.add(new ListedGroup("group " + number, "group " + number, "", userIds, 0));
            }
        }
        Model before = Model.of(facts);
        GroupComparison comparison = GroupComparison.of(before, HOME, people, reading, NOW);
        Preview preview = preview(before, comparison.entries(this::next));
        assertThat(preview.outcomes())
                .allSatisfy(outcome -> assertThat(outcome.state().isDone()).isTrue());
        Model after = preview.model();
        for (ListedGroup listed : reading) {
            Group group = groupOf(after, "skerrow/" + listed.name());
            for (Person person : all) {
                boolean isOfHome =
                        person.home().equals(HOME) && person.directoryEntry().isPresent();
                boolean isRead = people.stream()
                        .anyMatch(one -> person.directoryEntry().stream()
                                .anyMatch(entry -> entry.equalsIgnoreCase(one.userId())));
                boolean isListed =
                        isOfHome && listed.members().contains(person.handle().text());
                boolean wasIn = isIn(before, person, group);
                assertThat(isIn(after, person, group))
                        .as("%s in %s", person.handle(), group.key())
                        .isEqualTo(isListed || (isOfHome && !isRead && wasIn));
            }
        }
        List<ListedGroup> again = reading;
        GroupComparison second = GroupComparison.of(after, HOME, people, again, NOW.plusSeconds(1));
        assertThat(second.entries(this::next)).isEmpty();
        assertThat(second.shifts()).allMatch(GroupComparison.Shift::isNone);
        Set<String> names = new HashSet<>();
        reading.forEach(listed -> names.add("skerrow/" + listed.name()));
        assertThat(comparison.vanished())
                .containsExactlyInAnyOrderElementsOf(groups.stream()
                        .filter(group -> group.entry().orElseThrow().startsWith("skerrow/"))
                        .filter(group -> names.stream()
                                .noneMatch(name ->
                                        name.equalsIgnoreCase(group.entry().orElseThrow())))
                        .toList());
    }

    private static Group groupOf(Model model, String entry) {
        return model.groups().stream()
                .filter(group -> group.entry().stream().anyMatch(entry::equalsIgnoreCase))
                .findFirst()
                .orElseThrow();
    }

    private static boolean isIn(Model model, Person person, Group group) {
        return model.table(Kind.MEMBERSHIP).stream()
                .anyMatch(membership -> membership.member().equals(new Subject.OfPerson(person.id()))
                        && membership.group().equals(group.id())
                        && membership.window().contains(NOW));
    }
}
