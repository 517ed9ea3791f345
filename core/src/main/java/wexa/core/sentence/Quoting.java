package wexa.core.sentence;

import java.util.Set;

/**
 * When a value stands in quotes, and how.
 *
 * @param keywords words that phrases are made of: a value that is one of them is quoted, so that nobody takes it for the
 *     word
 */
public record Quoting(Set<String> keywords) {
    public Quoting {
        keywords = Set.copyOf(keywords);
    }

    static boolean isBlank(int point) {
        return Character.isWhitespace(point) || Character.isSpaceChar(point) || Character.isISOControl(point);
    }

    static boolean endsWord(int point) {
        return isBlank(point) || point == ',' || point == '"';
    }

    /** As it is where it can stand as one word, else in quotes. */
    String word(String value) {
        return isWord(value) && !keywords.contains(value) ? value : text(value);
    }

    static boolean isWord(String value) {
        return !value.isEmpty() && value.charAt(0) != '#' && value.codePoints().noneMatch(Quoting::endsWord);
    }

    static String text(String value) {
        return "\"" + value.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
    }
}
