package wexa.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.account.AccountChange;
import wexa.core.account.AccountCodes;
import wexa.core.account.SeatChange;
import wexa.core.assignment.AssignmentChange;
import wexa.core.assignment.AssignmentCodes;
import wexa.core.engagement.EngagementChange;
import wexa.core.engagement.EngagementCodes;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.group.GroupCodes;
import wexa.core.group.MembershipChange;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Capability;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Environment;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.model.Sort;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.model.UserNameRule;
import wexa.core.person.PersonChange;
import wexa.core.person.PersonCodes;
import wexa.core.registry.Sentences;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/** What each change refuses, and what it comes to, on a small model written out by hand. */
class ChangeTest {
    private static final Instant NOW = RandomModel.NOW;
    private static final ZoneId ZONE = ZoneOffset.UTC;

    private final RandomModel ids = new RandomModel(1);
    private final Unit hall =
            new Unit(ids.id(), Key.of("lagoon-hall"), "Lagoon Hall", Optional.empty(), ZoneOffset.UTC);
    private final Person ines = person("ines.abara");
    private final Person wren = person("wren.castellane");
    private final Engagement keeper = new Engagement(
            ids.id(),
            ines.id(),
            EngagementKind.EMPLOYEE,
            Optional.of("40213"),
            hall.id(),
            "Keeper",
            Optional.empty(),
            Window.from(NOW.minusSeconds(1_000)));
    private final Group night = group("lagoon-night", GroupKind.ASSIGNED);
    private final Group crew = group("crew", GroupKind.ASSIGNED);
    private final Group directory = group("lagoon-staff", GroupKind.DIRECTORY);
    private final Permission carried = Permission.of("pelagia:animal:change");
    private final App pelagia = new App(
            ids.id(),
            Key.of("pelagia"),
            "Pelagia",
            List.of(new App.ResourceType(
                    Key.of("animal"), "Animals", List.of(new App.Action(Key.of("change"), "change", Sort.WORK)))),
            List.of(
                    new App.SeatKind(Key.of("keeper"), "Keeper", Set.of(carried)),
                    new App.SeatKind(Key.of("handheld"), "Handheld", Set.of())),
            List.of(new App.AttributeNeed("phone", Key.of("handheld"))),
            App.AreaUse.REQUIRED);
    private final Tenant north = new Tenant(
            ids.id(),
            Key.of("north"),
            pelagia.id(),
            "North",
            Environment.LIVE,
            0,
            Map.of(Key.of("keeper"), 1, Key.of("handheld"), 1),
            UserNameRule.HANDLE,
            Set.of(Capability.values()));
    private final Area lagoon = new Area(ids.id(), north.id(), Key.of("lagoon-hall"), "Lagoon Hall", Optional.empty());
    private final Role role =
            new Role(ids.id(), Key.of("keeper"), "Keeper", "", Optional.empty(), List.of(), List.of(), Set.of());
    private final Account account = account(ines, "ines.abara");
    private final Account emergency = new Account(
            ids.id(), north.id(), AccountKind.EMERGENCY, Optional.empty(), "emergency", Account.State.OPEN, Map.of());

    private Model model(Fact... more) {
        List<Fact> facts = new java.util.ArrayList<>(List.of(
                hall, ines, wren, keeper, night, crew, directory, pelagia, north, lagoon, role, account, emergency));
        facts.addAll(List.of(more));
        return Model.of(facts);
    }

    private Person person(String handle) {
        return new Person(
                ids.id(),
                Handle.of(handle),
                "Given",
                "Family",
                Optional.of(Mail.of(handle + "@skerrow.example")),
                Optional.empty(),
                Key.of("skerrow"),
                Optional.empty(),
                Map.of());
    }

    private Group group(String key, GroupKind kind) {
        return new Group(ids.id(), Key.of(key), key, kind, "", List.of(), Optional.empty(), Set.of());
    }

