package wexa.core.preview;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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

/** One pass over a draft's entries, each on top of those before it, in the order of their ranks and then their own. */
final class Replay {
    private final Snapshot snapshot;
    private final Instant now;
    private final ZoneId zone;
    private final Map<Entry.Id, List<Finding>> held;
    private final Map<Entry.Id, Preview.Outcome> outcomes = new HashMap<>();
    private final Map<Id<?>, Entry.Id> lastOn = new HashMap<>();
    private final List<Entry.Id> ready = new ArrayList<>();
    private final List<Effect> effects = new ArrayList<>();
    private Model model;

    /** @param held entries that are not to be carried out, and why */
    Replay(Snapshot snapshot, Instant now, ZoneId zone, Map<Entry.Id, List<Finding>> held) {
        this.snapshot = snapshot;
        this.now = now;
        this.zone = zone;
        this.held = held;
        this.model = snapshot.model();
    }

    void run(List<Entry> entries) {
        List<Entry> ordered =
                entries.stream().sorted(Comparator.comparingInt(Entry::rank)).toList();
        for (Entry entry : ordered) {
            Step step = new Step(entry);
            Preview.Outcome outcome = step.outcome();
            outcomes.put(entry.id(), outcome);
            if (outcome.state() == Preview.State.READY) {
                effects.addAll(step.effects);
                step.effects.forEach(effect -> lastOn.put(effect.id(), entry.id()));
                ready.add(entry.id());
                model = step.after;
            }
        }
    }

    /** Outcomes in the order given. What another entry would have made, had it been ready, is waited for and not missing. */
    List<Preview.Outcome> outcomes(List<Entry> inOrder) {
        Map<String, Entry> unmade = new HashMap<>();
        for (Entry entry : inOrder) {
            if (entry.isMaking() && !outcome(entry).state().isDone()) {
                unmade.put(entry.fields().getOrDefault("id", ""), entry);
            }
        }
        return inOrder.stream()
                .map(this::outcome)
                .map(outcome -> unmade.isEmpty() ? outcome : waiting(outcome, unmade))
                .toList();
    }

    private Preview.Outcome outcome(Entry entry) {
        return Objects.requireNonNull(outcomes.get(entry.id()));
    }

    private static Preview.Outcome waiting(Preview.Outcome outcome, Map<String, Entry> unmade) {
        List<Finding> findings = outcome.findings().stream()
                .map(finding -> waited(finding, unmade)
                        .map(entry -> Finding.of(Code.ENTRY_WAITS, finding.path(), "kind", entry.thing()))
                        .orElse(finding))
                .toList();
        return new Preview.Outcome(outcome.entry(), outcome.state(), outcome.sentence(), findings);
    }

    private static Optional<Entry> waited(Finding finding, Map<String, Entry> unmade) {
        return switch (finding.code()) {
            case REFERENCE_UNRESOLVED ->
                Optional.ofNullable(unmade.get(withoutSort(finding.facts().getOrDefault("value", ""))));
            case FACT_GONE -> Optional.ofNullable(unmade.get(finding.facts().getOrDefault("id", "")));
            default -> Optional.empty();
        };
    }

    /** A subject is named as {@code person:ID} or {@code group:ID}. */
    private static String withoutSort(String value) {
        return value.substring(value.indexOf(':') + 1);
    }

    List<Effect> effects() {
        return effects;
    }

    Model model() {
        return model;
    }

    /** Entries that are carried out, in the order in which they are. */
    List<Entry.Id> ready() {
        return ready;
    }

    /** The last entry that makes or changes the fact. */
    Optional<Entry.Id> lastOn(Id<?> fact) {
        return Optional.ofNullable(lastOn.get(fact));
    }

    /** One entry on top of those before it. */
    private final class Step {
        private final Model base = snapshot.model();
        private final Entry entry;
        private List<Effect> effects = List.of();
        private Model after;

        Step(Entry entry) {
            this.entry = entry;
            this.after = model;
        }

        Preview.Outcome outcome() {
            Optional<Fact> seen = entry.seen();
            Optional<Fact> stands = seen.flatMap(fact -> base.find(Kind.of(fact), fact.id()));
            if (seen.isPresent() && stands.isEmpty()) {
                return gone(seen.get());
            }
            Intake.Reading reading = new Intake(model, zone, now).read(entry);
            List<Finding> findings = new ArrayList<>(reading.findings());
            if (reading.change().isEmpty()) {
                return new Preview.Outcome(entry, Preview.State.TO_SETTLE, Optional.empty(), findings);
            }
            Change change = reading.change().get();
            Resolution resolution = change.resolve(model, now);
            findings.addAll(resolution.findings());
            Preview.State state = Preview.State.TO_SETTLE;
            if (resolution.isAlreadySo()) {
                state = Preview.State.ALREADY_SO;
            } else if (!stands.equals(seen)) {
                state = Preview.State.CHANGED_MEANWHILE;
                findings.add(changed(seen.orElseThrow(), stands.orElseThrow()));
            } else if (held.containsKey(entry.id())) {
                findings.addAll(held.getOrDefault(entry.id(), List.of()));
            } else if (!resolution.isBlocked()) {
                state = Preview.State.READY;
                effects = resolution.effects();
                after = model.with(effects);
            }
            String sentence = Sentences.write(change, after, zone);
            return new Preview.Outcome(entry, state, Optional.of(sentence), findings);
        }

        /** Ending what is gone is done; the sentence is what it would be if the fact still stood. */
        private Preview.Outcome gone(Fact seen) {
            Optional<String> sentence = new Intake(model.with(List.of(Effect.make(seen))), zone, now)
                    .read(entry)
                    .change()
                    .map(change -> Sentences.write(change, model.with(List.of(Effect.make(seen))), zone));
            return entry.isEnding()
                    ? new Preview.Outcome(entry, Preview.State.ALREADY_SO, sentence, List.of())
                    : new Preview.Outcome(
                            entry,
                            Preview.State.IMPOSSIBLE,
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
}
