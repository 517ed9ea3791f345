package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Capability;
import wexa.core.model.Condition;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Environment;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
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

/** One person, each kind of way to one permission, and what stands in its way, written out by hand. */
class PathTest {
    private static final Instant NOW = RandomModel.NOW;
    private static final Instant FRIDAY = Instant.parse("2026-11-28T00:00:00Z");
    private static final Permission AMEND = Permission.of("pelagia:treatment:amend");
    private static final Permission REMOVE = Permission.of("pelagia:treatment:remove");

    private final RandomModel ids = new RandomModel(1);
    private final Unit hall = new Unit(ids.id(), Key.of("hall"), "Hall", Optional.empty(), ZoneOffset.UTC);
    private final Person ines = new Person(
            ids.id(),
            Handle.of("ines.abara"),
            "Ines",
            "Abara",
            Optional.empty(),
            Optional.empty(),
            Key.of("skerrow"),
            Optional.empty(),
            Map.of());
    private final Engagement engagement = new Engagement(
            ids.id(),
            ines.id(),
            EngagementKind.EMPLOYEE,
            Optional.empty(),
            hall.id(),
            "Keeper",
            Optional.empty(),
            Window.from(NOW.minusSeconds(99)));
    private final App pelagia = new App(
            ids.id(),
            Key.of("pelagia"),
            "Pelagia",
            List.of(new App.ResourceType(
                    Key.of("treatment"),
                    "Treatments",
                    List.of(
                            new App.Action(Key.of("amend"), "amend", Sort.WORK),
                            new App.Action(Key.of("remove"), "remove", Sort.WORK)))),
            List.of(
                    new App.SeatKind(Key.of("reader"), "Reader", Set.of()),
                    new App.SeatKind(Key.of("keeper"), "Keeper", Set.of(AMEND))),
            List.of(),
            App.AreaUse.REQUIRED);
    private final Tenant north = new Tenant(
            ids.id(),
            Key.of("north"),
            pelagia.id(),
            "North",
            Environment.LIVE,
            0,
            Map.of(),
            UserNameRule.HANDLE,
            Set.of(Capability.values()));
    private final Area pier = new Area(ids.id(), north.id(), Key.of("pier"), "Pier", Optional.empty());
    private final Area lagoon = new Area(ids.id(), north.id(), Key.of("lagoon"), "Lagoon", Optional.of(pier.id()));
    private final PermissionSet record =
            new PermissionSet(ids.id(), Key.of("record"), "Record", "", pelagia.id(), Set.of(AMEND, REMOVE));
    private final Role keeper = new Role(
            ids.id(), Key.of("keeper"), "Keeper", "", Optional.empty(), List.of(record.id()), List.of(), Set.of());
    private final Role careful = new Role(
            ids.id(),
            Key.of("careful"),
            "Careful",
            "",
            Optional.empty(),
            List.of(),
            List.of(keeper.id()),
            Set.of(REMOVE));

    private AccessIndex index(Fact... more) {
        List<Fact> facts =
                new ArrayList<>(List.of(hall, ines, engagement, pelagia, north, pier, lagoon, record, keeper, careful));
        facts.addAll(List.of(more));
        return AccessIndex.compile(Model.of(facts));
    }

    private Group group(String key, GroupKind kind, Optional<Condition> condition) {
        return new Group(ids.id(), Key.of(key), key, kind, "", List.of(), condition, Set.of());
    }

    private Assignment given(Subject subject, Role role, Optional<Area> area, Window window) {
        return new Assignment(
                ids.id(), subject, role.id(), north.id(), area.map(Area::id), window, Optional.empty(), "");
    }

    private Path onlyPath(AccessIndex index) {
        List<Path> paths = index.paths(ines.id(), NOW);
        assertThat(paths).hasSize(1);
        return paths.get(0);
    }

    @Test
    void theWindowOfAWayIsTheIntersectionAndTheLinkThatEndsFirstIsNamed() {
        Group night = group("night", GroupKind.ASSIGNED, Optional.empty());
        Membership member = new Membership(
                ids.id(), new Subject.OfPerson(ines.id()), night.id(), Window.of(NOW.minusSeconds(5), FRIDAY), "");
        Assignment later =
                given(new Subject.OfGroup(night.id()), careful, Optional.of(pier), Window.from(NOW.minusSeconds(3)));
        Path path = onlyPath(index(night, member, later));
        assertThat(path.window()).isEqualTo(Window.of(NOW.minusSeconds(3), FRIDAY));
        assertThat(path.endsFirst())
                .hasValueSatisfying(
                        id -> assertThat(id.toString()).isEqualTo(member.id().toString()));
        assertThat(path.roles()).containsExactly(careful.id(), keeper.id());
        assertThat(path.set()).isEqualTo(record.id());
        assertThat(path.pattern()).isEqualTo(Path.Pattern.GROUP);
    }

    @Test
    void anExceptionBitesInsideItsOwnRoleAndComesBackByAnotherPath() {
        Assignment careless = given(new Subject.OfPerson(ines.id()), careful, Optional.of(lagoon), Window.ALWAYS);
        assertThat(onlyPath(index(careless)).permissions()).containsExactly(AMEND);
        Assignment full = given(new Subject.OfPerson(ines.id()), keeper, Optional.of(lagoon), Window.ALWAYS);
        assertThat(index(careless, full).of(ines.id(), NOW).holds(north.id(), Optional.of(lagoon.id()), REMOVE))
                .isTrue();
    }

