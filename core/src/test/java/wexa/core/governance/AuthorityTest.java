package wexa.core.governance;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.governance.Authority.Lack;
import wexa.core.intake.Entry;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Against reading the whole model for each change, with recursion up the groups. */
class AuthorityTest {
    static IntStream seeds() {
        return IntStream.range(1, 120);
    }

    private static Entry entry(RandomModel made, String form, Map<String, String> fields) {
        return new Entry(new Entry.Id(new UUID(made.random.nextLong(), 7)), form, fields);
    }

    private static Preview preview(RandomModel made, List<Entry> entries) {
        return Preview.of(Snapshot.compile(1, made.model()), entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    private static <T> Optional<Set<Id<T>>> some(RandomModel made, List<Id<T>> all) {
        Set<Id<T>> chosen =
                all.stream().filter(any -> made.random.nextBoolean()).collect(Collectors.toSet());
        return made.random.nextInt(4) == 0 ? Optional.empty() : Optional.of(chosen);
    }

    private static Reach reach(RandomModel made) {
        return new Reach(
                some(made, made.tenants.stream().map(Tenant::id).toList()),
                some(made, made.units.stream().map(Unit::id).toList()));
    }

    private static Map<String, String> membership(RandomModel made, Person person, Group group) {
        return Map.of(
                "id", made.id().toString(),
                "member", "person:" + person.id(),
                "group", group.id().toString());
    }

    /** A slow and obvious answer to: which tenants does putting somebody into the group touch. */
    private static Set<Id<Tenant>> given(Model model, Id<Group> group, Set<Id<Group>> above) {
        Set<Id<Tenant>> found = new HashSet<>();
        if (above.add(group)) {
            model.table(Kind.ASSIGNMENT).stream()
                    .filter(one -> one.subject().equals(new Subject.OfGroup(group)))
                    .forEach(one -> found.add(one.tenant()));
            model.table(Kind.MAPPING).stream()
                    .filter(one -> one.directoryGroup().equals(group))
                    .forEach(one -> found.add(one.tenant()));
            model.table(Kind.MEMBERSHIP).stream()
                    .filter(one -> one.member().equals(new Subject.OfGroup(group)))
                    .forEach(one -> found.addAll(given(model, one.group(), above)));
        }
        return found;
    }

    private static boolean isReached(Model model, Person person, Reach reach) {
        List<Engagement> own = new ArrayList<>(model.table(Kind.ENGAGEMENT).stream()
                .filter(one -> one.person().equals(person.id()))
                .toList());
        Instant now = RandomModel.NOW;
        if (own.stream().anyMatch(one -> one.window().contains(now))) {
            own.removeIf(one -> !one.window().contains(now));
        } else if (own.stream().anyMatch(one -> one.window().from().isAfter(now))) {
            own.removeIf(one -> !one.window().from().isAfter(now));
            own.sort(Comparator.comparing(one -> one.window().from()));
        } else {
            own.sort(Comparator.comparing((Engagement one) -> one.window().until())
                    .reversed());
        }
        boolean isRunning = own.stream().anyMatch(one -> one.window().contains(now));
        return reach.units().isEmpty()
                || own.stream()
                        .limit(isRunning ? own.size() : 1)
                        .map(Engagement::unit)
                        .anyMatch(unit -> isUnder(model, unit, reach.units().get()));
    }

    private static boolean isUnder(Model model, Id<Unit> unit, Set<Id<Unit>> wanted) {
        return wanted.contains(unit)
                || model.table(Kind.UNIT)
                        .get(unit)
                        .parent()
                        .map(parent -> isUnder(model, parent, wanted))
                        .orElse(false);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void puttingSomebodyInAGroupNeedsThePersonAndAllThatTheGroupGives(int seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Reach reach = reach(made);
        for (Group group : made.groups) {
            Person person = made.people.get(made.random.nextInt(made.people.size()));
            Preview preview = preview(made, List.of(entry(made, "membership.put", membership(made, person, group))));
            if (group.kind() == GroupKind.ASSIGNED && !preview.effects().isEmpty()) {
                Set<Lack> expected = new HashSet<>();
                given(model, group.id(), new HashSet<>()).stream()
                        .filter(tenant -> reach.tenants()
                                .map(some -> !some.contains(tenant))
                                .orElse(false))
                        .forEach(tenant -> expected.add(new Lack.OfTenant(tenant)));
                if (!isReached(model, person, reach)) {
                    expected.add(new Lack.OfPerson(person.id()));
                }
                assertThat(Set.copyOf(Authority.lacking(preview, reach, Optional.empty())))
                        .as("seed %d, %s", seed, group.key())
                        .isEqualTo(expected);
            }
        }
    }

    private static List<Entry> several(RandomModel made) {
        List<Entry> entries = new ArrayList<>();
        for (Group group : made.groups) {
            Person person = made.people.get(made.random.nextInt(made.people.size()));
            entries.add(entry(made, "membership.put", membership(made, person, group)));
        }
        for (Tenant tenant : made.tenants) {
            Person person = made.people.get(made.random.nextInt(made.people.size()));
            entries.add(entry(
                    made,
                    "account.open",
                    Map.of(
                            "id", made.id().toString(),
                            "person", person.id().toString(),
                            "tenant", tenant.id().toString(),
                            "as", "u" + made.random.nextInt(100_000))));
        }
        return entries;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoReachesMoreLacksNothingMore(int seed) {
        RandomModel made = new RandomModel(seed);
        Preview preview = preview(made, several(made));
        Reach less = reach(made);
        Reach more = new Reach(
                less.tenants().map(some -> {
                    Set<Id<Tenant>> wider = new HashSet<>(some);
                    wider.add(made.tenants.get(0).id());
                    return wider;
                }),
                Optional.empty());
        assertThat(more.contains(less, made.model())).isTrue();
        assertThat(Authority.lacking(preview, less, Optional.empty()))
                .as("seed %d", seed)
                .containsAll(Authority.lacking(preview, more, Optional.empty()));
        assertThat(Authority.lacking(preview, Reach.EVERYWHERE, Optional.empty()))
                .isEmpty();
    }

    private static Set<Object> usable(Model model, AccessIndex index, Person person, Instant at) {
        Set<Object> found = new HashSet<>();
        if (model.people().find(person.id()).isPresent()) {
            for (Access.Reach reach : index.of(person.id(), at).reaches()) {
                Usability use = Usability.of(model, person.id(), reach.tenant(), at);
                reach.permissions().stream()
                        .filter(permission -> use.blocks(permission).isEmpty())
                        .forEach(permission -> found.add(List.of(reach.tenant(), permission)));
            }
        }
        return found;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nobodyGivesThemselvesMoreWhateverTheyReach(int seed) {
        RandomModel made = new RandomModel(seed);
        Preview preview = preview(made, several(made));
        Set<Id<Person>> gaining = IntStream.range(0, 100)
                .mapToObj(count -> RandomModel.NOW.plus(Duration.ofHours(8L * count)))
                .flatMap(at -> made.people.stream()
                        .filter(person -> !usable(
                                                preview.snapshot().model(),
                                                preview.snapshot().index(),
                                                person,
                                                at)
                                        .containsAll(usable(preview.model(), preview.index(), person, at))
                                || !preview.index()
                                        .of(person.id(), at)
                                        .beyond(preview.snapshot().index().of(person.id(), at))
                                        .isEmpty()))
                .map(Person::id)
                .collect(Collectors.toSet());
        for (Person person : made.people) {
            assertThat(Authority.lacking(preview, Reach.EVERYWHERE, Optional.of(person.id()))
                            .contains(new Lack.OwnAccess(person.id())))
                    .as("seed %d, %s", seed, person.handle())
                    .isEqualTo(gaining.contains(person.id()));
        }
    }

    @Test
    void whoeverWorksElsewhereIsTakenInByThoseWhoReachThemAlready() {
        RandomModel made = new RandomModel(3);
        Person elsewhere = made.people.get(0);
        Unit own = new Unit(made.id(), wexa.core.value.Key.of("own"), "Own", Optional.empty(), ZoneOffset.UTC);
        made.units.add(own);
        Map<String, String> engaged = Map.of(
                "id", made.id().toString(),
                "person", elsewhere.id().toString(),
                "kind", "employee",
                "unit", "own",
                "job", "Guide",
                "from", "2026-11-23");
        Map<String, String> renamed = Map.of("person", elsewhere.id().toString(), "given", "Other");
        Reach reach = new Reach(Optional.empty(), Optional.of(Set.of(own.id())));
        Preview taking = preview(made, List.of(entry(made, "engagement.begin", engaged)));
        assertThat(taking.effects()).isNotEmpty();
        assertThat(Authority.lacking(taking, reach, Optional.empty()))
                .as("else they would be within reach from then on, by one's own making")
                .containsExactly(new Lack.OfPerson(elsewhere.id()));
        Preview both =
                preview(made, List.of(entry(made, "engagement.begin", engaged), entry(made, "person.edit", renamed)));
        assertThat(Authority.lacking(both, reach, Optional.empty())).containsExactly(new Lack.OfPerson(elsewhere.id()));
        made.engagements.removeIf(one -> one.person().equals(elsewhere.id()));
        Preview newcomer =
                preview(made, List.of(entry(made, "engagement.begin", engaged), entry(made, "person.edit", renamed)));
        assertThat(newcomer.effects()).hasSizeGreaterThan(1);
        assertThat(Authority.lacking(newcomer, reach, Optional.empty()).stream()
                        .filter(Lack.OfPerson.class::isInstance))
                .as("who is nowhere is brought in")
                .isEmpty();
    }

    /** Whatever way it comes about: by groups in groups, by rules that an engagement fulfils, now or later. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whereNothingIsLackingEveryShiftLiesWithinReach(int seed) {
        RandomModel made = new RandomModel(seed);
        for (Entry alone : several(made)) {
            Preview preview = preview(made, List.of(alone));
            Model before = preview.snapshot().model();
            Reach reach = reach(made);
            if (!Authority.lacking(preview, reach, Optional.empty()).isEmpty()) {
                continue;
            }
            for (int hours = 0; hours < 1_000; hours += 40) {
                Impact impact = preview.impactAt(RandomModel.NOW.plus(Duration.ofHours(hours)));
                Stream.of(impact.gains(), impact.losses(), impact.started(), impact.stopped())
                        .flatMap(List::stream)
                        .forEach(shift -> {
                            assertThat(reach.covers(shift.tenant())).isTrue();
                            assertThat(reach.units().isEmpty()
                                            || Stream.of(before, preview.model())
                                                    .anyMatch(model -> model
                                                            .table(Kind.ENGAGEMENT)
                                                            .by(Engagement.BY_PERSON, shift.person())
                                                            .stream()
                                                            .anyMatch(one -> reach.covers(one.unit(), model))))
                                    .isTrue();
                        });
            }
        }
    }

    /** Whoever signs in to an account that a tenant had already is whom it is linked to, there and wherever they are known. */
    @Test
    void linkingAnAccountTakesAllTheirUnitsAndTenants() {
        RandomModel made = new RandomModel(3);
        Person person = made.people.get(0);
        made.accounts.removeIf(account -> account.person().equals(Optional.of(person.id()))
                && account.tenant().equals(made.tenants.get(0).id()));
        Set<Id<Tenant>> elsewhere = made.accounts.stream()
                .filter(account -> account.person().equals(Optional.of(person.id())))
                .map(Account::tenant)
                .collect(Collectors.toSet());
        assertThat(elsewhere).isNotEmpty();
        Map<String, String> opened = new HashMap<>(Map.of(
                "id", made.id().toString(),
                "person", person.id().toString(),
                "tenant", made.tenants.get(0).id().toString(),
                "as", "known.there"));
        Reach one = new Reach(Optional.of(Set.of(made.tenants.get(0).id())), Optional.empty());
        Preview opening = preview(made, List.of(entry(made, "account.open", opened)));
        assertThat(opening.effects()).isNotEmpty();
        List<Lack> toOpen = Authority.lacking(opening, one, Optional.empty());
        opened.put("found", "r-1");
        Preview linking = preview(made, List.of(entry(made, "account.open", opened)));
        assertThat(linking.effects()).isNotEmpty();
        List<Lack> toLink = new ArrayList<>(Authority.lacking(linking, one, Optional.empty()));
        toLink.removeAll(toOpen);
        assertThat(toLink)
                .containsExactlyInAnyOrderElementsOf(elsewhere.stream()
                        .map(tenant -> (Lack) new Lack.OfTenant(tenant))
                        .toList());
    }

    /** In two drafts: first somebody is taken in who works elsewhere, then what they are known by is made another. */
    @Test
    void whatSomebodyIsKnownByTakesAllTheirUnitsAndTenants() {
        RandomModel made = new RandomModel(3);
        Person elsewhere = made.people.get(0);
        made.engagements.removeIf(one -> one.person().equals(elsewhere.id()));
        Unit own = new Unit(made.id(), wexa.core.value.Key.of("own"), "Own", Optional.empty(), ZoneOffset.UTC);
        made.units.add(own);
        for (Unit unit : List.of(own, made.units.get(0))) {
            made.engagements.add(new Engagement(
                    made.id(),
                    elsewhere.id(),
                    EngagementKind.EMPLOYEE,
                    Optional.empty(),
                    unit.id(),
                    "Guide",
                    Optional.empty(),
                    Window.from(RandomModel.NOW.minusSeconds(60))));
        }
        Set<Id<Tenant>> accounts = made.accounts.stream()
                .filter(account -> account.person().equals(Optional.of(elsewhere.id())))
                .map(Account::tenant)
                .collect(Collectors.toSet());
        assertThat(accounts).isNotEmpty();
        Map<String, String> readdressed = Map.of("person", elsewhere.id().toString(), "mail", "another@own.example");
        Map<String, String> renamed = Map.of("person", elsewhere.id().toString(), "given", "Other");
        Reach ownUnit = new Reach(Optional.empty(), Optional.of(Set.of(own.id())));
        Reach bothUnits = new Reach(
                Optional.of(Set.of()),
                Optional.of(Set.of(own.id(), made.units.get(0).id())));
        assertThat(lacking(made, renamed, ownUnit)).isEmpty();
        assertThat(lacking(made, readdressed, ownUnit)).containsExactly(new Lack.OfIdentity(elsewhere.id()));
        assertThat(lacking(made, readdressed, bothUnits))
                .containsExactlyInAnyOrderElementsOf(accounts.stream()
                        .map(tenant -> (Lack) new Lack.OfTenant(tenant))
                        .toList());
        assertThat(lacking(made, readdressed, Reach.EVERYWHERE)).isEmpty();
    }

    /** It changes nothing in the model, and may still change something in the tenant. */
    @Test
    void whatIsAlreadySoIsAskedForAgainByThoseWhoReachIt() {
        RandomModel made = new RandomModel(3);
        Account closed = made.accounts.stream()
                .filter(account -> !account.isOpen())
                .findFirst()
                .orElseThrow();
        Preview preview = preview(
                made,
                List.of(entry(
                        made, "account.close", Map.of("account", closed.id().toString()))));
        assertThat(preview.effects()).isEmpty();
        assertThat(preview.kept()).containsExactly(closed);
        Reach elsewhere = new Reach(Optional.of(Set.of()), Optional.empty());
        Reach here = new Reach(Optional.of(Set.of(closed.tenant())), Optional.empty());
        assertThat(Authority.lacking(preview, elsewhere, Optional.empty()))
                .containsExactly(new Lack.OfTenant(closed.tenant()));
        assertThat(Authority.lacking(preview, here, Optional.empty())).isEmpty();
    }

    private static List<Lack> lacking(RandomModel made, Map<String, String> fields, Reach reach) {
        Preview preview = preview(made, List.of(entry(made, "person.edit", fields)));
        assertThat(preview.effects()).isNotEmpty();
        return Authority.lacking(preview, reach, Optional.empty());
    }
}
