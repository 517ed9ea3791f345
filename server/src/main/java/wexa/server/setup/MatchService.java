package wexa.server.setup;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import wexa.core.consistency.Matching;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.intake.Entry;
import wexa.core.model.App;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.problems.Problem;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.setup.SetupViews.KeptInput;
import wexa.server.setup.SetupViews.MatchView;
import wexa.server.setup.SetupViews.Pair;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Match accounts that a tenant had before it was connected: proposed here, decided by a person, in a draft. */
@UseCases
public class MatchService {
    private final SnapshotStore snapshots;
    private final Observations observations;
    private final DraftStore drafts;
    private final BusinessClock clock;
    private final Ids ids;

    MatchService(SnapshotStore snapshots, Observations observations, DraftStore drafts, BusinessClock clock, Ids ids) {
        this.snapshots = snapshots;
        this.observations = observations;
        this.drafts = drafts;
        this.clock = clock;
        this.ids = ids;
    }

    /** Every account that nobody linked, with a proposal where there is one. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    List<MatchView> proposals(Actor actor, UUID tenant) {
        Model model = snapshots.current().model();
        Tenant known = tenant(model, tenant);
        return Matching.of(model, known, observations.strangers(known.id(), ObjectKey.Type.ACCOUNT), clock.now())
                .stream()
                .map(proposal -> view(model, known, proposal))
                .toList();
    }

    private static Tenant tenant(Model model, UUID id) {
        return model.tenants().find(Id.of(id)).orElseThrow(() -> Problem.notFound("tenant", id));
    }

    private static MatchView view(Model model, Tenant tenant, Matching.Proposal proposal) {
        AccountState account = (AccountState) proposal.account().state();
        Optional<Matching.Candidate> candidate = proposal.candidate();
        App app = model.appOf(tenant);
        return new MatchView(
                proposal.account().remoteId(),
                account.userName(),
                (account.givenName() + " " + account.familyName()).strip(),
                account.mail().orElse(null),
                account.activity() == TenantObject.Activity.OPEN,
                account.seats().stream()
                        .map(seat -> Key.accepts(seat)
                                ? app.seatKind(Key.of(seat))
                                        .map(App.SeatKind::name)
                                        .orElse(seat)
                                : seat)
                        .toList(),
                candidate.map(one -> one.person().value()).orElse(null),
                candidate.map(one -> model.people().get(one.person()).name()).orElse(null),
                candidate.map(Matching.Candidate::reason).orElse(null));
    }

    /**
     * A draft that makes these accounts their people's, with the seats that they hold there. Nothing in the tenant changes
     * before it is applied, and then the link first.
     */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    UUID link(Actor actor, UUID tenant, List<Pair> pairs) {
        if (pairs.isEmpty()) {
            throw Problem.badField("pairs", "match.none", "No account is chosen. Tick at least one.");
        }
        Snapshot snapshot = snapshots.current();
        Tenant known = tenant(snapshot.model(), tenant);
        Map<String, TenantObject> accounts = observations.strangers(
                known.id(),
                ObjectKey.Type.ACCOUNT,
                pairs.stream().map(Pair::remoteId).toList());
        Set<UUID> people = new HashSet<>();
        List<Entry> entries = new ArrayList<>();
        for (Pair pair : pairs) {
            if (!(accounts.get(pair.remoteId()) instanceof AccountState account)) {
                throw Problem.badField(
                        "remoteId",
                        "match.gone",
                        "The account " + pair.remoteId() + " is linked by now, or gone. Look at the list again.");
            }
            Id<Person> person = Id.of(pair.person());
            String name = snapshot.model()
                    .people()
                    .find(person)
                    .map(Person::name)
                    .orElseThrow(() -> Problem.notFound("person", pair.person()));
            if (!people.add(pair.person())) {
                throw Problem.badField(
                        "person",
                        "match.twice",
                        name + " is chosen for two accounts. A person has one in each tenant.");
            }
            add(entries, known, pair, account);
        }
        String name = "Accounts of " + snapshot.model().title(known);
        Draft draft = drafts.create(name, actor.login(), snapshot.version());
        return drafts.edit(draft.id(), draft.version(), entries, List.of()).id();
    }

    /**
     * A draft that keeps non-personal accounts: several people use them, a program does, or nobody does any more, so that
     * they are closed. Seats that they hold count as theirs.
     */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    UUID keep(Actor actor, UUID tenant, KeptInput input) {
        Snapshot snapshot = snapshots.current();
        Tenant known = tenant(snapshot.model(), tenant);
        Map<String, TenantObject> accounts =
                observations.strangers(known.id(), ObjectKey.Type.ACCOUNT, input.remoteIds());
        List<Entry> entries = new ArrayList<>();
        for (String remoteId : input.remoteIds()) {
            if (!(accounts.get(remoteId) instanceof AccountState account)) {
                throw Problem.badField(
                        "remoteIds",
                        "match.gone",
                        "The account " + remoteId + " is linked by now, or gone. Look at the list again.");
            }
            String id = ids.next().toString();
            Map<String, String> kept = new HashMap<>();
            kept.put("id", id);
            kept.put("login", account.userName());
            kept.put("tenant", known.id().toString());
            kept.put("kept-as", input.keptAs().name().toLowerCase(Locale.ROOT));
            kept.put("purpose", input.purpose().strip());
            kept.put(
                    "owners",
                    input.owners().stream().distinct().map(UUID::toString).collect(Collectors.joining(",")));
            kept.put("found", remoteId);
            if (input.unit() != null) {
                kept.put("unit", input.unit().toString());
            }
            entries.add(new Entry(new Entry.Id(ids.next()), "account.keep", kept));
            if (input.keptAs() != SetupViews.KeptAs.UNUSED) {
                addSeats(entries, id, account);
            }
        }
        String name = "Accounts of " + snapshot.model().title(known);
        Draft draft = drafts.create(name, actor.login(), snapshot.version());
        return drafts.edit(draft.id(), draft.version(), entries, List.of()).id();
    }

    private void addSeats(List<Entry> entries, String account, AccountState state) {
        for (String seat : state.seats()) {
            entries.add(new Entry(
                    new Entry.Id(ids.next()),
                    "seat.give",
                    Map.of("id", ids.next().toString(), "account", account, "kind", seat)));
        }
    }

    private void add(List<Entry> entries, Tenant tenant, Pair pair, AccountState account) {
        String id = ids.next().toString();
        Map<String, String> opened = new HashMap<>();
        opened.put("id", id);
        opened.put("person", pair.person().toString());
        opened.put("tenant", tenant.id().toString());
        opened.put("as", account.userName());
        opened.put("found", pair.remoteId());
        if (account.attributes().containsKey("device")) {
            opened.put("with.device", account.attributes().getOrDefault("device", ""));
        }
        entries.add(new Entry(new Entry.Id(ids.next()), "account.open", opened));
        addSeats(entries, id, account);
    }
}
