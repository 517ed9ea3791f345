package wexa.core.change;

import wexa.core.finding.Code;

/** What free text must not have in it. */
final class Texts {
    private static final int SHOWN = 40;

    private Texts() {}

    static void check(String text, int longest, Reading in) {
        if (text.length() > longest) {
            in.report(
                    Code.FIELD_TOO_LONG, "length", Integer.toString(text.length()), "most", Integer.toString(longest));
        }
        if (text.codePoints().anyMatch(Texts::isControl)) {
            in.report(Code.FIELD_CONTROL_CHARACTERS);
        }
        if (text.indexOf('<') >= 0 || text.indexOf('>') >= 0) {
            in.report(Code.FIELD_MARKUP, "value", text.substring(0, Math.min(SHOWN, text.length())));
        }
    }

    /** Control characters, and marks that turn the direction of text around. */
    private static boolean isControl(int point) {
        int type = Character.getType(point);
        return type == Character.CONTROL
                || type == Character.FORMAT
                || type == Character.SURROGATE
                || type == Character.UNASSIGNED;
    }
}
