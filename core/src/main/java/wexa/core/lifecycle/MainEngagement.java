package wexa.core.lifecycle;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Which engagement stands for somebody where one line has to do. */
public final class MainEngagement {
    private MainEngagement() {}

    /** Of those that have not ended the one that begins first; where all have ended, the one that ended last. */
    public static Optional<Engagement> of(List<Engagement> engagements, Instant at) {
        return engagements.stream()
                .filter(engagement -> !engagement.window().endsBy(at))
                .min(Comparator.comparing(engagement -> engagement.window().from()))
                .or(() -> engagements.stream()
                        .max(Comparator.comparing(
                                engagement -> engagement.window().until())));
    }

    public static Optional<Engagement> of(Model model, Id<Person> person, Instant at) {
        return of(model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person), at);
    }
}
