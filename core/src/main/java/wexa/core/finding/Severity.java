package wexa.core.finding;

/** Whether a finding stands in the way or only wants to be seen. */
public enum Severity {
    BLOCK,
    WARN
}
