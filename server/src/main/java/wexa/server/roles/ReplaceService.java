package wexa.server.roles;

import java.util.List;
import java.util.UUID;
import wexa.core.intake.Entry;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.replacement.Replacement;
import wexa.core.value.Id;
import wexa.server.drafts.DraftService;
import wexa.server.drafts.DraftView;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Moving everybody who has one role to another. */
@UseCases
public class ReplaceService {
    private final SnapshotStore snapshots;
    private final DraftService drafts;
    private final BusinessClock clock;
    private final Ids ids;

    ReplaceService(SnapshotStore snapshots, DraftService drafts, BusinessClock clock, Ids ids) {
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.clock = clock;
        this.ids = ids;
    }

    /** Begins a draft that gives the other role wherever the first is given, and ends that. */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public DraftView replace(Actor actor, UUID role, UUID by) {
        Model model = snapshots.current().model();
        Role old = model.roles().find(Id.of(role)).orElseThrow(() -> Problem.notFound("role", role));
        Role fresh = model.roles()
                .find(Id.of(by))
                .orElseThrow(() -> Problem.badField("by", "role.unknown", "There is no such role. Choose another."));
        if (old.id().equals(fresh.id())) {
            throw Problem.badField("by", "role.same", "A role cannot be replaced by itself. Choose another one.");
        }
        if (fresh.stage() != Role.Stage.OPEN) {
            throw Problem.badField(
                    "by",
                    "role.not-in-use",
                    "“" + fresh.name() + "” cannot be given: it is not in use. Put it in use, or choose another one.");
        }
        List<Entry> entries = Replacement.of(old.id(), fresh.id(), model, clock.now(), ids::next);
        if (entries.isEmpty()) {
            boolean isMapped =
                    model.table(Kind.MAPPING).stream().map(Mapping::role).anyMatch(old.id()::equals);
            throw new Problem(
                    409,
                    "role.given-to-nobody",
                    "Nobody has “" + old.name() + "” by an assignment, so there is nobody to move."
                            + (isMapped ? " It is mapped to a directory group, which is not changed here." : ""));
        }
        return drafts.begin(actor, "Replace " + old.name() + " with " + fresh.name(), entries);
    }
}
