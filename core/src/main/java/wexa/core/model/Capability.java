package wexa.core.model;

/** What a tenant announced that it can take and tell. What is not here is not managed there. */
public enum Capability {
    USERS,
    GROUPS,
    SEATS,
    AREAS,
    ROLES,
    ASSIGNMENTS,
    /** Users have {@code roles} (RFC 7643 4.1.2). */
    ROLE_VALUES,
    /** Users have {@code entitlements} (RFC 7643 4.1.2). */
    ENTITLEMENTS,
    EVALUATION,
    /** Takes passwords of its own for its accounts (RFC 7643 5, {@code changePassword}). */
    PASSWORDS,
    /** Looks rights up with each request; where it does not say so, they may be felt only at the next sign-in. */
    LIVE_RIGHTS,
    /** Accounts keep the user name that they were made with (RFC 7643 7, mutability {@code immutable}). */
    FIXED_USER_NAMES
}