    private Account account(Person person, String userName) {
        return new Account(
                ids.id(),
                north.id(),
                AccountKind.PERSON,
                Optional.of(person.id()),
                userName,
                Account.State.OPEN,
                Map.of());
    }

    private Membership membership(Subject member, Group group, Window window) {
        return new Membership(ids.id(), member, group.id(), window, "winter rota");
    }

    private static Subject of(Person person) {
        return new Subject.OfPerson(person.id());
    }

    private static Subject of(Group group) {
        return new Subject.OfGroup(group.id());
    }

    private static List<Code> codes(Resolution resolution) {
        return resolution.findings().stream().map(Finding::code).toList();
    }

    @Test
    void aHandleAnAddressAndAStaffNumberBelongToOnePerson() {
        Person rival = new Person(
                ids.id(),
                ines.handle(),
                "R",
                "R",
                ines.mail(),
                Optional.empty(),
                ines.home(),
                Optional.empty(),
                Map.of());
        Resolution add = new PersonChange.Add(rival).resolve(model(), NOW);
        assertThat(codes(add)).containsExactly(PersonCodes.HANDLE_TAKEN, PersonCodes.MAIL_TAKEN);
        assertThat(add.effects()).isEmpty();
        assertThat(add.findings().get(0).facts()).containsEntry("free", "ines.abara2");
        Engagement same = new Engagement(
                ids.id(),
                wren.id(),
                EngagementKind.EMPLOYEE,
                Optional.of("40213"),
                hall.id(),
                "Keeper",
                Optional.empty(),
                Window.ALWAYS);
        assertThat(codes(new EngagementChange.Begin(same).resolve(model(), NOW)))
                .containsExactly(EngagementCodes.STAFF_NUMBER_TAKEN);
    }

    @Test
    void aBeginningInThePastBecomesNowForAccessAndStaysForEngagements() {
        Membership early = membership(of(ines), night, Window.from(NOW.minusSeconds(9_000)));
        Membership put = (Membership) new MembershipChange.Put(early)
                .resolve(model(), NOW)
                .effects()
                .get(0)
                .after()
                .orElseThrow();
        assertThat(put.window().from()).isEqualTo(NOW);
        Engagement agreed = new Engagement(
                ids.id(),
                wren.id(),
                EngagementKind.VOLUNTEER,
                Optional.empty(),
                hall.id(),
                "Guide",
                Optional.empty(),
                Window.from(NOW.minusSeconds(9_000)));
        Engagement begun = (Engagement) new EngagementChange.Begin(agreed)
                .resolve(model(), NOW)
                .effects()
                .get(0)
                .after()
                .orElseThrow();
        assertThat(begun.window().from()).isEqualTo(NOW.minusSeconds(9_000));
    }

    @Test
    void aMembershipThatIsCoveredIsAlreadySoAndOneThatOverlapsIsRefused() {
        Membership held = membership(of(ines), night, Window.of(NOW.minusSeconds(100), NOW.plusSeconds(1_000)));
        Membership inside = membership(of(ines), night, Window.of(NOW, NOW.plusSeconds(500)));
        Membership beyond = membership(of(ines), night, Window.from(NOW));
        assertThat(new MembershipChange.Put(inside).resolve(model(held), NOW).isAlreadySo())
                .isTrue();
        assertThat(codes(new MembershipChange.Put(beyond).resolve(model(held), NOW)))
                .containsExactly(GroupCodes.MEMBERSHIP_OVERLAPS);
    }

    @Test
    void whatIsEditedOverlapsNothingElseThatIsNotOver() {
        Membership held = membership(of(ines), night, Window.of(NOW.minusSeconds(100), NOW.plusSeconds(100)));
        Membership next = membership(of(ines), night, Window.from(NOW.plusSeconds(200)));
        Membership over = membership(of(ines), night, Window.of(NOW.minusSeconds(100), NOW.minusSeconds(50)));
        assertThat(codes(new MembershipChange.Edit(during(held, Window.from(NOW))).resolve(model(held, next), NOW)))
                .containsExactly(GroupCodes.MEMBERSHIP_OVERLAPS);
        assertThat(codes(new MembershipChange.Edit(during(held, Window.from(NOW))).resolve(model(held, over), NOW)))
                .isEmpty();
    }

