package wexa.server.setup;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.consistency.ObjectKey;
import wexa.core.intake.Entry;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.server.direct.DirectChanges;
import wexa.server.directory.DirectorySources;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.setup.SetupViews.NewUnit;
import wexa.server.setup.SetupViews.StepsView;
import wexa.server.setup.SetupViews.UnitView;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** The organisation's units, and how far its setting up is. */
@UseCases
public class UnitService {
    private final DirectChanges changes;
    private final SnapshotStore snapshots;
    private final Observations observations;
    private final Administrators administrators;
    private final DirectorySources directories;
    private final BusinessClock clock;
    private final Ids ids;

    UnitService(
            DirectChanges changes,
            SnapshotStore snapshots,
            Observations observations,
            Administrators administrators,
            DirectorySources directories,
            BusinessClock clock,
            Ids ids) {
        this.changes = changes;
        this.snapshots = snapshots;
        this.observations = observations;
        this.administrators = administrators;
        this.directories = directories;
        this.clock = clock;
        this.ids = ids;
    }

    /** All units by name, those made lately before the others, with how many people are engaged there now. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    List<UnitView> all(Actor actor) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Map<Id<Unit>, Integer> people = new HashMap<>();
        for (Engagement engagement : model.table(Kind.ENGAGEMENT).stream().toList()) {
            if (engagement.window().contains(now)) {
                people.merge(engagement.unit(), 1, Integer::sum);
            }
        }
        return model.table(Kind.UNIT).stream()
                .sorted(ids.<Unit>newestFirst(unit -> unit.id().value()).thenComparing(Unit::name))
                .map(unit -> new UnitView(
                        unit.id().value(),
                        unit.key().text(),
                        unit.name(),
                        unit.parent().map(Id::value).orElse(null),
                        people.getOrDefault(unit.id(), 0),
                        ids.isRecent(unit.id().value()),
                        unit.zone().getId(),
                        unit.manager().map(Id::value).orElse(null),
                        unit.manager()
                                .flatMap(model.people()::find)
                                .map(Person::name)
                                .orElse(null),
                        unit.costCentre().orElse(null)))
                .toList();
    }

    @Requires(Act.GOVERN)
    @Transactional
    public void make(Actor actor, NewUnit wanted) {
        Map<String, String> fields = new HashMap<>();
        fields.put("id", ids.next().toString());
        fields.put("key", wanted.key());
        fields.put("name", wanted.name());
        if (wanted.parent() != null) {
            fields.put("parent", wanted.parent().toString());
        }
        Entry entry = new Entry(new Entry.Id(ids.next()), "unit.make", fields);
        changes.carryOut(actor, "Unit " + wanted.name().strip(), entry);
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    StepsView steps(Actor actor) {
        Model model = snapshots.current().model();
        int unmatched = model.tenants().stream()
                .mapToInt(tenant -> observations.countStrangers(tenant.id(), ObjectKey.Type.ACCOUNT))
                .sum();
        int able = (int) administrators.all().stream()
                .filter(known -> known.endedAt().isEmpty() && known.acts().contains(Act.GOVERN))
                .count();
        return new StepsView(
                able,
                directories.all().size(),
                model.table(Kind.UNIT).size(),
                (int) model.tenants().stream().count(),
                unmatched,
                model.people().size());
    }
}
