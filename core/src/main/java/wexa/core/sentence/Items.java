package wexa.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** Several values in one field, with commas between. One that has a comma, a quote or blanks at its ends stands in quotes. */
public final class Items {
    private Items() {}

    public static String join(List<String> values) {
        return values.stream()
                .map(value -> value.indexOf(',') >= 0
                                || value.startsWith("\"")
                                || !value.strip().equals(value)
                        ? Quoting.text(value)
                        : value)
                .collect(Collectors.joining(","));
    }

    /** The values without blanks around them; none for what is blank. A quote that is not closed is taken as it is. */
    public static List<String> split(String text) {
        List<String> values = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            int start = at;
            while (start < text.length() && Quoting.isBlank(text.codePointAt(start))) {
                start++;
            }
            int close = start < text.length() && text.charAt(start) == '"' ? closing(text, start) : -1;
            int end = text.indexOf(',', Math.max(close, at));
            int stop = end < 0 ? text.length() : end;
            String value = close < 0
                    ? text.substring(at, stop).strip()
                    : text.substring(start + 1, close).replace("\\\"", "\"").replace("\\\\", "\\");
            if (!value.isEmpty()) {
                values.add(value);
            }
            at = stop + 1;
        }
        return values;
    }

    private static int closing(String text, int open) {
        int at = open + 1;
        while (at < text.length() && text.charAt(at) != '"') {
            at += text.charAt(at) == '\\' ? 2 : 1;
        }
        return at < text.length() ? at : -1;
    }
}
