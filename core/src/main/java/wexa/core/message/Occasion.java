package wexa.core.message;

/** Why somebody gets a message. */
public enum Occasion {
    /** The first accounts that somebody has here. */
    FIRST_ACCOUNTS,
    /** Accounts that come to others. */
    MORE_ACCOUNTS,
    /** Somebody from outside is asked whether they are who they are said to be. */
    INVITATION;

    /** Whether the message tells of accounts. */
    public boolean isAboutAccounts() {
        return this != INVITATION;
    }
}
