package wexa.core.model;

import wexa.core.value.Id;
import wexa.core.value.Window;

/** A person or a group is put into a group for a while. */
public record Membership(Id<Membership> id, Subject member, Id<Group> group, Window window, String reason)
        implements Fact {
    /** By the days, in UTC, on which it begins and ends: what is near is found without looking at the rest. */
    public static final Lookup<Membership, Long> BY_FIRST_DAY =
            Lookup.by(membership -> membership.window().firstDay());

    public static final Lookup<Membership, Long> BY_LAST_DAY =
            Lookup.by(membership -> membership.window().lastDay());

    public static final Lookup<Membership, Subject> BY_MEMBER = Lookup.by(Membership::member);
    public static final Lookup<Membership, Id<Group>> BY_GROUP = Lookup.by(Membership::group);
}
