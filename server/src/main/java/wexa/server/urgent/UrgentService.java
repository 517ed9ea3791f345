package wexa.server.urgent;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import org.jspecify.annotations.Nullable;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Reviewed;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.intake.Entry;
import wexa.core.leaving.Holding;
import wexa.core.leaving.LastAdministrators;
import wexa.core.leaving.LeavingPlan;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.apply.ApplyService;
import wexa.server.connections.Connections;
import wexa.server.connections.ManualTenants;
import wexa.server.directory.DirectoryClosing;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.jobs.JobService;
import wexa.server.jobs.Sendings;
import wexa.server.log.Reason;
import wexa.server.people.LeavingService;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.settling.CorrectionService;
import wexa.server.signals.SecurityEvents;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.urgent.UrgentViews.Way;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * Closes somebody's sign-in at once: a suspension, applied without a review, whose steps go ahead of all others in every
 * tenant. All that the person holds is left for a draft.
 */
@UseCases
class UrgentService {
    private static final int TRIES = 4;

    private final SnapshotStore snapshots;
    private final DraftStore drafts;
    private final Previews previews;
    private final ApplyService applying;
    private final Sendings sendings;
    private final Observations observations;
    private final Connections connections;
    private final ManualTenants manual;
    private final Administrators administrators;
    private final JobService jobs;
    private final CorrectionService corrections;
    private final DirectoryClosing directories;
    private final LeavingService leaving;
    private final SecurityEvents events;
    private final ExecutorService background;
    private final BusinessClock clock;
    private final Ids ids;

