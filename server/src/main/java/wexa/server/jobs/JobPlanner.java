package wexa.server.jobs;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.consistency.Concerned;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Plan;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.Touched;
import wexa.core.model.Account;
import wexa.core.model.Capability;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.server.readings.Observations;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.NewRows;

/** Makes the job of a changeset: for each tenant the steps for what the changeset touched there, then one question. */
@Component
public class JobPlanner {
    private final JobRows jobs;
    private final StepRows steps;
    private final NewRows newRows;
    private final Observations observations;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final Ids ids;

    JobPlanner(
            JobRows jobs,
            StepRows steps,
            NewRows newRows,
            Observations observations,
            StoredForms forms,
            BusinessClock clock,
            Ids ids) {
        this.newRows = newRows;
        this.jobs = jobs;
        this.steps = steps;
        this.observations = observations;
        this.forms = forms;
        this.clock = clock;
        this.ids = ids;
    }

    /** A planned job: its id and the tenants whose lanes have work. */
    public record Planned(UUID job, Set<Id<Tenant>> tenants) {}

    /** Steps for those whom a changeset concerns; empty when no tenant has to do anything. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Planned> plan(
            long version, String name, Snapshot before, Snapshot after, Concerned concerned, Found found) {
        List<StepRow> rows = new ArrayList<>();
        for (Work work : work(before, after, concerned)) {
            add(work.tenant(), work.desired(), work.touched(), after.model(), concerned.people(), found, rows);
        }
        return save(version, name, rows);
    }

    /** What a tenant would have to do now: the objects that a changeset touches there, and the steps in words. */
    public record Forecast(Tenant tenant, Set<ObjectKey> touched, List<String> steps) {}

    /** The steps that {@link #plan} would make, without making a job of them. */
    public List<Forecast> forecast(Snapshot before, Snapshot after, Concerned concerned, Found found) {
        List<Forecast> forecasts = new ArrayList<>();
        for (Work work : work(before, after, concerned)) {
            Id<Tenant> tenant = work.tenant().id();
            List<String> steps = new ArrayList<>();
            found.in(tenant, after.model()).forEach((account, remoteId) -> steps.add(linking(account)));
            Observation seen = found.seen(tenant, after.model(), observations.of(tenant));
            Plan plan = Plan.between(work.desired(), seen, work.touched());
            plan.steps().forEach(planned -> steps.add(StepWords.of(planned.step(), seen, after.model())));
            forecasts.add(new Forecast(work.tenant(), work.touched(), steps));
        }
        return forecasts;
    }

    private static String linking(Account account) {
        return "link account " + account.userName();
    }

    private record Work(Tenant tenant, Set<ObjectKey> touched, SortedMap<ObjectKey, TenantObject> desired) {}

    /** The tenants that a changeset touches, and what the objects that it concerns should be there. */
    private List<Work> work(Snapshot before, Snapshot after, Concerned concerned) {
        List<Work> found = new ArrayList<>();
        for (Tenant tenant : after.model().tenants().stream().toList()) {
            Set<ObjectKey> touched = Touched.between(before, after, tenant, clock.now(), concerned);
            if (!touched.isEmpty()) {
                DesiredState desired = new DesiredState(after.model(), after.index(), tenant, clock.now());
                found.add(new Work(tenant, touched, desired.about(concerned)));
            }
        }
        return found;
    }

