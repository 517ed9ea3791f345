package wexa.core.message;

/** Why somebody gets a message. */
public enum Occasion {
    /** The first accounts that somebody has here. */
    FIRST_ACCOUNTS,
    /** Accounts that come to others. */
    MORE_ACCOUNTS
}
