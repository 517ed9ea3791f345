package wexa.server.rights;

/** What an administrator may do in Wexa. */
public enum Act {
    LOOK,
    /** Helps people to sign in; whoever prepares or applies changes may so as well. */
    HELP,
    PREPARE,
    APPLY,
    APPROVE,
    GOVERN
}
