package wexa.server.roles;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.composition.Composition;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.server.drafts.DraftView;

/** Roles as screens show them. */
public final class RoleViews {
    private RoleViews() {}

    /**
     * A role in lists.
     *
     * @param variants in how many tenants it has a variant
     */
    public record RoleRow(
            UUID id,
            String key,
            String name,
            String description,
            List<String> apps,
            int permissions,
            int assignments,
            @Nullable String owner,
            Role.Stage stage,
            Sensitivity sensitivity,
            int variants) {}

    /**
     * A role with what it is made of: ingredients as columns, permissions as lines.
     *
     * @param does what it lets people do, in words made from its permissions: a line for each type of record
     * @param entry the entry of the draft that makes or changes it, if there is one
     */
    public record RolePage(
            RoleRow role,
            List<String> does,
            @Nullable UUID ownerId,
            boolean isSensitivitySet,
            @Nullable UUID sourceId,
            @Nullable String source,
            @Nullable SourceChange sourceChange,
            List<Expected> expected,
            List<Ingredient> ingredients,
            List<Line> lines,
            List<Given> given,
            int moreGiven,
            @Nullable RoleEntry entry) {}

    /**
     * What changed in the source since.
     *
     * @param fields with which the role takes it over
     */
    public record SourceChange(List<String> words, Map<String, String> fields) {}

    /**
     * Somebody for whom the role was made.
     *
     * @param subject as fields hold it, such as {@code person:…}
     * @param has whether the role is given to them, or to a group that they are in
     */
    public record Expected(String subject, String name, boolean has) {}

    /** How the role stands in a draft. */
    public record RoleEntry(
            UUID id, String form, Map<String, String> fields, String state, List<DraftView.FindingView> findings) {}

    public enum IngredientKind {
        ROLE,
        SET
    }

    /**
     * A permission set or an included role.
     *
     * @param redundant whether the role would give the same without it
     */
    public record Ingredient(
            UUID id,
            IngredientKind kind,
            String key,
            String name,
            Sensitivity sensitivity,
            Composition.Presence presence,
            boolean redundant) {}

    /**
     * One permission: what each ingredient does for it, whether it is left out, and whether the role gives it in the end; and
     * the same before the draft.
     */
    public record Line(
            String permission,
            String app,
            String type,
            String action,
            String sort,
            String description,
            Sensitivity sensitivity,
            List<Composition.Cell> cells,
            boolean excluded,
            boolean wasExcluded,
            boolean given,
            boolean wasGiven) {}

    /**
     * Something that can be put into a role.
     *
     * @param inside what is in the role already that has all of it, if anything has
     * @param isIn whether it is an ingredient itself
     * @param isCircle whether the role would include itself by it
     */
    public record Offer(
            UUID id,
            IngredientKind kind,
            String key,
            String name,
            String app,
            String description,
            int permissions,
            Sensitivity sensitivity,
            @Nullable String inside,
            boolean isIn,
            boolean isCircle) {}

    /**
     * What a draft's changes of roles do to people now.
     *
     * @param holders people who have a role that gives something else
     * @param inert assignments of the role that grant nothing, for want of an area
     * @param conflicts names of the conflict rules of which the role itself has both sides
     */
    public record EffectView(
            int holders,
            int gaining,
            int losing,
            List<String> tenants,
            int inert,
            List<PermissionShift> gains,
            List<PermissionShift> losses,
            List<SeatNeed> seats,
            List<String> conflicts) {}

    /**
     * A permission that people gain or lose.
     *
     * @param people how many do
     * @param others how many had it already by another way, or keep it by one
     * @param by roles by which some of those have it
     */
    public record PermissionShift(
            String permission,
            String type,
            String action,
            Sensitivity sensitivity,
            int people,
            int others,
            List<String> by) {}

    /** People who cannot use what they gain before they have such a seat. */
    public record SeatNeed(String tenant, String seat, int people) {}

    /**
     * To whom the role is given, now or from a coming day on.
     *
     * @param area where; none if it needs a place and has none, so that it does nothing
     * @param from the day from which on, if it is still to come
     * @param until its end, if it has one of its own or of the engagement that it was given for
     */
    public record Given(
            UUID id,
            String subject,
            UUID subjectId,
            boolean group,
            String tenant,
            UUID tenantId,
            int colour,
            @Nullable String area,
            @Nullable UUID areaId,
            @Nullable Instant from,
            @Nullable Instant until) {}

    /**
     * A conflict rule in words, and in whom its sides meet now. {@code one} and {@code other} are what must not meet:
     * actions with their records, or roles.
     */
    public record ConflictView(
            UUID id,
            String key,
            String name,
            String description,
            List<String> one,
            List<String> other,
            String app,
            String within,
            List<String> counted,
            String manner,
            @Nullable String owner,
            SideView oneSide,
            SideView otherSide,
            List<Met> met,
            int moreMet,
            int excepted) {}

    /** What a side names, as fields of forms hold it. */
    public record SideView(List<String> permissions, List<String> sets, List<String> roles) {}

    /**
     * Somebody in whom the sides of a rule meet, and where; and by what exception they may, if by one.
     *
     * @param one by which ways the person has the one side
     * @param other by which the other
     */
    public record Met(
            UUID person,
            String name,
            String where,
            List<MetWay> one,
            List<MetWay> other,
            @Nullable ExceptionView exception) {}

    /**
     * One way to a side of a rule.
     *
     * @param words the role, where, and by which group
     * @param act what ends it here, with the form and fields of that change; null where it is ended elsewhere
     * @param elsewhere who can end it where it is not ended here; empty where it is
     */
    public record MetWay(
            String words, @Nullable String act, @Nullable String form, Map<String, String> fields, String elsewhere) {}

    /** An exception of one person from a rule. */
    public record ExceptionView(UUID id, Instant until, String reason, String control) {}
}
