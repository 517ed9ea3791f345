package wexa.core.model;

import java.util.regex.Pattern;

/** A short name of an object in sentences and addresses: lower-case letters, digits and single hyphens, 1 to 60. */
public record Key(String text) implements Comparable<Key> {
    private static final int LONGEST = 60;
    private static final Pattern FORM = Pattern.compile("[a-z0-9]+(-[a-z0-9]+)*");

    public Key {
        if (!accepts(text)) {
            throw new IllegalArgumentException("key '" + text
                    + "' is not allowed: lower-case letters, digits and single hyphens, at most " + LONGEST);
        }
    }

    public static Key of(String text) {
        return new Key(text);
    }

    public static boolean accepts(String text) {
        return text.length() <= LONGEST && FORM.matcher(text).matches();
    }

    @Override
    public int compareTo(Key other) {
        return text.compareTo(other.text);
    }

    @Override
    public String toString() {
        return text;
    }
}
