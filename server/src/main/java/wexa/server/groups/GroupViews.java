package wexa.server.groups;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Groups as screens show them. */
public final class GroupViews {
    private GroupViews() {}

    /** A group in lists; {@code people} counts those in it now, through nested groups as well. */
    public record GroupRow(
            UUID id,
            String key,
            String name,
            String kind,
            String description,
            int people,
            int gives,
            List<String> owners) {}

    /** A group with its members (at most a thousand), the groups in it, and what it gives. */
    public record GroupPage(GroupRow group, List<Member> members, List<String> groups, List<Gives> gives) {}

    /** Somebody in the group, and by which way. */
    public record Member(UUID id, String name, String way) {}

    /** A role that the group's members have. */
    public record Gives(
            UUID role,
            String name,
            String tenant,
            int colour,
            String area,
            @Nullable Instant until,
            String by) {}
}
