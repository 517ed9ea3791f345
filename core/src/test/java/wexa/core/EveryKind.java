package wexa.core;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Condition;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Home;
import wexa.core.model.Invitation;
import wexa.core.model.IssuedName;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/** Effects on facts of every kind, each of which can be carried out alone and after any of the others. */
public final class EveryKind {
    private EveryKind() {}

    /** At least one of each kind, in the order of the kinds. */
    public static List<Effect> of(RandomModel made) {
        List<Effect> effects = new ArrayList<>();
        Unit unit = made.pick(made.units);
        effects.add(Effect.replace(unit, new Unit(unit.id(), unit.key(), "Renamed", unit.parent(), unit.zone())));
        Person person = made.pick(made.people);
        effects.add(Effect.replace(person, renamed(person)));
        Engagement engagement = made.pick(made.engagements);
        effects.add(Effect.replace(engagement, moved(engagement, made)));
        Group ruled = made.groups.get(6 + made.random.nextInt(2));
        effects.add(Effect.replace(ruled, ruledOtherwise(ruled, made)));
        effects.add(Effect.drop(made.pick(made.memberships)));
        effects.add(Effect.make(new Membership(
                made.id(),
                new Subject.OfGroup(made.groups.get(5).id()),
                made.groups.get(made.random.nextInt(5)).id(),
                made.window(),
                "")));
        App app = made.pick(made.apps);
        effects.add(Effect.replace(app, withAction(app)));
        Tenant tenant = made.pick(made.tenants);
        effects.add(Effect.replace(tenant, renamed(tenant)));
        Area area = made.pick(made.areas);
        effects.add(Effect.replace(
                area, new Area(area.id(), area.tenant(), area.key(), area.name(), Optional.<Id<Area>>empty())));
        PermissionSet set = made.pick(made.sets);
        effects.add(Effect.replace(set, withLess(set, made)));
        Role role = made.pick(made.roles);
        effects.add(Effect.replace(role, otherwise(role, made)));
        Account account = made.pick(made.accounts);
        effects.add(Effect.replace(account, turned(account)));
        effects.add(Effect.make(new Account(
                made.id(),
                made.pick(made.tenants).id(),
                AccountKind.PERSON,
                Optional.of(made.pick(made.people).id()),
                "another." + Math.abs(made.random.nextInt()),
                Account.State.OPEN,
                Map.of())));
        if (!made.seats.isEmpty()) {
            effects.add(Effect.drop(made.pick(made.seats)));
        }
        effects.add(Effect.make(new Seat(made.id(), account.id(), Key.of("full"), made.window())));
        effects.add(Effect.drop(made.pick(made.assignments)));
        Tenant given = made.pick(made.tenants);
        effects.add(Effect.make(new Assignment(
                made.id(),
                made.random.nextBoolean()
                        ? new Subject.OfPerson(made.pick(made.people).id())
                        : new Subject.OfGroup(made.pick(made.groups).id()),
                made.pick(made.roles).id(),
                given.id(),
                made.areaIn(given),
                made.window(),
                Optional.empty(),
                "")));
        effects.add(Effect.drop(made.mappings.get(0)));
        effects.add(Effect.make(new Mapping(
                made.id(),
                made.groups.get(5).id(),
                made.pick(made.roles).id(),
                given.id(),
                Optional.empty(),
                Mapping.Carriage.CARRIED)));
        effects.add(Effect.make(IssuedName.of(
                IssuedName.Sort.HANDLE, "old." + Math.abs(made.random.nextInt()), Optional.of(person.id()))));
        effects.add(Effect.make(conflict(made)));
        effects.add(Effect.make(new Home(made.id(), Key.of("elsewhere"), "Elsewhere", Home.Sort.PARTNER)));
        effects.add(Effect.make(new Invitation(
                made.id(), person.id(), Mail.of("asked@elsewhere.example"), RandomModel.NOW, Optional.empty())));
        effects.add(made.pick(made.bindings).ended());
        effects.add(Effect.make(new Binding(
                made.id(),
                made.pick(made.roles).id(),
                given.id(),
                made.areaIn(given),
                Binding.Manner.GROUP,
                "Another group",
                Optional.empty(),
                false)));
        ConflictRule excepting = conflict(made);
        effects.add(Effect.make(excepting));
        effects.add(Effect.make(new ConflictException(
                made.id(), excepting.id(), person.id(), made.window(), "winter rota", "a second pair of eyes")));
        effects.add(Effect.drop(made.variants.get(0)));
        effects.add(Effect.make(made.variant(made.roles.get(1), given)));
        effects.add(Effect.drop(made.provisions.get(0)));
        effects.add(Effect.make(new GroupProvision(made.id(), made.groups.get(1).id(), given.id())));
        effects.add(Effect.drop(made.absences.get(0)));
        Absence another =
                new Absence(made.id(), person.id(), Absence.Manner.AWAY, made.window(), Absence.Seats.KEPT, "away");
        effects.add(Effect.make(another));
        effects.add(Effect.make(made.stopping(person, made.window())));
        effects.add(Effect.make(made.cover(another)));
        effects.add(Effect.make(new PersonField(
                made.id(),
                Key.of("mentor"),
                "Mentor",
                PersonField.Type.PERSON,
                List.of(),
                Set.of(EngagementKind.VOLUNTEER),
                Optional.empty())));
        effects.add(Effect.make(new ExceptedDifference(
                made.id(),
                given.id(),
                "ACCOUNT:" + made.pick(made.accounts).id(),
                Set.of("seats", "mail"),
                Window.of(RandomModel.NOW, RandomModel.NOW.plus(Duration.ofDays(90))),
                person.id(),
                "until the seats are renewed")));
        return effects;
    }

