package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import wexa.connect.Outcome;
import wexa.connect.authzen.Evaluations;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.drafts.Previews;
import wexa.server.problems.Problem;
import wexa.server.readings.Proofs;
import wexa.server.readings.Reader;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at people, and asking tenants about them. */
@UseCases
public class PeopleService {
    private final SnapshotStore snapshots;
    private final Previews previews;
    private final PersonRows rows;
    private final PersonPages pages;
    private final AccessViews accesses;
    private final WhyViews whys;
    private final PeerViews peers;
    private final Proofs proofs;
    private final BusinessClock clock;

    /** How many were found, and a stretch of them. */
    public record PeopleFound(int total, List<PersonRow> rows) {}

    /** One thing at one place, as a cell of the page names it. */
    public record Cell(UUID tenant, String permission, Optional<String> area) {}

    PeopleService(
            SnapshotStore snapshots,
            Previews previews,
            PersonRows rows,
            PersonPages pages,
            AccessViews accesses,
            WhyViews whys,
            PeerViews peers,
            Proofs proofs,
            BusinessClock clock) {
        this.snapshots = snapshots;
        this.previews = previews;
        this.rows = rows;
        this.pages = pages;
        this.accesses = accesses;
        this.whys = whys;
        this.peers = peers;
        this.proofs = proofs;
        this.clock = clock;
    }

    /** A stretch of those whose name, handle, job, unit or kind has every word of the text in it, most urgent first. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public PeopleFound search(Actor actor, String text, int from, int limit) {
        return rows.search(snapshots.current(), text, actor.sight(), clock.now(), from, limit);
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public PersonPage page(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        return pages.of(snapshot, person(snapshot.model(), id), actor.sight(), clock.now());
    }

    /** What the person can do: now, or at the given instant, with the draft's changes if one is named. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public AccessView access(Actor actor, UUID id, Optional<UUID> draft, Optional<Instant> at) {
        requireSight(actor, draft);
        Preview preview = previews.of(draft);
        Instant when = at.orElseGet(() -> draft.isPresent() ? preview.lastBeginning() : preview.now());
        return accesses.of(preview, person(preview.model(), id).id(), actor.sight(), when);
    }

    /** Who is like the person, or like a colleague who is named, and what they have that the person may want too. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public PeersView peers(Actor actor, UUID id, Optional<UUID> draft, Optional<UUID> like) {
        Preview preview = previews.of(draft);
        Optional<Person> named = like.map(colleague -> person(preview.model(), colleague));
        return peers.of(preview, person(preview.model(), id), named, preview.now());
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public WhyView why(Actor actor, UUID id, Cell cell, Optional<UUID> draft, Optional<Instant> at) {
        requireSight(actor, draft);
        actor.requireSight(Id.<Tenant>of(cell.tenant()));
        Preview preview = previews.of(draft);
        Instant when = at.orElseGet(() -> draft.isPresent() ? preview.lastBeginning() : preview.now());
        return whys.of(preview, question(preview.model(), id, cell), when);
    }

    /** Asks the tenant again, and answers with everything anew. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public WhyView ask(Actor actor, UUID id, Cell cell) {
        actor.requireSight(Id.<Tenant>of(cell.tenant()));
        Model model = snapshots.current().model();
        WhyViews.Question question = question(model, id, cell);
        Account account = Account.of(question.person(), question.tenant().id(), model)
                .orElseThrow(
                        () -> new Problem(409, "ask.no-account", "There is no account to ask about. Open one first."));
        Outcome<Proofs.Tally> outcome =
                proofs.ask(account, List.of(new Evaluations.Question(question.permission(), cell.area())), Set.of());
        if (!(outcome instanceof Outcome.Done<Proofs.Tally>)) {
            throw new Problem(
                    503,
                    "ask.no-answer",
                    "The tenant did not answer: " + Reader.words(outcome)
                            + ". The last answer stays, with its age; try again in a moment.");
        }
        return why(actor, id, cell, Optional.empty(), Optional.empty());
    }

    /** A draft may be about anybody. */
    private static void requireSight(Actor actor, Optional<UUID> draft) {
        if (draft.isPresent()) {
            actor.requireWholeSight();
        }
    }

    private static Person person(Model model, UUID id) {
        return model.people().find(Id.of(id)).orElseThrow(() -> Problem.notFound("person", id));
    }

    private static WhyViews.Question question(Model model, UUID person, Cell cell) {
        Tenant tenant =
                model.tenants().find(Id.of(cell.tenant())).orElseThrow(() -> Problem.notFound("tenant", cell.tenant()));
        Permission permission;
        try {
            permission = Permission.of(cell.permission());
        } catch (IllegalArgumentException malformed) {
            throw Problem.badField("permission", "field.malformed", "Write a permission as app:type:action.");
        }
        Optional<Area> area = cell.area()
                .map(key -> model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).stream()
                        .filter(one -> one.key().text().equals(key))
                        .findFirst()
                        .orElseThrow(() -> Problem.badField(
                                "area", "reference.unresolved", "There is no area “" + key + "” in this tenant.")));
        return new WhyViews.Question(person(model, person).id(), tenant, permission, area);
    }
}
