package wexa.core.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.directory.Pair.Case;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Fact;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.preview.Undo;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Phone;
import wexa.core.value.Window;

class ComparisonTest {
    private static final Key HOME = Key.of("skerrow");
    private static final Unit UNIT =
            new Unit(Id.of(new UUID(9, 9)), Key.of("hall"), "Hall", Optional.empty(), ZoneOffset.UTC);

    private final List<Fact> facts = new ArrayList<>(List.of(UNIT));
    private long last;

    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    private Person person(String handle, Optional<String> entry, String home) {
        Person made = new Person(
                Id.of(new UUID(1, ++last)),
                Handle.of(handle),
                "Given",
                "Family",
                Optional.of(Mail.of(handle + "@skerrow.example")),
                Optional.of(Phone.of("+441632960123")),
                Key.of(home),
                entry,
                Map.of());
        facts.add(made);
        return made;
    }

    private void engaged(Person person, String number) {
        facts.add(new Engagement(
                Id.of(new UUID(2, ++last)),
                person.id(),
                EngagementKind.EMPLOYEE,
                Optional.of(number),
                UNIT.id(),
                "Keeper",
                Optional.empty(),
                Window.ALWAYS));
    }

    private static Listed listed(String userId, String family, String mail, String number) {
        return new Listed(
                userId,
                userId,
                "Given",
                family,
                Optional.of(mail).filter(text -> !text.isEmpty()),
                Optional.empty(),
                Optional.of(number).filter(text -> !text.isEmpty()),
                true);
    }

    private Comparison compared(Listed... reading) {
        return Comparison.of(Model.of(facts), HOME, List.of(reading));
    }

    @Test
    void whatAgreesIsCountedAndWhatIsNobodysIsNew() {
        person("ines.abara", Optional.of("ines.abara"), "skerrow");
        Comparison comparison = compared(
                listed("INES.abara", "Family", "Ines.Abara@skerrow.example", ""),
                listed("odile.marrick", "Marrick", "odile.marrick@skerrow.example", "40901"));
        assertThat(comparison.pairs()).isEmpty();
        assertThat(comparison.agreeing()).isEqualTo(1);
        assertThat(comparison.newcomers()).isEqualTo(1);
    }

    @Test
    void whatTheEntrySaysOtherwiseIsNamedFieldByField() {
        person("ines.abara", Optional.of("ines.abara"), "skerrow");
        Listed married = new Listed(
                "ines.abara",
                "ines.abara",
                "",
                "Married",
                Optional.of("no address"),
                Optional.of("+44 1632 960 999"),
                Optional.empty(),
                true);
        assertThat(compared(married).pairs())
                .singleElement()
                .satisfies(pair -> assertThat(pair.kind()).isEqualTo(Case.DIFFERS))
                .satisfies(pair -> assertThat(pair.differing()).containsExactly("family", "phone"));
    }

    @Test
    void anEntryThatMovedIsFoundAgainByNumberAndOneThatIsGoneIsSaid() {
        Person moved = person("ines.abara", Optional.of("ines.abara"), "skerrow");
        engaged(moved, "40100");
        person("bo.ferreira", Optional.of("bo.ferreira"), "skerrow");
        assertThat(compared(listed("ines.married", "Married", "", "40100")).pairs())
                .extracting(pair -> pair.kind() + " " + pair.person().handle() + " " + pair.same())
                .containsExactly("RENAMED ines.abara [number]", "VANISHED bo.ferreira []");
    }

    @Test
    void ofTwoThatLookLikeAVanishedEntryNobodyCanSayWhich() {
        Person moved = person("ines.abara", Optional.of("ines.abara"), "skerrow");
        engaged(moved, "40100");
        assertThat(compared(listed("one", "A", "", "40100"), listed("two", "B", "ines.abara@skerrow.example", ""))
                        .pairs())
                .extracting(Pair::kind)
                .containsExactly(Case.COLLIDES, Case.COLLIDES);
    }

    @Test
    void anAddressNumberOrHandleOfSomebodyHereCollides() {
        Person here = person("ines.abara", Optional.empty(), "skerrow");
        engaged(here, "40100");
        Comparison comparison = compared(
                listed("ines.abara", "Family", "ines.abara@skerrow.example", "40100"),
                listed("other", "Family", "INES.ABARA@skerrow.example", "40999"));
        assertThat(comparison.newcomers()).isZero();
        assertThat(comparison.pairs()).extracting(Pair::kind).containsOnly(Case.COLLIDES);
        assertThat(comparison.pairs())
                .extracting(Pair::same)
                .containsExactly(List.of("mail", "number", "handle"), List.of("mail"));
    }

    @Test
    void numbersAndHandlesCountWithinOneHomeOnly() {
        Person partner = person("ines.abara", Optional.empty(), "orrin");
        engaged(partner, "40100");
        Comparison comparison = compared(listed("ines.abara", "Family", "", "40100"));
        assertThat(comparison.pairs()).isEmpty();
        assertThat(comparison.newcomers()).isEqualTo(1);
    }

    @Test
    void whoIsLinkedToAnotherDirectoryIsNotMissedInThisOne() {
        person("ines.abara", Optional.of("ines.abara"), "orrin");
        assertThat(compared(listed("somebody", "Else", "", "")).pairs()).isEmpty();
    }

