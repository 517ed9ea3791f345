package wexa.core.model;

/** What a tenant announced that it can take and tell. What is not here is not managed there. */
public enum Capability {
    USERS,
    GROUPS,
    SEATS,
    AREAS,
    ROLES,
    ASSIGNMENTS,
    EVALUATION,
    /** Takes passwords of its own for its accounts (RFC 7643 5, {@code changePassword}). */
    PASSWORDS,
    /** Looks rights up with each request; where it does not say so, they may be felt only at the next sign-in. */
    LIVE_RIGHTS
}