    /**
     * What of the due objects no job has carried since: a job that was made meanwhile carries objects as they should be
     * at its making, and those that should still be so have nothing left to do.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Tenant, Set<ObjectKey>> uncarried(Snapshot snapshot, Map<Tenant, Set<ObjectKey>> due, Instant since) {
        Map<UUID, Map<ObjectKey, Optional<TenantObject>>> carried = new HashMap<>();
        for (StepRow row : steps.carriedSince(since)) {
            Step step = forms.readStep(row.body);
            carried.computeIfAbsent(row.tenantId, any -> new HashMap<>()).put(step.object(), step.target());
        }
        Map<Tenant, Set<ObjectKey>> left = new LinkedHashMap<>();
        due.forEach((tenant, touched) -> {
            Map<ObjectKey, Optional<TenantObject>> here =
                    carried.getOrDefault(tenant.id().value(), Map.of());
            Map<ObjectKey, TenantObject> desired = here.isEmpty()
                    ? Map.of()
                    : new DesiredState(snapshot.model(), snapshot.index(), tenant, clock.now()).all();
            Set<ObjectKey> open = new TreeSet<>(touched);
            open.removeIf(key -> here.containsKey(key) && here.get(key).equals(Optional.ofNullable(desired.get(key))));
            if (!open.isEmpty()) {
                left.put(tenant, open);
            }
        });
        return left;
    }

    /** Steps for what has become due by the passing of time. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Planned> plan(long version, String name, Snapshot snapshot, Map<Tenant, Set<ObjectKey>> due) {
        List<StepRow> rows = new ArrayList<>();
        due.forEach((tenant, touched) -> add(
                tenant,
                new DesiredState(snapshot.model(), snapshot.index(), tenant, clock.now()).all(),
                touched,
                snapshot.model(),
                List.of(),
                Found.NONE,
                rows));
        return save(version, name, rows);
    }

    private Optional<Planned> save(long version, String name, List<StepRow> rows) {
        if (rows.isEmpty()) {
            return Optional.empty();
        }
        JobRow job = new JobRow();
        job.id = ids.next();
        job.number = jobs.last() + 1;
        job.changesetVersion = version;
        job.name = name;
        job.createdAt = clock.now();
        jobs.save(job);
        for (StepRow row : rows) {
            row.jobId = job.id;
        }
        newRows.insert(rows);
        Set<Id<Tenant>> tenants =
                rows.stream().map(row -> Id.<Tenant>of(row.tenantId)).collect(Collectors.toSet());
        return Optional.of(new Planned(job.id, tenants));
    }

    private void add(
            Tenant tenant,
            Map<ObjectKey, TenantObject> desired,
            Set<ObjectKey> touched,
            Model model,
            Collection<Id<Person>> people,
            Found found,
            List<StepRow> rows) {
        Observation seen = found.seen(tenant.id(), model, observations.of(tenant.id()));
        Plan plan = Plan.between(desired, seen, touched);
        Map<ObjectKey, Integer> links = new HashMap<>();
        found.in(tenant.id(), model).forEach((account, remoteId) -> {
            ObjectKey key = ObjectKey.account(account.id());
            links.put(key, rows.size());
            rows.add(row(tenant, rows.size(), StepRow.Kind.LINK, linking(account), key + " " + remoteId, Needs.NONE));
        });
        int first = rows.size();
        for (Plan.Planned planned : plan.steps()) {
            IntStream linked = planned.step().object().type() == ObjectKey.Type.ACCOUNT
                    ? Optional.ofNullable(links.get(planned.step().object())).stream()
                            .mapToInt(Integer::intValue)
                    : links.values().stream().mapToInt(Integer::intValue);
            IntStream earlier = planned.after().stream().mapToInt(place -> place + first);
            Needs needs = Needs.of(IntStream.concat(linked, earlier).toArray());
            rows.add(row(
                    tenant,
                    rows.size(),
                    StepRow.Kind.CARRY,
                    StepWords.of(planned.step(), seen, model),
                    forms.writeStep(planned.step()),
                    needs));
        }
        if ((plan.isEmpty() && links.isEmpty()) || !tenant.can(Capability.EVALUATION)) {
            return;
        }
        Needs all = first == rows.size() ? Needs.NONE : new Needs(List.of(new Needs.Run(first, rows.size() - 1)));
        for (Id<Person> person : people) {
            account(person, tenant, model)
                    .ifPresent(account -> rows.add(row(
                            tenant,
                            rows.size(),
                            StepRow.Kind.ASK,
                            "ask what " + model.people().get(person).name() + " may do",
                            account.id().toString(),
                            all)));
        }
    }

    private static Optional<Account> account(Id<Person> person, Tenant tenant, Model model) {
        return model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                .filter(account -> account.tenant().equals(tenant.id()) && account.isOpen())
                .findFirst();
    }

    private StepRow row(Tenant tenant, int place, StepRow.Kind kind, String subject, String body, Needs needs) {
        StepRow row = new StepRow();
        row.id = ids.next();
        row.tenantId = tenant.id().value();
        row.place = place;
        row.kind = kind.name();
        row.subject = subject.substring(0, Math.min(200, subject.length()));
        row.body = body;
        row.needs = needs.text();
        row.state = StepRow.State.WAITING.name();
        row.dueAt = clock.now();
        row.detail = "";
        return row;
    }
}
