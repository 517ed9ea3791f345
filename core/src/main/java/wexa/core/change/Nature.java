package wexa.core.change;

/** What a form of change does to the fact that it is about. */
public enum Nature {
    /** The fact was not there; its id stands in the field {@code id}. */
    MAKES,
    /** The fact is another from now on. A field that is not given stays as it was. */
    CHANGES,
    /** The fact is over: nothing is left to do when it is gone. */
    ENDS
}
