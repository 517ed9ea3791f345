package wexa.server.people;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.Reached;
import wexa.core.likeness.Profile;
import wexa.core.likeness.Trait;
import wexa.core.model.ConflictRule;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.moving.MoveItem;
import wexa.core.moving.MovePlan;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.MoveViews.BroughtView;
import wexa.server.people.MoveViews.MoveInput;
import wexa.server.people.MoveViews.MoveItemView;
import wexa.server.people.MoveViews.MovePeer;
import wexa.server.people.MoveViews.MoveView;
import wexa.server.people.MoveViews.MovingEngagement;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Somebody changes jobs: what goes, what stays and what comes. Nothing is kept. */
@UseCases
public class MoveService {
    private static final int PEERS_NAMED = 5;

    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final PushedMoves pushed;
    private final Notes notes;
    private final BusinessClock clock;
    private final Settings settings;

    MoveService(
            SnapshotStore snapshots,
            PersonRows rows,
            PushedMoves pushed,
            Notes notes,
            BusinessClock clock,
            Settings settings) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.pushed = pushed;
        this.notes = notes;
        this.clock = clock;
        this.settings = settings;
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public MoveView plan(Actor actor, UUID id, MoveInput input) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Instant at = Optional.ofNullable(input.at())
                .filter(when -> when.isAfter(now))
                .orElse(now);
        Person person = model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
        List<Engagement> running = running(model, person, at);
        Engagement engagement = chosen(running, input.engagement());
        Unit unit = model.table(Kind.UNIT)
                .find(Id.<Unit>of(input.unit()))
                .orElseThrow(() -> Problem.badField(
                        "unit", "move.unit", "There is no such unit any more. Choose one from the list."));
        Optional<Instant> keptUntil = keptUntil(at, input.graceDays());
        Optional<PushedMoves.Pushed> brought = pushed.of(snapshot, engagement.id(), now);
        MovePlan.Move move = MovePlan.of(
                snapshot,
                person,
                engagement,
                brought.map(PushedMoves.Pushed::former).orElseGet(() -> Profile.of(engagement)),
                new MovePlan.To(input.kind(), unit.id(), input.job().strip(), keptUntil),
                at);
        Optional<Id<Person>> manager = manager(actor, model, person, unit, move.next(), input, at);
        List<MoveItem> seen = move.items().stream()
                .filter(item -> isSeen(actor, item.thing()))
                .toList();
        return new MoveView(
                rows.row(model, person, now),
                view(model, engagement),
                brought.map(one -> view(model, one)).orElse(null),
                peers(actor, model, move.former(), at),
                peers(actor, model, move.next(), at),
                manager.map(one -> model.people().get(one).name()).orElse(null),
                edit(engagement, input, unit, manager),
                seen.stream().map(item -> view(model, item)).toList(),
                keptUntil.orElse(null),
                move.items().size() - seen.size());
    }

    private static BroughtView view(Model model, PushedMoves.Pushed one) {
        return new BroughtView(
                one.former().job(),
                model.table(Kind.UNIT).find(one.former().unit()).map(Unit::name).orElse(""),
                one.former().kind(),
                one.at());
    }

    /** Somebody looked at a job change that was brought, and nothing else has to change. */
    @Requires(value = Act.APPLY, over = Over.PERSON)
    @Transactional
    public void settle(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Person person =
                snapshot.model().people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
        List<PushedMoves.Pushed> open = pushed.all(snapshot, clock.now()).stream()
                .filter(one -> one.person().id().equals(person.id()))
                .toList();
        if (open.isEmpty()) {
            throw new Problem(
                    409,
                    "move.settled",
                    "No job change of " + person.name() + " is open any more. Load the page again.");
        }
        open.forEach(pushed::settle);
        notes.write(
                actor.login(), "confirm that nothing else changes with the new job of " + person.handle(), Set.of(id));
    }

    /** The days of grace are whole ones: the last of them ends at its midnight. */
    private Optional<Instant> keptUntil(Instant at, int days) {
        return days == 0
                ? Optional.empty()
                : Optional.of(LocalDate.ofInstant(at, settings.zone())
                        .plusDays(days + 1L)
                        .atStartOfDay(settings.zone())
                        .toInstant());
    }

    private static List<Engagement> running(Model model, Person person, Instant at) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(one -> one.window().contains(at))
                .sorted(Comparator.comparing((Engagement one) -> one.window().from())
                        .reversed())
                .toList();
    }

    private static Engagement chosen(List<Engagement> running, @Nullable UUID named) {
        if (running.isEmpty()) {
            throw new Problem(
                    409,
                    "move.not-engaged",
                    "They have no engagement on that day. Begin one on the person's page, or choose an earlier day.");
        }
        return named == null
                ? running.getFirst()
                : running.stream()
                        .filter(one -> one.id().value().equals(named))
                        .findFirst()
                        .orElseThrow(() -> Problem.badField(
                                "engagement",
                                "move.engagement",
                                "That engagement does not cover that day. Choose another one, or an earlier day."));
    }

    private static boolean isSeen(Actor actor, Trait.Thing thing) {
        return switch (thing) {
            case Trait.InGroup group -> true;
            case Trait.HasRole role -> actor.sight().covers(role.tenant());
            case Trait.HasAccount account -> actor.sight().covers(account.tenant());
        };
    }

    /** Who is named, else who leads the unit, else the one whom most of the new peers have. */
    private static Optional<Id<Person>> manager(
            Actor actor, Model model, Person person, Unit unit, List<Id<Person>> peers, MoveInput input, Instant at) {
        if (input.manager() != null) {
            Id<Person> named = Id.of(input.manager());
            if (model.people().find(named).isEmpty() || named.equals(person.id())) {
                throw Problem.badField(
                        "manager", "move.manager", "Nobody leads themselves, and it has to be somebody known here.");
            }
            actor.requireSight(named, model, at);
            return Optional.of(named);
        }
        Map<Id<Person>, Integer> leading = new HashMap<>();
        for (Id<Person> peer : peers) {
            running(model, model.people().get(peer), at).stream()
                    .flatMap(one -> one.manager().stream())
                    .forEach(one -> leading.merge(one, 1, Integer::sum));
        }
        return unit.manager()
                .or(() -> leading.entrySet().stream()
                        .max(Map.Entry.<Id<Person>, Integer>comparingByValue()
                                .thenComparing(one -> one.getKey().toString()))
                        .map(Map.Entry::getKey))
                .filter(one -> !one.equals(person.id()) && Reached.isSeen(actor.sight(), model, one, at));
    }

    private static @Nullable PlannedView edit(
            Engagement before, MoveInput input, Unit unit, Optional<Id<Person>> manager) {
        Map<String, String> fields = new LinkedHashMap<>();
        if (!before.job().equals(input.job().strip())) {
            fields.put("job", input.job().strip());
        }
        if (!before.unit().equals(unit.id())) {
            fields.put("unit", unit.id().toString());
        }
        if (before.kind() != input.kind()) {
            fields.put("kind", input.kind().name().toLowerCase(Locale.ROOT));
        }
        String number = input.number() == null ? "" : input.number().strip();
        if (!number.isEmpty() && !before.staffNumber().equals(Optional.of(number))) {
            fields.put("number", number);
        }
        manager.filter(one -> !before.manager().equals(Optional.of(one)))
                .ifPresent(one -> fields.put("manager", one.toString()));
        if (fields.isEmpty()) {
            return null;
        }
        fields.put("engagement", before.id().toString());
        return new PlannedView("engagement.edit", fields);
    }

    private static MovingEngagement view(Model model, Engagement one) {
        return new MovingEngagement(
                one.id().value(),
                one.kind(),
                one.unit().value(),
                model.table(Kind.UNIT).get(one.unit()).name(),
                one.job(),
                one.staffNumber().orElse(""),
                one.manager().map(manager -> model.people().get(manager).name()).orElse(null));
    }

    /** Some of them by name; those outside of the asker's scope count, and are not named. */
    private static List<MovePeer> peers(Actor actor, Model model, List<Id<Person>> peers, Instant at) {
        return peers.stream()
                .filter(one -> Reached.isSeen(actor.sight(), model, one, at))
                .limit(PEERS_NAMED)
                .map(model.people()::get)
                .map(one -> new MovePeer(one.id().value(), one.name()))
                .toList();
    }

    private static MoveItemView view(Model model, MoveItem item) {
        ThingWords.Words words = ThingWords.of(model, item.thing());
        return new MoveItemView(
                item.column(),
                item.why(),
                words.thing(),
                words.name(),
                words.detail(),
                words.colour(),
                item.having(),
                item.of(),
                item.rule()
                        .map(model.table(Kind.CONFLICT_RULE)::get)
                        .map(ConflictRule::name)
                        .orElse(null),
                item.isProposed(),
                item.changes().stream()
                        .map(one -> new PlannedView(one.form(), one.fields()))
                        .toList());
    }
}
