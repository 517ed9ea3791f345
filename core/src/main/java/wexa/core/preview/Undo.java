package wexa.core.preview;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import wexa.core.change.Resolution;
import wexa.core.intake.Entry;
import wexa.core.intake.FactFields;
import wexa.core.intake.Intake;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Id;
import wexa.core.model.Invitation;
import wexa.core.model.IssuedName;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Window;

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
        Model standing = model;
        for (int place = effects.size() - 1; place >= 0; place--) {
            Effect effect = effects.get(place);
            Optional<Fact> stands = model.find(effect.kind(), effect.id());
            // a name that was given up stays issued, also to whom it comes back
            if (stands.equals(effect.before()) || effect.subject() instanceof IssuedName) {
                continue;
            }
            if (!stands.equals(effect.after())) {
                left.add(new Left(stands.orElseGet(effect::subject), Reason.CHANGED_SINCE));
                continue;
            }
            Optional<Entry> entry = entry(effect, now, ids).map(made -> seeing(made, model));
            if (entry.isEmpty()) {
                left.add(new Left(effect.subject(), Reason.STAYS));
                continue;
            }
            Optional<List<Effect>> way = wayBack(entry.get(), effect, standing, now, zone);
            if (way.isPresent() && way.get().isEmpty()) {
                // undone already: what ended was given again
                continue;
            }
            if (way.isPresent()) {
                entries.add(entry.get());
                standing = standing.with(way.get());
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
    private static Optional<List<Effect>> wayBack(Entry entry, Effect effect, Model model, Instant now, ZoneId zone) {
        Optional<Resolution> resolution =
                new Intake(model, zone, now).read(entry).change().map(change -> change.resolve(model, now));
        if (resolution.isEmpty() || resolution.get().isBlocked()) {
            return Optional.empty();
        }
        boolean isMadeAnew = entry.fields().containsKey("id") && !entry.form().equals("account.open");
        boolean wasChanged = effect.before().isPresent() && effect.after().isPresent();
        List<Effect> effects = resolution.get().effects().stream()
                .filter(one -> one.id().equals(effect.id()))
                .toList();
        boolean leadsBack = isMadeAnew
                || !wasChanged
                || (effects.size() == 1 && effects.get(0).after().equals(effect.before()));
        return leadsBack ? Optional.of(resolution.get().effects()) : Optional.empty();
    }

    private static Optional<Entry> entry(Effect effect, Instant now, Supplier<UUID> ids) {
        Entry.Id id = new Entry.Id(ids.get());
        if (effect.before().isEmpty()) {
            return ending(id, effect.subject());
        }
        Fact before = effect.before().get();
        return effect.after().isEmpty()
                ? making(id, before, ids.get().toString())
                : effect.after().flatMap(after -> changingBack(id, before, after, now, ids));
    }

    private static Optional<Entry> ending(Entry.Id id, Fact made) {
        if (made instanceof Engagement engagement) {
            return Optional.of(entry(id, "engagement.end", "engagement", engagement.id()));
        } else if (made instanceof Group group) {
            return Optional.of(entry(id, "group.retire", "group", group.id()));
        } else if (made instanceof Membership membership) {
            return Optional.of(entry(id, "membership.end", "membership", membership.id()));
        } else if (made instanceof Account account) {
            return Optional.of(entry(id, "account.close", "account", account.id()));
        } else if (made instanceof Seat seat) {
            return Optional.of(entry(id, "seat.return", "seat", seat.id()));
        } else if (made instanceof Invitation invitation) {
            return Optional.of(entry(id, "invitation.withdraw", "invitation", invitation.id()));
        }
        return made instanceof Assignment assignment
                ? Optional.of(entry(id, "assignment.end", "assignment", assignment.id()))
                : Optional.empty();
    }

    private static Entry entry(Entry.Id id, String form, String name, Object value) {
        return new Entry(id, form, Map.of(name, value.toString()));
    }

    private static Optional<Entry> making(Entry.Id id, Fact gone, String newId) {
        FactFields fields = new FactFields(gone).with("id", newId);
        if (gone instanceof Engagement) {
            return Optional.of(new Entry(id, "engagement.begin", fields.map()));
        } else if (gone instanceof Group group) {
            String form = group.kind() == GroupKind.DIRECTORY ? "group.list" : "group.make";
            // the same group again, so that what referred to it does
            return Optional.of(
                    new Entry(id, form, fields.with("id", gone.id().toString()).map()));
        } else if (gone instanceof Membership) {
            return Optional.of(new Entry(id, "membership.put", fields.map()));
        } else if (gone instanceof Seat) {
            return Optional.of(new Entry(id, "seat.give", fields.map()));
        } else if (gone instanceof Invitation) {
            return Optional.of(new Entry(id, "invitation.send", fields.map()));
        }
        return gone instanceof Assignment
                ? Optional.of(new Entry(id, "assignment.give", fields.map()))
                : Optional.empty();
    }

    /** What ended since is given anew from now on: the time between stays as it was. */
    private static Optional<Entry> changingBack(Entry.Id id, Fact before, Fact after, Instant now, Supplier<UUID> ids) {
        FactFields fields = new FactFields(before);
        String fact = before.id().toString();
        if (before instanceof Person) {
            return Optional.of(
                    new Entry(id, "person.edit", fields.with("person", fact).map()));
        } else if (before instanceof Engagement) {
            return Optional.of(new Entry(
                    id, "engagement.edit", fields.with("engagement", fact).map()));
        } else if (before instanceof Group) {
            return Optional.of(new Entry(
                    id, "group.edit", fields.without("sort").with("group", fact).map()));
        } else if (before instanceof Membership was) {
            if (hasEnded(was.window(), ((Membership) after).window(), now)) {
                return Optional.of(anew(id, "membership.put", fields, ids));
            }
            return Optional.of(new Entry(
                    id,
                    "membership.edit",
                    fields.without("member", "group").with("membership", fact).map()));
        } else if (before instanceof Account account) {
            return Optional.of(account(id, account, ((Account) after).isOpen(), fields));
        } else if (before instanceof Seat seat) {
            return Optional.of(
                    seat.window().equals(((Seat) after).window())
                            ? new Entry(
                                    id,
                                    "seat.swap",
                                    fields.without("account", "from", "until")
                                            .with("seat", fact)
                                            .map())
                            : anew(id, "seat.give", fields, ids));
        } else if (before instanceof Assignment was && hasEnded(was.window(), ((Assignment) after).window(), now)) {
            return Optional.of(anew(id, "assignment.give", fields, ids));
        }
        return before instanceof Assignment
                ? Optional.of(new Entry(
                        id,
                        "assignment.edit",
                        fields.without("subject", "role", "tenant", "engagement")
                                .with("assignment", fact)
                                .map()))
                : Optional.empty();
    }

    private static boolean hasEnded(Window before, Window after, Instant now) {
        return after.endsBy(now) && !before.endsBy(now);
    }

    private static Entry anew(Entry.Id id, String form, FactFields fields, Supplier<UUID> ids) {
        return new Entry(
                id,
                form,
                fields.with("id", ids.get().toString()).without("from").map());
    }

    private static Entry account(Entry.Id id, Account before, boolean isOpen, FactFields fields) {
        String fact = before.id().toString();
        if (before.isOpen() == isOpen) {
            return new Entry(
                    id,
                    "account.edit",
                    fields.without("person", "tenant").with("account", fact).map());
        }
        return before.isOpen()
                ? new Entry(id, "account.open", fields.with("id", fact).map())
                : entry(id, "account.close", "account", before.id());
    }
}
