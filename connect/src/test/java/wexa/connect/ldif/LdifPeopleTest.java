package wexa.connect.ldif;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import wexa.connect.csv.CsvTable;
import wexa.connect.csv.CsvTable.Problem;

class LdifPeopleTest {
    @TempDir
    Path folder;

    private static final CsvTable.Limits LIMITS = new CsvTable.Limits(1_000, 200, 4_000, 1 << 20);
    private static final String PEOPLE = "ou=people,dc=skerrow,dc=example";
    private static final String TWO = """
            version: 1
            # those of May

            dn: ou=people,dc=skerrow,dc=example
            objectClass: organizationalUnit
            ou: people

            dn: uid=wren.hollis,ou=people,dc=skerrow,dc=example
            objectClass: inetOrgPerson
            uid: wren.hollis
            givenName: Wren
            sn: Hol
             lis
            mail: wren.hollis@skerrow.example
            employeeType: employee
            jpegPhoto:: /9j/4AAQ

            dn:: dWlkPXpvw6ksb3U9cGVvcGxlLGRjPXNrZXJyb3csZGM9ZXhhbXBsZQ==
            objectClass: inetOrgPerson
            uid: zoe.orsted
            givenName:: Wm/DqQ==
            sn: Orsted
            ou: lagoon-hall
            """;

    static LongStream seeds() {
        return LongStream.range(1, 61);
    }

    private static CsvTable read(String text) throws IOException {
        return read(text.getBytes(StandardCharsets.UTF_8), LIMITS);
    }

    private static CsvTable read(byte[] text, CsvTable.Limits limits) throws IOException {
        return LdifPeople.read(new ByteArrayInputStream(text), limits);
    }

    private static String cell(CsvTable table, int row, String attribute) {
        return table.rows().get(row).cells().get(LdifPeople.ATTRIBUTES.indexOf(attribute));
    }

    private static Problem problem(String text) throws IOException {
        return read(text).problem().orElseThrow();
    }

    @Test
    void peopleBecomeRowsWithFoldedAndEncodedValuesAndTheirLines() throws IOException {
        CsvTable table = read(TWO);
        assertThat(table.problem()).isEmpty();
        assertThat(table.header()).isEqualTo(LdifPeople.ATTRIBUTES);
        assertThat(table.rows()).extracting(CsvTable.Row::line).containsExactly(8L, 18L);
        assertThat(cell(table, 0, "sn")).isEqualTo("Hollis");
        assertThat(cell(table, 0, "mobile")).isEmpty();
        assertThat(cell(table, 1, "givenName")).isEqualTo("Zoé");
        assertThat(cell(table, 1, "ou")).isEqualTo("lagoon-hall");
    }

    @ParameterizedTest
    @ValueSource(strings = {"\n", "\r\n"})
    void linesEndAsTheyDo(String end) throws IOException {
        assertThat(read(TWO.replace("\n", end)).rows()).hasSize(2);
    }

