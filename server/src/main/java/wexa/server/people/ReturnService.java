package wexa.server.people;

import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Absence;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.moving.MoveItem;
import wexa.core.moving.ReturnPlan;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.ReturnViews.LastJob;
import wexa.server.people.ReturnViews.ReturnInput;
import wexa.server.people.ReturnViews.ReturnView;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** Somebody who left comes back, as the same person: what they start with. Nothing is kept. */
@UseCases
public class ReturnService {
    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;

    ReturnService(SnapshotStore snapshots, PersonRows rows, BusinessClock clock, Settings settings, Ids ids) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public ReturnView plan(Actor actor, UUID id, ReturnInput input) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Person person = model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
        Engagement last = last(model, person, now);
        Instant at = Optional.ofNullable(input.at())
                .filter(when -> when.isAfter(now))
                .orElse(now);
        Unit unit = model.table(Kind.UNIT)
                .find(Id.<Unit>of(input.unit()))
                .orElseThrow(() -> Problem.badField(
                        "unit", "move.unit", "There is no such unit any more. Choose one from the list."));
        Engagement next = new Engagement(
                Id.of(ids.next()),
                person.id(),
                input.kind(),
                Optional.ofNullable(input.number()).map(String::strip).filter(number -> !number.isEmpty()),
                unit.id(),
                input.job().strip(),
                Optional.empty(),
                Window.from(at));
        ReturnPlan.Return plan =
                ReturnPlan.of(snapshot, person, next, last.window().until(), at);
        Optional<Id<Person>> manager = MoveLines.manager(actor, model, person, unit, plan.peers(), input.manager(), at);
        List<MoveItem> seen = plan.items().stream()
                .filter(item -> MoveLines.isSeen(actor, item.thing()))
                .toList();
        return new ReturnView(
                rows.row(model, person, now),
                new LastJob(
                        last.kind(),
                        last.unit().value(),
                        model.table(Kind.UNIT).get(last.unit()).name(),
                        last.job(),
                        last.staffNumber().orElse(""),
                        last.window().until()),
                MoveLines.peers(actor, model, plan.peers(), at),
                manager.map(one -> model.people().get(one).name()).orElse(null),
                begin(next, manager),
                seen.stream().map(item -> MoveLines.view(model, item)).toList(),
                PersonStatus.stopping(model, person.id(), at)
                        .filter(absence -> absence.manner() == Absence.Manner.SUSPENSION)
                        .isPresent(),
                plan.items().size() - seen.size());
    }

    /** Whoever is here moves, and whoever never was begins. */
    private static Engagement last(Model model, Person person, Instant now) {
        return Optional.of(PersonStatus.of(model, person.id(), now))
                .filter(status -> status == PersonStatus.LEFT)
                .flatMap(status -> MainEngagement.of(model, person.id(), now))
                .orElseThrow(() -> new Problem(
                        409,
                        "return.not-left",
                        person.name()
                                + " has not left. Change their job under Move, or add an engagement on their page."));
    }

    private PlannedView begin(Engagement next, Optional<Id<Person>> manager) {
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("id", next.id().toString());
        fields.put("person", next.person().toString());
        fields.put("kind", next.kind().name().toLowerCase(Locale.ROOT));
        fields.put("unit", next.unit().toString());
        fields.put("job", next.job());
        next.staffNumber().ifPresent(number -> fields.put("number", number));
        manager.ifPresent(one -> fields.put("manager", one.toString()));
        // engagements begin with a day, as lists of people have it
        fields.put(
                "from",
                LocalDate.ofInstant(next.window().from(), settings.zone()).toString());
        return new PlannedView("engagement.begin", fields);
    }
}
