package wexa.core.change;

import com.ibm.icu.text.SpoofChecker;
import java.text.Normalizer;
import java.util.Locale;

/**
 * Names that people take for one another: compared without case, accents, spaces and punctuation, and as the skeletons of
 * Unicode Technical Standard 39, section 4, in which letters of any script that look alike are the same.
 */
public final class Lookalikes {
    private static final SpoofChecker CHECKER = new SpoofChecker.Builder().build();

    private Lookalikes() {}

    /** The same for names that look the same. */
    public static String skeleton(String name) {
        // a digit one and a small L look alike in either case, and so does a capital I once it is small
        String plain = Normalizer.normalize(name, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
        StringBuilder letters = new StringBuilder();
        plain.codePoints()
                .filter(point -> Character.isLetterOrDigit(point) || point == '|')
                .forEach(letters::appendCodePoint);
        return CHECKER.getSkeleton(letters).toLowerCase(Locale.ROOT);
    }
}
