package wexa.server.roles;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Roles as screens show them. */
public final class RoleViews {
    private RoleViews() {}

    /** A role in lists. */
    public record RoleRow(
            UUID id,
            String key,
            String name,
            String description,
            List<String> apps,
            int permissions,
            int assignments,
            @Nullable String owner) {}

    /** A role with what it is made of: ingredients as columns, permissions as lines. */
    public record RolePage(
            RoleRow role, List<Ingredient> ingredients, List<Line> lines, List<Given> given, int moreGiven) {}

    /** A permission set or an included role. */
    public record Ingredient(UUID id, String name, String kind) {}

    /** One permission: which ingredients bring it, and whether the role gives it in the end. */
    public record Line(
            String app, String type, String action, String sort, List<Boolean> from, boolean given, boolean excluded) {}

    /**
     * To whom the role is given, now or from a coming day on.
     *
     * @param area where; none if it needs a place and has none, so that it does nothing
     * @param from the day from which on, if it is still to come
     * @param until its end, if it has one of its own or of the engagement that it was given for
     */
    public record Given(
            String subject,
            UUID subjectId,
            boolean group,
            String tenant,
            int colour,
            @Nullable String area,
            @Nullable Instant from,
            @Nullable Instant until) {}

    /**
     * A conflict rule in words, and in whom its sides meet now. {@code one} and {@code other} are what must not meet:
     * actions with their records, or roles.
     */
    public record ConflictView(
            UUID id,
            String name,
            String description,
            List<String> one,
            List<String> other,
            String app,
            String within,
            List<String> counted,
            String manner,
            @Nullable String owner,
            List<Met> met,
            int moreMet) {}

    /** Somebody in whom the sides of a rule meet, and where. */
    public record Met(UUID person, String name, String where) {}
}
