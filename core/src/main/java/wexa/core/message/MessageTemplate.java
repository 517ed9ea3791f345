package wexa.core.message;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;

/**
 * Subject and text of a message with blanks in braces, like <code>Hello {given name}</code>. A brace that is meant is
 * written twice. A line that holds nothing but blanks goes away when they are all empty, and so does one of two empty
 * lines that it leaves behind.
 */
public record MessageTemplate(String subject, String body) {
    public static final int LONGEST_SUBJECT = 200;
    public static final int LONGEST_BODY = 8_000;

    private static final Pattern PART = Pattern.compile("\\{\\{|}}|\\{([^{}\\n]*)}|[{}]");
    private static final Set<Blank> LINES = EnumSet.of(Blank.DOORS, Blank.ACTIVATION, Blank.ENDINGS, Blank.TASKS);

    /** A message with every blank filled. */
    public record Filled(String subject, String body) {}

    /**
     * What is wrong with it: empty, too long, a brace that opens nothing, a blank that there is not, several lines in the
     * subject, or no place for the link that people need, or for the accounts that it tells of. Empty if it can be sent.
     */
    public List<Finding> check(Occasion occasion) {
        List<Finding> findings = new ArrayList<>();
        checkPart("subject", subject, LONGEST_SUBJECT, findings);
        checkPart("body", body, LONGEST_BODY, findings);
        if (subject.indexOf('\n') >= 0 || subject.indexOf('\r') >= 0) {
            findings.add(Finding.of(Code.FIELD_CONTROL_CHARACTERS, "subject"));
        }
        for (Blank blank : LINES) {
            if (blanksIn(subject).contains(blank)) {
                findings.add(Finding.of(MessageCodes.MESSAGE_BLANK_NOT_HERE, "subject", "value", blank.text()));
            }
            if (occasion.needs(blank) && !blanksIn(body).contains(blank)) {
                findings.add(Finding.of(MessageCodes.MESSAGE_BLANK_MISSING, "body", "value", blank.text()));
            }
        }
        return findings;
    }

    private static void checkPart(String path, String text, int longest, List<Finding> findings) {
        if (text.isBlank()) {
            findings.add(Finding.of(Code.FIELD_MISSING, path));
        }
        if (text.length() > longest) {
            findings.add(Finding.of(
                    Code.FIELD_TOO_LONG,
                    path,
                    "length",
                    Integer.toString(text.length()),
                    "most",
                    Integer.toString(longest)));
        }
        Matcher parts = PART.matcher(text);
        while (parts.find()) {
            String name = parts.group(1);
            boolean isTwice = parts.group().length() == 2 && name == null;
            if (!isTwice && (name == null || Blank.named(name).isEmpty())) {
                findings.add(Finding.of(
                        MessageCodes.MESSAGE_BLANK_UNKNOWN,
                        path,
                        "value",
                        parts.group(),
                        "kinds",
                        Arrays.stream(Blank.values())
                                .map(blank -> "{" + blank.text() + "}")
                                .collect(Collectors.joining(", "))));
            }
        }
    }

    private static Set<Blank> blanksIn(String text) {
        Set<Blank> found = EnumSet.noneOf(Blank.class);
        Matcher parts = PART.matcher(text);
        while (parts.find()) {
            Optional.ofNullable(parts.group(1)).flatMap(Blank::named).ifPresent(found::add);
        }
        return found;
    }

    /** The message with these values; a blank without a value is left empty. Linear in its length. */
    public Filled filled(Map<Blank, String> values) {
        return new Filled(oneLine(fill(subject, values)), lines(values));
    }

    /**
     * Blanks in the middle of a sentence for which there is no value: a message with such a gap is not sent. A line that
     * holds nothing else goes away, and leaves no gap.
     */
    public Set<Blank> gaps(Map<Blank, String> values) {
        Set<Blank> gaps = EnumSet.noneOf(Blank.class);
        List<String> parts = new ArrayList<>(List.of(body.split("\\R", -1)));
        parts.removeIf(line -> fill(line, values).isBlank());
        parts.add(subject);
        for (String part : parts) {
            for (Blank blank : blanksIn(part)) {
                if (values.getOrDefault(blank, "").isBlank()) {
                    gaps.add(blank);
                }
            }
        }
        return gaps;
    }

    private String lines(Map<Blank, String> values) {
        List<String> made = new ArrayList<>();
        boolean wasTaken = false;
        for (String line : body.replace("\r\n", "\n").split("\n", -1)) {
            String filled = fill(line, values);
            boolean isTaken = filled.isBlank() && !blanksIn(line).isEmpty();
            boolean doubles = wasTaken
                    && filled.isBlank()
                    && (made.isEmpty() || lastOf(made).isBlank());
            if (!isTaken && !doubles) {
                made.add(filled);
            }
            wasTaken = isTaken || doubles;
        }
        return String.join("\n", made).strip() + "\n";
    }

    private static String lastOf(List<String> lines) {
        return lines.get(lines.size() - 1);
    }

    private static String fill(String text, Map<Blank, String> values) {
        return PART.matcher(text).replaceAll(part -> {
            String name = part.group(1);
            String put = name == null
                    ? part.group().substring(0, 1)
                    : Blank.named(name)
                            .map(blank -> values.getOrDefault(blank, ""))
                            .orElse(part.group());
            return Matcher.quoteReplacement(put);
        });
    }

    /** A header field is one line (RFC 5322 2.2): what a value brings in besides is no second header. */
    private static String oneLine(String text) {
        return text.replaceAll("\\s+", " ").strip();
    }
}
