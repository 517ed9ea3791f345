package wexa.connect.csv;

/** Keeps spreadsheets from taking texts for formulas: those that begin with {@code = + - @} are marked as text. */
public final class Formulas {
    private static final String STARTS = "=+-@\t\r";

    private Formulas() {}

    /** A text that a spreadsheet would take for a formula is marked as text. */
    public static String defused(String text) {
        return isFormula(text) ? "'" + text : text;
    }

    /** The text as it was before it was marked. */
    public static String restored(String text) {
        return text.startsWith("'") && isFormula(text.substring(1)) ? text.substring(1) : text;
    }

    private static boolean isFormula(String text) {
        return !text.isEmpty() && STARTS.indexOf(text.charAt(0)) >= 0;
    }
}
