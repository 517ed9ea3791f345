package wexa.connect.ldif;

import com.unboundid.ldap.sdk.Attribute;
import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.RDN;
import com.unboundid.ldif.LDIFException;
import com.unboundid.ldif.LDIFReader;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import wexa.connect.Words;
import wexa.connect.csv.Counted;
import wexa.connect.csv.CsvTable;
import wexa.connect.csv.CsvTable.Problem;
import wexa.connect.csv.PlainText;

/**
 * People as {@code inetOrgPerson} entries (RFC 2798) in LDIF (RFC 2849). Read, each becomes a row of a table whose columns
 * are the attributes that Wexa knows; other entries and attributes are left out. Folded lines, base64 and comments are
 * read as the standard says; a value by URL is refused, and nothing is fetched.
 */
public final class LdifPeople {
    /** The attributes that become columns. */
    public static final List<String> ATTRIBUTES =
            List.of("uid", "givenName", "sn", "mail", "mobile", "employeeNumber", "employeeType", "title", "ou");

    /** What stands for a value that is no text: a character that no field accepts, so that the row says so. */
    private static final String NO_TEXT = "\u0000";

    private LdifPeople() {}

    /** Whether a text is LDIF, by its first line that is no comment. */
    public static boolean isLdif(byte[] start) {
        return new String(start, StandardCharsets.UTF_8)
                .replace("\uFEFF", "")
                .lines()
                .filter(line -> !line.isBlank() && !line.startsWith("#") && !line.startsWith(" "))
                .findFirst()
                .map(line -> line.toLowerCase(Locale.ROOT))
                .filter(line -> line.startsWith("dn:") || line.matches("version:\\s*1\\s*"))
                .isPresent();
    }

    /** Reads a whole text. What cannot be read ends the table with its line; rows before it are there. */
    public static CsvTable read(InputStream text, CsvTable.Limits limits) throws IOException {
        List<CsvTable.Row> rows = new ArrayList<>();
        Blocks blocks = new Blocks();
        try (BufferedReader reader = PlainText.open(text, limits.bytes())) {
            while (blocks.next(reader)) {
                Optional<Problem> problem = add(blocks, rows, limits);
                if (problem.isPresent()) {
                    return new CsvTable(ATTRIBUTES, rows, problem);
                }
            }
        } catch (CharacterCodingException malformed) {
            return new CsvTable(
                    ATTRIBUTES, rows, Optional.of(new Problem(Problem.Code.NOT_UTF8, blocks.line() + 1, "")));
        } catch (Counted.TooLargeException large) {
            return new CsvTable(
                    List.of(),
                    List.of(),
                    Optional.of(new Problem(Problem.Code.TOO_LARGE, 1, Long.toString(limits.bytes()))));
        }
        return rows.isEmpty()
                ? new CsvTable(ATTRIBUTES, rows, Optional.of(new Problem(Problem.Code.EMPTY, 1, "")))
                : new CsvTable(ATTRIBUTES, rows, Optional.empty());
    }

    private static Optional<Problem> add(Blocks blocks, List<CsvTable.Row> rows, CsvTable.Limits limits) {
        long line = blocks.begin();
        Optional<String> byUrl = blocks.valueByUrl();
        if (byUrl.isPresent()) {
            return Optional.of(new Problem(Problem.Code.LDIF_VALUE_BY_URL, line, byUrl.get()));
        }
        Entry entry;
        try {
            entry = LDIFReader.decodeEntry(true, null, blocks.lines());
            new DN(entry.getDN());
        } catch (LDIFException | LDAPException malformed) {
            return Optional.of(new Problem(Problem.Code.LDIF_MALFORMED, line, said(malformed)));
        }
        if (entry.hasAttribute("changetype")) {
            return Optional.of(new Problem(Problem.Code.LDIF_OF_CHANGES, line, ""));
        }
        if (!isPerson(entry)) {
            return Optional.empty();
        }
        if (rows.size() >= limits.rows()) {
            return Optional.of(new Problem(Problem.Code.TOO_MANY_ROWS, line, Integer.toString(limits.rows())));
        }
        List<String> cells = new ArrayList<>(ATTRIBUTES.size());
        for (String attribute : ATTRIBUTES) {
            String value = value(entry.getAttribute(attribute));
            if (value.length() > limits.cellLength()) {
                return Optional.of(
                        new Problem(Problem.Code.CELL_TOO_LONG, line, Integer.toString(limits.cellLength())));
            }
            cells.add(value);
        }
        rows.add(new CsvTable.Row(line, cells, false));
        return Optional.empty();
    }

