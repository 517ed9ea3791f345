package wexa.core.model;

/** Where a group's members come from: put in by hand, following from a condition, or read from the directory. */
public enum GroupKind {
    ASSIGNED,
    RULED,
    DIRECTORY
}
