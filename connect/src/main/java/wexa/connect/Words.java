package wexa.connect;

/** What somebody else said, fit to be shown and to stand in one line of a log. */
public final class Words {
    private static final int LONGEST = 500;

    private Words() {}

    /** On one line, without control and direction characters, and no longer than a few sentences. */
    public static String plain(String said) {
        String cut = said.length() > LONGEST * 4 ? said.substring(0, LONGEST * 4) : said;
        String plain =
                cut.replaceAll("[\\p{Cc}\\p{Cf}\\p{Cs}\\p{Zl}\\p{Zp}]+", " ").strip();
        return plain.length() > LONGEST ? plain.substring(0, LONGEST - 1) + "…" : plain;
    }
}
