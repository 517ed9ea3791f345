package wexa.server.apps;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.app.AppDifference;

/** How applications are shown. */
public final class AppViews {
    private AppViews() {}

    /**
     * An application in the version that was taken over.
     *
     * @param version empty if its tenants name none
     * @param differences what its tenants say otherwise, each with the change that takes it over
     */
    public record AppView(
            UUID id,
            String key,
            String name,
            String version,
            List<SayingView> tenants,
            List<AppSeatKindView> seatKinds,
            List<AppTaskView> tasks,
            List<CatalogueDifferenceView> differences) {}

    /**
     * What a tenant says of its application.
     *
     * @param version that it names; null if it never said what can be done in it
     * @param detail what kept it from being asked the last time; empty if nothing did
     */
    public record SayingView(
            UUID id,
            String name,
            int colour,
            @Nullable String version,
            @Nullable Instant readAt,
            String detail) {}

    public record AppSeatKindView(String key, String name, String description, List<String> carries) {}

    public record AppTaskView(String key, String name, String description, List<String> needs) {}

    /**
     * One thing that is said otherwise.
     *
     * @param detail what else is said of it: its description, or what it carries or needs
     * @param tenants which of the tenants have it so
     * @param form the form of the change that takes it over, with its fields
     * @param isDescriptionMissing whether somebody has to say first what it amounts to
     */
    public record CatalogueDifferenceView(
            AppDifference.Sort sort,
            String what,
            String detail,
            List<String> tenants,
            @Nullable TouchedView touched,
            String form,
            Map<String, String> fields,
            boolean isDescriptionMissing) {}

    /**
     * What names a permission, and who has it now.
     *
     * @param people who have it in any tenant of the application
     */
    public record TouchedView(
            List<UsedByView> sets,
            List<UsedByView> roles,
            List<String> variants,
            List<String> rules,
            List<String> seatKinds,
            List<String> tasks,
            int people) {}

    public record UsedByView(UUID id, String name) {}
}
