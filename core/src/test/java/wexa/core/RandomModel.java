package wexa.core;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Condition;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Environment;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.GroupProvision;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Seat;
import wexa.core.model.Sort;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.model.UserNameRule;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/** A small model made at random from a seed, with every kind of fact and awkward windows around {@link #NOW}. */
public final class RandomModel {
    public static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    public final Random random;

    /** For values of fields, so that all else is the same with and without them. */
    private final Random valued;

    private static final List<String> SHIFTS = List.of("Early", "Late", "Night");

    public final List<Unit> units = new ArrayList<>();
    public final List<Person> people = new ArrayList<>();
    public final List<Engagement> engagements = new ArrayList<>();
    public final List<Group> groups = new ArrayList<>();
    public final List<Membership> memberships = new ArrayList<>();
    public final List<App> apps = new ArrayList<>();
    public final List<Tenant> tenants = new ArrayList<>();
    public final List<Area> areas = new ArrayList<>();
    public final List<PermissionSet> sets = new ArrayList<>();
    public final List<Role> roles = new ArrayList<>();
    public final List<Account> accounts = new ArrayList<>();
    public final List<Seat> seats = new ArrayList<>();
    public final List<Assignment> assignments = new ArrayList<>();
    public final List<Mapping> mappings = new ArrayList<>();
    public final List<Binding> bindings = new ArrayList<>();
    public final List<RoleVariant> variants = new ArrayList<>();
    public final List<Absence> absences = new ArrayList<>();
    public final List<ExceptedDifference> excepted = new ArrayList<>();
    public final List<GroupProvision> provisions = new ArrayList<>();
    public final List<PersonField> fields = new ArrayList<>();

    public RandomModel(long seed) {
        this.random = new Random(seed);
        this.valued = new Random(~seed);
        for (int number = 0; number < 3; number++) {
            units.add(new Unit(id(), Key.of("unit-" + number), "Unit " + number, Optional.empty(), ZoneOffset.UTC));
        }
        makeFields();
        makeApps();
        makeRoles();
        makePeople();
        makeGroups();
        makeGrants();
        makeBindings();
        makeVariants();
        for (int number = 0; number < 4; number++) {
            provisions.add(new GroupProvision(
                    id(), groups.get(number * 2).id(), tenants.get(number).id()));
        }
        for (int number = 0; number < 4; number++) {
            excepted.add(new ExceptedDifference(
                    id(),
                    accounts.get(number).tenant(),
                    "ACCOUNT:" + accounts.get(number).id(),
                    Set.of("missing"),
                    Window.of(NOW.minusSeconds(9), NOW.plusSeconds(10_000 + number)),
                    people.get(number).id(),
                    "known"));
        }
    }

    public Model model() {
        List<Fact> facts = new ArrayList<>();
        List.of(
                        units,
                        people,
                        engagements,
                        groups,
                        memberships,
                        apps,
                        tenants,
                        areas,
                        sets,
                        roles,
                        accounts,
                        seats,
                        assignments,
                        mappings,
                        bindings,
                        variants,
                        absences,
                        provisions,
                        fields,
                        excepted)
                .forEach(facts::addAll);
        return Model.of(facts);
    }

    public <T> Id<T> id() {
        return Id.of(new UUID(random.nextLong(), random.nextLong()));
    }

    public <T> T pick(List<T> from) {
        return from.get(random.nextInt(from.size()));
    }

    public Window window() {
        Instant start = NOW.plusSeconds(86_400L * (random.nextInt(20) - 12));
        return switch (random.nextInt(4)) {
            case 0 -> Window.ALWAYS;
            case 1 -> Window.from(start);
            default -> Window.of(start, start.plusSeconds(86_400L * (1 + random.nextInt(14))));
        };
    }

