package wexa.core.lifecycle;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.model.Absence;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Where a person stands at an instant; it follows from engagements and absences. */
public enum PersonStatus {
    EXPECTED,
    HERE,
    /** On leave: accounts are closed until the day of the return. */
    PAUSED,
    /** Accounts are closed until somebody lifts it. */
    SUSPENDED,
    LEFT,
    /** Known, and never engaged. */
    UNENGAGED;

    /** Whether somebody is engaged and cannot sign in for a while. */
    public boolean isStopped() {
        return this == PAUSED || this == SUSPENDED;
    }

    public static PersonStatus of(Model model, Id<Person> id, Instant at) {
        return of(model, id, model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, id), at);
    }

    /** The same with the person's engagements, for whoever has them at hand. */
    public static PersonStatus of(Model model, Id<Person> id, List<Engagement> engagements, Instant at) {
        if (engagements.stream().anyMatch(engagement -> engagement.window().contains(at))) {
            return stopping(model, id, at)
                    .map(absence -> absence.manner() == Absence.Manner.LEAVE ? PAUSED : SUSPENDED)
                    .orElse(HERE);
        }
        if (engagements.stream()
                .anyMatch(engagement -> engagement.window().from().isAfter(at))) {
            return EXPECTED;
        }
        return engagements.isEmpty() ? UNENGAGED : LEFT;
    }

    /** Since when somebody who left or is stopped has been out; nothing for everybody else. */
    public static Optional<Instant> outSince(Model model, Id<Person> id, Instant at) {
        PersonStatus status = of(model, id, at);
        if (status.isStopped()) {
            return stopping(model, id, at).map(absence -> absence.window().from());
        }
        return status == LEFT
                ? MainEngagement.of(model, id, at).map(one -> one.window().until())
                : Optional.empty();
    }

    /** The absence for which the person cannot sign in at an instant; a suspension before a leave. */
    public static Optional<Absence> stopping(Model model, Id<Person> id, Instant at) {
        return model.table(Kind.ABSENCE).by(Absence.BY_PERSON, id).stream()
                .filter(absence ->
                        absence.manner().stopsSignIn() && absence.window().contains(at))
                .max((one, other) -> one.manner().compareTo(other.manner()));
    }
}
