package wexa.core.model;

/** What an action amounts to: seeing, doing the daily work, or deciding. */
public enum Sort {
    LOOK,
    WORK,
    DECIDE
}
