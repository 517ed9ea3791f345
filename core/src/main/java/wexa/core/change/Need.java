package wexa.core.change;

/** Whether a field may be left empty. */
public enum Need {
    REQUIRED,
    OPTIONAL
}
