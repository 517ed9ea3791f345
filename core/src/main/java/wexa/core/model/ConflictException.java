package wexa.core.model;

import java.time.Instant;
import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * One person may have what a conflict rule keeps apart, for a while.
 *
 * @param control what is done instead to keep the risk low, such as who checks what
 */
public record ConflictException(
        Id<ConflictException> id,
        Id<ConflictRule> rule,
        Id<Person> person,
        Window window,
        String reason,
        String control)
        implements Fact {
    public static final Lookup<ConflictException, Id<Person>> BY_PERSON = Lookup.by(ConflictException::person);

    /** The exception that an effect makes, or prolongs. */
    public static Optional<ConflictException> givenBy(Effect effect) {
        return effect.after(Kind.CONFLICT_EXCEPTION)
                .filter(given -> effect.before(Kind.CONFLICT_EXCEPTION)
                        .filter(had ->
                                !given.window().until().isAfter(had.window().until()))
                        .isEmpty());
    }

    /** By which a person is exempt from a rule at an instant. Costs the exceptions of the person. */
    public static Optional<ConflictException> of(Id<ConflictRule> rule, Id<Person> person, Instant at, Model model) {
        return model.table(Kind.CONFLICT_EXCEPTION).by(BY_PERSON, person).stream()
                .filter(one -> one.rule().equals(rule) && one.window().contains(at))
                .findFirst();
    }
}
