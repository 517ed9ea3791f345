package wexa.server.jobs;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.consistency.ChangedObjects;
import wexa.core.consistency.Fields;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observed;
import wexa.core.consistency.Plan;
import wexa.core.consistency.Reaching;
import wexa.core.consistency.Reviewed;
import wexa.core.consistency.Step;
import wexa.core.model.Account;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.readings.Observations;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Makes the job of a changeset: for each tenant the steps for what the changeset touched there, then one question. */
@Component
public class JobPlanner {
    /** Questions come after whatever changes something. */
    private static final int LAST = 100;

    private final JobRows jobs;
    private final StepRows steps;
    private final NewRows newRows;
    private final Observations observations;
    private final Overtaking overtaking;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final Ids ids;

    JobPlanner(
            JobRows jobs,
            StepRows steps,
            NewRows newRows,
            Observations observations,
            Overtaking overtaking,
            StoredForms forms,
            BusinessClock clock,
            Ids ids) {
        this.newRows = newRows;
        this.jobs = jobs;
        this.steps = steps;
        this.observations = observations;
        this.overtaking = overtaking;
        this.forms = forms;
        this.clock = clock;
        this.ids = ids;
    }

    /** A planned job: its id, and the tenants whose lanes have work. */
    public record Planned(UUID job, Set<Id<Tenant>> tenants) {}

    /** Meanwhile an earlier step was sent that a plan would have stood for: planned again, it is on its way. */
    public static final class Outdated extends RuntimeException {
        private static final long serialVersionUID = 1;

        Outdated() {
            super("an earlier step that the plan stands for was sent meanwhile");
        }
    }

    /** Steps for those whom a changeset concerns. Nothing is locked or written yet. */
    public Plans plan(Reviewed reviewed, Found found) {
        Plans plans = new Plans(reviewed.after().model());
        for (ChangedObjects touched : reviewed.touched()) {
            plans.add(touched, reviewed.concerned().people(), reviewed.alreadySo(), found);
        }
        return plans;
    }

    /** Steps for what has become due by the passing of time. */
    public Plans plan(Snapshot snapshot, List<ChangedObjects> due) {
        Plans plans = new Plans(snapshot.model());
        due.forEach(touched -> plans.add(touched, Set.of(), Set.of(), Found.NONE));
        return plans;
    }

    /**
     * Makes a job of plans; of none when no tenant has to do anything.
     *
     * @throws Outdated if the plans do not hold any more; what the transaction wrote has to be taken back
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<Planned> write(long version, String name, Plans plans) {
        return plans.write(version, name);
    }

    /** What a tenant would have to do now: the objects that a changeset touches there, and the steps in words. */
    public record Forecast(Tenant tenant, Set<ObjectKey> touched, List<String> steps) {}

    /** The steps that {@link #plan} would make, without making a job of them. */
    public List<Forecast> forecast(Reviewed reviewed, Found found) {
        List<Forecast> forecasts = new ArrayList<>();
        Snapshot after = reviewed.after();
        for (ChangedObjects work : reviewed.touched()) {
            Id<Tenant> tenant = work.tenant().id();
            List<String> steps = new ArrayList<>();
            found.in(tenant, after.model()).forEach((key, remoteId) -> steps.add(linking(key, after.model())));
            Observed seen = found.seen(
                    tenant, after.model(), observations, work.fields().keySet());
            plan(work, overtaking.look(tenant, work.fields()), seen, found)
                    .steps()
                    .forEach(step -> steps.add(StepWords.of(step, seen, after.model())));
            forecasts.add(new Forecast(work.tenant(), work.fields().keySet(), steps));
        }
        return forecasts;
    }

    /** What is found there is there, whether it was read yet or not. */
    private static Plan plan(ChangedObjects work, Overtaking.Found earlier, Observed seen, Found found) {
        return Plan.between(
                work.desired(),
                seen,
                earlier.wanted(),
                key -> earlier.onTheirWay().contains(key)
                        || (found.remoteIds().containsKey(key) && seen.find(key).isEmpty()));
    }

    private static String linking(ObjectKey key, Model model) {
        return key.type() == ObjectKey.Type.ACCOUNT
                ? "link account "
                        + model.table(Kind.ACCOUNT).get(Id.of(key.id())).userName()
                : "link group " + model.table(Kind.BINDING).get(Id.of(key.id())).name();
    }

