package wexa.core.preview;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.access.AccessIndex;
import wexa.core.change.Change;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.registry.Rooms;
import wexa.core.registry.Told;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * What a draft would do on a snapshot: each entry read and resolved on top of those before it, in the order of their ranks
 * and then their own. Pure; costs what the entries touch.
 */
public final class Preview {
    private final Snapshot snapshot;
    private final Instant now;
    private final List<Outcome> outcomes;
    private final List<Effect> effects;
    private final Model model;
    private final Map<Instant, Impact> impacts = new ConcurrentHashMap<>();
    private volatile @Nullable AccessIndex index;

    /** How an entry stands. */
    public enum State {
        READY,
        ALREADY_SO,
        /** The fact is another than the one that the entry's writer saw: both stand in the finding. */
        CHANGED_MEANWHILE,
        /** The fact that the entry would change is gone. */
        IMPOSSIBLE,
        TO_SETTLE;

        /** Whether applying the draft settles the entry. */
        public boolean isDone() {
            return this == READY || this == ALREADY_SO;
        }
    }

    /** Whether somebody will read the sentences: of a table with many rows nobody reads any, and they are a tenth of its cost. */
    public enum Words {
        WRITTEN,
        LEFT_OUT
    }

    /**
     * One entry with its sentence, if it could be read at all and sentences were asked for, what was found, and what it does
     * itself on top of those before it, with all that falls by it.
     *
     * @param change what it was read as, if it could be read
     * @param kept the facts that are already as the entry wants them
     */
    public record Outcome(
            Entry entry,
            State state,
            Optional<Change> change,
            Optional<String> sentence,
            List<Finding> findings,
            List<Effect> effects,
            List<Fact> kept) {
        Outcome with(List<Finding> more) {
            return more.isEmpty()
                    ? this
                    : new Outcome(
                            entry,
                            state,
                            change,
                            sentence,
                            Stream.concat(findings.stream(), more.stream()).toList(),
                            effects,
                            kept);
        }
    }

    private Preview(Snapshot snapshot, Instant now, List<Outcome> outcomes, List<Effect> effects, Model model) {
        this.snapshot = snapshot;
        this.now = now;
        this.outcomes = List.copyOf(outcomes);
        this.effects = effects;
        this.model = model;
    }

    public static Preview of(Snapshot snapshot, List<Entry> entries, Instant now, ZoneId zone) {
        return of(snapshot, entries, now, zone, Words.WRITTEN);
    }

    /** As a draft with a reason: memberships and assignments for which none is given themselves are given for that one. */
    public static Preview of(Snapshot snapshot, List<Entry> entries, Instant now, ZoneId zone, String reason) {
        return of(
                snapshot,
                entries,
                now,
                zone,
                Words.WRITTEN,
                (entry, model) -> new Intake(model, zone, now, reason).read(entry));
    }

    public static Preview of(Snapshot snapshot, List<Entry> entries, Instant now, ZoneId zone, Words words) {
        return of(snapshot, entries, now, zone, words, (entry, model) -> new Intake(model, zone, now).read(entry));
    }

    /** What one change would do that stands in no draft: it has one outcome. */
    public static Preview of(Snapshot snapshot, Change change, Instant now, ZoneId zone) {
        Entry entry = new Entry(new Entry.Id(new UUID(0, 0)), change.form().name(), Map.of());
        Intake.Result reading = new Intake.Result(Optional.of(change), List.of());
        return of(snapshot, List.of(entry), now, zone, Words.WRITTEN, (any, model) -> reading);
    }

    /**
     * Where conflict rules say that a draft must not bring two sides together, the last entry by which they meet is held
     * back, until nothing meets that must not: as many passes as one person has such entries.
     */
    private static Preview of(
            Snapshot snapshot, List<Entry> entries, Instant now, ZoneId zone, Words words, Replay.Reader reader) {
        Map<Entry.Id, List<Finding>> held = new HashMap<>();
        while (true) {
            Replay replay = new Replay(snapshot, entries, now, zone, words, reader, held);
            Preview preview = new Preview(snapshot, now, replay.outcomes(), merged(replay.effects()), replay.model());
            ConflictFindings conflicts = ConflictFindings.of(preview, replay);
            if (conflicts.blocking().isEmpty()) {
                return conflicts.warnings().isEmpty() ? preview : preview.warned(conflicts.warnings());
            }
            held.putAll(conflicts.blocking());
        }
    }