    @Test
    void whatHoldsAtAnAreaHoldsBelowItAndNotAbove() {
        AccessIndex atPier = index(given(new Subject.OfPerson(ines.id()), keeper, Optional.of(pier), Window.ALWAYS));
        assertThat(atPier.of(ines.id(), NOW).holds(north.id(), Optional.of(lagoon.id()), AMEND))
                .isTrue();
        AccessIndex atLagoon =
                index(given(new Subject.OfPerson(ines.id()), keeper, Optional.of(lagoon), Window.ALWAYS));
        assertThat(atLagoon.of(ines.id(), NOW).holds(north.id(), Optional.of(pier.id()), AMEND))
                .isFalse();
    }

    @Test
    void aRoleWithoutAnAreaIsInertWhereAreasAreNeeded() {
        AccessIndex index = index(given(new Subject.OfPerson(ines.id()), keeper, Optional.empty(), Window.ALWAYS));
        assertThat(index.paths(ines.id(), NOW)).isEmpty();
        assertThat(index.inert(ines.id(), NOW)).hasSize(1);
        assertThat(index.of(ines.id(), NOW).count()).isZero();
    }

    @Test
    void nobodyHoldsAnythingThatNoPathGives() {
        assertThat(index().of(ines.id(), NOW).reaches()).isEmpty();
        assertThat(index().who(north.id(), Optional.of(lagoon.id()), AMEND, NOW).size())
                .isZero();
        assertThat(index().countHeld(NOW)).isZero();
    }

    @Test
    void thePatternTellsTheKindOfWay() {
        Condition employees = new Condition(Set.of(EngagementKind.EMPLOYEE), Set.of(), Set.of());
        Group ruled = group("staff", GroupKind.RULED, Optional.of(employees));
        Group directory = group("directory", GroupKind.DIRECTORY, Optional.empty());
        Membership read = new Membership(ids.id(), new Subject.OfPerson(ines.id()), directory.id(), Window.ALWAYS, "");
        assertThat(onlyPath(index(
                                ruled,
                                given(new Subject.OfGroup(ruled.id()), keeper, Optional.of(pier), Window.ALWAYS)))
                        .pattern())
                .isEqualTo(Path.Pattern.RULED_GROUP);
        assertThat(onlyPath(index(directory, read, mapping(directory, Mapping.Carriage.CARRIED)))
                        .pattern())
                .isEqualTo(Path.Pattern.DIRECTORY);
        assertThat(onlyPath(index(directory, read, mapping(directory, Mapping.Carriage.AT_SIGN_IN)))
                        .pattern())
                .isEqualTo(Path.Pattern.SIGN_IN);
        assertThat(onlyPath(index(given(new Subject.OfPerson(ines.id()), keeper, Optional.of(pier), Window.ALWAYS)))
                        .pattern())
                .isEqualTo(Path.Pattern.DIRECT);
    }

    private Mapping mapping(Group group, Mapping.Carriage carriage) {
        return new Mapping(ids.id(), group.id(), keeper.id(), north.id(), Optional.of(pier.id()), carriage);
    }

    @Test
    void usableNeedsThePersonTheAccountAndASeatThatCarriesIt() {
        Account account = new Account(
                ids.id(), north.id(), AccountKind.PERSON, Optional.of(ines.id()), "ines", Account.State.OPEN, Map.of());
        Seat reader = new Seat(ids.id(), account.id(), Key.of("reader"), Window.ALWAYS);
        Seat seat = new Seat(ids.id(), account.id(), Key.of("keeper"), Window.ALWAYS);
        assertThat(blocks(AMEND)).containsExactly(Usability.Block.NO_ACCOUNT, Usability.Block.SEAT_MISSING);
        assertThat(blocks(AMEND, account, reader)).containsExactly(Usability.Block.SEAT_MISSING);
        assertThat(blocks(REMOVE, account, reader)).isEmpty();
        assertThat(blocks(AMEND, account, seat)).isEmpty();
        assertThat(Usability.leastSeat(pelagia, Set.of(REMOVE))).isEmpty();
        assertThat(Usability.leastSeat(pelagia, Set.of(AMEND, REMOVE)))
                .map(App.SeatKind::name)
                .contains("Keeper");
    }

    private List<Usability.Block> blocks(Permission permission, Fact... more) {
        Model model = index(more).model();
        return Usability.of(model, ines.id(), north.id(), NOW).blocks(permission);
    }

    @Test
    void rolesThatIncludeEachOtherAreRefusedByName() {
        Id<Role> first = ids.id();
        Id<Role> second = ids.id();
        Role one = new Role(first, Key.of("one"), "One", "", Optional.empty(), List.of(), List.of(second), Set.of());
        Role two = new Role(second, Key.of("two"), "Two", "", Optional.empty(), List.of(), List.of(first), Set.of());
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> index(one, two))
                .hasMessageContaining("in a circle");
    }
}