    UrgentService(
            SnapshotStore snapshots,
            DraftStore drafts,
            Previews previews,
            ApplyService applying,
            Sendings sendings,
            Observations observations,
            Connections connections,
            ManualTenants manual,
            Administrators administrators,
            JobService jobs,
            CorrectionService corrections,
            DirectoryClosing directories,
            LeavingService leaving,
            SecurityEvents events,
            ExecutorService background,
            BusinessClock clock,
            Ids ids) {
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.previews = previews;
        this.applying = applying;
        this.sendings = sendings;
        this.observations = observations;
        this.connections = connections;
        this.manual = manual;
        this.administrators = administrators;
        this.jobs = jobs;
        this.corrections = corrections;
        this.directories = directories;
        this.leaving = leaving;
        this.events = events;
        this.background = background;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Whoever is suspended already stays so, and who has left is not suspended: then what a tenant still has open is tried again, or
     * corrected. What one tenant does not allow is told, and stops no other.
     */
    @Requires(value = Act.APPLY, over = Over.SEEN_PERSON)
    UrgentViews.Closed close(Actor actor, UUID id, Reason reason) {
        Model before = snapshots.current().model();
        Person person = person(before, id);
        if (actor.person().equals(Optional.of(person.id()))) {
            throw new Problem(
                    409,
                    "urgent.self",
                    "This is you. Another administrator has to close your sign-in, so that somebody sees it through.");
        }
        actor.requireReach(person, before, clock.now());
        boolean mayBeSuspended = mayBeSuspended(before, person, clock.now());
        if (mayBeSuspended && suspension(before, person, clock.now()).isEmpty()) {
            suspend(actor, person, reason);
        }
        background.execute(() -> directories.follow(person.id(), actor.login()));
        background.execute(events::follow);
        List<String> problems = pursue(actor, person, reason);
        return new UrgentViews.Closed(
                mayBeSuspended ? rest(actor, person).orElse(null) : null,
                problems,
                view(actor, snapshots.current(), person));
    }

    /** Somebody without an engagement that runs or is to come has nothing that a suspension could hold back. */
    private static boolean mayBeSuspended(Model model, Person person, Instant now) {
        PersonStatus status = PersonStatus.of(model, person.id(), now);
        return status != PersonStatus.LEFT && status != PersonStatus.UNENGAGED;
    }

    /** Sends again at once what waits or was refused, and closes what is open without anything on its way. Tells what went wrong. */
    private List<String> pursue(Actor actor, Person person, Reason reason) {
        Model model = snapshots.current().model();
        List<String> problems = new ArrayList<>();
        for (Seen seen : seen(actor, model, person)) {
            try {
                Optional<Sendings.Closed> unsettled = seen.sent()
                        .filter(one -> one.state() == Sendings.State.OPEN || one.state() == Sendings.State.REFUSED);
                if (unsettled.isPresent() && (seen.way() == Way.CLOSING || seen.way() == Way.OPEN)) {
                    jobs.tryAgain(actor, unsettled.get().step());
                } else if (seen.way() == Way.OPEN) {
                    corrections.correct(
                            actor,
                            seen.account().tenant().value(),
                            List.of(ObjectKey.account(seen.account().id()).toString()),
                            reason);
                }
            } catch (Problem problem) {
                problems.add(model.title(model.tenants().get(seen.account().tenant())) + ": " + problem.getMessage());
            }
        }
        return problems;
    }

    private static Person person(Model model, UUID id) {
        return model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
    }

    private static Optional<Absence> suspension(Model model, Person person, Instant now) {
        return PersonStatus.stopping(model, person.id(), now)
                .filter(absence -> absence.manner() == Absence.Manner.SUSPENSION);
    }

    /** Others may be applying something meanwhile: then it is looked at anew. */
    private void suspend(Actor actor, Person person, Reason reason) {
        for (int tries = 1; ; tries++) {
            UUID absence = ids.next();
            Entry entry = new Entry(
                    new Entry.Id(ids.next()),
                    "absence.begin",
                    Map.of(
                            "id",
                            absence.toString(),
                            "person",
                            person.id().toString(),
                            "manner",
                            "suspension",
                            "because",
                            reason.text()));
            Draft begun = drafts.begin(
                    person.name() + " cannot sign in any more",
                    actor.login(),
                    snapshots.current().version(),
                    List.of(entry));
            Draft draft = drafts.explain(begun.id(), begun.version(), reason);
            try {
                applying.apply(
                        actor,
                        new ApplyService.Request(
                                ids.next(),
                                draft.id(),
                                draft.version(),
                                Reviewed.of(previews.of(draft)).digest(),
                                Changeset.Origin.DRAFT));
                return;
            } catch (Problem refused) {
                drafts.move(draft.id(), draft.version(), Draft.State.DISCARDED);
                if (!refused.code().equals("apply.preview-changed") || tries == TRIES) {
                    throw refused;
                }
            }
        }
    }

    /** All that would end with the person, as a draft; none where one is there already, or nobody may prepare it here. */
    private Optional<UUID> rest(Actor actor, Person person) {
        Snapshot snapshot = snapshots.current();
        List<Entry> entries =
                LeavingPlan.of(snapshot, person, LeavingPlan.When.now(clock.now()), LeavingPlan.Successors.NOBODY)
                        .stream()
                        .filter(one -> one.tenant()
                                .map(tenant -> actor.sight().covers(tenant))
                                .orElse(true))
                        .flatMap(one -> one.change().stream())
                        .map(change -> new Entry(new Entry.Id(ids.next()), change.form(), change.fields()))
                        .toList();
        if (entries.isEmpty() || !actor.may(Act.PREPARE)) {
            return Optional.empty();
        }
        return Optional.of(waiting(snapshot.model(), person)
                .orElseGet(() -> drafts.begin(person.name() + " leaves", actor.login(), snapshot.version(), entries)
                        .id()));
    }

    /** A draft that ends an engagement of theirs, and was neither applied nor discarded. */
    private Optional<UUID> waiting(Model model, Person person) {
        List<UUID> engagements = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .map(one -> one.id().value())
                .toList();
        return drafts.liveNaming("engagement.end", "engagement", engagements).values().stream()
                .findFirst();
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    UrgentViews.UrgentView ways(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        return view(actor, snapshot, person(snapshot.model(), id));
    }

    private static List<Account> accounts(Model model, Person person) {
        return model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).stream()
                .filter(account -> account.kind() == AccountKind.PERSON)
                .sorted(Comparator.comparing(
                        account -> model.title(model.tenants().get(account.tenant()))))
                .toList();
    }

    private UrgentViews.UrgentView view(Actor actor, Snapshot snapshot, Person person) {
        Model model = snapshot.model();
        Instant now = clock.now();
        Optional<Absence> suspension = suspension(model, person, now);
        List<UrgentViews.WayIn> ways = seen(actor, model, person).stream()
                .map(one -> shown(model, one))
                .toList();
        return new UrgentViews.UrgentView(
                suspension.map(one -> one.id().value()).orElse(null),
                suspension.map(one -> one.window().from()).orElse(null),
                suspension.map(Absence::reason).orElse(""),
                mayBeSuspended(model, person, now),
                leaving.entry(actor, person.id().value()).orElse(null),
                ways,
                administrators.all().stream()
                        .filter(one -> one.endedAt().isEmpty()
                                && one.person().equals(Optional.of(person.id().value())))
                        .map(Administrators.Known::login)
                        .findFirst()
                        .orElse(null),
                suspension.isPresent() && actor.may(Act.PREPARE)
                        ? waiting(model, person).orElse(null)
                        : null,
                unowned(snapshot, person, now),
                accounts(model, person).size() - ways.size());
    }

    /** An account in a tenant that the asker sees, and whether it still lets somebody in there. */
    private record Seen(Account account, Way way, String text, Optional<Sendings.Closed> sent) {}

    private List<Seen> seen(Actor actor, Model model, Person person) {
        boolean isOut = PersonStatus.of(model, person.id(), clock.now()) != PersonStatus.HERE;
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        return accounts(model, person).stream()
                .filter(account -> actor.sight().covers(account.tenant()))
                .map(account -> seen(
                        account,
                        isOut || !account.isOpen(),
                        Optional.ofNullable(freshness.get(account.tenant()))
                                .flatMap(Freshness::doneAt)
                                .isPresent()))
                .toList();
    }

    private Seen seen(Account account, boolean isStopped, boolean isRead) {
        ObjectKey key = ObjectKey.account(account.id());
        Optional<Sendings.Closed> sent = sendings.closing(account.tenant(), key);
        boolean isOpenThere = observations
                .find(account.tenant(), key)
                .map(Observation.Seen::state)
                .filter(state -> state instanceof AccountState seen && seen.activity() == Activity.OPEN)
                .isPresent();
        if (!isStopped) {
            return new Seen(account, Way.NOT_STOPPED, "", sent);
        }
        boolean isManual = manual.is(account.tenant());
        if (!isManual && (!isRead || connections.of(account.tenant()).isEmpty())) {
            return new Seen(
                    account, Way.NOT_KNOWN, isRead ? "the tenant is not connected" : "the tenant was never read", sent);
        }
        if (!isOpenThere) {
            return new Seen(account, Way.CLOSED, closedWords(sent), sent);
        }
        if (sent.filter(one -> one.state() == Sendings.State.OPEN).isPresent()) {
            return isManual
                    ? new Seen(account, Way.BY_HAND, "a task waits for somebody to close it there", sent)
                    : new Seen(account, Way.CLOSING, sent.get().detail(), sent);
        }
        if (sent.filter(Sendings.Closed::isConfirmed).isPresent()) {
            return new Seen(account, Way.OPEN, "it was closed, and somebody opened it again there", sent);
        }
        return new Seen(account, Way.OPEN, sent.map(Sendings.Closed::detail).orElse(""), sent);
    }

    private static String closedWords(Optional<Sendings.Closed> sent) {
        Optional<Sendings.Closed> confirmed = sent.filter(Sendings.Closed::isConfirmed);
        return confirmed
                .map(Sendings.Closed::confirmedBy)
                .map(login -> "confirmed by hand by " + login)
                .orElse(confirmed.isPresent() ? "read back" : "as last read");
    }

    private UrgentViews.WayIn shown(Model model, Seen seen) {
        Tenant tenant = model.tenants().get(seen.account().tenant());
        return new UrgentViews.WayIn(
                tenant.id().value(),
                model.title(tenant),
                tenant.colour(),
                seen.account().userName(),
                seen.way(),
                seen.text(),
                events.words(tenant.id(), seen.account().id()),
                seen.way() == Way.CLOSED
                        ? seen.sent()
                                .filter(Sendings.Closed::isConfirmed)
                                .map(UrgentService::seconds)
                                .orElse(null)
                        : null,
                seen.sent().map(Sendings.Closed::job).orElse(null));
    }

    private static @Nullable Double seconds(Sendings.Closed sent) {
        Duration after = sent.after();
        return after == null ? null : after.toMillis() / 1000.0;
    }

    /** What nobody else answers for. */
    private static List<String> unowned(Snapshot snapshot, Person person, Instant now) {
        List<String> words = new ArrayList<>();
        LeavingPlan.of(snapshot, person, LeavingPlan.When.now(now), LeavingPlan.Successors.NOBODY).stream()
                .filter(one -> one.fate() == Holding.Fate.LEFT_OPEN)
                .forEach(one -> words.add(one.held().title()));
        LastAdministrators.of(snapshot, List.of(person), now)
                .forEach(one ->
                        words.add("privileged access in " + snapshot.model().title(one.tenant())
                                + (one.hasEmergency()
                                        ? ": use its emergency account"
                                        : ": it has no emergency account; give somebody else access")));
        return words;
    }
}
