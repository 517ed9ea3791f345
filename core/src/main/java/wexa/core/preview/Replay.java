package wexa.core.preview;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import wexa.core.cancelling.Cancellation;
import wexa.core.change.Change;
import wexa.core.change.Resolution;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.ScratchModel;
import wexa.core.registry.Sentences;
import wexa.core.value.Id;

/** One pass over a draft's entries, each on top of those before it, in the order of their ranks and then their own. */
final class Replay {
    private final Snapshot snapshot;
    private final Instant now;
    private final ZoneId zone;
    private final Preview.Words words;
    private final Map<Entry.Id, List<Finding>> held;
    private final List<Entry> entries;
    private final Reader reader;
    private final Preview.Outcome[] outcomes;
    private final List<Entry.Id> ready = new ArrayList<>();
    private final List<Effect> effects = new ArrayList<>();
    private final List<Entry.Id> bringers = new ArrayList<>();
    private final ScratchModel model;
    private @Nullable Map<Id<?>, Entry.Id> lastOn;

    /** What an entry comes to on one model. */
    interface Reader {
        Intake.Result read(Entry entry, Model model);
    }

    /**
     * Carries them out.
     *
     * @param reader what entries mean
     * @param held entries that are not to be carried out, and why
     */
    Replay(
            Snapshot snapshot,
            List<Entry> entries,
            Instant now,
            ZoneId zone,
            Preview.Words words,
            Reader reader,
            Map<Entry.Id, List<Finding>> held) {
        this.snapshot = snapshot;
        this.now = now;
        this.zone = zone;
        this.words = words;
        this.reader = reader;
        this.held = held;
        this.entries = entries;
        this.outcomes = new Preview.Outcome[entries.size()];
        this.model = new ScratchModel(snapshot.model());
        for (int place : ordered()) {
            Cancellation.check();
            outcomes[place] = new Step(entries.get(place)).outcome();
        }
    }

    /** Places of the entries, by their ranks and then their own order. */
    private List<Integer> ordered() {
        SortedMap<Integer, List<Integer>> places = new TreeMap<>();
        for (int place = 0; place < entries.size(); place++) {
            places.computeIfAbsent(entries.get(place).rank(), any -> new ArrayList<>())
                    .add(place);
        }
        return places.values().stream().flatMap(List::stream).toList();
    }

    /** Outcomes in the order given. What another entry would have made, had it been ready, is waited for and not missing. */
    List<Preview.Outcome> outcomes() {
        Map<String, Entry> unmade = new HashMap<>();
        for (Preview.Outcome outcome : outcomes) {
            Entry entry = outcome.entry();
            if (!outcome.state().isDone() && entry.isMaking()) {
                unmade.put(entry.fields().getOrDefault("id", ""), entry);
            }
        }
        return unmade.isEmpty()
                ? List.of(outcomes)
                : Arrays.stream(outcomes)
                        .map(outcome -> waiting(outcome, unmade))
                        .toList();
    }

    private static Preview.Outcome waiting(Preview.Outcome outcome, Map<String, Entry> unmade) {
        List<Finding> findings = outcome.findings().stream()
                .map(finding -> waited(finding, unmade)
                        .map(entry -> Finding.of(Code.ENTRY_WAITS, finding.path(), "kind", entry.thing()))
                        .orElse(finding))
                .toList();
        return new Preview.Outcome(
                outcome.entry(),
                outcome.state(),
                outcome.change(),
                outcome.sentence(),
                findings,
                outcome.effects(),
                outcome.kept());
    }

    private static Optional<Entry> waited(Finding finding, Map<String, Entry> unmade) {
        if (finding.code().equals(Code.REFERENCE_UNRESOLVED)) {
            return Optional.ofNullable(unmade.get(withoutSort(finding.facts().getOrDefault("value", ""))));
        }
        return finding.code().equals(Code.FACT_GONE)
                ? Optional.ofNullable(unmade.get(finding.facts().getOrDefault("id", "")))
                : Optional.empty();
    }

    /** A subject is named as {@code person:ID} or {@code group:ID}. */
    private static String withoutSort(String value) {
        return value.substring(value.indexOf(':') + 1);
    }

    List<Effect> effects() {
        return effects;
    }

    Model model() {
        return model.model();
    }

    /** Entries that are carried out, in the order in which they are. */
    List<Entry.Id> ready() {
        return ready;
    }

