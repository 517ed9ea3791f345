package wexa.core.model;

/** A person or a group is put into a group for a while. */
public record Membership(Id<Membership> id, Subject member, Id<Group> group, Window window, String reason)
        implements Fact {
    public static final Lookup<Membership, Subject> BY_MEMBER = Lookup.by(Membership::member);
    public static final Lookup<Membership, Id<Group>> BY_GROUP = Lookup.by(Membership::group);
}
