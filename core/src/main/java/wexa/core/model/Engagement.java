package wexa.core.model;

import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** A span of time for which a person is here, and as what. A person's engagements may overlap or follow one another. */
public record Engagement(
        Id<Engagement> id,
        Id<Person> person,
        EngagementKind kind,
        Optional<String> staffNumber,
        Id<Unit> unit,
        String job,
        Optional<Id<Person>> manager,
        Window window)
        implements Fact {
    /** By the days, in UTC, on which it begins and ends: what is near is found without looking at the rest. */
    public static final Lookup<Engagement, Long> BY_FIRST_DAY =
            Lookup.by(engagement -> engagement.window().firstDay());

    public static final Lookup<Engagement, Long> BY_LAST_DAY =
            Lookup.by(engagement -> engagement.window().lastDay());

    public static final Lookup<Engagement, Id<Person>> BY_MANAGER =
            Lookup.by(engagement -> engagement.manager().orElse(null));
    public static final Lookup<Engagement, Id<Person>> BY_PERSON = Lookup.by(Engagement::person);
    public static final Lookup<Engagement, String> BY_STAFF_NUMBER =
            Lookup.by(engagement -> engagement.staffNumber().orElse(null));
}
