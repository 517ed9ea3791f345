package wexa.server.rights;

/** What an administrator may do in Wexa. */
public enum Act {
    LOOK,
    PREPARE,
    APPLY,
    APPROVE,
    GOVERN
}
