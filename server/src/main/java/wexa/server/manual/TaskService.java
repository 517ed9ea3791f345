package wexa.server.manual;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants;
import wexa.server.connections.ManualTenants.Manual;
import wexa.server.jobs.ByHand;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Tasks in tenants without an interface: what is to be done there, by whom, and what came of it. */
@UseCases
public class TaskService {
    private static final int SHOWN = 500;

    private final ManualTenants tenants;
    private final ByHand byHand;
    private final Observations observations;
    private final SnapshotStore snapshots;
    private final Assignees people;
    private final Notes notes;
    private final TransactionTemplate transactions;
    private final BusinessClock clock;

    TaskService(
            ManualTenants tenants,
            ByHand byHand,
            Observations observations,
            SnapshotStore snapshots,
            Assignees people,
            Notes notes,
            TransactionTemplate transactions,
            BusinessClock clock) {
        this.tenants = tenants;
        this.byHand = byHand;
        this.observations = observations;
        this.snapshots = snapshots;
        this.people = people;
        this.notes = notes;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_TENANT)
    public ManualViews.ManualTasksView tasks(Actor actor, UUID id) {
        Id<Tenant> tenant = Id.of(id);
        Manual manual = manual(tenants, id);
        Model model = snapshots.current().model();
        Instant now = clock.now();
        List<ManualViews.ManualTaskView> tasks = byHand.tasks(tenant, SHOWN).stream()
                .map(one -> new ManualViews.ManualTaskView(
                        one.id(),
                        one.job(),
                        one.text(),
                        one.values(),
                        one.urgent(),
                        one.due(),
                        one.due().isBefore(now),
                        assignee(one.holder(manual, model, now))))
                .toList();
        int all = Optional.ofNullable(byHand.waiting().get(tenant))
                .map(ByHand.Waiting::tasks)
                .orElse(0);
        return new ManualViews.ManualTasksView(
                assignee(manual.assignee().flatMap(model.people()::find)),
                manual.instructions(),
                (int) manual.within().toHours(),
                tasks,
                Math.max(0, all - tasks.size()),
                Optional.ofNullable(observations.freshness().get(tenant))
                        .flatMap(Freshness::doneAt)
                        .orElse(null));
    }

    static Manual manual(ManualTenants tenants, UUID id) {
        return tenants.of(Id.of(id))
                .orElseThrow(() -> new Problem(
                        409,
                        "tenant.not-manual",
                        "This tenant has an interface: Wexa does the work there and reads it itself."));
    }

    private static ManualViews.@Nullable AssigneeView assignee(Optional<Person> person) {
        return person.map(one -> new ManualViews.AssigneeView(
                        one.id().value(),
                        one.name(),
                        one.mail().map(Object::toString).orElse(null)))
                .orElse(null);
    }

    /** Says that tasks were done. */
    @Requires(value = Act.APPLY, over = Over.STEPS, at = 2)
    public void confirm(Actor actor, UUID id, Collection<UUID> tasks) {
        manual(tenants, id);
        transactions.executeWithoutResult(status -> {
            int done = byHand.confirm(Id.of(id), tasks, actor.login());
            requireAny(done);
            notes.write(actor.login(), "confirm by hand " + count(done) + " of tenant " + path(id), Set.of(id));
        });
    }

    /** Says that tasks cannot be done, and why. */
    @Requires(value = Act.APPLY, over = Over.STEPS, at = 2)
    public void refuse(Actor actor, UUID id, Collection<UUID> tasks, String reason) {
        manual(tenants, id);
        transactions.executeWithoutResult(status -> {
            int returned = byHand.refuse(Id.of(id), tasks, actor.login(), reason);
            requireAny(returned);
            notes.write(
                    actor.login(),
                    "return " + count(returned) + " of tenant " + path(id) + " because “" + reason + "”",
                    Set.of(id));
        });
    }

    private static void requireAny(int changed) {
        if (changed == 0) {
            throw new Problem(
                    409,
                    "task.gone",
                    "None of these tasks is open any more: another administrator has settled them, or a later change has"
                            + " replaced them. Load the list again.");
        }
    }

    private static String count(int tasks) {
        return tasks + (tasks == 1 ? " task" : " tasks");
    }

    private String path(UUID tenant) {
        Model model = snapshots.current().model();
        return model.path(model.tenants().get(Id.of(tenant)));
    }

    /** Gives tasks to somebody. */
    @Requires(value = Act.APPLY, over = Over.STEPS, at = 2)
    public void assign(Actor actor, UUID id, Collection<UUID> tasks, Optional<UUID> assignee) {
        manual(tenants, id);
        requireAny(byHand.assign(Id.of(id), tasks, assignee.map(person -> people.here(actor, person, "assignee"))));
    }

    /** How the work there is done from now on. */
    @Requires(value = Act.GOVERN, over = Over.WHOLE_TENANT)
    public void set(Actor actor, UUID id, ManualViews.WorkInput input) {
        manual(tenants, id);
        Manual manual = people.work(actor, input, "assignee");
        transactions.executeWithoutResult(status -> {
            tenants.set(Id.of(id), manual);
            notes.write(actor.login(), "set how the work is done in tenant " + path(id), Set.of(id));
        });
    }
}
