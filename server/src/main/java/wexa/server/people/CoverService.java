package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.covering.CoverPlan;
import wexa.core.model.Absence;
import wexa.core.model.Area;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** What a colleague would need to cover for somebody who is away. Nothing is kept. */
@UseCases
public class CoverService {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    CoverService(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /**
     * The roles of somebody who is away.
     *
     * @param hidden how many more there are in tenants that lie outside of what the administrator sees
     */
    public record AbsenceCoverView(List<CoverLine> lines, int hidden) {}

    /**
     * One of these roles.
     *
     * @param byGroup by which group the absent person has it, if not directly
     * @param rule the conflict rule that keeps it from being given
     */
    public record CoverLine(
            UUID role,
            String roleName,
            UUID tenant,
            String tenantName,
            int colour,
            @Nullable UUID area,
            @Nullable String areaName,
            @Nullable String byGroup,
            CoverPlan.Verdict verdict,
            @Nullable String rule) {}

    /**
     * @param from when the absence begins; empty for now
     * @param until when it ends; empty where that is not known
     */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public AbsenceCoverView cover(Actor actor, UUID id, UUID by, Optional<Instant> from, Optional<Instant> until) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Id<Person> person = person(model, id);
        Id<Person> other = person(model, by);
        if (person.equals(other)) {
            throw Problem.badField("by", "cover.self", "Somebody else has to cover. Choose another person.");
        }
        Instant now = clock.now();
        actor.requireSight(other, model, now);
        Absence absence = new Absence(
                Id.of(new UUID(0, 0)),
                person,
                Absence.Manner.AWAY,
                window(from.orElse(now), until.orElse(Instant.MAX)),
                Absence.Seats.KEPT,
                "");
        List<CoverPlan.Line> lines = CoverPlan.of(snapshot, absence, other, now);
        List<CoverLine> seen = lines.stream()
                .filter(line -> actor.sight().covers(line.tenant()))
                .map(line -> view(line, model))
                .toList();
        return new AbsenceCoverView(seen, lines.size() - seen.size());
    }

    private static Window window(Instant from, Instant until) {
        if (!from.isBefore(until)) {
            throw Problem.badField(
                    "until", "date.before-start", "The absence would end before it begins. Choose a later end.");
        }
        return Window.of(from, until);
    }

    private static Id<Person> person(Model model, UUID id) {
        return model.people()
                .find(Id.of(id))
                .orElseThrow(() -> Problem.notFound("person", id))
                .id();
    }

    private static CoverLine view(CoverPlan.Line line, Model model) {
        Tenant tenant = model.tenants().get(line.tenant());
        Optional<Area> area = line.area().map(model.table(Kind.AREA)::get);
        return new CoverLine(
                line.role().value(),
                model.roles().get(line.role()).name(),
                tenant.id().value(),
                model.title(tenant),
                tenant.colour(),
                area.map(one -> one.id().value()).orElse(null),
                area.map(Area::name).orElse(null),
                line.byGroup()
                        .map(many -> model.groups().get(many.group()).name())
                        .orElse(null),
                line.verdict(),
                line.rule()
                        .flatMap(model.table(Kind.CONFLICT_RULE)::find)
                        .map(ConflictRule::name)
                        .orElse(null));
    }
}