    @Test
    void whatIsEditedKeepsWhatHasPassedAndIsNotHeldBeforeItWasSaid() {
        Membership running = membership(of(ines), night, Window.from(NOW.minusSeconds(100)));
        Membership coming = membership(of(ines), night, Window.from(NOW.plusSeconds(100)));
        Membership over = membership(of(ines), night, Window.of(NOW.minusSeconds(100), NOW.minusSeconds(50)));
        Window earlier = Window.from(NOW.minusSeconds(9_999));
        assertThat(window(running, earlier)).isEqualTo(running.window());
        assertThat(window(coming, earlier)).isEqualTo(Window.from(NOW));
        assertThat(window(over, Window.from(NOW.minusSeconds(100)))).isEqualTo(Window.from(NOW));
        assertThat(window(running, Window.of(NOW.minusSeconds(100), NOW.minusSeconds(20))))
                .isEqualTo(Window.of(NOW.minusSeconds(100), NOW));
        assertThat(new MembershipChange.Edit(during(coming, Window.of(NOW.minusSeconds(9), NOW.minusSeconds(5))))
                        .resolve(model(coming), NOW)
                        .effects())
                .containsExactly(Effect.drop(coming));
    }

    private static Membership during(Membership membership, Window window) {
        return new Membership(membership.id(), membership.member(), membership.group(), window, membership.reason());
    }

    private Window window(Membership before, Window wanted) {
        Resolution edit = new MembershipChange.Edit(during(before, wanted)).resolve(model(before), NOW);
        Fact after = edit.effects().isEmpty()
                ? before
                : edit.effects().get(0).after().orElseThrow();
        return ((Membership) after).window();
    }

    private Assignment assignment(Id<Assignment> id, Window window) {
        return new Assignment(
                id, of(ines), role.id(), north.id(), Optional.empty(), window, Optional.empty(), "because");
    }

    @Test
    void anEditedAssignmentKeepsWhatHasPassedAndOverlapsNoOther() {
        Assignment running = assignment(ids.id(), Window.from(NOW.minusSeconds(100)));
        Assignment other = assignment(ids.id(), Window.from(NOW.plusSeconds(500)));
        Assignment wanted = assignment(running.id(), Window.of(NOW.minusSeconds(9_999), NOW.plusSeconds(600)));
        assertThat(codes(new AssignmentChange.Edit(wanted).resolve(model(running, other), NOW)))
                .contains(AssignmentCodes.ASSIGNMENT_OVERLAPS);
        Resolution alone = new AssignmentChange.Edit(wanted).resolve(model(running), NOW);
        assertThat(((Assignment) alone.effects().get(0).after().orElseThrow()).window())
                .isEqualTo(Window.of(NOW.minusSeconds(100), NOW.plusSeconds(600)));
    }

    @Test
    void nobodyIsPutIntoAGroupOfTheDirectory() {
        Resolution put = new MembershipChange.Put(membership(of(ines), directory, Window.ALWAYS)).resolve(model(), NOW);
        assertThat(codes(put)).containsExactly(GroupCodes.GROUP_NOT_ASSIGNED);
    }

    @Test
    void aCycleOfGroupsIsRefusedAndNamed() {
        Membership nested = membership(of(night), crew, Window.ALWAYS);
        Resolution back =
                new MembershipChange.Put(membership(of(crew), night, Window.ALWAYS)).resolve(model(nested), NOW);
        assertThat(codes(back)).containsExactly(GroupCodes.MEMBERSHIP_CYCLE);
        assertThat(back.findings().get(0).facts().get("circle"))
                .isEqualTo("crew → night → crew".replace("night", "lagoon-night"));
        Resolution self = new MembershipChange.Put(membership(of(crew), crew, Window.ALWAYS)).resolve(model(), NOW);
        assertThat(codes(self)).containsExactly(GroupCodes.MEMBERSHIP_CYCLE);
    }

