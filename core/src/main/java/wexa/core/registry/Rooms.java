package wexa.core.registry;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.absence.AbsenceRoom;
import wexa.core.account.AccountRoom;
import wexa.core.account.SeatRoom;
import wexa.core.app.AppRoom;
import wexa.core.assignment.AssignmentRoom;
import wexa.core.assignment.MappingRoom;
import wexa.core.binding.BindingRoom;
import wexa.core.binding.GroupProvisionRoom;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.custom.PersonFieldRoom;
import wexa.core.engagement.EngagementRoom;
import wexa.core.excepting.ExceptedDifferenceRoom;
import wexa.core.group.GroupRoom;
import wexa.core.group.MembershipRoom;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Home;
import wexa.core.model.Invitation;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.person.InvitationRoom;
import wexa.core.person.IssuedNameRoom;
import wexa.core.person.PersonRoom;
import wexa.core.role.ConflictExceptionRoom;
import wexa.core.role.ConflictRuleRoom;
import wexa.core.role.PermissionSetRoom;
import wexa.core.role.RoleRoom;
import wexa.core.role.RoleVariantRoom;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.WayBack;
import wexa.core.tenant.AreaRoom;
import wexa.core.tenant.TenantRoom;
import wexa.core.unit.HomeRoom;
import wexa.core.unit.UnitRoom;
import wexa.core.value.Window;

/** The room of each kind of fact. A kind that has none does not compile. */
public final class Rooms {
    private static final Room<Unit> UNIT = new UnitRoom();
    private static final Room<Person> PERSON = new PersonRoom();
    private static final Room<Engagement> ENGAGEMENT = new EngagementRoom();
    private static final Room<Group> GROUP = new GroupRoom();
    private static final Room<Membership> MEMBERSHIP = new MembershipRoom();
    private static final Room<App> APP = new AppRoom();
    private static final Room<Tenant> TENANT = new TenantRoom();
    private static final Room<Area> AREA = new AreaRoom();
    private static final Room<PermissionSet> PERMISSION_SET = new PermissionSetRoom();
    private static final Room<Role> ROLE = new RoleRoom();
    private static final Room<Account> ACCOUNT = new AccountRoom();
    private static final Room<Seat> SEAT = new SeatRoom();
    private static final Room<Assignment> ASSIGNMENT = new AssignmentRoom();
    private static final Room<Mapping> MAPPING = new MappingRoom();
    private static final Room<IssuedName> ISSUED_NAME = new IssuedNameRoom();
    private static final Room<ConflictRule> CONFLICT_RULE = new ConflictRuleRoom();
    private static final Room<Home> HOME = new HomeRoom();
    private static final Room<Invitation> INVITATION = new InvitationRoom();
    private static final Room<Binding> BINDING = new BindingRoom();
    private static final Room<ConflictException> CONFLICT_EXCEPTION = new ConflictExceptionRoom();
    private static final Room<RoleVariant> ROLE_VARIANT = new RoleVariantRoom();
    private static final Room<GroupProvision> GROUP_PROVISION = new GroupProvisionRoom();
    private static final Room<Absence> ABSENCE = new AbsenceRoom();
    private static final Room<PersonField> PERSON_FIELD = new PersonFieldRoom();
    private static final Room<ExceptedDifference> EXCEPTED_DIFFERENCE = new ExceptedDifferenceRoom();

    /** One for each kind, in the order of the kinds. */
    public static final List<Room<?>> ALL = List.of(
            UNIT,
            PERSON,
            ENGAGEMENT,
            GROUP,
            MEMBERSHIP,
            APP,
            TENANT,
            AREA,
            PERMISSION_SET,
            ROLE,
            ACCOUNT,
            SEAT,
            ASSIGNMENT,
            MAPPING,
            ISSUED_NAME,
            CONFLICT_RULE,
            HOME,
            INVITATION,
            BINDING,
            CONFLICT_EXCEPTION,
            ROLE_VARIANT,
            GROUP_PROVISION,
            ABSENCE,
            PERSON_FIELD,
            EXCEPTED_DIFFERENCE);

    private Rooms() {}

    @SuppressWarnings("unchecked") // each kind of fact leads to its own room
    private static <T extends Fact> Room<T> of(T fact) {
        return (Room<T>)
                switch ((Fact) fact) {
                    case Unit any -> UNIT;
                    case Person any -> PERSON;
                    case Engagement any -> ENGAGEMENT;
                    case Group any -> GROUP;
                    case Membership any -> MEMBERSHIP;
                    case App any -> APP;
                    case Tenant any -> TENANT;
                    case Area any -> AREA;
                    case PermissionSet any -> PERMISSION_SET;
                    case Role any -> ROLE;
                    case Account any -> ACCOUNT;
                    case Seat any -> SEAT;
                    case Assignment any -> ASSIGNMENT;
                    case Mapping any -> MAPPING;
                    case IssuedName any -> ISSUED_NAME;
                    case ConflictRule any -> CONFLICT_RULE;
                    case Home any -> HOME;
                    case Invitation any -> INVITATION;
                    case Binding any -> BINDING;
                    case ConflictException any -> CONFLICT_EXCEPTION;
                    case RoleVariant any -> ROLE_VARIANT;
                    case GroupProvision any -> GROUP_PROVISION;
                    case Absence any -> ABSENCE;
                    case PersonField any -> PERSON_FIELD;
                    case ExceptedDifference any -> EXCEPTED_DIFFERENCE;
                };
    }

    public static List<Window> windows(Fact fact, Model model) {
        return of(fact).windows(fact, model);
    }

    /** Instants at which a fact begins or ceases to matter, in order; what always holds has none. */
    public static Set<Instant> boundaries(Fact fact, Model model) {
        return of(fact).boundaries(fact, model);
    }

    /** Takes down what a fact touches that stands in the model. */
    public static void marks(Fact fact, Model model, Marks to) {
        of(fact).marks(fact, model, to);
    }

    /** Takes down by which objects a tenant shows a fact. */
    public static void objects(Fact fact, Model model, Objects to) {
        of(fact).objects(fact, model, to);
    }

    /** Takes down what has to lie within the scope of whoever changes a fact that stands in the model. */
    public static void scope(Fact fact, Model model, Scopes to) {
        of(fact).scope(fact, model, to);
    }

    /** What a fact is called, if it has a name of its own. */
    public static Optional<String> title(Fact fact, Model model) {
        return of(fact).title(fact, model);
    }

    /** The forms of changes to facts of a kind. */
    public static List<Form> forms(Kind<?> kind) {
        return ALL.get(Kind.all().indexOf(kind)).forms();
    }

    /** What the fields of its forms hold for a fact. */
    public static Values values(Fact fact) {
        return of(fact).values(fact);
    }

    /** How an effect is taken back, if there is a change that does. */
    public static Optional<WayBack> wayBack(Effect effect, Instant now) {
        if (effect.before().isEmpty()) {
            return of(effect.subject()).unmaking(effect.subject());
        }
        Fact before = effect.before().get();
        return effect.after().isEmpty()
                ? of(before).remaking(before)
                : of(before).changingBack(before, effect.after().get(), now);
    }
}
