package wexa.core.model;

/** What a tenant lets people sign in as. */
public enum UserNameRule {
    MAIL,
    STAFF_NUMBER,
    HANDLE
}