    private void makeApps() {
        for (int number = 0; number < 3; number++) {
            Key key = Key.of("app-" + number);
            List<App.ResourceType> types = new ArrayList<>();
            for (int type = 0; type < 2 + number * 9; type++) {
                types.add(new App.ResourceType(
                        Key.of("type-" + type),
                        "Type " + type,
                        List.of(
                                new App.Action(Key.of("see"), "see", Sort.LOOK),
                                new App.Action(Key.of("change"), "change", Sort.WORK),
                                new App.Action(Key.of("approve"), "approve", Sort.DECIDE))));
            }
            Permission carried = new Permission(key, Key.of("type-0"), Key.of("change"));
            apps.add(new App(
                    id(),
                    key,
                    "App " + number,
                    types,
                    List.of(new App.SeatKind(Key.of("full"), "Full", Set.of(carried))),
                    List.of(),
                    number == 0 ? App.AreaUse.REQUIRED : App.AreaUse.OPTIONAL));
        }
        for (int number = 0; number < 4; number++) {
            Set<Capability> capabilities = number == 3
                    ? EnumSet.of(
                            Capability.USERS,
                            Capability.SEATS,
                            Capability.ROLES,
                            Capability.ASSIGNMENTS,
                            Capability.FIXED_USER_NAMES)
                    : EnumSet.complementOf(EnumSet.of(Capability.FIXED_USER_NAMES));
            tenants.add(new Tenant(
                    id(),
                    Key.of("tenant-" + number),
                    apps.get(number % 3).id(),
                    "Tenant " + number,
                    Environment.LIVE,
                    number,
                    Map.of(Key.of("full"), 5),
                    UserNameRule.HANDLE,
                    capabilities));
            for (int area = 0; area < 5; area++) {
                Optional<Id<Area>> parent = area == 0
                        ? Optional.empty()
                        : Optional.of(areas.get(areas.size() - 1 - random.nextInt(area))
                                .id());
                areas.add(new Area(
                        id(), tenants.get(number).id(), Key.of("area-" + number + "-" + area), "Area", parent));
            }
        }
    }

    private void makeRoles() {
        for (int number = 0; number < 6; number++) {
            App app = apps.get(number % 3);
            Set<Permission> permissions = new TreeSet<>();
            for (int time = 0; time < 4; time++) {
                permissions.add(pick(app.permissions()));
            }
            sets.add(new PermissionSet(id(), Key.of("set-" + number), "Set", "Holds " + number, app.id(), permissions));
        }
        for (int number = 0; number < 8; number++) {
            List<Id<Role>> includes = new ArrayList<>();
            for (int time = 0; number > 0 && time < random.nextInt(3); time++) {
                includes.add(roles.get(random.nextInt(number)).id());
            }
            Set<Permission> exclusions = random.nextInt(3) == 0
                    ? Set.of(pick(new ArrayList<>(pick(sets).permissions())))
                    : Set.of();
            roles.add(new Role(
                    id(),
                    Key.of("role-" + number),
                    "Role " + number,
                    "Does " + number,
                    Optional.empty(),
                    List.of(pick(sets).id()),
                    includes,
                    exclusions));
        }
    }

    private void makeFields() {
        fields.add(new PersonField(
                Id.of(new UUID(valued.nextLong(), 1)),
                Key.of("shift"),
                "Shift",
                PersonField.Type.CHOICE,
                SHIFTS,
                Set.of(),
                Optional.of("shiftPattern")));
        fields.add(new PersonField(
                Id.of(new UUID(valued.nextLong(), 1)),
                Key.of("badge"),
                "Badge",
                PersonField.Type.NUMBER,
                List.of(),
                Set.of(),
                Optional.empty()));
    }

    /** Nothing, or values of some fields. */
    public Map<String, String> values() {
        String shift = SHIFTS.get(valued.nextInt(SHIFTS.size()));
        return switch (valued.nextInt(3)) {
            case 0 -> Map.of();
            case 1 -> Map.of("shift", shift);
            default -> Map.of("shift", shift, "badge", Integer.toString(valued.nextInt(100)));
        };
    }

