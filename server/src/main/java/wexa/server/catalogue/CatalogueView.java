package wexa.server.catalogue;

import java.util.List;
import java.util.UUID;

/** What pickers offer. */
public record CatalogueView(
        List<HomeChoice> homes,
        List<UnitChoice> units,
        List<String> jobs,
        List<GroupChoice> groups,
        List<RoleChoice> roles,
        List<TenantChoice> tenants) {
    /** Where people are at home: our own directory, or a partner's. */
    public record HomeChoice(String key, String name, boolean isOwn) {}

    /** A unit. */
    public record UnitChoice(UUID id, String key, String name) {}

    /** A group that people are put into by hand, and what it gives. */
    public record GroupChoice(UUID id, String key, String name, String description, int people, List<String> gives) {}

    /** A role, what it is for and which apps it is about. */
    public record RoleChoice(
            UUID id, String key, String name, String description, List<String> apps, int permissions) {}

    /** A tenant with its areas and seats. */
    public record TenantChoice(
            UUID id,
            String path,
            String app,
            String name,
            int colour,
            String environment,
            String userNameRule,
            boolean needsArea,
            boolean takesRoles,
            List<AreaChoice> areas,
            List<SeatChoice> seats,
            List<NeedChoice> needs) {}

    /** What a seat kind needs besides, such as a device id. */
    public record NeedChoice(String seat, String attribute) {}

    /** An area, indented by its depth, with how many people are given a role right there. */
    public record AreaChoice(UUID id, String key, String name, int depth, int people) {}

    /** A seat kind with what is left of its pool. */
    public record SeatChoice(String key, String name, int left, int size, List<String> carries) {}
}
