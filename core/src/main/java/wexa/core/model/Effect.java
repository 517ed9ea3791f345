package wexa.core.model;

import java.util.Optional;
import wexa.core.value.Id;

/**
 * What a change does to one fact. No {@code before}: the fact is new. No {@code after}: it is gone. Rows, snapshots,
 * the log and undoing know changes in this form only.
 */
public record Effect(Kind<?> kind, Id<? extends Fact> id, Optional<Fact> before, Optional<Fact> after) {
    public Effect {
        if (before.isEmpty() && after.isEmpty()) {
            throw new IllegalArgumentException("effect on " + kind + " " + id + " has neither before nor after");
        }
    }

    public static Effect make(Fact after) {
        return new Effect(Kind.of(after), after.id(), Optional.empty(), Optional.of(after));
    }

    public static Effect replace(Fact before, Fact after) {
        if (!before.id().equals(after.id())) {
            throw new IllegalArgumentException("a fact keeps its id: " + before.id() + " became " + after.id());
        }
        return new Effect(Kind.of(after), after.id(), Optional.of(before), Optional.of(after));
    }

    public static Effect drop(Fact before) {
        return new Effect(Kind.of(before), before.id(), Optional.of(before), Optional.empty());
    }

    /** The inverse: applied after this one, it restores what was. */
    public Effect swapped() {
        return new Effect(kind, id, after, before);
    }

    /** The fact that tells what the effect is about: the new one, or for a removal the old one. */
    public Fact subject() {
        return after.or(() -> before).orElseThrow();
    }

    /** What it becomes, if it is of that kind. */
    public <T extends Fact> Optional<T> after(Kind<T> wanted) {
        return after.filter(fact -> kind == wanted).map(wanted.type()::cast);
    }

    /** What it was, if it is of that kind. */
    public <T extends Fact> Optional<T> before(Kind<T> wanted) {
        return before.filter(fact -> kind == wanted).map(wanted.type()::cast);
    }
}
