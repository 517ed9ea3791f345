package wexa.core.preview;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wexa.core.access.AccessIndex;
import wexa.core.change.Change;
import wexa.core.change.Keeping;
import wexa.core.change.Resolution;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.sentence.Sentences;

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

    /** One entry with its sentence, if it could be read at all, and what was found. */
    public record Outcome(Entry entry, State state, Optional<String> sentence, List<Finding> findings) {}

    private Preview(Snapshot snapshot, Instant now, List<Outcome> outcomes, List<Effect> effects, Model model) {
        this.snapshot = snapshot;
        this.now = now;
        this.outcomes = List.copyOf(outcomes);
        this.effects = effects;
        this.model = model;
    }

    public static Preview of(Snapshot snapshot, List<Entry> entries, Instant now, ZoneId zone) {
        Map<Entry.Id, Outcome> outcomes = new HashMap<>();
        List<Effect> effects = new ArrayList<>();
        Model model = snapshot.model();
        for (Entry entry :
                entries.stream().sorted(Comparator.comparingInt(Entry::rank)).toList()) {
            Step step = new Step(snapshot.model(), model, now, zone, entry);
            Outcome outcome = step.outcome();
            outcomes.put(entry.id(), outcome);
            if (outcome.state() == State.READY) {
                effects.addAll(step.effects);
                model = step.after;
            }
        }
        List<Outcome> inOrder =
                entries.stream().map(Entry::id).map(outcomes::get).toList();
        return new Preview(snapshot, now, inOrder, merged(effects), model);
    }

    /** One entry on top of those before it. */
    private static final class Step {
        private final Model base;
        private final Model model;
        private final Instant now;
        private final ZoneId zone;
        private final Entry entry;
        private List<Effect> effects = List.of();
        private Model after;

        Step(Model base, Model model, Instant now, ZoneId zone, Entry entry) {
            this.base = base;
            this.model = model;
            this.now = now;
            this.zone = zone;
            this.entry = entry;
            this.after = model;
        }

        Outcome outcome() {
            Optional<Fact> seen = entry.seen();
            Optional<Fact> stands = seen.flatMap(fact -> base.find(Kind.of(fact), fact.id()));
            if (seen.isPresent() && stands.isEmpty()) {
                return gone(seen.get());
            }
            Intake.Reading reading = new Intake(model, zone, now).read(entry);
            List<Finding> findings = new ArrayList<>(reading.findings());
            if (reading.change().isEmpty()) {
                return new Outcome(entry, State.TO_SETTLE, Optional.empty(), findings);
            }
            Change change = reading.change().get();
            Resolution resolution = change.resolve(model, now);
            findings.addAll(resolution.findings());
            State state = State.TO_SETTLE;
            if (resolution.isAlreadySo()) {
                state = State.ALREADY_SO;
            } else if (!stands.equals(seen)) {
                state = State.CHANGED_MEANWHILE;
                findings.add(changed(seen.orElseThrow(), stands.orElseThrow()));
            } else if (!resolution.isBlocked()) {
                state = State.READY;
                effects = resolution.effects();
                after = model.with(effects);
            }
            String sentence = Sentences.write(change, after, zone);
            return new Outcome(entry, state, Optional.of(sentence), findings);
        }

        /** Ending what is gone is done; the sentence is what it would be if the fact still stood. */
        private Outcome gone(Fact seen) {
            Optional<String> sentence = new Intake(model.with(List.of(Effect.make(seen))), zone, now)
                    .read(entry)
                    .change()
                    .map(change -> Sentences.write(change, model.with(List.of(Effect.make(seen))), zone));
            return entry.isEnding()
                    ? new Outcome(entry, State.ALREADY_SO, sentence, List.of())
                    : new Outcome(
                            entry,
                            State.IMPOSSIBLE,
                            sentence,
                            List.of(Finding.of(
                                    Code.FACT_GONE, "id", "id", seen.id().toString())));
        }

        private Finding changed(Fact seen, Fact stands) {
            return Finding.of(Code.CHANGED_MEANWHILE, "", "was", words(seen), "is", words(stands));
        }

        private String words(Fact fact) {
            return Keeping.of(fact)
                    .map(change -> Sentences.write(change, model, zone))
                    .orElse("");
        }
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

    /** What the draft brings about for people's access at an instant. */
    public Impact impactAt(Instant at) {
        return Impact.of(snapshot, model, index(), effects, at);
    }

    /** Instants after now at which something that the draft brings begins or ends, in order. */
    public List<Instant> boundaries() {
        return effects.stream()
                .flatMap(effect -> effect.after().stream())
                .flatMap(fact -> Boundaries.of(fact).stream())
                .filter(boundary -> boundary.isAfter(now) && !boundary.equals(Instant.MAX))
                .distinct()
                .sorted()
                .toList();
    }

    /**
     * SHA-256 over what a reader of the review is shown: entries with state, sentence and findings, and who gains and
     * loses what now. It does not move with the clock, but with anything that would be done otherwise than shown.
     */
    public String digest() {
        StringBuilder shown = new StringBuilder();
        for (Outcome outcome : outcomes) {
            shown.append(outcome.entry().id())
                    .append(' ')
                    .append(outcome.state())
                    .append(' ');
            outcome.sentence().ifPresent(shown::append);
            outcome.findings()
                    .forEach(finding -> shown.append(' ').append(finding.code().text()));
            shown.append('\n');
        }
        // whether something that just began is ended or taken out again is a matter of the second, not of what is shown
        List<Effect> touched = effects.stream()
                .sorted(Comparator.comparing((Effect effect) -> Kind.all().indexOf(effect.kind()))
                        .thenComparing(Effect::id))
                .toList();
        for (Effect effect : touched) {
            shown.append(effect.kind()).append(' ').append(effect.id()).append(' ');
            shown.append(effect.before().map(Fact::toString).orElse("-")).append('\n');
        }
        try {
            byte[] hash =
                    MessageDigest.getInstance("SHA-256").digest(shown.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every Java platform has SHA-256", impossible);
        }
    }
}
