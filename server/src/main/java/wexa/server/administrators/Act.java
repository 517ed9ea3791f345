package wexa.server.administrators;

/** What an administrator may do in Wexa. */
public enum Act {
    LOOK,
    PREPARE,
    APPLY,
    APPROVE,
    GOVERN
}
