package wexa.core.change;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;

/**
 * Names that people take for one another: compared without case, accents and spaces, and with letters of other scripts as
 * the Latin ones that they look like (a small part of the table of Unicode Technical Standard 39, section 4).
 */
public final class Lookalikes {
    private static final Map<Integer, String> LATIN = Map.ofEntries(
            look('а', "a"),
            look('е', "e"),
            look('о', "o"),
            look('р', "p"),
            look('с', "c"),
            look('у', "y"),
            look('х', "x"),
            look('і', "i"),
            look('ѕ', "s"),
            look('ԁ', "d"),
            look('ո', "n"),
            look('α', "a"),
            look('ο', "o"),
            look('ν', "v"),
            look('ρ', "p"),
            look('τ', "t"),
            look('κ', "k"),
            look('ι', "i"),
            look('0', "o"),
            look('1', "l"),
            look('|', "l"),
            look('ł', "l"),
            look('ø', "o"));

    private Lookalikes() {}

    private static Map.Entry<Integer, String> look(char letter, String latin) {
        return Map.entry((int) letter, latin);
    }

    /** The same for names that look the same. */
    public static String skeleton(String name) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
        StringBuilder skeleton = new StringBuilder();
        for (int place = 0; place < plain.length(); place += Character.charCount(plain.codePointAt(place))) {
            int point = plain.codePointAt(place);
            if (point >= 'a' && point <= 'z') {
                skeleton.append((char) point);
            } else if (Character.isLetterOrDigit(point) || point == '|') {
                skeleton.append(LATIN.getOrDefault(point, Character.toString(point)));
            }
        }
        return skeleton.toString().replace("rn", "m").replace("vv", "w");
    }
}
