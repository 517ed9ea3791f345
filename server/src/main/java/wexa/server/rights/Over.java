package wexa.server.rights;

/** What a use case is about, as far as it matters who reaches it. */
public enum Over {
    /** Nothing that is anybody's: it only looks, with sight of everything, or begins what is judged when it is applied. */
    NOTHING,
    /** What the asker sees: the use case leaves out the rest. */
    SIGHT,
    /** A person, whom whoever sees only their scope has to reach. */
    SEEN_PERSON,
    /** A tenant with everybody in it, which whoever sees only their scope has to reach. */
    SEEN_TENANT,
    /** What a draft changes: authority over its effects is asked for when it is applied. */
    EFFECTS,
    /** Somebody's draft. */
    DRAFT,
    TENANT,
    /** How a tenant is reached, for everybody who is in it. */
    WHOLE_TENANT,
    PERSON,
    STEP,
    /** Several steps. */
    STEPS,
    JOB,
    MESSAGE,
    ADMINISTRATOR,
    /** All there is: only who reaches everywhere may do it. */
    EVERYTHING
}