    private static String said(Exception malformed) {
        String text =
                String.valueOf(malformed.getMessage()).replaceAll("\\s+", " ").replaceAll("[.]+$", "");
        return text.substring(0, Math.min(200, text.length()));
    }

    private static boolean isPerson(Entry entry) {
        String[] classes = entry.getAttributeValues("objectClass");
        if (classes == null) {
            return false;
        }
        for (String one : classes) {
            if (one.equalsIgnoreCase("inetOrgPerson") || one.equalsIgnoreCase("person")) {
                return true;
            }
        }
        return false;
    }

    /** The first value. */
    private static String value(@org.jspecify.annotations.Nullable Attribute attribute) {
        if (attribute == null || !attribute.hasValue()) {
            return "";
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(attribute.getValueByteArrays()[0]))
                    .toString()
                    .strip();
        } catch (CharacterCodingException binary) {
            return NO_TEXT;
        }
    }

    /** Lines of one entry after the other, parted by empty ones; knows on which line each begins. */
    private static final class Blocks {
        private final List<String> lines = new ArrayList<>();
        private long line;
        private long begin;

        /** Whether there is another entry. */
        boolean next(BufferedReader reader) throws IOException {
            lines.clear();
            for (String text = reader.readLine(); text != null; text = reader.readLine()) {
                line++;
                boolean isVersion =
                        lines.isEmpty() && text.toLowerCase(Locale.ROOT).startsWith("version:");
                if (text.isEmpty() && !lines.isEmpty()) {
                    return true;
                }
                if (!text.isEmpty() && !isVersion && !(text.startsWith("#") && lines.isEmpty())) {
                    if (lines.isEmpty()) {
                        begin = line;
                    }
                    lines.add(text);
                }
            }
            return !lines.isEmpty();
        }

        String[] lines() {
            return lines.toArray(String[]::new);
        }

        /**
         * What stands before the first value that is said by a URL ({@code attribute:< url}, RFC 2849). A line may be folded
         * anywhere, so it is looked for in what the lines come to.
         */
        Optional<String> valueByUrl() {
            StringBuilder whole = new StringBuilder();
            for (int at = 0; at < lines.size(); at++) {
                whole.append(
                        at > 0 && lines.get(at).startsWith(" ") ? lines.get(at).substring(1) : lines.get(at));
                boolean isWhole = at + 1 == lines.size() || !lines.get(at + 1).startsWith(" ");
                if (isWhole) {
                    int colon = whole.indexOf(":");
                    boolean isComment = !whole.isEmpty() && whole.charAt(0) == '#';
                    if (!isComment && colon >= 0 && colon + 1 < whole.length() && whole.charAt(colon + 1) == '<') {
                        String before = whole.substring(0, Math.min(colon, 60));
                        return Optional.of(Words.plain(before));
                    }
                    whole.setLength(0);
                }
            }
            return Optional.empty();
        }

        long begin() {
            return begin;
        }

        long line() {
            return line;
        }
    }

    /**
     * Writes one entry: its name below the given one from its {@code uid}, and the attributes that have a value. Values that
     * are not safe as they are are written in base64 (RFC 2849 4).
     */
    public static void write(Map<String, String> values, String peopleDn, Writer to) throws IOException {
        List<Attribute> attributes = new ArrayList<>();
        attributes.add(new Attribute("objectClass", "top", "person", "organizationalPerson", "inetOrgPerson"));
        attributes.add(new Attribute(
                "cn", (values.getOrDefault("givenName", "") + " " + values.getOrDefault("sn", "")).strip()));
        for (String name : ATTRIBUTES) {
            String value = values.getOrDefault(name, "");
            if (!value.isEmpty()) {
                attributes.add(new Attribute(name, value));
            }
        }
        String dn = new RDN("uid", values.getOrDefault("uid", "")) + "," + peopleDn;
        for (String line : new Entry(dn, attributes).toLDIF(76)) {
            to.write(line);
            to.write('\n');
        }
        to.write('\n');
    }
}
