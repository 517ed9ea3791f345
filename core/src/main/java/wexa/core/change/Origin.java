package wexa.core.change;

/** Who writes changes of a form. */
public enum Origin {
    /** Administrators, in drafts. */
    TYPED,
    /** Somebody outside who says what is so, such as a directory: nobody writes it by hand. */
    TOLD,
    /** The settings of Wexa, at once and without a draft. */
    SETTINGS
}
