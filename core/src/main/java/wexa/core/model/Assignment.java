package wexa.core.model;

import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * A subject has a role in a tenant at an area for a while. Where the window has no end of its own and an engagement is
 * named, the assignment ends with that engagement.
 *
 * @param absence that of a colleague for whom somebody covers: it holds only while that lasts
 */
public record Assignment(
        Id<Assignment> id,
        Subject subject,
        Id<Role> role,
        Id<Tenant> tenant,
        Optional<Id<Area>> area,
        Window window,
        Optional<Id<Engagement>> engagement,
        String reason,
        Optional<Id<Absence>> absence)
        implements Fact {
    /** By the days, in UTC, on which it begins and ends: what is near is found without looking at the rest. */
    public static final Lookup<Assignment, Long> BY_FIRST_DAY =
            Lookup.by(assignment -> assignment.window().firstDay());

    public static final Lookup<Assignment, Long> BY_LAST_DAY =
            Lookup.by(assignment -> assignment.window().lastDay());

    /** Those without an area, by tenant. */
    public static final Lookup<Assignment, Id<Tenant>> WITHOUT_AREA =
            Lookup.by(assignment -> assignment.area().isEmpty() ? assignment.tenant() : null);

    public static final Lookup<Assignment, Subject> BY_SUBJECT = Lookup.by(Assignment::subject);
    public static final Lookup<Assignment, Id<Tenant>> BY_TENANT = Lookup.by(Assignment::tenant);
    public static final Lookup<Assignment, Id<Role>> BY_ROLE = Lookup.by(Assignment::role);

    public static final Lookup<Assignment, Id<Absence>> BY_ABSENCE =
            Lookup.by(assignment -> assignment.absence().orElse(null));

    /** An assignment that covers for nobody. */
    public Assignment(
            Id<Assignment> id,
            Subject subject,
            Id<Role> role,
            Id<Tenant> tenant,
            Optional<Id<Area>> area,
            Window window,
            Optional<Id<Engagement>> engagement,
            String reason) {
        this(id, subject, role, tenant, area, window, engagement, reason, Optional.empty());
    }

    /** The same in another span. */
    public Assignment during(Window other) {
        return new Assignment(id, subject, role, tenant, area, other, engagement, reason, absence);
    }

    /**
     * The window in which it holds: with the engagement's end where it has none of its own, and within the absence that it covers.
     * Empty if it never holds.
     */
    public Optional<Window> effective(Model model) {
        Optional<Window> own = withEngagement(model);
        return absence.isEmpty()
                ? own
                : own.flatMap(span -> model.table(Kind.ABSENCE)
                        .find(absence.get())
                        .flatMap(covered -> span.intersection(covered.window())));
    }

    private Optional<Window> withEngagement(Model model) {
        if (!window.isOpenEnded() || engagement.isEmpty()) {
            return Optional.of(window);
        }
        return model.table(Kind.ENGAGEMENT)
                .find(engagement.get())
                .filter(given -> given.window().until().isAfter(window.from()))
                .map(given -> Window.of(window.from(), given.window().until()));
    }
}
