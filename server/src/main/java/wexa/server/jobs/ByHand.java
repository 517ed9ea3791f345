package wexa.server.jobs;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.change.Days;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants;
import wexa.server.problems.Problem;
import wexa.server.readings.Observations;
import wexa.server.readings.Readings;
import wexa.server.readings.RemoteLinks;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/**
 * Steps in tenants without an interface: each becomes a task for somebody, and is done when that was confirmed, or when a list
 * of the tenant's accounts shows it. What was confirmed counts as seen until a list says otherwise.
 */
@Component
public class ByHand {
    private static final int LOOKED_AT_AGAIN = 500;

    private final StepRows steps;
    private final ManualTenants tenants;
    private final Observations observations;
    private final Readings readings;
    private final RemoteLinks links;
    private final WantedNow wanted;
    private final SnapshotStore snapshots;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final Settings settings;
    private final JobEvents events;

    ByHand(
            StepRows steps,
            ManualTenants tenants,
            Observations observations,
            Readings readings,
            RemoteLinks links,
            WantedNow wanted,
            SnapshotStore snapshots,
            StoredForms forms,
            BusinessClock clock,
            Settings settings,
            JobEvents events) {
        this.steps = steps;
        this.tenants = tenants;
        this.observations = observations;
        this.readings = readings;
        this.links = links;
        this.wanted = wanted;
        this.snapshots = snapshots;
        this.forms = forms;
        this.clock = clock;
        this.settings = settings;
        this.events = events;
    }

    /**
     * A task for somebody.
     *
     * @param values what is to be entered, as label and value
     * @param urgent whether it takes from somebody the way in
     * @param assignee whose it is, where it was given to somebody else than is usual in the tenant
     */
    public record Task(
            UUID id,
            UUID job,
            String text,
            List<TaskValue> values,
            boolean urgent,
            Instant due,
            @Nullable UUID assignee) {
        /** Whose it is: who it was given to, else who usually does the work there, of those who are here. */
        public Optional<Person> holder(ManualTenants.Manual usual, Model model, Instant now) {
            return Stream.concat(Stream.ofNullable(assignee).map(Id::<Person>of), usual.assignee().stream())
                    .filter(person -> PersonStatus.of(model, person, now) == PersonStatus.HERE)
                    .findFirst()
                    .flatMap(model.people()::find);
        }
    }

    /** Something to be entered. */
    public record TaskValue(String label, String value) {}

    boolean isManual(Id<Tenant> tenant) {
        return tenants.is(tenant);
    }

    /** All steps that wait become tasks at once, in their order: whoever does them by hand does all in one visit. */
    @Transactional
    void handOver(Id<Tenant> tenant) {
        ManualTenants.Manual manual = tenants.of(tenant).orElseThrow();
        Set<UUID> touched = new HashSet<>();
        for (StepRow row : waiting(tenant)) {
            touched.add(row.jobId);
            Instant now = clock.now();
            switch (StepRow.Kind.valueOf(row.kind)) {
                case ASK ->
                    steps.settleTask(
                            row.id,
                            StepRow.State.SKIPPED.name(),
                            "this tenant cannot be asked what somebody may do",
                            now,
                            null,
                            null);
                case LINK -> link(tenant, row, now);
                case CARRY -> {
                    if (!isSettled(tenant, row, now)) {
                        steps.handOver(row.id, row.urgent ? now : now.plus(manual.within()));
                    }
                }
            }
        }
        // what was decided since may leave nothing to do
        for (StepRow row : steps.byHand(tenant.value(), Limit.of(LOOKED_AT_AGAIN))) {
            if (isSettled(tenant, row, clock.now())) {
                touched.add(row.jobId);
            }
        }
        touched.forEach(events::changed);
    }

    /** Whether there is nothing left to do, which is noted then. */
    private boolean isSettled(Id<Tenant> tenant, StepRow row, Instant now) {
        Optional<Seen> seen = observations.find(tenant, ObjectKey.parse(row.object));
        Optional<Step> step = wanted.of(forms.readStep(row.body), tenant, seen, links.of(tenant));
        boolean isUnwanted =
                step.filter(one -> seen.isEmpty() && opensNothing(one)).isPresent();
        if (step.isPresent() && !isUnwanted) {
            return false;
        }
        steps.settleTask(
                row.id,
                isUnwanted ? StepRow.State.SUPERSEDED.name() : StepRow.State.DONE.name(),
                isUnwanted ? "not needed any more: the account is not wanted there now" : Lane.NOTHING_LEFT,
                now,
                null,
                null);
        return true;
    }

    private static boolean opensNothing(Step step) {
        return step.target().orElse(null) instanceof AccountState account
                && account.activity() == TenantObject.Activity.CLOSED;
    }

    private List<StepRow> waiting(Id<Tenant> tenant) {
        return steps.open(tenant.value(), Limit.unlimited()).stream()
                .filter(one -> one.state().equals(StepRow.State.WAITING.name()))
                .flatMap(one -> steps.findById(one.id()).stream())
                .toList();
    }

    private Optional<Step> left(Id<Tenant> tenant, Step planned) {
        return wanted.of(planned, tenant, observations.find(tenant, planned.object()), links.of(tenant));
    }

    /** An account of the last list becomes somebody's: nothing has to be done in the tenant for that. */
    private void link(Id<Tenant> tenant, StepRow row, Instant now) {
        Linking linking = Linking.of(row);
        Optional<String> taken = linking.taken(links.of(tenant));
        Optional<TenantObject> there = Optional.ofNullable(observations
                .strangers(tenant, linking.key().type(), List.of(linking.remoteId()))
                .get(linking.remoteId()));
        if (there.isEmpty() || taken.isPresent()) {
            steps.settleTask(
                    row.id,
                    StepRow.State.REFUSED.name(),
                    taken.orElse("This tenant's last list has no such account. Upload a newer one."),
                    now,
                    null,
                    null);
            return;
        }
        readings.linked(tenant, linking.key(), new Seen(linking.remoteId(), there.get()), now);
        steps.settleTask(row.id, StepRow.State.DONE.name(), "linked, as the last list shows it", now, null, null);
    }

