package wexa.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.registry.Forms;
import wexa.core.sentence.Refused;

/**
 * A draft as text: one sentence on each line, blank lines and comments between them. Lines that are no sentences are refused
 * one by one. Costs a few microseconds a line.
 *
 * @param lines numbers of the lines of the entries, counted from 1
 */
public record DraftText(List<Entry> entries, List<Integer> lines, List<Refusal> refusals) {
    /** A draft of a hundred thousand lines is a table that nobody reviews. */
    public static final int MOST_LINES = 20_000;

    public DraftText {
        entries = List.copyOf(entries);
        lines = List.copyOf(lines);
        refusals = List.copyOf(refusals);
    }

    /**
     * A line that is no sentence.
     *
     * @param line counted from 1
     * @param column counted from 1, in characters of UTF-16
     * @param found what stands there; empty at the end of the line
     * @param expected words of the grammar, or kinds of values
     * @param nearest the expected word that is most like the one found
     */
    public record Refusal(int line, int column, String found, List<String> expected, Optional<String> nearest) {}

    /**
     * Reads the lines. What they name is looked up when the draft is previewed, not here.
     *
     * @param ids for entries and for what they make
     * @param known an entry that says the same already, and stays as it is
     */
    public static DraftText read(String text, Supplier<UUID> ids, Function<Forms.Line, Optional<Entry>> known) {
        List<Entry> entries = new ArrayList<>();
        List<Integer> lines = new ArrayList<>();
        List<Refusal> refusals = new ArrayList<>();
        int number = 0;
        for (String line : (Iterable<String>) text.lines()::iterator) {
            number++;
            String sentence = line.strip();
            if (sentence.isEmpty() || sentence.startsWith("#")) {
                continue;
            }
            try {
                Forms.Line read = Forms.read(line);
                entries.add(known.apply(read).orElseGet(() -> entry(read, ids)));
                lines.add(number);
            } catch (Refused refused) {
                refusals.add(
                        new Refusal(number, refused.column(), refused.found(), refused.expected(), refused.nearest()));
            }
        }
        return new DraftText(entries, lines, refusals);
    }

    /** A sentence as a line that can be read again: as it is if an administrator may write it, else as a comment. */
    public static String line(String sentence) {
        try {
            return Forms.read(sentence).form().author() == Author.ADMINISTRATOR ? sentence : comment(sentence);
        } catch (Refused unread) {
            return comment(sentence);
        }
    }

    /** A text as a comment, on one line whatever it holds. */
    public static String comment(String text) {
        return "# " + text.replaceAll("\\p{Cntrl}+", " ");
    }

    private static Entry entry(Forms.Line line, Supplier<UUID> ids) {
        Form form = line.form();
        if (form.author() != Author.ADMINISTRATOR) {
            throw new Refused(1, form.phrase().lead().getFirst(), List.of("a change that is made by hand"));
        }
        Map<String, String> fields = new HashMap<>(line.fields());
        if (form.nature() == Nature.MAKES) {
            fields.put(Form.ID.name(), ids.get().toString());
        }
        return new Entry(new Entry.Id(ids.get()), form.name(), fields);
    }
}
