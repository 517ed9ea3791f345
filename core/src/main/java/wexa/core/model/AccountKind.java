package wexa.core.model;

/** Whose login it is. Accounts that nobody knows are not in the model: they are found in readings and reported. */
public enum AccountKind {
    PERSON,
    SERVICE,
    SHARED,
    EMERGENCY
}
