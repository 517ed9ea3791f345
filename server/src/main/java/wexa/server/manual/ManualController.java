package wexa.server.manual;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.rights.Actor;

/** Tenants without an interface over HTTP. */
@RestController
@RequestMapping("/api/v1/tenants")
class ManualController {
    private static final int MOST_ACCOUNTS = 200_000;

    private final ManualSetup setup;
    private final TaskService tasks;
    private final ListService lists;

    ManualController(ManualSetup setup, TaskService tasks, ListService lists) {
        this.setup = setup;
        this.tasks = tasks;
        this.lists = lists;
    }

    @PostMapping("/manual")
    @ResponseStatus(HttpStatus.CREATED)
    ManualViews.MadeManualTenant add(Actor actor, @Valid @RequestBody ManualViews.NewManualTenant tenant) {
        return new ManualViews.MadeManualTenant(setup.add(actor, tenant));
    }

    @PutMapping("/{id}/work")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(Actor actor, @PathVariable UUID id, @Valid @RequestBody ManualViews.WorkInput input) {
        tasks.set(actor, id, input);
    }

    @GetMapping("/{id}/tasks")
    ManualViews.ManualTasksView tasks(Actor actor, @PathVariable UUID id) {
        return tasks.tasks(actor, id);
    }

    @PostMapping("/{id}/tasks/confirmation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void confirm(Actor actor, @PathVariable UUID id, @Valid @RequestBody ManualViews.TasksNamed named) {
        tasks.confirm(actor, id, named.tasks());
    }

    /** Gives tasks back that cannot be done: the steps are refused, with the reason. */
    @PostMapping("/{id}/tasks/return")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refuse(Actor actor, @PathVariable UUID id, @Valid @RequestBody ManualViews.TasksReturned refused) {
        tasks.refuse(actor, id, refused.tasks(), refused.reason().strip());
    }

    @PutMapping("/{id}/tasks/assignee")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void assign(Actor actor, @PathVariable UUID id, @Valid @RequestBody ManualViews.TasksAssigned assigned) {
        tasks.assign(actor, id, assigned.tasks(), Optional.ofNullable(assigned.assignee()));
    }

    /**
     * A complete list of the tenant's accounts, as CSV (RFC 4180) with a column of user names. It counts as a reading of the
     * moment {@code at}.
     */
    @PostMapping(path = "/{id}/lists", consumes = "text/csv")
    ManualViews.AccountListView read(
            Actor actor,
            @PathVariable UUID id,
            @RequestParam Instant at,
            @RequestParam @Min(0) @Max(MOST_ACCOUNTS) int accounts,
            @RequestParam(defaultValue = "false") boolean isSure,
            @RequestBody(required = false) @Nullable InputStreamResource list)
            throws IOException {
        InputStream text = list == null ? InputStream.nullInputStream() : list.getInputStream();
        return lists.read(actor, id, new ListService.Uploaded(text, at, accounts, isSure));
    }
}