    /** Tasks that wait in a tenant, the most urgent first. */
    @Transactional(readOnly = true)
    public List<Task> tasks(Id<Tenant> tenant, int limit) {
        List<Task> tasks = new ArrayList<>();
        TaskWords words = new TaskWords(snapshots.current().model(), tenant);
        for (StepRow row : steps.byHand(tenant.value(), Limit.of(limit))) {
            Step planned = forms.readStep(row.body);
            Optional<TenantObject> before =
                    observations.find(tenant, planned.object()).map(Seen::state);
            tasks.add(new Task(
                    row.id,
                    row.jobId,
                    row.subject,
                    left(tenant, planned).map(step -> words.of(step, before)).orElse(List.of()),
                    row.urgent,
                    row.dueAt,
                    row.assignee));
        }
        return tasks;
    }

    /** How many tasks wait in a tenant, how many of them are overdue, and when the first is due. */
    public record Waiting(int tasks, int overdue, Instant due) {}

    /** Tenants in which tasks wait. */
    @Transactional(readOnly = true)
    public Map<Id<Tenant>, Waiting> waiting() {
        Map<Id<Tenant>, Waiting> found = new HashMap<>();
        for (StepRows.TasksWaiting one : steps.tasksWaiting(clock.now())) {
            found.put(Id.of(one.tenantId()), new Waiting((int) one.tasks(), (int) one.overdue(), one.due()));
        }
        return found;
    }

    /**
     * Somebody says that tasks were done. What each was about counts as seen from now on. What changes an account of which
     * nobody has seen or confirmed that it was opened is not believed: it would count as opened with it. Tells how many.
     */
    @Transactional
    public int confirm(Id<Tenant> tenant, Collection<UUID> ids, String login) {
        return each(tenant, ids, row -> {
            Instant now = clock.now();
            Step planned = forms.readStep(row.body);
            Optional<Seen> before = observations.find(tenant, planned.object());
            if (before.isEmpty() && planned.verb() != Step.Verb.CREATE && planned.verb() != Step.Verb.REMOVE) {
                throw new Problem(
                        409,
                        "task.too-early",
                        "“" + row.subject
                                + "” cannot be confirmed yet: nobody has confirmed that the account was opened."
                                + " Select that task as well.");
            }
            int settled = steps.settleTask(
                    row.id,
                    StepRow.State.DONE.name(),
                    "confirmed by hand by " + login + " on " + Days.words(now, 0, settings.zone()),
                    now,
                    now,
                    login);
            if (settled == 1) {
                left(tenant, planned).ifPresent(step -> readings.seen(tenant, step.object(), after(step, before), now));
            }
            return settled;
        });
    }

    /** The user name is what the tenant knows an account by. */
    private static Optional<Seen> after(Step step, Optional<Seen> before) {
        if (step.verb() == Step.Verb.REMOVE) {
            return Optional.empty();
        }
        TenantObject state = step.after(before.map(Seen::state));
        return Optional.of(new Seen(
                state instanceof AccountState account
                        ? account.userName()
                        : step.object().toString(),
                state));
    }

    /** Somebody says that tasks cannot be done, and why. Tells of how many. */
    @Transactional
    public int refuse(Id<Tenant> tenant, Collection<UUID> ids, String login, String reason) {
        return each(
                tenant,
                ids,
                row -> steps.settleTask(
                        row.id,
                        StepRow.State.REFUSED.name(),
                        "cannot be done by hand: " + reason + " (" + login + ")",
                        clock.now(),
                        null,
                        null));
    }

    /** Gives tasks to somebody; to whoever does them usually, if to nobody. Tells how many. */
    @Transactional
    public int assign(Id<Tenant> tenant, Collection<UUID> ids, Optional<Id<Person>> assignee) {
        return steps.assign(tenant.value(), ids, assignee.map(Id::value).orElse(null));
    }

    private interface Act {
        /** Returns 1, or 0 for a task that somebody else settled at the same time. */
        int on(StepRow row);
    }

    /** In the order in which the tasks were made, whatever order they are named in. */
    private int each(Id<Tenant> tenant, Collection<UUID> ids, Act act) {
        Set<UUID> named = new HashSet<>(ids);
        Set<UUID> jobs = new HashSet<>();
        int changed = 0;
        for (StepRow row : steps.byHand(tenant.value(), Limit.unlimited())) {
            if (named.contains(row.id)) {
                changed += act.on(row);
                jobs.add(row.jobId);
            }
        }
        jobs.forEach(events::changed);
        return changed;
    }

    /** After a list was taken: tasks of which nothing is left are done. Tells how many. */
    @Transactional
    public int seenInList(Id<Tenant> tenant, Instant at) {
        int done = 0;
        Set<UUID> jobs = new HashSet<>();
        for (StepRow row : steps.byHand(tenant.value(), Limit.unlimited())) {
            if (left(tenant, forms.readStep(row.body)).isEmpty()) {
                done += steps.settleTask(
                        row.id,
                        StepRow.State.DONE.name(),
                        "seen in the list of " + Days.words(at, 0, settings.zone()),
                        clock.now(),
                        at,
                        null);
                jobs.add(row.jobId);
            }
        }
        jobs.forEach(events::changed);
        return done;
    }
}
