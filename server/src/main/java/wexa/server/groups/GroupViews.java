package wexa.server.groups;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Groups as screens show them. */
public final class GroupViews {
    private GroupViews() {}

    /**
     * A group in lists; {@code people} counts those in it now, through nested groups as well. {@code touchedAt} stands in
     * lists only, where the group was lately made or changed.
     */
    public record GroupRow(
            UUID id,
            String key,
            String name,
            String kind,
            String description,
            int people,
            int gives,
            List<String> owners,
            List<String> tags,
            @Nullable Instant touchedAt) {}

    /**
     * A group with its members (at most a thousand), the groups in it and those it is in, and what it gives. Only a ruled
     * group has a rule.
     */
    public record GroupPage(
            GroupRow group,
            List<Member> members,
            List<Nested> groups,
            List<Nested> within,
            List<Gives> gives,
            List<InTenant> tenants,
            @Nullable RuleView rule) {}

    /**
     * A tenant that supports groups.
     *
     * @param provision by which the group is there for its own sake, if it is
     * @param isByRole whether it is there because a role is given to it
     */
    public record InTenant(
            UUID id, String title, int colour, @Nullable UUID provision, boolean isByRole) {}

    /**
     * Somebody in the group.
     *
     * @param way how they come to be in it: directly, by rule, by the directory, or through which group in it
     * @param membership where it can be ended by hand
     */
    public record Member(
            UUID id,
            String name,
            String number,
            String job,
            String unit,
            String way,
            @Nullable UUID membership,
            @Nullable Instant until) {}

    /** A group in the group, or around it, with how many people are in it. */
    public record Nested(UUID id, String name, UUID membership, int people) {}

    /**
     * Whom a ruled group takes in: people engaged as one of the kinds, in one of the units, with one of the jobs, who have one
     * of the values in each field that is asked for.
     *
     * @param where values of fields, as {@code shift=Late}
     */
    public record RuleView(List<String> kinds, List<UUID> units, List<String> jobs, List<String> where) {}

    /** Who comes into a group and who goes out of it when a draft is applied; names of the first of each. */
    public record Shift(int now, int then, List<String> joining, List<String> leaving, int joins, int leaves) {}

    /**
     * A role that the group's members have: of the group itself, or {@code through} a group that it is in, directly or
     * further up. It ends with whatever ends first on the way.
     */
    public record Gives(
            UUID role,
            String name,
            String tenant,
            int colour,
            String area,
            @Nullable Instant until,
            String by,
            @Nullable String through,
            @Nullable UUID throughId) {}
}
