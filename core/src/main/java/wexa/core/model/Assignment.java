package wexa.core.model;

import java.util.Optional;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * A subject has a role in a tenant at an area for a while. Where the window has no end of its own and an engagement is
 * named, the assignment ends with that engagement.
 */
public record Assignment(
        Id<Assignment> id,
        Subject subject,
        Id<Role> role,
        Id<Tenant> tenant,
        Optional<Id<Area>> area,
        Window window,
        Optional<Id<Engagement>> engagement,
        String reason)
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

    /** The window in which it holds, with the engagement's end where it has none of its own. Empty if it never holds. */
    public Optional<Window> effective(Model model) {
        if (!window.isOpenEnded() || engagement.isEmpty()) {
            return Optional.of(window);
        }
        return model.table(Kind.ENGAGEMENT)
                .find(engagement.get())
                .filter(given -> given.window().until().isAfter(window.from()))
                .map(given -> Window.of(window.from(), given.window().until()));
    }
}
