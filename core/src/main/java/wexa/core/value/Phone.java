package wexa.core.value;

import java.util.regex.Pattern;

/** A telephone number in ITU-T E.164 form: a plus sign, then 7 to 15 digits that do not begin with zero. */
public record Phone(String text) {
    private static final Pattern FORM = Pattern.compile("\\+[1-9][0-9]{6,14}");
    private static final Pattern PUNCTUATION = Pattern.compile("[\\s()./-]");

    public Phone {
        if (!FORM.matcher(text).matches()) {
            throw new IllegalArgumentException("'" + text + "' is not an E.164 number such as +441632960123");
        }
    }

    /** Takes spaces and punctuation out first, as people write them in. */
    public static Phone of(String text) {
        return new Phone(PUNCTUATION.matcher(text).replaceAll(""));
    }

    public static boolean accepts(String text) {
        return FORM.matcher(PUNCTUATION.matcher(text).replaceAll("")).matches();
    }

    @Override
    public String toString() {
        return text;
    }
}