    @Test
    void takingOutWhatHasNotBegunWithdrawsItAndWhatHasEndsIt() {
        Membership coming = membership(of(ines), night, Window.from(NOW.plusSeconds(100)));
        Membership held = membership(of(ines), crew, Window.from(NOW.minusSeconds(100)));
        Model model = model(coming, held);
        assertThat(new MembershipChange.End(coming, NOW)
                        .resolve(model, NOW)
                        .effects()
                        .get(0)
                        .after())
                .isEmpty();
        Membership ended = (Membership) new MembershipChange.End(held, NOW)
                .resolve(model, NOW)
                .effects()
                .get(0)
                .after()
                .orElseThrow();
        assertThat(ended.window().until()).isEqualTo(NOW);
        assertThat(new MembershipChange.End(ended, NOW)
                        .resolve(model(ended), NOW)
                        .isAlreadySo())
                .isTrue();
    }

    @Test
    void aUserNameIsTakenWithoutRegardToCaseAndAFreeOneOffered() {
        Resolution open = new AccountChange.Open(account(wren, "INES.abara")).resolve(model(), NOW);
        assertThat(codes(open)).containsExactly(AccountCodes.USER_NAME_TAKEN);
        assertThat(open.findings().get(0).facts()).containsEntry("free", "INES.abara2");
        assertThat(new AccountChange.Open(account(ines, "other"))
                        .resolve(model(), NOW)
                        .isAlreadySo())
                .isTrue();
    }

    @Test
    void anEmergencyAccountStaysOpen() {
        assertThat(codes(new AccountChange.Close(emergency).resolve(model(), NOW)))
                .containsExactly(AccountCodes.EMERGENCY_ACCOUNT);
    }

    @Test
    void seatsAreNotPromisedBeyondThePoolAtAnyInstant() {
        Account other = account(wren, "wren");
        Seat taken =
                new Seat(ids.id(), other.id(), Key.of("keeper"), Window.of(NOW.plusSeconds(500), NOW.plusSeconds(900)));
        Model model = model(other, taken);
        Seat across = new Seat(ids.id(), account.id(), Key.of("keeper"), Window.from(NOW));
        Seat before = new Seat(ids.id(), account.id(), Key.of("keeper"), Window.of(NOW, NOW.plusSeconds(500)));
        assertThat(codes(new SeatChange.Give(across).resolve(model, NOW)))
                .containsExactly(AccountCodes.SEAT_POOL_EMPTY);
        assertThat(new SeatChange.Give(before).resolve(model, NOW).effects()).hasSize(1);
    }

    @Test
    void aSeatThatNeedsAnAttributeSaysWhich() {
        Seat handheld = new Seat(ids.id(), account.id(), Key.of("handheld"), Window.ALWAYS);
        Resolution give = new SeatChange.Give(handheld).resolve(model(), NOW);
        assertThat(codes(give)).containsExactly(AccountCodes.SEAT_ATTRIBUTE_MISSING);
        assertThat(give.findings().get(0).path()).isEqualTo("phone");
        Seat unknown = new Seat(ids.id(), account.id(), Key.of("throne"), Window.ALWAYS);
        assertThat(codes(new SeatChange.Give(unknown).resolve(model(), NOW)))
                .containsExactly(AccountCodes.SEAT_KIND_UNKNOWN);
    }

    private Assignment assignment(Optional<Id<Area>> area, Optional<Id<Engagement>> engagement) {
        return new Assignment(ids.id(), of(ines), role.id(), north.id(), area, Window.from(NOW), engagement, "because");
    }

    @Test
    void aRoleWithoutAnAreaDoesNothingAndTheNearestIsNamed() {
        Resolution give =
                new AssignmentChange.Give(assignment(Optional.empty(), Optional.empty())).resolve(model(), NOW);
        assertThat(codes(give)).containsExactly(AssignmentCodes.ASSIGNMENT_INERT);
        assertThat(give.findings().get(0).facts()).containsEntry("nearest", "lagoon-hall");
        assertThat(give.effects()).hasSize(1);
    }

