package wexa.server.inbound;

import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;

/** Making and ending service identities, and what they pushed lately. */
@UseCases
public class PushServices {
    private final Services services;
    private final PushedStore pushed;
    private final Notes notes;

    PushServices(Services services, PushedStore pushed, Notes notes) {
        this.services = services;
        this.pushed = pushed;
        this.notes = notes;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Services.Known> all(Actor actor) {
        return services.all();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<PushedStore.Line> lately(Actor actor) {
        return pushed.lately();
    }

    @Requires(Act.GOVERN)
    @Transactional
    public Services.Made make(Actor actor, String name, int days) {
        if (services.named(name).isPresent()) {
            throw Problem.badField(
                    "name", "service.name-taken", "There is or was a program called " + name + ". Use another name.");
        }
        Services.Made made = services.make(name, actor.login(), Duration.ofDays(days));
        notes.write(actor.login(), "let program " + name + " push for " + days + " days");
        return made;
    }

    @Requires(Act.GOVERN)
    @Transactional
    public void end(Actor actor, UUID id) {
        Services.Known known = services.find(id)
                .filter(one -> one.endedAt().isEmpty())
                .orElseThrow(() -> Problem.notFound("program", id));
        services.end(id);
        notes.write(actor.login(), "let program " + known.name() + " push no longer");
    }
}
