package wexa.core.sentence;

import java.io.Serial;
import java.util.List;
import java.util.Optional;

/** A line that is no sentence: where it stops being one, what stands there, and what would be expected. */
public final class Refused extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    private final int column;
    private final String found;
    private final transient List<String> expected;

    public Refused(int column, String found, List<String> expected) {
        super(
                "column " + column + ": found '" + found + "', expected " + String.join(" or ", expected),
                null,
                false,
                false);
        this.column = column;
        this.found = found;
        this.expected = List.copyOf(expected);
    }

    /** The place of the first character that does not belong, counted from 1. */
    public int column() {
        return column;
    }

    /** The token that stands there; empty at the end of the line. */
    public String found() {
        return found;
    }

    /** Words of the grammar, or kinds of values such as {@code a day}. */
    public List<String> expected() {
        return expected;
    }

    /** The expected word that is most like the one found, if one is at most two slips away. */
    public Optional<String> nearest() {
        return Nearness.nearest(found, expected);
    }
}
