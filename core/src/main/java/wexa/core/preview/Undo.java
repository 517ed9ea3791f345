package wexa.core.preview;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Supplier;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.change.Resolution;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.registry.Rooms;
import wexa.core.room.WayBack;
import wexa.core.value.Id;

/**
 * The way back from effects that were applied: entries that bring back what was, last first, and what does not come back.
 * What was made is ended, what was changed is changed back, what was taken out is made again under a new id (ids are
 * never reused). Costs what the effects touched.
 */
public record Undo(List<Entry> entries, List<Left> left) {
    /** A fact that stays as it is now, and why. */
    public record Left(Fact fact, Reason reason) {}

    /** Why something does not come back. */
    public enum Reason {
        /** An identity is never removed, nor is what everything is counted by. */
        STAYS,
        /** It was changed again since; undoing would undo that too. */
        CHANGED_SINCE,
        /** There is no change that leads back to exactly what was. */
        NO_WAY_BACK
    }

    public static Undo of(List<Effect> effects, Model model, Instant now, ZoneId zone, Supplier<UUID> ids) {
        List<Entry> entries = new ArrayList<>();
        List<Left> left = new ArrayList<>();
        Model current = model;
        for (int place = effects.size() - 1; place >= 0; place--) {
            Effect effect = effects.get(place);
            Optional<Fact> stands = model.find(effect.kind(), effect.id());
            // a name that was given up stays issued, also to whom it comes back
            if (stands.equals(effect.before()) || effect.kind() == Kind.ISSUED_NAME) {
                continue;
            }
            if (!stands.equals(effect.after())) {
                left.add(new Left(stands.orElseGet(effect::subject), Reason.CHANGED_SINCE));
                continue;
            }
            Optional<WayBack> way = Rooms.wayBack(effect, now);
            if (way.isEmpty()) {
                left.add(new Left(effect.subject(), Reason.STAYS));
                continue;
            }
            Entry entry = seeing(entry(way.get(), effect, ids), model);
            Optional<List<Effect>> back = effects(entry, way.get(), effect, current, now, zone);
            if (back.isPresent() && back.get().isEmpty()) {
                // undone already: what ended was given again
                continue;
            }
            if (back.isPresent()) {
                entries.add(entry);
                current = current.with(back.get());
            } else {
                left.add(new Left(effect.subject(), Reason.NO_WAY_BACK));
            }
        }
        return new Undo(entries, left);
    }

    /** Those of the effects that are told in the history of one fact: of a person, a tenant, a group or a role. */
    public static List<Effect> about(Id<? extends Fact> fact, List<Effect> effects, Model model) {
        return effects.stream()
                .filter(effect ->
                        Histories.of(List.of(effect), model, model).facts().contains(fact))
                .toList();
    }

    private static Entry seeing(Entry made, Model model) {
        return new Entry(made.id(), made.form(), made.fields(), Intake.target(made, model));
    }

    /**
     * What the entry brings about on the way back so far. It must be possible, and a fact that was changed must come out
     * exactly as it was.
     */
    private static Optional<List<Effect>> effects(
            Entry entry, WayBack way, Effect effect, Model model, Instant now, ZoneId zone) {
        Optional<Resolution> resolution =
                new Intake(model, zone, now).read(entry).change().map(change -> change.resolve(model, now));
        if (resolution.isEmpty() || resolution.get().isBlocked()) {
            return Optional.empty();
        }
        boolean isMadeAnew = way.identity() == WayBack.Identity.ANEW;
        boolean wasChanged = effect.before().isPresent() && effect.after().isPresent();
        List<Effect> effects = resolution.get().effects().stream()
                .filter(one -> one.id().equals(effect.id()))
                .toList();
        boolean leadsBack = isMadeAnew
                || !wasChanged
                || (effects.size() == 1 && effects.get(0).after().equals(effect.before()));
        return leadsBack ? Optional.of(resolution.get().effects()) : Optional.empty();
    }

    private static Entry entry(WayBack way, Effect effect, Supplier<UUID> ids) {
        Form form = way.form();
        Map<String, String> fields = new TreeMap<>(form.entryOf(way.values()));
        String name = form.nature() == Nature.MAKES ? Form.ID.name() : form.target();
        fields.put(
                name,
                way.identity() == WayBack.Identity.ANEW
                        ? ids.get().toString()
                        : effect.id().toString());
        return new Entry(new Entry.Id(ids.get()), form.name(), fields);
    }
}
