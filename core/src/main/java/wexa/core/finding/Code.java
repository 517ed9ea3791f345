package wexa.core.finding;

import static wexa.core.finding.Severity.BLOCK;
import static wexa.core.finding.Severity.WARN;

/** The stable codes of findings (rule 16). Codes are never renamed: API users and stored drafts hold them. */
public enum Code {
    FIELD_MISSING("field.missing", BLOCK),
    FIELD_MALFORMED("field.malformed", BLOCK),
    FIELD_TOO_LONG("field.too-long", BLOCK),
    FIELD_CONTROL_CHARACTERS("field.control-characters", BLOCK),
    FIELD_MARKUP("field.markup", BLOCK),
    FIELD_UNKNOWN("field.unknown", BLOCK),
    DATE_MALFORMED("date.malformed", BLOCK),
    DATE_BEFORE_START("date.before-start", BLOCK),
    ROW_RAGGED("row.ragged", BLOCK),
    ROW_OF_SOMEBODY_ELSE("row.of-somebody-else", BLOCK),
    FORM_UNKNOWN("form.unknown", BLOCK),
    REFERENCE_UNRESOLVED("reference.unresolved", BLOCK),
    REFERENCE_AMBIGUOUS("reference.ambiguous", BLOCK),
    FACT_GONE("fact.gone", BLOCK),
    FACT_ID_USED("fact.id-used", BLOCK),
    ENTRY_WAITS("entry.waits", BLOCK),
    CHANGED_MEANWHILE("fact.changed-meanwhile", BLOCK),
    HANDLE_TAKEN("person.handle-taken", BLOCK),
    MAIL_TAKEN("person.mail-taken", BLOCK),
    PHONE_IMPOSSIBLE("person.phone-impossible", BLOCK),
    DIRECTORY_ENTRY_TAKEN("person.directory-entry-taken", BLOCK),
    NAME_ISSUED_BEFORE("name.issued-before", BLOCK),
    STAFF_NUMBER_TAKEN("engagement.staff-number-taken", BLOCK),
    UNIT_KEY_TAKEN("unit.key-taken", BLOCK),
    APP_KEY_TAKEN("app.key-taken", BLOCK),
    TENANT_KEY_TAKEN("tenant.key-taken", BLOCK),
    GROUP_KEY_TAKEN("group.key-taken", BLOCK),
    GROUP_NAME_TAKEN("group.name-taken", BLOCK),
    GROUP_NAME_RESERVED("group.name-reserved", BLOCK),
    GROUP_HAS_NO_RULE("group.has-no-rule", BLOCK),
    GROUP_OF_DIRECTORY("group.of-directory", BLOCK),
    GROUP_NOT_OF_DIRECTORY("group.not-of-directory", BLOCK),
    GROUP_NOT_ASSIGNED("membership.group-not-assigned", BLOCK),
    MEMBERSHIP_OVERLAPS("membership.overlaps", BLOCK),
    MEMBERSHIP_CYCLE("membership.cycle", BLOCK),
    ACCOUNT_EXISTS("account.exists", BLOCK),
    USER_NAME_TAKEN("account.user-name-taken", BLOCK),
    USER_NAME_NEEDS("account.user-name-needs", BLOCK),
    EMERGENCY_ACCOUNT("account.emergency", BLOCK),
    SEAT_KIND_UNKNOWN("seat.kind-unknown", BLOCK),
    SEAT_HELD("seat.held", BLOCK),
    SEAT_POOL_EMPTY("seat.pool-empty", BLOCK),
    SEAT_ATTRIBUTE_MISSING("seat.attribute-missing", BLOCK),
    ASSIGNMENT_OVERLAPS("assignment.overlaps", BLOCK),
    AREA_NOT_IN_TENANT("assignment.area-not-in-tenant", BLOCK),
    ENGAGEMENT_OF_OTHER("assignment.engagement-of-other", BLOCK),
    ROLE_GIVES_NOTHING("assignment.role-gives-nothing", WARN),
    ASSIGNMENT_INERT("assignment.inert", WARN),
    HOME_UNFIT("engagement.home-unfit", WARN),
    IDENTITY_UNKNOWN("person.identity-unknown", BLOCK),
    IDENTITY_AWAITED("person.identity-awaited", BLOCK),
    CONFLICT_BLOCKS("conflict.blocks", BLOCK),
    CONFLICT_WARNS("conflict.warns", WARN),
    ACCOUNT_NO_SIGN_IN("account.no-sign-in", WARN),
    NOT_MANAGED("tenant.not-managed", WARN),
    MESSAGE_BLANK_UNKNOWN("message.blank-unknown", BLOCK),
    MESSAGE_BLANK_MISSING("message.blank-missing", BLOCK),
    MESSAGE_BLANK_NOT_HERE("message.blank-not-here", BLOCK);

    private final String text;
    private final Severity severity;

    Code(String text, Severity severity) {
        this.text = text;
        this.severity = severity;
    }

    public String text() {
        return text;
    }

    public Severity severity() {
        return severity;
    }
}