    @Test
    void ldifIsKnownByItsFirstLine() {
        assertThat(List.of(TWO, "dn: cn=x", "# hello\ndn: x", "\uFEFFversion: 1\n"))
                .allMatch(text -> LdifPeople.isLdif(text.getBytes(StandardCharsets.UTF_8)));
        assertThat(List.of("", "handle,given\n", "dn;sn\n", "version: 2\n"))
                .noneMatch(text -> LdifPeople.isLdif(text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void whatIsNoLdifEndsTheTableWithItsLineAndKeepsWhatWasBefore() throws IOException {
        CsvTable table = read(TWO + "\ndn: uid=x," + PEOPLE + "\nno colon here\n\n" + TWO);
        assertThat(table.rows()).hasSize(2);
        assertThat(table.problem().orElseThrow().code()).isEqualTo(Problem.Code.LDIF_MALFORMED);
        assertThat(table.problem().orElseThrow().line()).isEqualTo(25);
        assertThat(table.problem().orElseThrow().detail()).isNotBlank();
    }

    @Test
    void badNamesBadBase64AndChangesAreSaid() throws IOException {
        assertThat(problem("dn: not a name\nobjectClass: person\n").code()).isEqualTo(Problem.Code.LDIF_MALFORMED);
        assertThat(problem("dn: uid=x,dc=y\nobjectClass: person\nsn:: ***\n").code())
                .isEqualTo(Problem.Code.LDIF_MALFORMED);
        assertThat(problem("sn: no name before it\n").code()).isEqualTo(Problem.Code.LDIF_MALFORMED);
        assertThat(problem("dn: uid=x,dc=y\nchangetype: delete\n").code()).isEqualTo(Problem.Code.LDIF_OF_CHANGES);
        assertThat(problem("").code()).isEqualTo(Problem.Code.EMPTY);
        assertThat(problem("dn: ou=people,dc=x\nobjectClass: organizationalUnit\n")
                        .code())
                .isEqualTo(Problem.Code.EMPTY);
    }

    @Test
    void aValueByUrlIsRefusedHoweverItIsWrittenAndNothingIsFetched() throws IOException {
        Path secret = Files.writeString(folder.resolve("secret"), "held apart");
        for (String value : List.of(
                "sn:< " + secret.toUri(),
                "sn:<" + secret.toUri(),
                "sn:\n < " + secret.toUri(),
                "s\n n:\n <\n  " + secret.toUri(),
                "sn;lang-en:< " + secret.toUri(),
                "jpegPhoto:< " + secret.toUri(),
                "sn: x\n# a comment\ngivenName:< " + secret.toUri(),
                "sn:< https://files.skerrow.example/name")) {
            CsvTable table = read("dn: uid=x,dc=y\nobjectClass: inetOrgPerson\nuid: x\n" + value + "\n");
            assertThat(table.problem().orElseThrow().code()).as(value).isEqualTo(Problem.Code.LDIF_VALUE_BY_URL);
            assertThat(table.toString()).doesNotContain("held apart");
        }
        assertThat(problem("dn:< " + secret.toUri() + "\nobjectClass: person\n").code())
                .isEqualTo(Problem.Code.LDIF_VALUE_BY_URL);
        CsvTable plain = read("dn: uid=x,dc=y\nobjectClass: person\nuid: x\nsn: a:< b\ntitle: <none>\n");
        assertThat(plain.problem()).isEmpty();
        assertThat(cell(plain, 0, "sn")).isEqualTo("a:< b");
    }

    @Test
    void aValueThatIsNoTextIsOneThatNoFieldAccepts() throws IOException {
        String binary = Base64.getEncoder().encodeToString(new byte[] {(byte) 0xff, (byte) 0xfe, 1});
        CsvTable table = read("dn: uid=x,dc=y\nobjectClass: person\nsn:: " + binary + "\n");
        assertThat(cell(table, 0, "sn")).isEqualTo("\u0000");
    }

    @Test
    void limitsHoldBeforeTheMemoryIsFull() throws IOException {
        byte[] text = TWO.getBytes(StandardCharsets.UTF_8);
        assertThat(read(text, new CsvTable.Limits(1, 200, 4_000, 1 << 20))
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Problem.Code.TOO_MANY_ROWS);
        assertThat(read(text, new CsvTable.Limits(9, 200, 5, 1 << 20))
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Problem.Code.CELL_TOO_LONG);
        assertThat(read(text, new CsvTable.Limits(9, 200, 4_000, 100))
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Problem.Code.TOO_LARGE);
        assertThat(read("dn: uid=ä".getBytes(StandardCharsets.ISO_8859_1), LIMITS)
                        .problem()
                        .orElseThrow()
                        .code())
                .isEqualTo(Problem.Code.NOT_UTF8);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whatIsWrittenIsReadBack(long seed) throws IOException {
        Random random = new Random(seed);
        String letters = "aB9 é,+=<>#\\\";:\u4e2d\ud83d\ude00.-";
        List<Map<String, String>> people = new ArrayList<>();
        StringWriter text = new StringWriter();
        for (int number = 0; number < 8; number++) {
            Map<String, String> values = new HashMap<>();
            for (String attribute : LdifPeople.ATTRIBUTES) {
                StringBuilder value = new StringBuilder();
                for (int length = random.nextInt(120); length > 0; length--) {
                    int place =
                            letters.offsetByCodePoints(0, random.nextInt(letters.codePointCount(0, letters.length())));
                    value.appendCodePoint(letters.codePointAt(place));
                }
                values.put(attribute, value.toString().strip());
            }
            values.put("uid", "person." + number);
            people.add(values);
            LdifPeople.write(values, PEOPLE, text);
        }
        assertThat(text.toString().lines()).allMatch(line -> line.length() <= 76);
        CsvTable table = read(text.toString());
        assertThat(table.problem()).isEmpty();
        for (int number = 0; number < people.size(); number++) {
            for (String attribute : LdifPeople.ATTRIBUTES) {
                assertThat(cell(table, number, attribute))
                        .isEqualTo(people.get(number).get(attribute));
            }
        }
    }

    /** Cuts and doubles pieces of a good text: it is read as far as it goes, with a reason for the rest. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void nothingThatIsBroughtBreaksTheReader(long seed) throws IOException {
        Random random = new Random(seed);
        String[] pieces = {
            "\n", " ", ":", "::", ":<", "dn: ", "#", "\u0000", "changetype: add\n", "\ud800", "version: 1\n"
        };
        for (int time = 0; time < 60; time++) {
            StringBuilder text = new StringBuilder(TWO);
            for (int cut = random.nextInt(5); cut >= 0; cut--) {
                int at = random.nextInt(text.length());
                if (random.nextBoolean()) {
                    text.delete(at, Math.min(text.length(), at + random.nextInt(40)));
                } else {
                    text.insert(at, pieces[random.nextInt(pieces.length)]);
                }
            }
            CsvTable table = read(text.toString());
            assertThat(table.rows()).allSatisfy(row -> assertThat(row.cells()).hasSize(LdifPeople.ATTRIBUTES.size()));
            assertThat(table.rows().isEmpty() && table.problem().isEmpty()).isFalse();
        }
    }
}
