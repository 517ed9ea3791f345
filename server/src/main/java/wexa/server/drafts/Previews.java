package wexa.server.drafts;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import wexa.core.change.Form;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.preview.Figures;
import wexa.core.preview.Histories;
import wexa.core.preview.Preview;
import wexa.core.preview.Timeline;
import wexa.core.registry.Forms;
import wexa.core.value.Id;
import wexa.server.problems.Messages;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Previews of drafts on the newest snapshot, and their views. */
@Component
public class Previews {
    /** A draft that somebody writes by hand is shown whole; more than these come from tables. */
    static final int MOST_WHOLE = 2_000;

    static final int PAGE = 200;

    private final SnapshotStore snapshots;
    private final DraftStore drafts;
    private final BusinessClock clock;
    private final Settings settings;

    Previews(SnapshotStore snapshots, DraftStore drafts, BusinessClock clock, Settings settings) {
        // two forms that contradict each other stop the start, not the first draft
        Forms.all();
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.clock = clock;
        this.settings = settings;
    }

    public Preview of(Draft draft) {
        return Preview.of(
                snapshots.current(),
                draft.entries(),
                clock.now(),
                settings.zone(),
                draft.reason().text());
    }

    /** The preview of entries that stand in no draft yet. */
    public Preview of(List<Entry> entries) {
        return Preview.of(snapshots.current(), entries, clock.now(), settings.zone());
    }

    /** The preview of a draft, or of no draft at all: then it is what is. */
    public Preview of(Optional<UUID> draft) {
        return draft.map(id -> of(drafts.get(id)))
                .orElseGet(() -> Preview.of(snapshots.current(), List.of(), clock.now(), settings.zone()));
    }

    /** The newest model with what these entries would make of it. */
    Model modelWith(List<Entry> entries) {
        return Preview.of(snapshots.current(), entries, clock.now(), settings.zone())
                .model();
    }

    public DraftView view(Draft draft) {
        return view(draft, of(draft));
    }

    public DraftView view(Draft draft, Preview preview) {
        return new DraftView(
                draft.id(),
                draft.name(),
                draft.owner(),
                draft.state().name(),
                draft.reason().text(),
                draft.reason().ticket(),
                draft.version(),
                draft.changedAt(),
                preview.snapshot().version(),
                entries(preview, 0, preview.outcomes().size() > MOST_WHOLE ? PAGE : MOST_WHOLE),
                preview.outcomes().size(),
                preview.outcomes().isEmpty()
                        ? null
                        : preview.outcomes()
                                .get(preview.outcomes().size() - 1)
                                .entry()
                                .id()
                                .value(),
                summary(preview),
                preview.boundaries());
    }

    /** As they were written where the draft is small enough to be shown whole, else those to complete first. */
    List<DraftView.EntryView> entries(Preview preview, int from, int limit) {
        List<Preview.Outcome> all = preview.outcomes();
        Stream<Preview.Outcome> ordered = all.size() <= MOST_WHOLE
                ? all.stream()
                : Stream.concat(
                        all.stream().filter(outcome -> !outcome.state().isDone()),
                        all.stream().filter(outcome -> outcome.state().isDone()));
        return ordered.skip(from)
                .limit(limit)
                .map(outcome -> entry(outcome, preview))
                .toList();
    }

    private DraftView.EntryView entry(Preview.Outcome outcome, Preview preview) {
        return new DraftView.EntryView(
                outcome.entry().id().value(),
                outcome.entry().form(),
                outcome.entry().fields(),
                outcome.state().name(),
                outcome.sentence().orElse(""),
                told(outcome, preview),
                outcome.findings().stream().map(Previews::finding).toList());
    }

    private DraftView.ToldView told(Preview.Outcome outcome, Preview preview) {
        return preview.told(outcome, settings.zone())
                .map(told -> new DraftView.ToldView(
                        told.title(),
                        told.about(),
                        told.parts().stream()
                                .map(part -> new DraftView.PartView(
                                        part.label(), part.before().orElse(null), part.after()))
                                .toList()))
                .orElseGet(() -> asTyped(outcome.entry()));
    }

    /** What cannot be read is shown as it was typed. */
    private static DraftView.ToldView asTyped(Entry entry) {
        Optional<Form> form = Forms.find(entry.form());
        List<DraftView.PartView> parts = form.map(Form::fields).orElse(List.of()).stream()
                .filter(field -> !entry.fields().getOrDefault(field.name(), "").isBlank())
                .map(field -> new DraftView.PartView(
                        field.label(), null, entry.fields().getOrDefault(field.name(), "")))
                .toList();
        return new DraftView.ToldView(form.map(Form::title).orElse(entry.form()), "", parts);
    }

    public static DraftView.FindingView finding(Finding finding) {
        return new DraftView.FindingView(
                finding.code().text(),
                finding.path(),
                finding.code().severity().name(),
                Messages.text(finding),
                finding.facts());
    }

    private static DraftView.Summary summary(Preview preview) {
        List<Timeline.Moment> moments = Timeline.of(preview).moments();
        Instant countedAt =
                moments.isEmpty() ? preview.now() : moments.getFirst().at();
        Figures figures = moments.isEmpty() ? Figures.NONE : moments.getFirst().figures();
        int seats = (int) preview.effects().stream()
                .filter(effect -> effect.kind() == Kind.SEAT && effect.before().isEmpty())
                .count();
        return new DraftView.Summary(
                count(preview, Preview.State.READY),
                count(preview, Preview.State.ALREADY_SO),
                (int) preview.outcomes().stream()
                        .filter(outcome -> !outcome.state().isDone())
                        .count(),
                figures.people(),
                figures.gains(),
                figures.losses(),
                figures.unusableLosses(),
                figures.blocked(),
                List.copyOf(figures.blocks()),
                seats,
                tenants(preview, moments),
                preview.outcomes().stream()
                        .anyMatch(outcome -> outcome.entry().form().equals("account.open")),
                countedAt,
                moments.stream().skip(1).map(Previews::later).toList());
    }

    private static DraftView.Later later(Timeline.Moment moment) {
        return new DraftView.Later(
                moment.at(),
                moment.figures().gains(),
                moment.figures().losses(),
                moment.ends().size());
    }

    private static int count(Preview preview, Preview.State state) {
        return (int) preview.outcomes().stream()
                .filter(outcome -> outcome.state() == state)
                .count();
    }

    /** Those of what is changed, and those in which somebody gains or loses something by a group. */
    private static List<String> tenants(Preview preview, List<Timeline.Moment> moments) {
        Model model = preview.model();
        Set<Id<?>> concerned =
                new HashSet<>(Histories.of(preview.effects(), preview.snapshot().model(), model)
                        .facts());
        for (Timeline.Moment moment : moments) {
            concerned.addAll(moment.figures().tenants());
        }
        return model.tenants().stream()
                .filter(tenant -> concerned.contains(tenant.id()))
                .map(model::title)
                .toList();
    }
}
