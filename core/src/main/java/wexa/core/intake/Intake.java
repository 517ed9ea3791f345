package wexa.core.intake;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Reading;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Fact;
import wexa.core.model.Model;

/** Reads entries into changes against one model. All problems of an entry are reported at once. */
public final class Intake {
    private final Reading.Context context;

    /** What an entry came to: a change, or the findings that prevent one. */
    public record Result(Optional<Change> change, List<Finding> findings) {}

    public Intake(Model model, ZoneId zone, Instant now) {
        this(model, zone, now, "");
    }

    /**
     * Reads entries of a draft.
     *
     * @param reason why somebody is put into a group or gets a role where the entry does not say so itself
     */
    public Intake(Model model, ZoneId zone, Instant now, String reason) {
        this.context = new Reading.Context(model, zone, now, reason);
    }

    /** The fact that an entry changes or ends, as the model has it; empty for entries that make one. */
    public static Optional<Fact> target(Entry entry, Model model) {
        return entry.definition()
                .filter(form -> entry.isChanging() && !form.isOfAPart())
                .flatMap(form -> Reading.byId(form.kind(), entry.fields().getOrDefault(form.target(), ""), model));
    }

    public Result read(Entry entry) {
        Optional<Form> form = entry.definition();
        if (form.isEmpty()) {
            return new Result(Optional.empty(), List.of(Finding.of(Code.FORM_UNKNOWN, "form", "value", entry.form())));
        }
        Reading reading = new Reading(entry.fields(), context);
        Optional<? extends Change> change = form.get().read(reading);
        List<Finding> findings = reading.findings(form.get());
        boolean isBlocked = findings.stream().anyMatch(Finding::blocks);
        return new Result(isBlocked ? Optional.empty() : change.map(Change.class::cast), findings);
    }

    /** The entry with ids for all that it names and that is there, also for what it takes up again. */
    public Entry withIds(Entry entry) {
        return entry.definition().map(form -> withIds(entry, form)).orElse(entry);
    }

    private Entry withIds(Entry entry, Form form) {
        Map<String, String> fields = new TreeMap<>(form.withIds(entry.fields(), new Reading(entry.fields(), context)));
        form.existing(new Reading(fields, context)).ifPresent(id -> fields.put(Form.ID.name(), id.toString()));
        return new Entry(entry.id(), entry.form(), fields, entry.seen());
    }
}
