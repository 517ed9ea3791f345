package wexa.core.lifecycle;

import java.time.Instant;
import java.util.List;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Where a person stands at an instant; it follows from engagements and pauses. */
public enum PersonStatus {
    EXPECTED,
    HERE,
    PAUSED,
    LEFT,
    /** Known, and never engaged. */
    UNENGAGED;

    public static PersonStatus of(Model model, Id<Person> id, Instant at) {
        return of(model.people().get(id), model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, id), at);
    }

    public static PersonStatus of(Person person, List<Engagement> engagements, Instant at) {
        if (engagements.stream().anyMatch(engagement -> engagement.window().contains(at))) {
            return person.pauses().stream().anyMatch(pause -> pause.contains(at)) ? PAUSED : HERE;
        }
        if (engagements.stream()
                .anyMatch(engagement -> engagement.window().from().isAfter(at))) {
            return EXPECTED;
        }
        return engagements.isEmpty() ? UNENGAGED : LEFT;
    }
}
