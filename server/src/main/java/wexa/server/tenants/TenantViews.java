package wexa.server.tenants;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Tenants as screens show them. */
public final class TenantViews {
    private TenantViews() {}

    /** A tenant at a glance. Differences are those between what should be and the last reading. */
    public record TenantRow(
            UUID id,
            String path,
            String app,
            String name,
            String environment,
            int colour,
            int accounts,
            int unknownAccounts,
            int differences,
            String reading,
            String readingDetail,
            @Nullable Instant readAt,
            List<SeatPoolView> pools) {}

    /** Seats of one kind: "left of size", always in that form. */
    public record SeatPoolView(String kind, String name, int left, int size) {}

    /** One tenant's page. */
    public record TenantPage(
            TenantRow tenant,
            List<String> capabilities,
            String userNameRule,
            List<AreaView> areas,
            List<DifferenceView> differences,
            List<UnknownView> unknown) {}

    /** An area, indented by its depth, with how many people should be able to do something right there. */
    public record AreaView(String key, String name, int depth, int assignments) {}

    /** A difference in words; {@code giving} when settling it would give something, else it would take. */
    public record DifferenceView(String type, String name, String square, String text, boolean giving) {}

    /** An account that nobody linked. */
    public record UnknownView(String userName, boolean open) {}
}
