package wexa.bench;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Capability;
import wexa.core.model.Environment;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Sort;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.model.UserNameRule;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/**
 * An organisation of any size from a seed: 4,000 groups nested to 6, 600 roles to depth 4, 2,500 sets of 25 out of 8,000
 * permissions, 40 tenants of 500 areas, 3 direct assignments a person and 6,000 on groups.
 */
final class Generator {
    static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");
    private static final int GROUPS = 4_000;
    private static final int ROLES = 600;
    private static final int SETS = 2_500;
    private static final int APPS = 8;
    private static final int PERMISSIONS_PER_APP = 1_000;
    private static final int TENANTS = 40;
    private static final int AREAS = 500;
    private static final int GROUP_ASSIGNMENTS = 6_000;

    private final Random random;
    private final int size;
    final List<Person> people = new ArrayList<>();
    final List<Group> groups = new ArrayList<>();
    final List<Membership> memberships = new ArrayList<>();
    final List<App> apps = new ArrayList<>();
    final List<Tenant> tenants = new ArrayList<>();
    final List<List<Area>> areas = new ArrayList<>();
    final List<List<PermissionSet>> sets = new ArrayList<>();
    final List<List<Role>> roles = new ArrayList<>();
    final List<Assignment> assignments = new ArrayList<>();
    final Unit unit;

    Generator(long seed, int size) {
        this.random = new Random(seed);
        this.size = size;
        this.unit = new Unit(id(), Key.of("unit"), "Unit", Optional.empty(), ZoneOffset.UTC);
        makeApps();
        makePeople();
        makeAssignments();
    }

    Model model() {
        List<Fact> facts = new ArrayList<>();
        facts.add(unit);
        facts.addAll(people);
        facts.addAll(groups);
        facts.addAll(memberships);
        facts.addAll(apps);
        facts.addAll(tenants);
        areas.forEach(facts::addAll);
        sets.forEach(facts::addAll);
        roles.forEach(facts::addAll);
        facts.addAll(assignments);
        return Model.of(facts);
    }

    <T> Id<T> id() {
        return Id.of(new UUID(random.nextLong(), random.nextLong()));
    }

    private void makeApps() {
        for (int app = 0; app < APPS; app++) {
            List<App.ResourceType> types = new ArrayList<>();
            for (int type = 0; type < PERMISSIONS_PER_APP / 10; type++) {
                List<App.Action> actions = new ArrayList<>();
                for (int action = 0; action < 10; action++) {
                    actions.add(new App.Action(Key.of("do" + action), "do", Sort.WORK));
                }
                types.add(new App.ResourceType(Key.of("type" + type), "Type", actions));
            }
            apps.add(new App(id(), Key.of("app" + app), "App", types, List.of(), List.of(), App.AreaUse.OPTIONAL));
            makeRoles(app);
        }
        for (int number = 0; number < TENANTS; number++) {
            Tenant tenant = new Tenant(
                    id(),
                    Key.of("tenant" + number),
                    apps.get(number % APPS).id(),
                    "Tenant",
                    Environment.LIVE,
                    number % 9,
                    Map.of(),
                    UserNameRule.HANDLE,
                    Set.of(Capability.values()));
            tenants.add(tenant);
            List<Area> here = new ArrayList<>();
            for (int area = 0; area < AREAS; area++) {
                Optional<Id<Area>> parent = area < 5
                        ? Optional.empty()
                        : Optional.of(here.get(area / 5 - 1).id());
                here.add(new Area(id(), tenant.id(), Key.of("area" + area), "Area", parent));
            }
            areas.add(here);
        }
    }

    private void makeRoles(int app) {
        List<Permission> permissions = apps.get(app).permissions();
        List<PermissionSet> made = new ArrayList<>();
        for (int set = 0; set < SETS / APPS; set++) {
            Set<Permission> chosen = new TreeSet<>();
            while (chosen.size() < 25) {
                chosen.add(permissions.get(random.nextInt(permissions.size())));
            }
            made.add(new PermissionSet(
                    id(),
                    Key.of("set-" + app + "-" + set),
                    "Set",
                    "",
                    apps.get(app).id(),
                    chosen));
        }
        sets.add(made);
        List<Role> all = new ArrayList<>();
        int perLevel = ROLES / APPS / 4;
        for (int number = 0; number < ROLES / APPS; number++) {
            int level = Math.min(3, number / perLevel);
            List<Id<Role>> includes = new ArrayList<>();
            if (level > 0) {
                for (int time = 0; time < 2; time++) {
                    includes.add(all.get((level - 1) * perLevel + random.nextInt(perLevel))
                            .id());
                }
            }
            List<Id<PermissionSet>> own = new ArrayList<>();
            for (int time = 0; time < 4; time++) {
                own.add(made.get(random.nextInt(made.size())).id());
            }
            all.add(new Role(
                    id(), Key.of("role-" + app + "-" + number), "Role", "", Optional.empty(), own, includes, Set.of()));
        }
        roles.add(all);
    }

    private void makePeople() {
        for (int number = 0; number < size; number++) {
            people.add(new Person(
                    id(),
                    Handle.of("person." + number),
                    "Given",
                    "Family",
                    Optional.empty(),
                    Optional.empty(),
                    Key.of("home"),
                    Optional.empty(),
                    Map.of()));
        }
        int perLevel = GROUPS / 6;
        for (int number = 0; number < GROUPS; number++) {
            groups.add(new Group(
                    id(),
                    Key.of("group-" + number),
                    "Group",
                    GroupKind.ASSIGNED,
                    "",
                    List.of(),
                    Optional.empty(),
                    Set.of()));
            int level = Math.min(5, number / perLevel);
            if (level > 0) {
                Id<Group> outer = groups.get((level - 1) * perLevel + random.nextInt(perLevel))
                        .id();
                memberships.add(new Membership(
                        id(), new Subject.OfGroup(groups.get(number).id()), outer, Window.ALWAYS, ""));
            }
        }
        for (Person person : people) {
            for (int time = 0; time < 2; time++) {
                Id<Group> group = groups.get(random.nextInt(GROUPS)).id();
                memberships.add(new Membership(id(), new Subject.OfPerson(person.id()), group, Window.ALWAYS, ""));
            }
        }
    }

    private void makeAssignments() {
        for (Person person : people) {
            for (int time = 0; time < 3; time++) {
                assignments.add(assignment(new Subject.OfPerson(person.id())));
            }
        }
        for (int number = 0; number < GROUP_ASSIGNMENTS; number++) {
            assignments.add(assignment(
                    new Subject.OfGroup(groups.get(random.nextInt(GROUPS)).id())));
        }
    }

    Assignment assignment(Subject subject) {
        int tenant = random.nextInt(TENANTS);
        List<Role> here = roles.get(tenant % APPS);
        Id<Area> area = areas.get(tenant).get(random.nextInt(AREAS)).id();
        return new Assignment(
                id(),
                subject,
                here.get(random.nextInt(here.size())).id(),
                tenants.get(tenant).id(),
                Optional.of(area),
                Window.ALWAYS,
                Optional.empty(),
                "");
    }

    Person somebody() {
        return people.get(random.nextInt(people.size()));
    }

    Random random() {
        return random;
    }
}
