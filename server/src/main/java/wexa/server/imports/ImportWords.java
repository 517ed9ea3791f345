package wexa.server.imports;

import wexa.connect.csv.CsvTable;

/** What is wrong with a text that should be a table, in words, with the way out. */
public final class ImportWords {
    private ImportWords() {}

    public static String of(CsvTable.Problem problem) {
        String detail = problem.detail();
        return switch (problem.code()) {
            case EMPTY -> "The file is empty. Its first line must name the columns.";
            case NOT_UTF8 ->
                "From about line " + problem.line()
                        + " on the text is not UTF-8. Save the table as “CSV UTF-8” and bring" + " it again.";
            case HEADER_TWICE -> "Two columns are called “" + detail + "”. Rename or remove one of them.";
            case HEADER_EMPTY -> "Column " + detail + " has no name in the first line. Name it, or remove it.";
            case MISPLACED_QUOTE ->
                "Reading stopped at line " + problem.line() + ": a quote stands where none can, or one is not closed."
                        + " Rows before it are here; correct the file and bring it again for the rest.";
            case TOO_MANY_ROWS ->
                "A table has at most " + detail + " rows; those after line " + problem.line()
                        + " are not here. Split the file.";
            case TOO_MANY_COLUMNS ->
                "A table has at most " + detail + " columns; line " + problem.line()
                        + " has more. Remove those that are not needed.";
            case CELL_TOO_LONG ->
                "A cell in line " + problem.line() + " is longer than " + detail
                        + " characters; reading stopped there.";
            case LDIF_MALFORMED ->
                "Reading stopped at the entry in line " + problem.line() + ": " + detail
                        + ". Entries before it are here; correct the file and bring it again for the rest.";
            case LDIF_VALUE_BY_URL ->
                "The entry in line " + problem.line() + " says where to fetch “" + detail
                        + "” from (with “:<”) instead of saying it. Nothing is fetched: write the value itself, and bring"
                        + " the file again.";
            case LDIF_OF_CHANGES ->
                "The entry in line " + problem.line() + " says what to change, not what there is. Save the entries"
                        + " themselves as LDIF and bring those.";
            case TOO_LARGE -> "The file is larger than " + (Long.parseLong(detail) >> 20) + " MB. Split it.";
        };
    }
}
