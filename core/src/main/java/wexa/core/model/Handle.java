package wexa.core.model;

import java.util.regex.Pattern;

/** A person's unique short name, like {@code ines.abara}: lower-case letters, digits, dots and hyphens, 2 to 64. */
public record Handle(String text) implements Comparable<Handle> {
    private static final Pattern FORM = Pattern.compile("[a-z0-9]([a-z0-9.-]{0,62}[a-z0-9])");

    public Handle {
        if (!accepts(text)) {
            throw new IllegalArgumentException("handle '" + text
                    + "' is not allowed: 2 to 64 lower-case letters, digits, dots and hyphens, no dot at either end");
        }
    }

    public static Handle of(String text) {
        return new Handle(text);
    }

    public static boolean accepts(String text) {
        return FORM.matcher(text).matches();
    }

    @Override
    public int compareTo(Handle other) {
        return text.compareTo(other.text);
    }

    @Override
    public String toString() {
        return text;
    }
}
