package wexa.core.intake;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import wexa.core.change.Days;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Id;
import wexa.core.model.Window;

/** Reads the fields of one entry and collects everything that is wrong with them, each finding under its field's name. */
final class Fields {
    static final int LONGEST_TEXT = 200;

    /** About a hundred ids. */
    static final int LONGEST_LIST = 3_900;

    /** The canonical text form (RFC 9562 4). */
    private static final int ID_LENGTH = 36;

    private final Map<String, String> values;
    private final ZoneId zone;
    private final List<Finding> findings = new ArrayList<>();
    private final Set<String> asked = new HashSet<>();

    Fields(Map<String, String> values, ZoneId zone) {
        this.values = values;
        this.zone = zone;
    }

    List<Finding> findings() {
        for (String name : values.keySet()) {
            if (!asked.contains(name) && !name.startsWith("with.")) {
                findings.add(Finding.of(Code.FIELD_UNKNOWN, name, "fields", String.join(", ", asked)));
            }
        }
        return findings;
    }

    boolean has(String name) {
        return !raw(name).isEmpty();
    }

    /** Whether the field is there at all, be it empty. */
    boolean isGiven(String name) {
        asked.add(name);
        return values.containsKey(name);
    }

    String raw(String name) {
        asked.add(name);
        return values.getOrDefault(name, "").strip();
    }

    void report(Finding finding) {
        findings.add(finding);
    }

    /** Free text for people to read; empty when missing, which is reported if it is needed. */
    String text(String name) {
        String value = raw(name);
        if (value.isEmpty()) {
            findings.add(Finding.of(Code.FIELD_MISSING, name));
        }
        return checked(name, value);
    }

    String optionalText(String name) {
        return checked(name, raw(name));
    }

    /** Several that stand in one field with commas between: names or ids, each of which is checked by itself. */
    String listText(String name) {
        return checked(name, raw(name), LONGEST_LIST);
    }

    private String checked(String name, String value) {
        return checked(name, value, LONGEST_TEXT);
    }

    private String checked(String name, String value, int longest) {
        if (value.length() > longest) {
            findings.add(Finding.of(
                    Code.FIELD_TOO_LONG,
                    name,
                    "length",
                    Integer.toString(value.length()),
                    "most",
                    Integer.toString(longest)));
        }
        if (hasControl(value)) {
            findings.add(Finding.of(Code.FIELD_CONTROL_CHARACTERS, name));
        }
        if (value.indexOf('<') >= 0 || value.indexOf('>') >= 0) {
            findings.add(
                    Finding.of(Code.FIELD_MARKUP, name, "value", value.substring(0, Math.min(40, value.length()))));
        }
        return value;
    }

    private static boolean hasControl(String text) {
        for (int place = 0; place < text.length(); place += Character.charCount(text.codePointAt(place))) {
            if (isControl(text.codePointAt(place))) {
                return true;
            }
        }
        return false;
    }

    /** Control characters, and marks that turn the direction of text around. */
    private static boolean isControl(int point) {
        int type = Character.getType(point);
        return type == Character.CONTROL
                || type == Character.FORMAT
                || type == Character.SURROGATE
                || type == Character.UNASSIGNED;
    }

    /** A value of a type that says what it accepts; absent when missing or wrong. */
    <T> Optional<T> value(String name, Predicate<String> accepts, Function<String, T> make) {
        if (raw(name).isEmpty()) {
            findings.add(Finding.of(Code.FIELD_MISSING, name));
            return Optional.empty();
        }
        return optionalValue(name, accepts, make);
    }

    <T> Optional<T> optionalValue(String name, Predicate<String> accepts, Function<String, T> make) {
        String value = raw(name);
        if (value.isEmpty()) {
            return Optional.empty();
        }
        if (!accepts.test(value)) {
            findings.add(
                    Finding.of(Code.FIELD_MALFORMED, name, "value", value.substring(0, Math.min(80, value.length()))));
            return Optional.empty();
        }
        return Optional.of(make.apply(value));
    }

    <T extends Enum<T>> Optional<T> choice(String name, Class<T> type) {
        String text = raw(name);
        if (text.isEmpty()) {
            findings.add(Finding.of(Code.FIELD_MISSING, name));
            return Optional.empty();
        }
        return choiceIn(name, text, type);
    }

    /** One of several choices that stand in one field. */
    <T extends Enum<T>> Optional<T> choiceIn(String name, String text, Class<T> type) {
        for (T one : type.getEnumConstants()) {
            if (one.name().equalsIgnoreCase(text)) {
                return Optional.of(one);
            }
        }
        findings.add(Finding.of(Code.FIELD_MALFORMED, name, "value", text.substring(0, Math.min(80, text.length()))));
        return Optional.empty();
    }

    /** The id of the fact that this entry makes or is about. */
    <T> Optional<Id<T>> id(String name) {
        return value(name, Fields::isId, Id::<T>of);
    }

    static boolean isId(String text) {
        // asked of every reference, most of which are names: failing to read one as an id would cost more than this
        if (text.length() != ID_LENGTH) {
            return false;
        }
        for (int place = 0; place < ID_LENGTH; place++) {
            char at = text.charAt(place);
            boolean isDash = place == 8 || place == 13 || place == 18 || place == 23;
            if (isDash ? at != '-' : Character.digit(at, 16) < 0 || at > 'f') {
                return false;
            }
        }
        return true;
    }

    /** {@code from} a first day, {@code until} a last one (rule 9). A missing start is {@code fallback}. */
    Optional<Window> window(Instant fallback) {
        Optional<Instant> from = has("from") ? day("from", 0) : Optional.of(fallback);
        Optional<Instant> until = has("until") ? day("until", 1) : Optional.of(Instant.MAX);
        if (from.isEmpty() || until.isEmpty()) {
            return Optional.empty();
        }
        if (!from.get().isBefore(until.get())) {
            findings.add(Finding.of(Code.DATE_BEFORE_START, "until", "from", raw("from"), "until", raw("until")));
            return Optional.empty();
        }
        return Optional.of(Window.of(from.get(), until.get()));
    }

    /** The end of the last day named, or {@code fallback} where none is. */
    Optional<Instant> end(Instant fallback) {
        return has("until") ? day("until", 1) : Optional.of(fallback);
    }

    /** Midnight at which the day begins in the zone, some days on; an instant of RFC 3339 is taken as it is. */
    private Optional<Instant> day(String name, int later) {
        String value = raw(name);
        try {
            return Optional.of(Days.beginning(value, later, zone));
        } catch (DateTimeParseException unreadable) {
            findings.add(
                    Finding.of(Code.DATE_MALFORMED, name, "value", value.substring(0, Math.min(40, value.length()))));
            return Optional.empty();
        }
    }
}
