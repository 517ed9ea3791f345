package wexa.server.roles;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Sensitivity;
import wexa.core.model.Sort;

/** From the work to the role, as screens show it. */
public final class WorkViews {
    private WorkViews() {}

    /** What people do in an app: what they call it, and the single permissions. */
    public record AppWork(UUID id, String name, List<TaskView> tasks, List<TypeView> types) {}

    public record TaskView(String key, String name, List<String> needs) {}

    public record TypeView(String name, List<ActionView> actions) {}

    public record ActionView(
            String permission,
            String label,
            Sort sort,
            String description,
            Sensitivity sensitivity,
            @Nullable Sensitivity ownSensitivity) {}

    /**
     * What gives that work.
     *
     * @param roles existing roles, the best first
     * @param sets the permission sets that give it with the least besides
     * @param needed what was asked for, without what is held
     * @param held what the person or the group in question holds already, and where
     * @param seats the least seats with which it can be used, by app
     */
    public record CoverView(
            List<PermissionView> needed,
            List<HeldView> held,
            List<FitView> roles,
            SetsView sets,
            List<AppSeat> seats) {}

    /** A permission that is held, and the areas and tenants at which. */
    public record HeldView(PermissionView permission, List<String> places) {}

    public record PermissionView(String permission, String type, String action, Sensitivity sensitivity) {}

    /**
     * An existing role.
     *
     * @param assignments how often it is given
     * @param conflicts conflict rules of which it has both sides
     */
    public record FitView(
            UUID id,
            String key,
            String name,
            String description,
            List<PermissionView> lacks,
            List<PermissionView> excess,
            long weight,
            int assignments,
            List<String> conflicts) {}

    /**
     * Permission sets together.
     *
     * @param missing what no set gives
     * @param isBest whether no other choice gives less besides
     * @param gap by how much another choice could be better at most, if that is not known
     */
    public record SetsView(
            List<SetView> sets,
            List<PermissionView> excess,
            List<PermissionView> missing,
            long weight,
            boolean isBest,
            long gap,
            List<String> conflicts) {}

    public record SetView(UUID id, String key, String name, String description, int permissions) {}

    public record AppSeat(String app, @Nullable String seat) {}
}
