package wexa.server.administrators;

/** What a use case is about, as far as it matters who reaches it. */
public enum Over {
    /** Nothing that is anybody's: it only looks, or begins what is judged when it is applied. */
    NOTHING,
    /** What a draft changes: authority over its effects is asked for when it is applied. */
    EFFECTS,
    /** Somebody's draft. */
    DRAFT,
    TENANT,
    /** How a tenant is reached, for everybody who is in it. */
    WHOLE_TENANT,
    PERSON,
    STEP,
    JOB,
    MESSAGE,
    ADMINISTRATOR,
    /** All there is: only who reaches everywhere may do it. */
    EVERYTHING
}
