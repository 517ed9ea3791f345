package wexa.core.message;

import java.util.Arrays;
import java.util.Optional;

/** What a template leaves open, and what stands there between braces. */
public enum Blank {
    GIVEN_NAME("given name"),
    NAME("name"),
    JOB("job"),
    UNIT("unit"),
    FIRST_DAY("first day"),
    /** One line per account: where, with which user name, and how one signs in. */
    DOORS("doors"),
    /** The paragraph with the link for choosing a password; empty for who needs none. */
    ACTIVATION("activation"),
    /** One line for each thing that ends soon: its last day, whose it is, and what. */
    ENDINGS("endings"),
    /** What is to be done by hand, tenant by tenant. */
    TASKS("tasks");

    private final String text;

    Blank(String text) {
        this.text = text;
    }

    public String text() {
        return text;
    }

    static Optional<Blank> named(String text) {
        return Arrays.stream(values())
                .filter(blank -> blank.text.equals(text.strip()))
                .findFirst();
    }
}
