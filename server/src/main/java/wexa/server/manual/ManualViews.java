package wexa.server.manual;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.model.Environment;
import wexa.core.model.UserNameRule;
import wexa.server.jobs.ByHand;
import wexa.server.problems.KeyText;

/** What is asked and answered about tenants without an interface. */
final class ManualViews {
    private static final int MOST_ACTIONS = 100;
    private static final int LONGEST_HOURS = 24 * 60;

    private ManualViews() {}

    /** A kind of seat and how many of it there are. */
    record ManualSeatInput(
            @NotBlank @Size(max = 60) String name,
            @Min(0) @Max(10_000_000) int size) {}

    /**
     * A tenant without an interface. An app of that key that is known already is used as it is; of a new one it is said here
     * what can be done in it.
     *
     * @param looks what people can look at in a new app, one label each
     * @param works what they can do
     * @param decisions what they can decide
     * @param hours how long a task may take
     */
    record NewManualTenant(
            @NotBlank @Size(max = 60) @Pattern(regexp = KeyText.PATTERN, message = KeyText.TOLD)
            String app,

            @NotBlank @Size(max = 80) String appName,

            @NotBlank @Size(max = 60) @Pattern(regexp = KeyText.PATTERN, message = KeyText.TOLD)
            String key,

            @NotBlank @Size(max = 80) String name,
            @NotNull Environment environment,
            @NotNull UserNameRule userNames,
            @NotNull @Size(max = MOST_ACTIONS) List<@NotBlank @Size(max = 80) String> looks,
            @NotNull @Size(max = MOST_ACTIONS) List<@NotBlank @Size(max = 80) String> works,
            @NotNull @Size(max = MOST_ACTIONS) List<@NotBlank @Size(max = 80) String> decisions,
            @NotNull @Size(max = 20) List<@NotNull @Valid ManualSeatInput> seats,
            @NotNull @Valid WorkInput work) {}

    /** How the work in it is done: by whom, how, and how long it may take. */
    record WorkInput(
            @Nullable UUID assignee,
            @NotNull @Size(max = 2_000) String instructions,
            @Min(1) @Max(LONGEST_HOURS) int hours) {}

    record MadeManualTenant(UUID id) {}

    /** Somebody whose tasks they are. */
    record AssigneeView(UUID id, String name, @Nullable String mail) {}

    /**
     * A task in words.
     *
     * @param values what is to be entered
     * @param isOverdue whether it should have been done by now
     */
    record ManualTaskView(
            UUID id,
            UUID job,
            String text,
            List<ByHand.TaskValue> values,
            boolean urgent,
            Instant due,
            boolean isOverdue,
            @Nullable AssigneeView assignee) {}

    /**
     * The tasks of a tenant.
     *
     * @param assignee who does them, unless one is given to somebody else
     * @param more how many wait beside those that are listed
     * @param listedAt of when the last list is
     */
    record ManualTasksView(
            @Nullable AssigneeView assignee,
            String instructions,
            int hours,
            List<ManualTaskView> tasks,
            int more,
            @Nullable Instant listedAt) {}

    record TasksNamed(@NotNull @Size(min = 1, max = 2_000) List<@NotNull UUID> tasks) {}

    record TasksReturned(
            @NotNull @Size(min = 1, max = 2_000) List<@NotNull UUID> tasks,
            @NotBlank @Size(max = 200) String reason) {}

    record TasksAssigned(
            @NotNull @Size(min = 1, max = 2_000) List<@NotNull UUID> tasks,
            @Nullable UUID assignee) {}

    /**
     * What a list came to.
     *
     * @param accounts how many accounts it has
     * @param unknown how many of them nobody here knows
     * @param done tasks that it shows to be done
     * @param unused headings that mean nothing here
     * @param missing what the list does not tell, in words
     */
    record AccountListView(int accounts, int unknown, int done, List<String> unused, List<String> missing) {}
}
