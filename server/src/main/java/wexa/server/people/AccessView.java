package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What a person can do, in each app's own words: what should be, with or without a draft. */
public record AccessView(Instant at, List<TenantView> tenants, List<InertView> inert) {
    /** What can be done in one tenant. */
    public record TenantView(
            UUID tenantId,
            String app,
            String tenant,
            int colour,
            @Nullable String userName,
            @Nullable String seat,
            boolean needsSeat,
            List<LineView> lines) {}

    /** One type of record at one area. */
    public record LineView(
            String type, String name, @Nullable String area, String areaName, List<CellView> cells) {}

    /**
     * One action with a thread per path. {@code change} says what the draft does to it; {@code found} whether the reading
     * has it.
     */
    public record CellView(
            String permission,
            String label,
            String sort,
            List<String> threads,
            List<String> blocks,
            String change,
            String found) {}

    /** A role that does nothing for want of an area. */
    public record InertView(String role, String tenant) {}
}
