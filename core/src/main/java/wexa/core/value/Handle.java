package wexa.core.value;

/** A person's unique short name, like {@code ines.abara}: lower-case letters, digits, dots and hyphens, 2 to 64. */
public record Handle(String text) implements Comparable<Handle> {
    private static final int SHORTEST = 2;
    private static final int LONGEST = 64;

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
        int length = text.length();
        if (length < SHORTEST || length > LONGEST) {
            return false;
        }
        for (int place = 0; place < length; place++) {
            char at = text.charAt(place);
            boolean isBetween = place > 0 && place < length - 1;
            if (!Key.isPlain(at) && !(isBetween && (at == '.' || at == '-'))) {
                return false;
            }
        }
        return true;
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