    @Test
    void joiningAndUnlinkingAreEditsThatCanBeTakenBack() {
        Person here = person("ines.abara", Optional.empty(), "skerrow");
        Model model = Model.of(facts);
        Preview joined = edited(model, here, "entry", "ines.a");
        assertThat(joined.model().people().get(here.id()).directoryEntry()).contains("ines.a");
        assertThat(joined.readySentences().get(0)).endsWith(" entry ines.a");
        Preview named = edited(joined.model(), here, "given", "Other");
        assertThat(named.model().people().get(here.id()).directoryEntry()).contains("ines.a");
        Preview apart = edited(joined.model(), here, "entry", "");
        assertThat(apart.model().people().get(here.id()).directoryEntry()).isEmpty();
        Undo undo = Undo.of(
                joined.effects(), joined.model(), joined.now().plusSeconds(5), ZoneOffset.UTC, UUID::randomUUID);
        assertThat(undo.left()).isEmpty();
        assertThat(Preview.of(
                                Snapshot.compile(2, joined.model()),
                                undo.entries(),
                                joined.now().plusSeconds(5),
                                ZoneOffset.UTC)
                        .model()
                        .people()
                        .get(here.id()))
                .isEqualTo(here);
    }

    private static Preview edited(Model model, Person person, String field, String value) {
        Map<String, String> fields = new HashMap<>(Map.of("person", person.id().toString(), field, value));
        Entry entry = new Entry(new Entry.Id(UUID.randomUUID()), "person.edit", fields);
        return Preview.of(
                Snapshot.compile(1, model),
                List.of(new Entry(entry.id(), entry.form(), fields, Intake.target(entry, model))),
                java.time.Instant.parse("2026-11-23T08:00:00Z"),
                ZoneOffset.UTC);
    }

    /** Against asking every person about every entry. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everyPersonAndEntryStandsWhereTheRulesPutThem(long seed) {
        Random random = new Random(seed);
        List<Person> people = new ArrayList<>();
        for (int number = 0; number < 12; number++) {
            Optional<String> entry =
                    random.nextInt(3) == 0 ? Optional.empty() : Optional.of("entry" + random.nextInt(3) + "-" + number);
            Person person = person("person." + number, entry, random.nextInt(4) == 0 ? "orrin" : "skerrow");
            people.add(person);
            if (random.nextBoolean()) {
                engaged(person, "4" + number);
            }
        }
        List<Listed> reading = new ArrayList<>();
        Set<String> userIds = new HashSet<>();
        for (int count = 0; count < 14; count++) {
            int number = random.nextInt(14);
            String userId = random.nextInt(4) == 0 ? "person." + number : "entry" + random.nextInt(3) + "-" + number;
            if (userIds.add(userId)) {
                reading.add(listed(
                        userId,
                        random.nextBoolean() ? "Family" : "Other",
                        random.nextInt(3) == 0 ? "person." + random.nextInt(14) + "@skerrow.example" : "",
                        random.nextInt(3) == 0 ? "4" + random.nextInt(14) : ""));
            }
        }
        Collections.shuffle(reading, random);
        Model model = Model.of(facts);
        Comparison comparison = Comparison.of(model, HOME, reading);
        assertThat(comparison.pairs())
                .extracting(pair -> pair.person().handle() + " "
                        + pair.listed().map(Listed::userId).orElse("-"))
                .doesNotHaveDuplicates();
        int agreeing = 0;
        for (Person person : people) {
            agreeing += expect(comparison, model, person, reading) ? 1 : 0;
        }
        assertThat(comparison.agreeing()).isEqualTo(agreeing);
        long newcomers = reading.stream()
                .filter(listed -> people.stream().noneMatch(person -> isEntryOf(person, listed)))
                .filter(listed -> people.stream().noneMatch(person -> isAlike(model, person, listed)))
                .count();
        assertThat(comparison.newcomers()).isEqualTo((int) newcomers);
    }

    /** Checks what is said of one person; whether their entry agrees. */
    private static boolean expect(Comparison comparison, Model model, Person person, List<Listed> reading) {
        List<Pair> said = comparison.pairs().stream()
                .filter(pair -> pair.person().equals(person))
                .toList();
        Optional<Listed> own =
                reading.stream().filter(listed -> isEntryOf(person, listed)).findFirst();
        boolean isLinked = person.directoryEntry().isPresent() && person.home().equals(HOME);
        List<Listed> alike = reading.stream()
                .filter(listed -> isAlike(model, person, listed))
                .filter(listed -> model.people().stream().noneMatch(other -> isEntryOf(other, listed)))
                .toList();
        List<Case> expected = new ArrayList<>();
        boolean vanished = isLinked && own.isEmpty();
        alike.forEach(one -> expected.add(vanished && alike.size() == 1 ? Case.RENAMED : Case.COLLIDES));
        if (vanished && alike.isEmpty()) {
            expected.add(Case.VANISHED);
        }
        boolean differs = own.isPresent()
                && (!own.get().family().equals(person.familyName())
                        || (own.get().mail().isPresent()
                                && !own.get().mail().equals(person.mail().map(Mail::text))));
        if (differs) {
            expected.add(Case.DIFFERS);
        }
        assertThat(said).extracting(Pair::kind).as("%s", person.handle()).containsExactlyInAnyOrderElementsOf(expected);
        return own.isPresent() && !differs;
    }

    private static boolean isEntryOf(Person person, Listed listed) {
        return person.home().equals(HOME) && person.directoryEntry().equals(Optional.of(listed.userId()));
    }

    private static boolean isAlike(Model model, Person person, Listed listed) {
        boolean isOfHome = person.home().equals(HOME);
        return listed.mail().equals(person.mail().map(Mail::text))
                || (isOfHome && person.handle().text().equals(listed.userId()))
                || (isOfHome
                        && listed.number().isPresent()
                        && model.table(wexa.core.model.Kind.ENGAGEMENT).stream()
                                .anyMatch(engagement -> engagement.person().equals(person.id())
                                        && engagement.staffNumber().equals(listed.number())));
    }
}
