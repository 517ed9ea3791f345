package wexa.server.drafts;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.change.Form;
import wexa.core.intake.DraftText;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Model;
import wexa.core.preview.Preview;
import wexa.core.registry.Forms;
import wexa.core.sentence.Refused;
import wexa.server.problems.Messages;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** Drafts as text, a sentence on each line. What says the same as before stays the entry that it was. */
@UseCases
public class DraftTexts {
    private static final int MOST_REFUSED = 200;

    private final DraftStore drafts;
    private final DraftService service;
    private final Previews previews;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;

    DraftTexts(
            DraftStore drafts,
            DraftService service,
            Previews previews,
            BusinessClock clock,
            Settings settings,
            Ids ids) {
        this.drafts = drafts;
        this.service = service;
        this.previews = previews;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
    }

    /** Entries that cannot be read yet have no sentence: they stand as comments, and stay when the text is put back. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public String text(Actor actor, UUID id) {
        Draft draft = drafts.get(id);
        StringBuilder text = new StringBuilder(DraftText.comment(draft.name())).append('\n');
        for (Preview.Outcome outcome : previews.of(draft).outcomes()) {
            text.append(outcome.sentence().orElseGet(() -> unread(outcome))).append('\n');
        }
        return text.toString();
    }

    private static String unread(Preview.Outcome outcome) {
        String title = Forms.find(outcome.entry().form())
                .map(Form::title)
                .orElse(outcome.entry().form());
        return DraftText.comment("not complete, and kept: " + title + ". "
                + outcome.findings().stream().map(Messages::text).collect(Collectors.joining(" ")));
    }

    /** The draft is what the text says. If a line is no sentence, nothing is changed, and every such line is named. */
    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public DraftView put(Actor actor, UUID id, long version, String text) {
        long lines = text.lines().count();
        if (lines > DraftText.MOST_LINES) {
            throw new Problem(
                    400,
                    "draft.full",
                    "The text has " + lines + " lines; at most " + DraftText.MOST_LINES
                            + " are allowed. Put it into several drafts, or import a table.");
        }
        Draft before = drafts.get(id);
        Preview preview = previews.of(before);
        Map<Forms.Line, Deque<Entry>> said = said(preview);
        DraftText read = DraftText.read(
                text,
                ids::next,
                line -> Optional.ofNullable(
                        said.getOrDefault(line, new ArrayDeque<>()).poll()));
        if (!read.refusals().isEmpty()) {
            throw refused(read);
        }
        Set<Entry.Id> known = before.entries().stream().map(Entry::id).collect(Collectors.toSet());
        List<Entry> made = read.entries().stream()
                .filter(entry -> !known.contains(entry.id()))
                .toList();
        Set<UUID> taken = said.values().stream()
                .flatMap(Deque::stream)
                .map(entry -> entry.id().value())
                .collect(Collectors.toSet());
        List<Entry> kept = before.entries().stream()
                .filter(entry -> !taken.contains(entry.id().value()))
                .toList();
        return service.edit(
                actor, id, version, withIds(made, kept, preview.snapshot().model()), List.copyOf(taken));
    }

    /** Entries by what they say, in order: of two that say the same, each stands for one line. */
    private static Map<Forms.Line, Deque<Entry>> said(Preview preview) {
        Map<Forms.Line, Deque<Entry>> said = new HashMap<>();
        for (Preview.Outcome outcome : preview.outcomes()) {
            outcome.sentence().ifPresent(sentence -> {
                try {
                    said.computeIfAbsent(Forms.read(sentence), any -> new ArrayDeque<>())
                            .add(outcome.entry());
                } catch (Refused unread) {
                    throw new IllegalStateException("a sentence of our own cannot be read: " + sentence, unread);
                }
            });
        }
        return said;
    }

    /** Ids for what is named: of what is there, else of what the draft makes. */
    private List<Entry> withIds(List<Entry> made, List<Entry> kept, Model model) {
        Intake there = new Intake(model, settings.zone(), clock.now());
        List<Entry> first = made.stream().map(there::withIds).toList();
        Model after =
                previews.modelWith(Stream.concat(kept.stream(), first.stream()).toList());
        Intake later = new Intake(after, settings.zone(), clock.now());
        return first.stream()
                .map(entry -> entry.isReopening() ? entry : later.withIds(entry))
                .toList();
    }

    private static Problem refused(DraftText read) {
        List<Problem.FieldProblem> fields = new ArrayList<>();
        for (DraftText.Refusal one :
                read.refusals().stream().limit(MOST_REFUSED).toList()) {
            fields.add(new Problem.FieldProblem("line " + one.line(), "sentence.refused", words(one)));
        }
        int count = read.refusals().size();
        return new Problem(
                400,
                "sentence.refused",
                (count == 1 ? "1 line is not a change." : count + " lines are not changes.")
                        + " Nothing was saved; correct the marked lines and save again.",
                fields);
    }

    private static String words(DraftText.Refusal one) {
        return "Line " + one.line() + ", column " + one.column() + ": "
                + (one.found().isEmpty() ? "the line ends" : "found “" + one.found() + "”") + ", expected "
                + one.expected().stream().distinct().sorted().collect(Collectors.joining(", ")) + "."
                + one.nearest().map(word -> " Did you mean “" + word + "”?").orElse("");
    }
}
