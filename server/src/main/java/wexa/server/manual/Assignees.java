package wexa.server.manual;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants.Manual;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Who may be given work that is done by hand. */
@Component
class Assignees {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    Assignees(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /** @param field which names the assignee, for what is wrong with them */
    Manual work(Actor actor, ManualViews.WorkInput input, String field) {
        return new Manual(
                Optional.ofNullable(input.assignee()).map(person -> here(actor, person, field)),
                input.instructions().strip(),
                Duration.ofHours(input.hours()));
    }

    /** Whoever left does no task any more. */
    Id<Person> here(Actor actor, UUID id, String field) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Person person = model.people()
                .find(Id.<Person>of(id))
                .orElseThrow(() -> Problem.badField(
                        field, "task.nobody", "There is no such person any more. Choose somebody else."));
        actor.requireSight(person.id(), model, now);
        if (PersonStatus.of(model, person.id(), now) != PersonStatus.HERE) {
            throw Problem.badField(field, "task.not-here", person.name() + " is not here now. Choose somebody else.");
        }
        return person.id();
    }
}
