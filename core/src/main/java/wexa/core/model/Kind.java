package wexa.core.model;

import java.util.List;

/** The kinds of fact, in an order in which each kind comes after those it refers to. */
public final class Kind<T extends Fact> {
    public static final Kind<Unit> UNIT = new Kind<>(0, "unit", Unit.class);
    public static final Kind<Person> PERSON = new Kind<>(1, "person", Person.class);
    public static final Kind<Engagement> ENGAGEMENT = new Kind<>(2, "engagement", Engagement.class);
    public static final Kind<Group> GROUP = new Kind<>(3, "group", Group.class);
    public static final Kind<Membership> MEMBERSHIP = new Kind<>(4, "membership", Membership.class);
    public static final Kind<App> APP = new Kind<>(5, "app", App.class);
    public static final Kind<Tenant> TENANT = new Kind<>(6, "tenant", Tenant.class);
    public static final Kind<Area> AREA = new Kind<>(7, "area", Area.class);
    public static final Kind<PermissionSet> PERMISSION_SET = new Kind<>(8, "permission-set", PermissionSet.class);
    public static final Kind<Role> ROLE = new Kind<>(9, "role", Role.class);
    public static final Kind<Account> ACCOUNT = new Kind<>(10, "account", Account.class);
    public static final Kind<Seat> SEAT = new Kind<>(11, "seat", Seat.class);
    public static final Kind<Assignment> ASSIGNMENT = new Kind<>(12, "assignment", Assignment.class);
    public static final Kind<Mapping> MAPPING = new Kind<>(13, "mapping", Mapping.class);
    public static final Kind<IssuedName> ISSUED_NAME = new Kind<>(14, "issued-name", IssuedName.class);
    public static final Kind<ConflictRule> CONFLICT_RULE = new Kind<>(15, "conflict-rule", ConflictRule.class);
    public static final Kind<Home> HOME = new Kind<>(16, "home", Home.class);
    public static final Kind<Invitation> INVITATION = new Kind<>(17, "invitation", Invitation.class);
    public static final Kind<Binding> BINDING = new Kind<>(18, "binding", Binding.class);
    public static final Kind<ConflictException> CONFLICT_EXCEPTION =
            new Kind<>(19, "conflict-exception", ConflictException.class);
    public static final Kind<RoleVariant> ROLE_VARIANT = new Kind<>(20, "role-variant", RoleVariant.class);
    public static final Kind<GroupProvision> GROUP_PROVISION = new Kind<>(21, "group-provision", GroupProvision.class);

    public static final Kind<Absence> ABSENCE = new Kind<>(22, "absence", Absence.class);
    public static final Kind<PersonField> PERSON_FIELD = new Kind<>(23, "person-field", PersonField.class);

    public static final Kind<ExceptedDifference> EXCEPTED_DIFFERENCE =
            new Kind<>(24, "excepted-difference", ExceptedDifference.class);

    private static final List<Kind<?>> ALL = List.of(
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

    private final int position;
    private final String name;
    private final Class<T> type;

    private Kind(int position, String name, Class<T> type) {
        this.position = position;
        this.name = name;
        this.type = type;
    }

    public static List<Kind<?>> all() {
        return ALL;
    }

    public static Kind<?> named(String name) {
        return ALL.stream()
                .filter(kind -> kind.name.equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("there is no kind of fact named '" + name + "'"));
    }

    public static Kind<?> of(Fact fact) {
        for (Kind<?> kind : ALL) {
            if (kind.type.isInstance(fact)) {
                return kind;
            }
        }
        throw new IllegalArgumentException("there is no kind of fact for " + fact.getClass());
    }

    int position() {
        return position;
    }

    public String text() {
        return name;
    }

    public Class<T> type() {
        return type;
    }

    @Override
    public String toString() {
        return name;
    }
}