    private void makePeople() {
        for (int number = 0; number < 12; number++) {
            Person person = new Person(
                    id(),
                    Handle.of("person." + number),
                    "Given" + number,
                    "Family",
                    Optional.of(Mail.of("person." + number + "@skerrow.example")),
                    Optional.empty(),
                    Key.of("skerrow"),
                    Optional.empty(),
                    values());
            people.add(person);
            if (random.nextInt(6) == 0) {
                absences.add(stopping(person, Window.from(NOW.minusSeconds(5))));
            }
            for (int time = 0; time < random.nextInt(3); time++) {
                engagements.add(new Engagement(
                        id(),
                        person.id(),
                        pick(List.of(EngagementKind.values())),
                        Optional.of("4" + number + time),
                        pick(units).id(),
                        "Keeper",
                        Optional.empty(),
                        window()));
            }
            for (Tenant tenant : tenants) {
                if (random.nextInt(3) > 0) {
                    Account account = new Account(
                            id(),
                            tenant.id(),
                            AccountKind.PERSON,
                            Optional.of(person.id()),
                            person.handle().text(),
                            random.nextInt(5) == 0 ? Account.State.CLOSED : Account.State.OPEN,
                            Map.of());
                    accounts.add(account);
                    if (random.nextBoolean()) {
                        seats.add(new Seat(id(), account.id(), Key.of("full"), window()));
                    }
                }
            }
        }
    }

    private void makeGroups() {
        for (int number = 0; number < 8; number++) {
            GroupKind kind = number < 5 ? GroupKind.ASSIGNED : number == 5 ? GroupKind.DIRECTORY : GroupKind.RULED;
            Optional<Condition> condition = kind == GroupKind.RULED
                    ? Optional.of(new Condition(
                            new TreeSet<>(List.of(pick(List.of(EngagementKind.values())), EngagementKind.EMPLOYEE)),
                            number == 6 ? Set.of() : Set.of(units.get(0).id()),
                            Set.of(),
                            number == 6 ? Map.of("shift", Set.of("Early", "Late")) : Map.of()))
                    : Optional.empty();
            groups.add(new Group(
                    id(),
                    Key.of("group-" + number),
                    "Group " + number,
                    kind,
                    "",
                    List.of(),
                    condition,
                    number % 3 == 0 ? Set.of("tag-" + number) : Set.of()));
        }
        for (int number = 0; number < 20; number++) {
            memberships.add(new Membership(
                    id(),
                    new Subject.OfPerson(pick(people).id()),
                    groups.get(random.nextInt(6)).id(),
                    window(),
                    ""));
        }
        for (int number = 0; number < 6; number++) {
            int outer = random.nextInt(4);
            int inner = outer + 1 + random.nextInt(7 - outer);
            memberships.add(new Membership(
                    id(),
                    new Subject.OfGroup(groups.get(inner).id()),
                    groups.get(outer).id(),
                    window(),
                    ""));
        }
    }

    private void makeGrants() {
        for (int number = 0; number < 24; number++) {
            Tenant tenant = pick(tenants);
            Subject subject = random.nextBoolean()
                    ? new Subject.OfPerson(pick(people).id())
                    : new Subject.OfGroup(pick(groups).id());
            Optional<Id<Engagement>> engagement = subject instanceof Subject.OfPerson one
                    ? engagements.stream()
                            .filter(candidate -> candidate.person().equals(one.person()))
                            .findFirst()
                            .map(Engagement::id)
                    : Optional.empty();
            Assignment given = new Assignment(
                    id(), subject, pick(roles).id(), tenant.id(), areaIn(tenant), window(), engagement, "");
            if (assignments.stream().noneMatch(other -> isTwice(given, other))) {
                assignments.add(given);
            }
        }
        for (int number = 0; number < 4; number++) {
            absences.add(
                    new Absence(id(), people.get(number).id(), Absence.Manner.AWAY, window(), Absence.Seats.KEPT, ""));
            assignments.add(cover(pick(absences)));
        }
        mappings.add(new Mapping(
                id(),
                groups.get(5).id(),
                pick(roles).id(),
                tenants.get(1).id(),
                Optional.empty(),
                pick(List.of(Mapping.Carriage.values()))));
    }

