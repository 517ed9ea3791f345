package wexa.connect.csv;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * A table read from CSV (RFC 4180). Cells are parted by commas, semicolons or tabs, whichever the first line has most of;
 * text is UTF-8, with or without byte order mark. A row with too many or too few cells is kept, and told of by
 * {@link Row#isRagged}; what cannot be read at all is a {@link Problem} with the line at which it begins.
 *
 * @param header the first line's cells, without space around them
 * @param problem why reading ended before the end of the text, if it did: rows before it are there
 */
public record CsvTable(List<String> header, List<Row> rows, Optional<Problem> problem) {
    private static final char[] DELIMITERS = {',', ';', '\t'};
    private static final int LONGEST_HEADER = 64 * 1024;

    /** What a table may have at most; more is refused before it fills the memory. */
    public record Limits(int rows, int columns, int cellLength, long bytes) {}

    /** One line of the text; lines count from 1, and the header is the first. */
    public record Row(long line, List<String> cells, boolean isRagged) {}

    /** What stopped the reading: a code, the line, and what is known of it. */
    public record Problem(Code code, long line, String detail) {
        /** Why a text is not a table. */
        public enum Code {
            EMPTY,
            NOT_UTF8,
            HEADER_TWICE,
            HEADER_EMPTY,
            MISPLACED_QUOTE,
            TOO_MANY_ROWS,
            TOO_MANY_COLUMNS,
            CELL_TOO_LONG,
            TOO_LARGE,
            /** A line of LDIF that is none; the detail says why. */
            LDIF_MALFORMED,
            /** A value that is to be fetched from a URL; the detail names the attribute. */
            LDIF_VALUE_BY_URL,
            /** LDIF of changes to entries, not of entries. */
            LDIF_OF_CHANGES
        }
    }

    public CsvTable {
        header = List.copyOf(header);
        rows = List.copyOf(rows);
    }

    private static CsvTable broken(Problem.Code code, long line, String detail) {
        return new CsvTable(List.of(), List.of(), Optional.of(new Problem(code, line, detail)));
    }

    /** Reads a whole table; costs its text once, whatever is wrong with it. */
    public static CsvTable read(InputStream text, Limits limits) throws IOException {
        try (BufferedReader reader = PlainText.open(text, limits.bytes())) {
            return read(reader, limits);
        } catch (CharacterCodingException malformed) {
            return broken(Problem.Code.NOT_UTF8, 1, "");
        } catch (Counted.TooLargeException large) {
            return broken(Problem.Code.TOO_LARGE, 1, Long.toString(limits.bytes()));
        }
    }

    private static CsvTable read(BufferedReader reader, Limits limits) throws IOException {
        reader.mark(LONGEST_HEADER);
        char[] start = new char[LONGEST_HEADER - 1];
        int length = Math.max(0, reader.read(start));
        reader.reset();
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter(start, length))
                .setIgnoreEmptyLines(true)
                .get();
        CSVParser parser = format.parse(reader);
        Iterator<CSVRecord> records = parser.iterator();
        List<String> header = new ArrayList<>();
        List<Row> rows = new ArrayList<>();
        long line = 1;
        try {
            if (!records.hasNext()) {
                return broken(Problem.Code.EMPTY, 1, "");
            }
            records.next().forEach(cell -> header.add(cell.strip()));
            Optional<Problem> wrong = header.size() > limits.columns()
                    ? Optional.of(new Problem(Problem.Code.TOO_MANY_COLUMNS, 1, Integer.toString(limits.columns())))
                    : wrongHeader(header);
            if (wrong.isPresent()) {
                return new CsvTable(List.of(), List.of(), wrong);
            }
            line = parser.getCurrentLineNumber() + 1;
            while (records.hasNext()) {
                CSVRecord record = records.next();
                Optional<Problem> limit = overLimit(record, rows.size(), limits, line);
                if (limit.isPresent()) {
                    return new CsvTable(header, rows, limit);
                }
                if (!isBlank(record)) {
                    rows.add(new Row(line, padded(record, header.size()), record.size() != header.size()));
                }
                line = parser.getCurrentLineNumber() + 1;
            }
            return new CsvTable(header, rows, Optional.empty());
        } catch (UncheckedIOException broken) {
            if (broken.getCause() instanceof CharacterCodingException) {
                return new CsvTable(header, rows, Optional.of(new Problem(Problem.Code.NOT_UTF8, line, "")));
            }
            if (broken.getCause() instanceof Counted.TooLargeException) {
                throw broken.getCause();
            }
            return new CsvTable(header, rows, Optional.of(new Problem(Problem.Code.MISPLACED_QUOTE, line, "")));
        }
    }

    /** The one of the three that stands most often in the first line, outside quotes; the comma where none does. */
    private static char delimiter(char[] text, int length) {
        int[] counts = new int[DELIMITERS.length];
        boolean isQuoted = false;
        for (int place = 0; place < length && (isQuoted || (text[place] != '\n' && text[place] != '\r')); place++) {
            isQuoted ^= text[place] == '"';
            for (int kind = 0; kind < DELIMITERS.length && !isQuoted; kind++) {
                counts[kind] += text[place] == DELIMITERS[kind] ? 1 : 0;
            }
        }
        int best = 0;
        for (int kind = 1; kind < DELIMITERS.length; kind++) {
            best = counts[kind] > counts[best] ? kind : best;
        }
        return DELIMITERS[best];
    }

    private static Optional<Problem> wrongHeader(List<String> header) {
        Set<String> seen = new HashSet<>();
        for (String name : header) {
            if (name.isEmpty()) {
                return Optional.of(
                        new Problem(Problem.Code.HEADER_EMPTY, 1, Integer.toString(header.indexOf(name) + 1)));
            }
            if (!seen.add(name.toLowerCase(Locale.ROOT))) {
                return Optional.of(new Problem(Problem.Code.HEADER_TWICE, 1, name));
            }
        }
        return Optional.empty();
    }

    private static Optional<Problem> overLimit(CSVRecord record, int rows, Limits limits, long line) {
        if (rows >= limits.rows()) {
            return Optional.of(new Problem(Problem.Code.TOO_MANY_ROWS, line, Integer.toString(limits.rows())));
        }
        if (record.size() > limits.columns()) {
            return Optional.of(new Problem(Problem.Code.TOO_MANY_COLUMNS, line, Integer.toString(limits.columns())));
        }
        for (String cell : record) {
            if (cell.length() > limits.cellLength()) {
                return Optional.of(
                        new Problem(Problem.Code.CELL_TOO_LONG, line, Integer.toString(limits.cellLength())));
            }
        }
        return Optional.empty();
    }

    private static boolean isBlank(CSVRecord record) {
        for (String cell : record) {
            if (!cell.isBlank()) {
                return false;
            }
        }
        return true;
    }

    /** As many cells as the header has: missing ones are empty, and those too many are kept at the end. */
    private static List<String> padded(CSVRecord record, int width) {
        List<String> cells = new ArrayList<>(record.size());
        record.forEach(cell -> cells.add(cell.strip()));
        while (cells.size() < width) {
            cells.add("");
        }
        return List.copyOf(cells);
    }
}
