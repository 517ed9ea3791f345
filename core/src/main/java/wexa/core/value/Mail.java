package wexa.core.value;

import java.util.Locale;
import java.util.regex.Pattern;

/** An e-mail address in the everyday subset of RFC 5321 (no quoted local part, no address literal), kept in lower case. */
public record Mail(String text) {
    private static final int LONGEST = 254;
    private static final Pattern FORM = Pattern.compile(
            "[a-z0-9!#$%&'*+/=?^_`{|}~-]+(\\.[a-z0-9!#$%&'*+/=?^_`{|}~-]+)*@[a-z0-9-]+(\\.[a-z0-9-]+)+");

    public Mail {
        if (!accepts(text) || !text.equals(text.toLowerCase(Locale.ROOT))) {
            throw new IllegalArgumentException(
                    "'" + text + "' is not an e-mail address such as ines.abara@skerrow.example");
        }
    }

    public static Mail of(String text) {
        return new Mail(text.toLowerCase(Locale.ROOT));
    }

    public static boolean accepts(String text) {
        return text.length() <= LONGEST
                && FORM.matcher(text.toLowerCase(Locale.ROOT)).matches();
    }

    @Override
    public String toString() {
        return text;
    }
}