    /** Of the same subject, role, tenant and area there are never two at once. */
    private static boolean isTwice(Assignment one, Assignment other) {
        return one.subject().equals(other.subject())
                && one.role().equals(other.role())
                && one.tenant().equals(other.tenant())
                && one.area().equals(other.area())
                && one.window().overlaps(other.window());
    }

    /** An absence for which a person cannot sign in. */
    public Absence stopping(Person person, Window window) {
        Absence.Manner manner =
                window.isOpenEnded() && random.nextBoolean() ? Absence.Manner.SUSPENSION : Absence.Manner.LEAVE;
        return absence(person, manner, window);
    }

    public Absence absence(Person person, Absence.Manner manner, Window window) {
        return new Absence(
                id(), person.id(), manner, window, pick(List.of(Absence.Seats.values())), "for reasons of their own");
    }

    /** A role that somebody else has for as long as an absence lasts. */
    public Assignment cover(Absence absence) {
        Tenant tenant = pick(tenants);
        List<Person> others = people.stream()
                .filter(person -> !person.id().equals(absence.person()))
                .toList();
        return new Assignment(
                id(),
                new Subject.OfPerson(pick(others).id()),
                pick(roles).id(),
                tenant.id(),
                areaIn(tenant),
                window(),
                Optional.empty(),
                "",
                Optional.of(absence.id()));
    }

    /** One role in each tenant is written as a group, another one so below some area, a third as a value; one group was there before. */
    private void makeBindings() {
        for (Tenant tenant : tenants) {
            int number = tenants.indexOf(tenant);
            bindings.add(new Binding(
                    id(),
                    roles.get(number).id(),
                    tenant.id(),
                    Optional.empty(),
                    Binding.Manner.GROUP,
                    "Group " + number + " there",
                    number == 0 ? Optional.of("known-there") : Optional.empty(),
                    false));
            bindings.add(new Binding(
                    id(),
                    roles.get(number + 1).id(),
                    tenant.id(),
                    areaIn(tenant),
                    Binding.Manner.GROUP,
                    "Group " + number + " below",
                    Optional.empty(),
                    false));
            bindings.add(new Binding(
                    id(),
                    roles.get(number + 2).id(),
                    tenant.id(),
                    areaIn(tenant),
                    number % 2 == 0 ? Binding.Manner.ROLE : Binding.Manner.ENTITLEMENT,
                    "value-" + number,
                    Optional.empty(),
                    false));
        }
    }

    /** Roles low and high differ in one tenant or two. */
    private void makeVariants() {
        for (int number = 0; number < 4; number++) {
            RoleVariant made = variant(roles.get(number * 2), tenants.get(random.nextInt(2) * 2));
            variants.add(made);
        }
    }

    public RoleVariant variant(Role role, Tenant tenant) {
        List<Id<PermissionSet>> added = sets.stream()
                .filter(set -> set.app().equals(tenant.app()) && random.nextBoolean())
                .map(PermissionSet::id)
                .toList();
        Set<Permission> without = random.nextBoolean()
                ? Set.of()
                : Set.of(pick(new ArrayList<>(pick(sets).permissions())));
        return new RoleVariant(
                id(), role.id(), tenant.id(), added, without, people.get(0).id(), "by law there");
    }

    public Optional<Id<Area>> areaIn(Tenant tenant) {
        return random.nextInt(4) == 0
                ? Optional.empty()
                : Optional.of(pick(areas.stream()
                                .filter(area -> area.tenant().equals(tenant.id()))
                                .toList())
                        .id());
    }
}