    /**
     * What of the due objects no job has carried since: a job that was made meanwhile carries objects as they should be
     * at its making, and what should still be so has nothing left to do.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<ChangedObjects> uncarried(Snapshot snapshot, List<ChangedObjects> due, Instant since) {
        Map<UUID, Map<ObjectKey, List<Step>>> carried = new HashMap<>();
        for (StepRow row : steps.carriedSince(since)) {
            Step step = forms.readStep(row.body);
            carried.computeIfAbsent(row.tenantId, any -> new HashMap<>())
                    .computeIfAbsent(step.object(), any -> new ArrayList<>())
                    .add(step);
        }
        List<ChangedObjects> left = new ArrayList<>();
        for (ChangedObjects touched : due) {
            Map<ObjectKey, List<Step>> here =
                    carried.getOrDefault(touched.tenant().id().value(), Map.of());
            SortedMap<ObjectKey, Fields> open = new TreeMap<>(touched.fields());
            here.forEach((key, steps) -> open.computeIfPresent(key, (same, fields) -> {
                Fields rest = fields;
                for (Step step : steps) {
                    rest = rest.less(
                            step.fields(),
                            step.target(),
                            Optional.ofNullable(touched.desired().get(key)));
                }
                return rest.isEmpty() ? null : rest;
            }));
            if (!open.isEmpty()) {
                left.add(touched.of(open));
            }
        }
        return left;
    }

    /** What a job would be made of: its rows, and the earlier steps that they stand for. */
    public final class Plans {
        private final Model model;
        private final List<StepRow> rows = new ArrayList<>();
        private final List<UUID> superseded = new ArrayList<>();
        private final Set<ObjectKey> objects = new HashSet<>();

        private Plans(Model model) {
            this.model = model;
        }

        public boolean isEmpty() {
            return rows.isEmpty();
        }

        /** The objects to which steps go. */
        public Set<ObjectKey> objects() {
            return Set.copyOf(objects);
        }

        private void add(ChangedObjects work, Set<Id<Person>> people, Set<Id<Person>> alreadySo, Found found) {
            Tenant tenant = work.tenant();
            Observed seen =
                    found.seen(tenant.id(), model, observations, work.fields().keySet());
            Overtaking.Found earlier = overtaking.look(tenant.id(), work.fields());
            superseded.addAll(earlier.superseded());
            Plan plan = plan(work, earlier, seen, found);
            SortedMap<ObjectKey, String> links = found.in(tenant.id(), model);
            links.forEach((key, remoteId) -> {
                StepRow row = row(tenant, StepRow.Kind.LINK, key, linking(key, model), key + " " + remoteId);
                row.makes = true;
            });
            for (Step step : plan.steps()) {
                objects.add(step.object());
                StepRow row = row(
                        tenant,
                        StepRow.Kind.CARRY,
                        step.object(),
                        StepWords.of(step, seen, model),
                        forms.writeStep(step));
                row.needs = Needs.of(step);
                row.phase = step.phase();
                row.makes = step.verb() == Step.Verb.CREATE;
                row.urgent = step.closesAnAccount();
            }
            if (!(plan.isEmpty() && links.isEmpty()) && tenant.can(Capability.EVALUATION)) {
                addQuestions(work, plan, seen, people, alreadySo);
            }
        }

        /** About everybody who is concerned, and about those of whom all is already so if a step reaches them. */
        private void addQuestions(
                ChangedObjects work, Plan plan, Observed seen, Set<Id<Person>> people, Set<Id<Person>> alreadySo) {
            Map<String, Set<String>> about = Reaching.of(plan, work.desired(), seen);
            Set<Id<Person>> asked = new LinkedHashSet<>(people);
            for (Id<Person> person : alreadySo) {
                account(person, work.tenant(), model)
                        .filter(account -> about.containsKey(
                                ObjectKey.account(account.id()).toString()))
                        .ifPresent(account -> asked.add(person));
            }
            for (Id<Person> person : asked) {
                account(person, work.tenant(), model).ifPresent(account -> {
                    ObjectKey key = ObjectKey.account(account.id());
                    StepRow row = row(
                            work.tenant(),
                            StepRow.Kind.ASK,
                            key,
                            "ask what " + model.people().get(person).name() + " may do",
                            account.id().toString());
                    row.phase = LAST;
                    row.needs = Needs.text(about.getOrDefault(key.toString(), Set.of(key.toString())));
                });
            }
        }

        private StepRow row(Tenant tenant, StepRow.Kind kind, ObjectKey object, String subject, String body) {
            StepRow row = new StepRow();
            row.id = ids.next();
            row.tenantId = tenant.id().value();
            row.place = rows.size();
            row.kind = kind.name();
            row.object = object.toString();
            row.subject = subject.substring(0, Math.min(200, subject.length()));
            row.body = body;
            row.needs = "";
            row.state = StepRow.State.WAITING.name();
            row.dueAt = clock.now();
            row.detail = "";
            row.stopped = "";
            rows.add(row);
            return row;
        }

        private Optional<Planned> write(long version, String name) {
            if (overtaking.supersede(superseded, version, clock.now()) < superseded.size()) {
                throw new Outdated();
            }
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
    }

    private static Optional<Account> account(Id<Person> person, Tenant tenant, Model model) {
        return Account.of(person, tenant.id(), model).filter(Account::isOpen);
    }
}
