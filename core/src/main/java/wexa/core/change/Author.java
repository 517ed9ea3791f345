package wexa.core.change;

/** Who writes changes of a form. */
public enum Author {
    /** In drafts. */
    ADMINISTRATOR,
    /** Somebody outside who says what is so, such as a directory: nobody writes it by hand. */
    OUTSIDE,
    /** The settings of Wexa, at once and without a draft. */
    SETTINGS
}
