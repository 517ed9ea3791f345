package wexa.core.value;

/** A short name of an object in sentences and addresses: lower-case letters, digits and single hyphens, 1 to 60. */
public record Key(String text) implements Comparable<Key> {
    private static final int LONGEST = 60;

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
        int length = text.length();
        if (length == 0 || length > LONGEST) {
            return false;
        }
        for (int place = 0; place < length; place++) {
            char at = text.charAt(place);
            boolean isSingleHyphen = at == '-' && place > 0 && place < length - 1 && text.charAt(place - 1) != '-';
            if (!isPlain(at) && !isSingleHyphen) {
                return false;
            }
        }
        return true;
    }

    /** Whether it is one of the letters and digits that keys and handles are made of. */
    public static boolean isPlain(char at) {
        return at >= 'a' && at <= 'z' || at >= '0' && at <= '9';
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
