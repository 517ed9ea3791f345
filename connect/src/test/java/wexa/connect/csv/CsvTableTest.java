package wexa.connect.csv;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.connect.csv.CsvTable.Problem.Code;

class CsvTableTest {
    private static final CsvTable.Limits LIMITS = new CsvTable.Limits(1_000, 200, 200, 100_000);

    static LongStream seeds() {
        return LongStream.range(0, 200);
    }

    private static CsvTable read(String text) throws IOException {
        return read(text, StandardCharsets.UTF_8);
    }

    private static CsvTable read(String text, Charset charset) throws IOException {
        return CsvTable.read(new ByteArrayInputStream(text.getBytes(charset)), LIMITS);
    }

    @Test
    void cellsMayBePartedByCommaSemicolonOrTab() throws IOException {
        for (String delimiter : List.of(",", ";", "\t")) {
            CsvTable table = read("handle" + delimiter + "name\r\nines.abara" + delimiter
                    + " \"Abara, Ines; a\tb\"\r\n".replace("\t", delimiter.equals("\t") ? " " : "\t"));
            assertThat(table.header()).containsExactly("handle", "name");
            assertThat(table.problem()).isEmpty();
        }
        CsvTable quoted = read("a;\"b;c,d\"\n1;\"two\nlines; \"\"quoted\"\"\"\n3;4");
        assertThat(quoted.header()).containsExactly("a", "b;c,d");
        assertThat(quoted.rows().get(0).cells()).containsExactly("1", "two\nlines; \"quoted\"");
        assertThat(quoted.rows()).extracting(CsvTable.Row::line).containsExactly(2L, 4L);
    }

    @Test
    void aByteOrderMarkIsNotPartOfTheHeader() throws IOException {
        assertThat(read("\uFEFFhandle,name\nà,é").header()).containsExactly("handle", "name");
        assertThat(read("é,ü\n1,2").header()).containsExactly("é", "ü");
    }

    @Test
    void otherEncodingsAreToldAndNotGuessed() throws IOException {
        assertThat(read("name\nZoë", StandardCharsets.ISO_8859_1)
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Code.NOT_UTF8);
        assertThat(read("\uFEFFname\nZoë", StandardCharsets.UTF_16LE)
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Code.NOT_UTF8);
    }

    @Test
    void raggedRowsAreKeptAndEmptyOnesAreNot() throws IOException {
        CsvTable table = read("a,b\n1\n\n , \n1,2,3\n1,2\n");
        assertThat(table.rows()).extracting(CsvTable.Row::line).containsExactly(2L, 5L, 6L);
        assertThat(table.rows()).extracting(CsvTable.Row::isRagged).containsExactly(true, true, false);
        assertThat(table.rows().get(1).cells()).containsExactly("1", "2", "3");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "a,A\\n1,2|HEADER_TWICE|1",
                "a,,b\\n1,2,3|HEADER_EMPTY|1",
                "a,b\\n1,2\\n3,\"4\" x\\n5,6|MISPLACED_QUOTE|3",
                "a,b\\n1,2\\n3,\"4|MISPLACED_QUOTE|3"
            })
    void whatIsNoTableSaysWhere(String text, Code code, long line) throws IOException {
        CsvTable table = read(text.replace("\\n", "\n"));
        assertThat(table.problem()).hasValueSatisfying(problem -> {
            assertThat(problem.code()).isEqualTo(code);
            assertThat(problem.line()).isEqualTo(line);
        });
    }

    @Test
    void nothingLargerThanAllowedIsTakenIn() throws IOException {
        assertThat(read("").problem().orElseThrow().code()).isEqualTo(Code.EMPTY);
        assertThat(read("a\n" + "x\n".repeat(1_001)).problem().orElseThrow().code())
                .isEqualTo(Code.TOO_MANY_ROWS);
        assertThat(read("a\n" + "x".repeat(201)).problem().orElseThrow().code()).isEqualTo(Code.CELL_TOO_LONG);
        InputStream endless = new InputStream() {
            private int at;

            @Override
            public int read() {
                return "a,b\n".charAt(at++ % 4);
            }
        };
        assertThat(CsvTable.read(endless, new CsvTable.Limits(Integer.MAX_VALUE, 200, 4_000, 100_000))
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Code.TOO_LARGE);
    }

    /** Whatever the bytes are, reading ends with rows or a problem, and every row has at least the header's cells. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void anyBytesComeToATableOrAProblem(long seed) throws IOException {
        Random random = new Random(seed);
        String alphabet = "ab,;\t\"\"\n\r '=é\u0000";
        StringBuilder text = new StringBuilder("a,b;c\n");
        for (int length = random.nextInt(300); length > 0; length--) {
            text.append(alphabet.charAt(random.nextInt(alphabet.length())));
        }
        byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
        if (seed % 3 == 0) {
            bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
        }
        CsvTable table = CsvTable.read(new ByteArrayInputStream(bytes), LIMITS);
        List<CsvTable.Row> rows = new ArrayList<>(table.rows());
        assertThat(table.problem().isPresent() || !table.header().isEmpty()).isTrue();
        assertThat(rows).allMatch(row -> row.cells().size() >= table.header().size());
        assertThat(rows)
                .allMatch(row ->
                        row.isRagged() == (row.cells().size() != table.header().size()) || row.isRagged());
    }
}
