package wexa.core.importing;

import wexa.core.finding.Code;

/** What can stand against a row of a table. */
final class ImportCodes {
    public static final Code ROW_RAGGED = Code.block(
            "row.ragged", "The row has more or fewer cells than the header. Check its quotes and separators.");

    public static final Code ROW_OF_SOMEBODY_ELSE = Code.block(
            "row.of-somebody-else",
            "{field} {value} is {holder}'s, and the row names somebody else. Check it, or give the handle {holderHandle} if it is the same person.");

    private ImportCodes() {}
}
