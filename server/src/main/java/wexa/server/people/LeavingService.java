package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.consistency.ObjectKey;
import wexa.core.leaving.Holding;
import wexa.core.leaving.Holding.Fate;
import wexa.core.leaving.LeavingPlan;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;
import wexa.server.directory.DirectoryStandings;
import wexa.server.jobs.Sendings;
import wexa.server.people.LeavingViews.DirectoryEntryView;
import wexa.server.people.LeavingViews.HoldingView;
import wexa.server.people.LeavingViews.LeavingEngagement;
import wexa.server.people.LeavingViews.LeavingView;
import wexa.server.people.LeavingViews.Left;
import wexa.server.people.LeavingViews.LeftView;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.LeavingViews.RemovalView;
import wexa.server.people.LeavingViews.WarningView;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.secrets.SecretService;
import wexa.server.secrets.SecretViews.SharedSecretView;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Offboarding: what somebody who leaves holds, what becomes of it, and what is left afterwards. Nothing is kept. */
@UseCases
public class LeavingService {
    private static final Set<DirectoryStandings.Standing> STILL_IN =
            EnumSet.of(DirectoryStandings.Standing.ENABLED, DirectoryStandings.Standing.CANNOT_BE_CHECKED);
    private static final Set<Left> CONFIRMED = EnumSet.of(Left.CONFIRMED, Left.CONFIRMED_BY_HAND);

    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final PersonAccounts accounts;
    private final LeavingGuards guards;
    private final Sendings sendings;
    private final Observations observations;
    private final DirectoryStandings directories;
    private final SecretService secrets;
    private final RemovalQuestions questions;
    private final BusinessClock clock;

