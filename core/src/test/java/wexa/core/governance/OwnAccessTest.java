package wexa.core.governance;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.governance.Authority.Lack;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Condition;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Handle;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** Way by way: nobody raises themselves (rule 18), whatever they reach. */
class OwnAccessTest {
    private static final Instant NOW = RandomModel.NOW;

    private final Given given = fitting();
    private final RandomModel made = given.made();
    private final Person self = new Person(
            made.id(),
            Handle.of("self.admin"),
            "Self",
            "Admin",
            Optional.empty(),
            Optional.empty(),
            made.people.get(0).home(),
            Optional.empty(),
            Map.of());
    private final Area area = given.area();
    private final Role role = given.role();
    private final Tenant tenant = made.model().tenants().get(area.tenant());
    private final Group giving = group("giving", GroupKind.ASSIGNED, Optional.empty());
    private final Group inner = group("inner", GroupKind.ASSIGNED, Optional.empty());
    private final Group ruled = group(
            "ruled-one",
            GroupKind.RULED,
            Optional.of(new Condition(Set.of(), Set.of(made.units.get(1).id()), Set.of("Warden"))));
    private final Engagement engagement = new Engagement(
            made.id(),
            self.id(),
            EngagementKind.PARTNER,
            Optional.empty(),
            made.units.get(0).id(),
            "Clerk",
            Optional.empty(),
            Window.from(NOW.minus(Duration.ofDays(9))));
    private final Membership ownInner = new Membership(
            made.id(), new Subject.OfPerson(self.id()), inner.id(), Window.from(NOW.minus(Duration.ofDays(2))), "");
    private final List<Fact> standing = List.of(
            self,
            giving,
            inner,
            ruled,
            engagement,
            ownInner,
            assignment(new Subject.OfGroup(giving.id()), Window.ALWAYS),
            assignment(new Subject.OfGroup(ruled.id()), Window.ALWAYS));

    /** A role that gives, at an area, something that takes a seat. */
    private record Given(RandomModel made, Area area, Role role) {}

    /** In the first random model that has one, and no group that takes in partners by rule. */
    private static Given fitting() {
        return LongStream.range(0, 300)
                .mapToObj(RandomModel::new)
                .filter(made -> made.groups.stream()
                        .flatMap(group -> group.condition().stream())
                        .noneMatch(condition ->
                                condition.kinds().isEmpty() || condition.kinds().contains(EngagementKind.PARTNER)))
                .flatMap(made -> made.areas.stream()
                        .flatMap(area -> made.roles.stream().map(role -> new Given(made, area, role)))
                        .filter(OwnAccessTest::isSeated))
                .findFirst()
                .orElseThrow();
    }

    private static boolean isSeated(Given one) {
        Model model = one.made().model();
        App app = model.appOf(model.tenants().get(one.area().tenant()));
        return one.role().sets().stream()
                .flatMap(set -> model.table(Kind.PERMISSION_SET).get(set).permissions().stream())
                .anyMatch(permission -> !app.carriersOf(permission).isEmpty()
                        && !one.role().exclusions().contains(permission));
    }

    private App app() {
        return made.model().appOf(tenant);
    }

    private Group group(String key, GroupKind kind, Optional<Condition> condition) {
        return new Group(made.id(), Key.of(key), "The " + key, kind, "", List.of(), condition, Set.of());
    }

    private Assignment assignment(Subject subject, Window window) {
        return new Assignment(
                made.id(), subject, role.id(), tenant.id(), Optional.of(area.id()), window, Optional.empty(), "");
    }

    private boolean isRefused(List<Fact> also, String form, String... namesAndValues) {
        Model model = made.model()
                .with(Stream.concat(standing.stream(), also.stream())
                        .map(Effect::make)
                        .toList());
        Entry typed = SampleEntries.entry(made, form, namesAndValues);
        Entry entry = new Entry(typed.id(), form, typed.fields(), Intake.target(typed, model));
        Preview preview = Preview.of(Snapshot.compile(1, model), List.of(entry), NOW, ZoneOffset.UTC);
        assertThat(preview.outcomes().get(0).state())
                .as("%s", preview.outcomes())
                .isEqualTo(Preview.State.READY);
        return Authority.lacking(preview, Reach.EVERYWHERE, Optional.of(self.id()))
                .contains(new Lack.OwnAccess(self.id()));
    }