    /** What an entry does, for people to read; empty if it could not be read. */
    public Optional<Told> told(Outcome outcome, ZoneId zone) {
        return outcome.change().map(change -> {
            Optional<Fact> existing = outcome.effects().stream()
                    .filter(effect -> effect.kind() == change.form().kind())
                    .flatMap(effect -> effect.before().stream())
                    .findFirst()
                    .or(outcome.entry()::seen);
            return Told.of(change, existing, model, snapshot.model(), zone);
        });
    }

    private Preview warned(Map<Entry.Id, List<Finding>> warnings) {
        List<Outcome> more = outcomes.stream()
                .map(outcome ->
                        outcome.with(warnings.getOrDefault(outcome.entry().id(), List.of())))
                .toList();
        Preview preview = new Preview(snapshot, now, more, effects, model);
        preview.index = index;
        return preview;
    }

    /** Several effects on one fact as one; those that cancel out are left out. */
    private static List<Effect> merged(List<Effect> effects) {
        Map<Id<?>, Effect> byFact = new LinkedHashMap<>();
        for (Effect effect : effects) {
            Effect earlier = byFact.get(effect.id());
            if (earlier == null) {
                byFact.put(effect.id(), effect);
            } else if (earlier.before().isEmpty() && effect.after().isEmpty()) {
                byFact.remove(effect.id());
            } else {
                byFact.put(effect.id(), new Effect(effect.kind(), effect.id(), earlier.before(), effect.after()));
            }
        }
        return byFact.values().stream()
                .filter(effect -> !effect.before().equals(effect.after()))
                .sorted(Comparator.comparingInt(Preview::rank))
                .toList();
    }

    /** Facts that others refer to come first, so that effects can be applied one by one. */
    private static int rank(Effect effect) {
        int place = Kind.all().indexOf(effect.kind());
        return effect.after().isPresent() ? place : Kind.all().size() * 2 - place;
    }

    public Snapshot snapshot() {
        return snapshot;
    }

    public Instant now() {
        return now;
    }

    public List<Outcome> outcomes() {
        return outcomes;
    }

    public List<Effect> effects() {
        return effects;
    }

    /** Facts that are already as entries want them: nothing changes in the model, but a tenant may differ. */
    public List<Fact> kept() {
        return outcomes.stream()
                .flatMap(outcome -> outcome.kept().stream())
                .distinct()
                .toList();
    }

    /** The model as it would be. */
    public Model model() {
        return model;
    }

    /** The index as it would be; made when it is first asked for. */
    public AccessIndex index() {
        AccessIndex made = index;
        if (made == null) {
            made = effects.isEmpty() ? snapshot.index() : snapshot.index().updated(model, effects);
            index = made;
        }
        return made;
    }

    public List<String> readySentences() {
        return outcomes.stream()
                .filter(outcome -> outcome.state() == State.READY)
                .flatMap(outcome -> outcome.sentence().stream())
                .toList();
    }

    /** What the draft brings about for people's access at an instant. Worked out when first asked for, then kept. */
    public Impact impactAt(Instant at) {
        Impact known = impacts.get(at);
        if (known == null) {
            known = Impact.of(snapshot, model, index(), effects, at);
            impacts.put(at, known);
        }
        return known;
    }

    /** Now, the next boundaries up to a number, and the last beginning, in order: where the draft is looked at. */
    public List<Instant> instants(int mostBoundaries) {
        return Stream.concat(
                        Stream.of(now, lastBeginning()), boundaries().stream().limit(mostBoundaries))
                .distinct()
                .sorted()
                .toList();
    }

    /** The last coming instant at which something that the draft brings begins; now, if all of it has begun. */
    public Instant lastBeginning() {
        return effects.stream()
                .flatMap(effect -> effect.after().stream())
                .flatMap(fact -> Rooms.windows(fact, model).stream())
                .map(Window::from)
                .filter(now::isBefore)
                .max(Comparator.naturalOrder())
                .orElse(now);
    }

    /** Instants after now at which something that the draft brings begins or ends, in order. */
    public List<Instant> boundaries() {
        return effects.stream()
                .flatMap(effect -> effect.after().stream())
                .flatMap(fact -> Rooms.boundaries(fact, model).stream())
                .filter(boundary -> boundary.isAfter(now))
                .distinct()
                .sorted()
                .toList();
    }
}