    LeavingService(
            SnapshotStore snapshots,
            PersonRows rows,
            PersonAccounts accounts,
            LeavingGuards guards,
            Sendings sendings,
            Observations observations,
            DirectoryStandings directories,
            SecretService secrets,
            RemovalQuestions questions,
            BusinessClock clock) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.accounts = accounts;
        this.guards = guards;
        this.sendings = sendings;
        this.observations = observations;
        this.directories = directories;
        this.secrets = secrets;
        this.questions = questions;
        this.clock = clock;
    }

    /**
     * What is to happen.
     *
     * @param at when the person leaves; empty for now
     * @param ending the engagements that end; all where none is named
     * @param rest who takes over whatever nobody else does
     * @param of who takes over what, by the fact that it is about
     */
    record Wanted(Optional<Instant> at, List<UUID> ending, Optional<UUID> rest, Map<UUID, UUID> of) {}

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public LeavingView plan(Actor actor, UUID id, Wanted wanted) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Person person = person(model, id);
        Map<Id<?>, Id<Person>> of = new HashMap<>();
        wanted.of().forEach((fact, successor) -> of.put(Id.of(fact), successor(actor, model, successor, now)));
        LeavingPlan.Successors successors =
                new LeavingPlan.Successors(wanted.rest().map(one -> successor(actor, model, one, now)), of);
        Set<Id<Engagement>> ending = new HashSet<>();
        wanted.ending().forEach(one -> ending.add(Id.of(one)));
        LeavingPlan.When when = new LeavingPlan.When(
                now, wanted.at().filter(at -> at.isAfter(now)).orElse(now));
        List<Holding> all = ending.isEmpty()
                ? LeavingPlan.of(snapshot, person, when, successors)
                : LeavingPlan.of(snapshot, person, when, successors, ending);
        Map<Id<Tenant>, Map<ObjectKey, String>> squares = new HashMap<>();
        List<PersonPage.AccountView> known = accounts.of(snapshot, person, actor.sight(), now, squares);
        List<Holding> seen = all.stream()
                .filter(one -> one.tenant()
                        .filter(tenant -> !actor.sight().covers(tenant))
                        .isEmpty())
                .toList();
        return new LeavingView(
                rows.row(model, person, now),
                lastDay(model, person, now),
                entry(model, person, now).orElse(null),
                all.stream()
                        .filter(one -> one.what() == Holding.What.ENGAGEMENT)
                        .map(one -> engagement(model, one))
                        .toList(),
                seen.stream().map(one -> view(one, model, known)).toList(),
                secrets.knownTo(actor, id),
                warnings(actor, snapshot, person, seen, successors, when),
                all.size() - seen.size());
    }

    private static Person person(Model model, UUID id) {
        return model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
    }

    private static Id<Person> successor(Actor actor, Model model, UUID id, Instant now) {
        Id<Person> successor = person(model, id).id();
        actor.requireSight(successor, model, now);
        return successor;
    }

    private static @Nullable Instant lastDay(Model model, Person person, Instant now) {
        return MainEngagement.of(model, person.id(), now)
                .map(one -> one.window().until())
                .filter(until -> !until.equals(Instant.MAX))
                .orElse(null);
    }

    private static LeavingEngagement engagement(Model model, Holding holding) {
        Engagement engagement = (Engagement) holding.fact();
        return new LeavingEngagement(
                engagement.id().value(),
                engagement.job() + ", "
                        + model.table(Kind.UNIT).get(engagement.unit()).name() + ", "
                        + engagement.kind().name().toLowerCase(Locale.ROOT),
                engagement.window().isOpenEnded() ? null : engagement.window().until(),
                holding.fate() != Fate.STAYS);
    }

    private static HoldingView view(Holding holding, Model model, List<PersonPage.AccountView> known) {
        Optional<Tenant> tenant = holding.tenant().map(model.tenants()::get);
        Window window = holding.window();
        return new HoldingView(
                holding.what(),
                holding.fate(),
                holding.fact().id().value(),
                holding.held().title(),
                holding.held().through(),
                window.from().equals(Instant.MIN) ? null : window.from(),
                window.isOpenEnded() ? null : window.until(),
                tenant.map(one -> one.id().value()).orElse(null),
                tenant.map(model::title).orElse(""),
                tenant.map(Tenant::colour).orElse(null),
                holding.what() == Holding.What.ACCOUNT
                        ? known.stream()
                                .filter(one ->
                                        one.id().equals(holding.fact().id().value()))
                                .map(PersonPage.AccountView::square)
                                .findFirst()
                                .orElse("")
                        : "",
                holding.change()
                        .map(one -> new PlannedView(one.form(), one.fields()))
                        .orElse(null));
    }

    private List<WarningView> warnings(
            Actor actor,
            Snapshot snapshot,
            Person person,
            List<Holding> holdings,
            LeavingPlan.Successors successors,
            LeavingPlan.When when) {
        List<WarningView> warnings = new ArrayList<>();
        warnings.addAll(
                guards.blocking(actor, snapshot, List.of(person), when.now()).values());
        guards.tenants(snapshot, List.of(person), when.now()).getOrDefault(person.id(), List.of()).stream()
                .filter(one -> !one.isBlocking())
                .forEach(warnings::add);
        warnings.addAll(guards.unused(person));
        long open =
                holdings.stream().filter(one -> one.fate() == Fate.LEFT_OPEN).count();
        if (open > 0) {
            warnings.add(new WarningView(
                    "leaving.left-open",
                    false,
                    open == 1 ? "One thing is left without anybody" : open + " things are left without anybody",
                    "Choose who takes over what they own, lead or answer for."));
        }
        Stream.concat(successors.rest().stream(), successors.of().values().stream())
                .distinct()
                .forEach(successor ->
                        LeavingGuards.unfit(snapshot.model(), successor, when).ifPresent(warnings::add));
        directories
                .shown(person, Optional.empty())
                .filter(one -> !one.mayAsk() && STILL_IN.contains(one.standing()))
                .ifPresent(one -> warnings.add(new WarningView(
                        "leaving.directory",
                        false,
                        "Disable the entry in the " + one.directory() + " first",
                        "Wexa does not write to the " + one.directory()
                                + ". Until the entry is disabled there, they can still sign in wherever that directory"
                                + " is used. Confirm it below when it is done.")));
        return warnings;
    }

    /** What is left of somebody in each tenant in which they had an account, as it was read. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public RemovalView removal(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Person person = person(model, id);
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        List<LeftView> tenants = accounts.of(snapshot, person, actor.sight(), now, new HashMap<>()).stream()
                .map(one -> asked(snapshot, person, one, left(one, byHand(one, freshness))))
                .toList();
        int holdings = (int)
                LeavingPlan.of(snapshot, person, LeavingPlan.When.now(now), LeavingPlan.Successors.NOBODY).stream()
                        .filter(one -> one.what() != Holding.What.ACCOUNT)
                        .count();
        int hidden = (int) model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).stream()
                        .filter(one -> !actor.sight().covers(one.tenant()))
                        .count()
                + secrets.hidden(actor, id);
        Optional<DirectoryEntryView> entry = entry(model, person, now);
        List<SharedSecretView> toChange = secrets.knownTo(actor, id).stream()
                .filter(SharedSecretView::hasToBeChanged)
                .toList();
        // whoever does not see a tenant cannot say that nothing is left there
        boolean isComplete = holdings == 0
                && hidden == 0
                && tenants.stream().allMatch(one -> CONFIRMED.contains(one.left()))
                && entry.stream().allMatch(one -> CONFIRMED.contains(one.left()))
                && toChange.isEmpty();
        return new RemovalView(entry.orElse(null), toChange, tenants, holdings, hidden, isComplete);
    }

    /** How the entry in the directory stands, and whether something may be done about it. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public Optional<DirectoryEntryView> entry(Actor actor, UUID id) {
        Model model = snapshots.current().model();
        return entry(model, person(model, id), clock.now());
    }

    private Optional<DirectoryEntryView> entry(Model model, Person person, Instant now) {
        Optional<Instant> out = PersonStatus.outSince(model, person.id(), now);
        return directories.shown(person, out).map(shown -> entry(shown, out.isPresent()));
    }

    private static DirectoryEntryView entry(DirectoryStandings.Shown shown, boolean isOut) {
        return new DirectoryEntryView(
                shown.directory(),
                switch (shown.standing()) {
                    case DISABLED, GONE -> Left.CONFIRMED;
                    case BY_HAND -> Left.CONFIRMED_BY_HAND;
                    case WAITING -> Left.WAITING;
                    case ENABLED -> Left.STILL_THERE;
                    case CANNOT_BE_CHECKED -> Left.CANNOT_BE_CHECKED;
                },
                shown.text(),
                isOut,
                shown.mayAsk(),
                shown.readAt().orElse(null));
    }

    /** Who said that they closed the account by hand, if no list has shown the tenant since. */
    private Optional<String> byHand(PersonPage.AccountView account, Map<Id<Tenant>, Freshness> freshness) {
        Id<Tenant> tenant = Id.of(account.tenantId());
        Optional<Instant> listed = Optional.ofNullable(freshness.get(tenant)).flatMap(Freshness::doneAt);
        return sendings.closing(tenant, ObjectKey.account(Id.<Account>of(account.id())))
                .filter(closed -> closed.confirmedBy() != null && closed.at() != null)
                .filter(closed -> listed.filter(at -> !at.isBefore(closed.at())).isEmpty())
                .map(Sendings.Closed::confirmedBy);
    }

    /** With what the tenant says that they can still do there: that counts more than what it shows. */
    private LeftView asked(Snapshot snapshot, Person person, PersonPage.AccountView account, LeftView seen) {
        return questions
                .about(snapshot, person, snapshot.model().table(Kind.ACCOUNT).get(Id.of(account.id())))
                .map(one -> new LeftView(
                        seen.tenant(),
                        seen.where(),
                        seen.colour(),
                        seen.userName(),
                        one.allowed().isEmpty() ? seen.left() : Left.STILL_THERE,
                        seen.text() + "; " + one.text(),
                        seen.closedAt(),
                        seen.readAt()))
                .orElse(seen);
    }

    /** Asks every tenant that answers whether the person can still do what they could do. */
    @Requires(value = Act.HELP, over = Over.SEEN_PERSON)
    public RemovalView ask(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Person person = person(snapshot.model(), id);
        for (Account account : snapshot.model().table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            if (actor.sight().covers(account.tenant())) {
                questions.ask(snapshot, person, account);
            }
        }
        return removal(actor, id);
    }

    private static LeftView left(PersonPage.AccountView account, Optional<String> byHand) {
        Instant sent = account.sent().at();
        Instant read = account.readAt();
        boolean isOpen = account.state().equals("OPEN");
        boolean isReadSince = read != null && (sent == null || !read.isBefore(sent));
        Left left;
        String text;
        if (isOpen) {
            left = Left.OPEN;
            text = "not closed in Wexa yet";
        } else if (read == null) {
            left = Left.CANNOT_BE_CHECKED;
            text = "the tenant was never read";
        } else if (!isReadSince) {
            left = Left.WAITING;
            text = "the tenant was not read since";
        } else if (!account.difference().isEmpty()) {
            left = Left.STILL_THERE;
            text = account.difference();
        } else if (!account.found().isEmpty()) {
            left = Left.STILL_THERE;
            text = "the account has " + String.join(", ", account.found());
        } else if (byHand.isPresent()) {
            left = Left.CONFIRMED_BY_HAND;
            text = "closed by hand, as " + byHand.get() + " confirmed; no list of accounts has shown it since";
        } else {
            left = Left.CONFIRMED;
            text = "account inactive or gone; no roles there";
        }
        return new LeftView(
                account.tenantId(),
                account.app() + " " + account.tenant(),
                account.colour(),
                account.userName(),
                left,
                text,
                sent,
                read);
    }
}