    /** The last entry that makes or changes the fact. */
    Optional<Entry.Id> lastOn(Id<?> fact) {
        Map<Id<?>, Entry.Id> last = lastOn;
        if (last == null) {
            last = new HashMap<>();
            for (int place = 0; place < effects.size(); place++) {
                last.put(effects.get(place).id(), bringers.get(place));
            }
            lastOn = last;
        }
        return Optional.ofNullable(last.get(fact));
    }

    /** One entry on top of those before it. */
    private final class Step {
        private final Model base = snapshot.model();
        private final Entry entry;

        Step(Entry entry) {
            this.entry = entry;
        }

        /**
         * What is made takes the place of nothing: an id that is there already is somebody else's. An account that was closed is
         * opened under its own id, and what a directory lists is listed anew under the one that it has.
         */
        private boolean isTaken(Resolution resolution) {
            boolean mayBeThere = !entry.isMaking() || entry.isReopening();
            String made = entry.fields().getOrDefault("id", "");
            return resolution.effects().stream()
                    .filter(effect ->
                            effect.before().isEmpty() || effect.id().toString().equals(made))
                    .anyMatch(effect -> model().find(effect.kind(), effect.id())
                            .filter(there -> effect.before().isEmpty() || !mayBeThere)
                            .isPresent());
        }

        Preview.Outcome outcome() {
            Optional<Fact> seen = entry.seen();
            Optional<Fact> stands = seen.flatMap(fact -> base.find(Kind.of(fact), fact.id()));
            if (seen.isPresent() && stands.isEmpty()) {
                return gone(seen.get());
            }
            Intake.Result reading = reader.read(entry, model());
            List<Finding> findings = new ArrayList<>(reading.findings());
            if (reading.change().isEmpty()) {
                return new Preview.Outcome(
                        entry,
                        Preview.State.TO_SETTLE,
                        Optional.empty(),
                        Optional.empty(),
                        findings,
                        List.of(),
                        List.of());
            }
            Change change = reading.change().get();
            Resolution resolution = change.resolve(model(), now);
            // before it is carried out: what is changed is told by what it is until then
            Optional<String> sentence = words == Preview.Words.WRITTEN
                    ? Optional.of(Sentences.write(change, model(), zone))
                    : Optional.empty();
            findings.addAll(resolution.findings());
            Preview.State state = Preview.State.TO_SETTLE;
            if (resolution.isAlreadySo()) {
                state = Preview.State.ALREADY_SO;
            } else if (!stands.equals(seen)) {
                state = Preview.State.CHANGED_MEANWHILE;
                findings.add(changed(seen.orElseThrow(), stands.orElseThrow()));
            } else if (held.containsKey(entry.id())) {
                findings.addAll(held.getOrDefault(entry.id(), List.of()));
            } else if (isTaken(resolution)) {
                findings.add(Finding.of(Code.FACT_ID_USED, "id"));
            } else if (!resolution.isBlocked()) {
                state = Preview.State.READY;
                take(resolution.effects());
            }
            return new Preview.Outcome(
                    entry,
                    state,
                    Optional.of(change),
                    sentence,
                    findings,
                    state == Preview.State.READY ? resolution.effects() : List.of(),
                    state == Preview.State.ALREADY_SO ? resolution.kept() : List.of());
        }

        private void take(List<Effect> own) {
            model.apply(own);
            ready.add(entry.id());
            effects.addAll(own);
            own.forEach(effect -> bringers.add(entry.id()));
        }

        /** Ending what is gone is done; the sentence is what it would be if the fact still stood. */
        private Preview.Outcome gone(Fact seen) {
            Model existing = model().with(List.of(Effect.make(seen)));
            Optional<Change> change = reader.read(entry, existing).change();
            Optional<String> sentence = change.map(one -> Sentences.write(one, existing, zone));
            return entry.isEnding()
                    ? new Preview.Outcome(
                            entry, Preview.State.ALREADY_SO, change, sentence, List.of(), List.of(), List.of(seen))
                    : new Preview.Outcome(
                            entry,
                            Preview.State.IMPOSSIBLE,
                            change,
                            sentence,
                            List.of(Finding.of(
                                    Code.FACT_GONE, "id", "id", seen.id().toString())),
                            List.of(),
                            List.of());
        }

        private Finding changed(Fact seen, Fact stands) {
            return Finding.of(Code.CHANGED_MEANWHILE, "", "was", words(seen), "is", words(stands));
        }

        private String words(Fact fact) {
            return Sentences.whole(fact, model(), zone).orElse("");
        }
    }
}
