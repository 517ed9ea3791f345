package wexa.core.finding;

import java.util.Map;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the words of a finding are made of.
 *
 * @param labels what people call a field, by its name
 */
public record Facts(String path, Map<String, String> values, Function<String, String> labels) {
    private static final Pattern PLACE = Pattern.compile("\\{(\\w+)}");

    /** A fact; empty if it is not known. */
    public String get(String name) {
        return values.getOrDefault(name, "");
    }

    /** The value that was seen. */
    public String value() {
        return get("value");
    }

    /** What people call the field that the finding is about. */
    public String field() {
        return labels.apply(path);
    }

    public String label(String field) {
        return labels.apply(field);
    }

    String fill(String pattern) {
        Matcher places = PLACE.matcher(pattern);
        return places.replaceAll(place -> Matcher.quoteReplacement(
                        switch (place.group(1)) {
                            case "field" -> field();
                            case "path" -> path;
                            default -> get(place.group(1));
                        }))
                .strip();
    }
}
