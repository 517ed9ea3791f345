package wexa.server.urgent;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Reviewed;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.intake.Entry;
import wexa.core.leaving.Holding;
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
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.jobs.Lanes;
import wexa.server.jobs.Sendings;
import wexa.server.log.Reason;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
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
    private final Administrators administrators;
    private final Lanes.Waker waker;
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
            Administrators administrators,
            Lanes.Waker waker,
            BusinessClock clock,
            Ids ids) {
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.previews = previews;
        this.applying = applying;
        this.sendings = sendings;
        this.observations = observations;
        this.connections = connections;
        this.administrators = administrators;
        this.waker = waker;
        this.clock = clock;
        this.ids = ids;
    }

    /** Whoever is suspended already stays so, and their tenants are tried again at once. */
    @Requires(value = Act.APPLY, over = Over.SEEN_PERSON)
    UrgentViews.Closed close(Actor actor, UUID id, Reason reason) {
        Person person = person(snapshots.current().model(), id);
        if (actor.person().equals(Optional.of(person.id()))) {
            throw new Problem(
                    409,
                    "urgent.self",
                    "This is you. Another administrator has to close your sign-in, so that somebody sees it through.");
        }
        if (suspension(snapshots.current().model(), person, clock.now()).isEmpty()) {
            suspend(actor, person, reason);
        }
        Model model = snapshots.current().model();
        waker.wake(accounts(model, person).stream().map(Account::tenant).toList());
        return new UrgentViews.Closed(rest(actor, person).orElse(null), view(actor, snapshots.current(), person));
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
        List<UUID> engagements = snapshot.model().table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .map(one -> one.id().value())
                .toList();
        Map<UUID, UUID> known = drafts.liveNaming("engagement.end", "engagement", engagements);
        return Optional.of(known.values().stream()
                .findFirst()
                .orElseGet(() -> drafts.begin(person.name() + " leaves", actor.login(), snapshot.version(), entries)
                        .id()));
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
        List<Account> all = accounts(model, person);
        List<UrgentViews.WayIn> ways = all.stream()
                .filter(account -> actor.sight().covers(account.tenant()))
                .map(account -> way(model, account, isStopped(model, person, account, now)))
                .toList();
        return new UrgentViews.UrgentView(
                suspension.map(one -> one.id().value()).orElse(null),
                suspension.map(one -> one.window().from()).orElse(null),
                suspension.map(Absence::reason).orElse(""),
                ways,
                administrators.all().stream()
                        .filter(one -> one.endedAt().isEmpty()
                                && one.person().equals(Optional.of(person.id().value())))
                        .map(Administrators.Known::login)
                        .findFirst()
                        .orElse(null),
                unowned(snapshot, person, now),
                all.size() - ways.size());
    }

    private static boolean isStopped(Model model, Person person, Account account, Instant now) {
        return !account.isOpen() || PersonStatus.of(model, person.id(), now) != PersonStatus.HERE;
    }

    private UrgentViews.WayIn way(Model model, Account account, boolean isStopped) {
        Tenant tenant = model.tenants().get(account.tenant());
        ObjectKey key = ObjectKey.account(account.id());
        Optional<Sendings.Closed> sent = sendings.closing(tenant.id(), key);
        boolean isRead = Optional.ofNullable(observations.freshness().get(tenant.id()))
                .flatMap(Freshness::doneAt)
                .isPresent();
        boolean isOpenThere = observations
                .find(tenant.id(), key)
                .map(Observation.Seen::state)
                .filter(state -> state instanceof AccountState seen && seen.activity() == Activity.OPEN)
                .isPresent();
        Way way;
        String text;
        if (!isStopped) {
            way = Way.NOT_STOPPED;
            text = "";
        } else if (connections.of(tenant.id()).isEmpty() || !isRead) {
            way = Way.NOT_KNOWN;
            text = isRead ? "the tenant is not connected" : "the tenant was never read";
        } else if (!isOpenThere) {
            way = Way.CLOSED;
            text = sent.filter(Sendings.Closed::isConfirmed).isPresent() ? "read back" : "as last read";
        } else if (sent.filter(one -> one.state() == Sendings.State.OPEN).isPresent()) {
            way = Way.CLOSING;
            text = sent.get().detail();
        } else {
            way = Way.OPEN;
            text = sent.map(Sendings.Closed::detail)
                    .filter(detail -> !detail.isEmpty())
                    .orElse("still open there");
        }
        return new UrgentViews.WayIn(
                tenant.id().value(),
                model.title(tenant),
                tenant.colour(),
                account.userName(),
                way,
                text,
                way == Way.CLOSED
                        ? sent.filter(Sendings.Closed::isConfirmed)
                                .map(UrgentService::seconds)
                                .orElse(null)
                        : null,
                sent.map(Sendings.Closed::job).orElse(null));
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
        return words;
    }
}
