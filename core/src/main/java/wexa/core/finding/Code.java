package wexa.core.finding;

/**
 * The stable code of a finding (rule 16), with its severity and its words. Codes are never renamed: API users and stored drafts
 * hold them. What belongs to one kind of fact is declared in its room; here is what any entry can meet.
 */
public record Code(String text, Severity severity, Words words) {
    public static final Code FIELD_MISSING = block("field.missing", "{field} is needed.");
    public static final Code FIELD_MALFORMED = block("field.malformed", "{field}: “{value}” cannot be used. {hint}");
    public static final Code FIELD_TOO_LONG =
            block("field.too-long", "{field} has {length} characters; {most} fit. Shorten it.");
    public static final Code FIELD_CONTROL_CHARACTERS =
            block("field.control-characters", "{field} has invisible characters in it. Type it again.");
    public static final Code FIELD_MARKUP = block("field.markup", "{field} must not have < or > in it.");
    public static final Code FIELD_UNKNOWN =
            block("field.unknown", "There is no field “{path}” here. Use one of: {fields}.");
    public static final Code DATE_MALFORMED =
            block("date.malformed", "{field}: “{value}” is not a day. Write it as 2026-11-30.");
    public static final Code DATE_BEFORE_START = block(
            "date.before-start", "The last day, {until}, comes before the first, {from}. Choose a later last day.");
    public static final Code FORM_UNKNOWN =
            block("form.unknown", "There is no kind of change called “{value}”. Check its name.");
    public static final Code REFERENCE_UNRESOLVED =
            block("reference.unresolved", "{field}: “{value}” does not exist. Name one that does.");
    public static final Code REFERENCE_AMBIGUOUS = block(
            "reference.ambiguous",
            "{field}: “{value}” could be any of {count}. Add “begun” and the first day of the one that you mean.");
    public static final Code FACT_GONE =
            block("fact.gone", "What this would change no longer exists. Remove this entry.");
    public static final Code FACT_ID_USED =
            block("fact.id-used", "Something with this id exists already. Remove this entry and write it again.");
    public static final Code ENTRY_WAITS = block(
            "entry.waits",
            facts -> "Waits for the " + facts.get("kind").replace('-', ' ')
                    + " that this draft makes and that is not ready yet.");
    public static final Code CHANGED_MEANWHILE = block(
            "fact.changed-meanwhile",
            "Somebody changed this since you wrote the entry. You saw: “{was}”. It is now: “{is}”. Keep your change, or"
                    + " remove it.");

    /** What is said of a finding: what is wrong, the value seen, and the way out. */
    public interface Words {
        String of(Facts facts);
    }

    public static Code block(String text, Words words) {
        return new Code(text, Severity.BLOCK, words);
    }

    /** @param pattern words in which {@code {name}} stands for a fact */
    public static Code block(String text, String pattern) {
        return block(text, facts -> facts.fill(pattern));
    }

    public static Code warn(String text, Words words) {
        return new Code(text, Severity.WARN, words);
    }

    /** @param pattern words in which {@code {name}} stands for a fact */
    public static Code warn(String text, String pattern) {
        return warn(text, facts -> facts.fill(pattern));
    }

    /** Codes are the same by their text. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Code code && text.equals(code.text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }

    @Override
    public String toString() {
        return text;
    }
}