    private static Person renamed(Person person) {
        return new Person(
                person.id(),
                person.handle(),
                person.givenName() + "-Rose",
                person.familyName(),
                person.mail(),
                person.phone(),
                person.home(),
                person.directoryEntry(),
                person.custom());
    }

    private static Engagement moved(Engagement engagement, RandomModel made) {
        return new Engagement(
                engagement.id(),
                engagement.person(),
                made.pick(List.of(EngagementKind.values())),
                engagement.staffNumber(),
                made.pick(made.units).id(),
                engagement.job(),
                engagement.manager(),
                made.window());
    }

    private static Group ruledOtherwise(Group group, RandomModel made) {
        return new Group(
                group.id(),
                group.key(),
                group.name(),
                group.kind(),
                group.description(),
                group.owners(),
                Optional.of(new Condition(Set.of(made.pick(List.of(EngagementKind.values()))), Set.of(), Set.of())),
                group.tags());
    }

    private static App withAction(App app) {
        List<App.ResourceType> types = new ArrayList<>(app.resourceTypes());
        types.add(new App.ResourceType(
                Key.of("added"), "Added", List.of(new App.Action(Key.of("see"), "see", wexa.core.model.Sort.LOOK))));
        return new App(
                app.id(),
                app.key(),
                app.name(),
                types,
                app.seatKinds(),
                app.needs(),
                App.AreaUse.REQUIRED,
                app.tasks(),
                app.version());
    }

    private static Tenant renamed(Tenant tenant) {
        return new Tenant(
                tenant.id(),
                tenant.key(),
                tenant.app(),
                "Renamed",
                tenant.environment(),
                tenant.colour(),
                tenant.pools(),
                tenant.userNameRule(),
                tenant.capabilities());
    }

    private static PermissionSet withLess(PermissionSet set, RandomModel made) {
        Set<Permission> left = new TreeSet<>(set.permissions());
        left.remove(made.pick(new ArrayList<>(set.permissions())));
        return new PermissionSet(set.id(), set.key(), set.name(), set.description(), set.app(), left);
    }

    static Role otherwise(Role role, RandomModel made) {
        return new Role(
                role.id(),
                role.key(),
                role.name(),
                role.description(),
                role.owner(),
                List.of(made.pick(made.sets).id()),
                role.includes(),
                Set.of());
    }

    private static Account turned(Account account) {
        return new Account(
                account.id(),
                account.tenant(),
                account.kind(),
                account.person(),
                account.userName(),
                account.isOpen() ? Account.State.CLOSED : Account.State.OPEN,
                account.attributes());
    }

    private static ConflictRule conflict(RandomModel made) {
        ConflictRule.Side one =
                new ConflictRule.Side(Set.of(), Set.of(made.pick(made.roles).id()));
        ConflictRule.Side other =
                new ConflictRule.Side(Set.of(), Set.of(made.pick(made.roles).id()));
        return new ConflictRule(
                made.id(),
                Key.of("rule-" + Math.abs(made.random.nextInt())),
                "Rule",
                "",
                Optional.empty(),
                one,
                other,
                ConflictRule.Within.ANYWHERE,
                Set.of(),
                ConflictRule.Manner.WARN);
    }
}