    @Test
    void anAreaOfAnotherTenantAndAnEngagementOfAnotherPersonAreRefused() {
        Area elsewhere = new Area(ids.id(), ids.id(), Key.of("elsewhere"), "Elsewhere", Optional.empty());
        Engagement others = new Engagement(
                ids.id(),
                wren.id(),
                EngagementKind.EMPLOYEE,
                Optional.empty(),
                hall.id(),
                "K",
                Optional.empty(),
                Window.ALWAYS);
        Resolution give = new AssignmentChange.Give(assignment(Optional.of(elsewhere.id()), Optional.of(others.id())))
                .resolve(model(elsewhere, others), NOW);
        assertThat(codes(give))
                .containsExactly(AssignmentCodes.ENGAGEMENT_OF_OTHER, AssignmentCodes.AREA_NOT_IN_TENANT);
    }

    @Test
    void anAssignmentWithoutAnEndFollowsItsEngagement() {
        Engagement ending = new Engagement(
                keeper.id(),
                ines.id(),
                keeper.kind(),
                keeper.staffNumber(),
                hall.id(),
                "Keeper",
                Optional.empty(),
                Window.of(NOW.minusSeconds(10), NOW.plusSeconds(10)));
        Model model = Model.of(List.of(ending));
        Assignment following = assignment(Optional.of(lagoon.id()), Optional.of(keeper.id()));
        assertThat(following.effective(model).orElseThrow().until()).isEqualTo(NOW.plusSeconds(10));
        assertThat(following.effective(Model.empty())).isEmpty();
    }

    @Test
    void everyChangeHasOneSentence() {
        Membership put = membership(of(ines), night, Window.of(NOW, Instant.parse("2027-04-01T00:00:00Z")));
        Window day = Window.from(Instant.parse("2026-11-23T00:00:00Z"));
        Engagement engaged = new Engagement(
                ids.id(),
                wren.id(),
                EngagementKind.EMPLOYEE,
                Optional.of("40288"),
                hall.id(),
                "Keeper",
                Optional.empty(),
                day);
        Seat seat = new Seat(ids.id(), account.id(), Key.of("keeper"), day);
        Model model = model(put, engaged, seat);
        assertThat(List.of(
                        Sentences.write(new PersonChange.Add(wren), model, ZONE),
                        Sentences.write(new EngagementChange.Begin(engaged), model, ZONE),
                        Sentences.write(new MembershipChange.Put(put), model, ZONE),
                        Sentences.write(
                                new MembershipChange.End(put, Instant.parse("2026-12-01T00:00:00Z")), model, ZONE),
                        Sentences.write(new AccountChange.Open(account), model, ZONE),
                        Sentences.write(new AccountChange.Close(account), model, ZONE),
                        Sentences.write(new SeatChange.Give(seat), model, ZONE),
                        Sentences.write(
                                new AssignmentChange.Give(assignment(Optional.of(lagoon.id()), Optional.empty())),
                                model,
                                ZONE)))
                .containsExactly(
                        "add person wren.castellane \"Given\" \"Family\" home skerrow mail"
                                + " wren.castellane@skerrow.example",
                        "engage wren.castellane as employee job \"Keeper\" unit lagoon-hall number 40288 from"
                                + " 2026-11-23",
                        "put ines.abara in group lagoon-night from 2026-11-23T08:00:00Z until 2027-03-31 because"
                                + " \"winter rota\"",
                        "end membership of ines.abara in group lagoon-night until 2026-11-30",
                        "open account for ines.abara in pelagia/north as ines.abara",
                        "close account of ines.abara in pelagia/north",
                        "seat ines.abara in pelagia/north as keeper from 2026-11-23",
                        "give role keeper to ines.abara in pelagia/north at lagoon-hall from 2026-11-23T08:00:00Z"
                                + " because \"because\"");
    }
}
