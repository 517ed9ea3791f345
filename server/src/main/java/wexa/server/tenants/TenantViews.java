package wexa.server.tenants;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.App;
import wexa.core.model.Binding;

/** Tenants as screens show them. */
public final class TenantViews {
    private static final int MOST_LEVELS = 12;

    private TenantViews() {}

    /**
     * A tenant at a glance. Differences are those between what should be and the last reading.
     *
     * @param isManual whether it has no interface, and is worked in by hand
     */
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
            List<SeatPoolView> pools,
            boolean isNew,
            boolean isManual) {}

    /** Seats of one kind: "left of size", always in that form, now and from each coming change of it on. */
    public record SeatPoolView(String kind, String name, int left, int size, List<SeatLevel> later) {}

    /** How many seats are left from an instant on. */
    public record SeatLevel(Instant from, int left) {}

    /** A pool at an instant and after it. */
    public static SeatPoolView pool(App.SeatKind kind, SeatPool pool, Instant now) {
        return new SeatPoolView(
                kind.key().text(),
                kind.name(),
                pool.size() - pool.takenAt(now),
                pool.size(),
                pool.changesAfter(now).stream()
                        .limit(MOST_LEVELS)
                        .map(at -> new SeatLevel(at, pool.size() - pool.takenAt(at)))
                        .toList());
    }

    /** One tenant's page. */
    public record TenantPage(
            TenantRow tenant,
            List<String> capabilities,
            String userNameRule,
            List<AreaView> areas,
            List<DifferenceView> differences,
            List<ExceptedView> excepted,
            List<UnknownView> unknown,
            List<WrittenRole> written) {}

    /** A role that is written as a group or a value, everywhere in the tenant or at an area and below it. */
    public record WrittenRole(
            UUID role,
            String name,
            Binding.Manner manner,
            String as,
            @Nullable String area) {}

    /** A group that Wexa does not write, with the tenant's own id. */
    public record GroupThere(String remoteId, String name, int members) {}

    /** A value of roles or entitlements, and how many accounts have it. */
    public record ValueThere(Binding.Manner attribute, String value, int accounts) {}

    /** An area, indented by its depth, with how many people should be able to do something right there. */
    public record AreaView(String key, String name, int depth, int assignments) {}

    /**
     * A difference in words.
     *
     * @param object the key by which it is corrected
     * @param giving whether correcting it would give something there, else it would take
     * @param person whose it is, if it is one person's
     * @param sensitivity of the role that it is about: NORMAL, SENSITIVE, PRIVILEGED; nothing where it is about none
     * @param since the reading that showed it first; nothing where it was not noted yet
     */
    public record DifferenceView(
            String object,
            String type,
            String name,
            String square,
            String text,
            boolean giving,
            @Nullable UUID person,
            String who,
            @Nullable String sensitivity,
            @Nullable Instant since) {}

    /** A difference that is let be until a day. */
    public record ExceptedView(
            UUID id, DifferenceView difference, Instant until, UUID owner, String ownerName, String reason) {}

    /** An account that nobody linked. */
    public record UnknownView(String userName, boolean open) {}
}
