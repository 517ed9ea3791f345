package wexa.server.people;

import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.likeness.Profile;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.moving.MovePlan;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.MoveViews.BroughtView;
import wexa.server.people.MoveViews.MoveInput;
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
        List<Engagement> running = MoveLines.running(model, person, at);
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
        Optional<Id<Person>> manager = MoveLines.manager(actor, model, person, unit, move.next(), input.manager(), at);
        var seen = move.items().stream()
                .filter(item -> MoveLines.isSeen(actor, item.thing()))
                .toList();
        return new MoveView(
                rows.row(model, person, now),
                view(model, engagement),
                brought.map(one -> view(model, one)).orElse(null),
                MoveLines.peers(actor, model, move.former(), at),
                MoveLines.peers(actor, model, move.next(), at),
                manager.map(one -> model.people().get(one).name()).orElse(null),
                edit(engagement, input, unit, manager),
                seen.stream().map(item -> MoveLines.view(model, item)).toList(),
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
}