    private boolean isRefused(String form, String... namesAndValues) {
        return isRefused(List.of(), form, namesAndValues);
    }

    private String id() {
        return made.<Fact>id().toString();
    }

    private String me() {
        return "person:" + self.id();
    }

    private String[] given(String subject, String... more) {
        List<String> fields = new ArrayList<>(List.of("id", id(), "subject", subject));
        fields.addAll(List.of("role", role.id().toString()));
        fields.addAll(
                List.of("tenant", tenant.id().toString(), "area", area.id().toString()));
        fields.addAll(List.of(more));
        return fields.toArray(String[]::new);
    }

    @Test
    void byARoleOfTheirOwn() {
        assertThat(isRefused("assignment.give", given(me()))).isTrue();
    }

    @Test
    void byARoleThatComesLater() {
        assertThat(isRefused("assignment.give", given(me(), "from", "2027-03-01", "until", "2027-03-02")))
                .isTrue();
    }

    private boolean isRefusedToExempt(Person person) {
        ConflictRule rule = new ConflictRule(
                made.id(),
                Key.of("apart"),
                "Apart",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(), Set.of(made.roles.get(0).id())),
                new ConflictRule.Side(Set.of(), Set.of(made.roles.get(1).id())),
                ConflictRule.Within.ANYWHERE,
                Set.of(),
                ConflictRule.Manner.BLOCK);
        return isRefused(
                List.of(rule),
                "conflict-exception.make",
                "id",
                id(),
                "person",
                person.id().toString(),
                "conflict-rule",
                "apart",
                "until",
                "2027-01-31",
                "because",
                "winter rota",
                "control",
                "somebody looks");
    }

    @Test
    void byBeingExemptFromAConflictRule() {
        assertThat(isRefusedToExempt(self)).isTrue();
        assertThat(isRefusedToExempt(made.people.get(0))).isFalse();
    }

    /** What else the group allows in the tenant is not known. */
    @Test
    void byAGroupOfATenantThatComesToStandForARoleOfTheirs() {
        List<Fact> having = List.of(assignment(new Subject.OfPerson(self.id()), Window.ALWAYS));
        List<String> bind = List.of(
                "id",
                id(),
                "role",
                role.id().toString(),
                "tenant",
                tenant.id().toString(),
                "area",
                area.id().toString(),
                "group",
                "Owners there");
        List<String> found = new ArrayList<>(bind);
        found.addAll(List.of("found", "owners-1"));
        assertThat(isRefused(having, "binding.make", found.toArray(String[]::new)))
                .isTrue();
        assertThat(isRefused(having, "binding.make", bind.toArray(String[]::new)))
                .as("one that Wexa makes")
                .isFalse();
        assertThat(isRefused(List.of(), "binding.make", found.toArray(String[]::new)))
                .as("not their role")
                .isFalse();
    }

    @Test
    void byAGroupThatGivesSomething() {
        assertThat(isRefused("membership.put", "id", id(), "member", me(), "group", "giving"))
                .isTrue();
    }

    @Test
    void byAGroupThatTheyAreInBeingPutIntoOne() {
        assertThat(isRefused("membership.put", "id", id(), "member", "group:" + inner.id(), "group", "giving"))
                .isTrue();
    }

    @Test
    void byARoleForAGroupThatTheyAreIn() {
        assertThat(isRefused("assignment.give", given("group:" + inner.id()))).isTrue();
    }

    @Test
    void byAMembershipThatIsKeptLonger() {
        Membership ending = new Membership(
                made.id(),
                new Subject.OfPerson(self.id()),
                giving.id(),
                Window.of(NOW.minus(Duration.ofDays(3)), NOW.plus(Duration.ofDays(3))),
                "");
        assertThat(isRefused(
                        List.of(ending),
                        "membership.edit",
                        "membership",
                        ending.id().toString(),
                        "until",
                        "2028-01-31"))
                .isTrue();
    }

    @Test
    void byAnotherJobOrUnitThatARuleAsksFor() {
        assertThat(isRefused(
                        "engagement.edit",
                        "engagement",
                        engagement.id().toString(),
                        "job",
                        "Warden",
                        "unit",
                        made.units.get(1).id().toString()))
                .isTrue();
        assertThat(isRefused("engagement.edit", "engagement", engagement.id().toString(), "job", "Warden"))
                .as("the rule asks for the unit, too")
                .isFalse();
    }

    @Test
    void byASecondEngagement() {
        assertThat(isRefused(
                        "engagement.begin",
                        "id",
                        id(),
                        "person",
                        self.id().toString(),
                        "kind",
                        "volunteer",
                        "unit",
                        made.units.get(1).id().toString(),
                        "job",
                        "Warden"))
                .isTrue();
    }

    @Test
    void byARuleThatFindsThem() {
        assertThat(isRefused(
                        "group.edit",
                        "group",
                        ruled.id().toString(),
                        "units",
                        made.units.get(0).id().toString(),
                        "jobs",
                        "Clerk"))
                .isTrue();
    }

    @Test
    void byWhatARoleThatTheyHaveIsMadeOf() {
        Role hollow =
                new Role(made.id(), Key.of("hollow"), "Hollow", "", Optional.empty(), List.of(), List.of(), Set.of());
        Assignment held = new Assignment(
                made.id(),
                new Subject.OfPerson(self.id()),
                hollow.id(),
                tenant.id(),
                Optional.of(area.id()),
                Window.ALWAYS,
                Optional.empty(),
                "");
        String id = hollow.id().toString();
        List<Fact> also = List.of(hollow, held);
        assertThat(isRefused(
                        also, "role.edit", "role", id, "includes", role.id().toString()))
                .isTrue();
        assertThat(isRefused(
                        also,
                        "role.edit",
                        "role",
                        id,
                        "sets",
                        role.sets().getFirst().toString()))
                .isTrue();
        assertThat(isRefused(also, "role.edit", "role", id, "name", "Still hollow"))
                .isFalse();
        assertThat(isRefused(also, "role.retire", "role", id))
                .as("giving up is not refused")
                .isFalse();
    }

    @Test
    void byWhatASetOfTheirRoleHolds() {
        PermissionSet empty = new PermissionSet(made.id(), Key.of("empty"), "Empty", "", app().id(), Set.of());
        Role hollow = new Role(
                made.id(), Key.of("hollow"), "Hollow", "", Optional.empty(), List.of(empty.id()), List.of(), Set.of());
        Assignment held = new Assignment(
                made.id(),
                new Subject.OfPerson(self.id()),
                hollow.id(),
                tenant.id(),
                Optional.of(area.id()),
                Window.ALWAYS,
                Optional.empty(),
                "");
        assertThat(isRefused(
                        List.of(empty, hollow, held),
                        "permission-set.edit",
                        "permission-set",
                        empty.id().toString(),
                        "permissions",
                        app().permissions().getFirst().toString()))
                .isTrue();
    }

    @Test
    void byOpeningWhatWasClosed() {
        Account closed = account(Account.State.CLOSED);
        String[] opening = {
            "id",
            closed.id().toString(),
            "person",
            self.id().toString(),
            "tenant",
            tenant.id().toString()
        };
        Assignment own = assignment(new Subject.OfPerson(self.id()), Window.ALWAYS);
        assertThat(isRefused(List.of(closed, own), "account.open", opening)).isTrue();
        assertThat(isRefused(List.of(closed), "account.open", opening))
                .as("nothing is held there")
                .isFalse();
    }

    @Test
    void bySeats() {
        Account open = account(Account.State.OPEN);
        Assignment own = assignment(new Subject.OfPerson(self.id()), Window.ALWAYS);
        String full = app().seatKinds().getLast().key().text();
        assertThat(isRefused(
                        List.of(open, own),
                        "seat.give",
                        "id",
                        id(),
                        "account",
                        open.id().toString(),
                        "kind",
                        full))
                .isTrue();
        Seat held = new Seat(made.id(), open.id(), Key.of(full), Window.ALWAYS);
        assertThat(isRefused(
                        List.of(open, own, held),
                        "seat.return",
                        "seat",
                        held.id().toString()))
                .isFalse();
    }

    private Account account(Account.State state) {
        return new Account(
                made.id(), tenant.id(), AccountKind.PERSON, Optional.of(self.id()), "self.admin", state, Map.of());
    }

    @Test
    void givingUpIsNotRefused() {
        assertThat(isRefused("membership.end", "membership", ownInner.id().toString()))
                .isFalse();
    }
}
