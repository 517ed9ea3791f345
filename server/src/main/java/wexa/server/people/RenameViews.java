package wexa.server.people;

import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.renaming.RenamePlan;
import wexa.server.people.LeavingViews.PlannedView;

/** How it is asked and shown what a change of name comes to. */
public final class RenameViews {
    private RenameViews() {}

    /** The new names; what is not given stays as it is. */
    public record RenameInput(
            @Nullable @Size(max = 120) String given,
            @Nullable @Size(max = 120) String family,
            @Nullable @Size(max = 64) String handle,
            @Nullable @Size(max = 254) String mail) {}

    /** Names of a person. */
    public record NamesView(String given, String family, String handle, String mail) {}

    /**
     * What stands in the way of a name.
     *
     * @param free one like it that nobody has or had, where there is one to offer
     */
    public record NameProblem(
            String field, String text, @Nullable String free) {}

    /**
     * One account.
     *
     * @param taken what the tenant's rule makes, where somebody else has or had that
     * @param change what gives it the other name; nothing where it keeps the one that it has
     */
    public record RenamedAccount(
            UUID id,
            String tenant,
            int colour,
            RenamePlan.Fate fate,
            String now,
            String then,
            @Nullable String taken,
            @Nullable PlannedView change) {}

    /**
     * What the person's directory calls them.
     *
     * @param agrees whether that is what they are to be called
     */
    public record DirectoryNames(
            String directory,
            String name,
            @Nullable String mail,
            boolean agrees,
            @Nullable Instant readAt) {}

    /**
     * What a change of name comes to.
     *
     * @param now what the person is called at present
     * @param edit what changes the person; nothing where that stays as it is
     * @param hidden how many accounts lie in tenants that the asker does not see
     */
    public record RenameView(
            PersonRow person,
            NamesView now,
            List<NameProblem> problems,
            @Nullable PlannedView edit,
            List<RenamedAccount> accounts,
            @Nullable DirectoryNames directory,
            int hidden) {}
}
