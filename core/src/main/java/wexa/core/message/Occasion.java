package wexa.core.message;

/** Why somebody gets a message. */
public enum Occasion {
    /** The first accounts that somebody has here. */
    FIRST_ACCOUNTS,
    /** Accounts that come to others. */
    MORE_ACCOUNTS,
    /** Somebody from outside is asked whether they are who they are said to be. */
    INVITATION,
    /** Something that somebody leads, or answers for, ends soon. */
    ENDINGS,
    /** Somebody has work to do by hand in a tenant. */
    TASKS;

    /** Whether the message has no sense without a line of this kind. */
    boolean needs(Blank blank) {
        return switch (blank) {
            case DOORS -> isAboutAccounts();
            case ACTIVATION -> this == INVITATION || isAboutAccounts();
            case ENDINGS -> this == ENDINGS;
            case TASKS -> this == TASKS;
            default -> false;
        };
    }

    /** Whether the message tells of accounts. */
    public boolean isAboutAccounts() {
        return this == FIRST_ACCOUNTS || this == MORE_ACCOUNTS;
    }
}
