package wexa.server.automatic;

import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.AutomaticChangePolicy;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.Changeset.Origin;
import wexa.server.wiring.BusinessClock;

/** Looking at the policies for automatic changes, and setting them: who sets one owns it. */
@UseCases
public class PolicyService {
    private final Policies policies;
    private final HeldChanges held;
    private final Notes notes;
    private final BusinessClock clock;

    PolicyService(Policies policies, HeldChanges held, Notes notes, BusinessClock clock) {
        this.policies = policies;
        this.held = held;
        this.notes = notes;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<PolicyView> all(Actor actor) {
        return policies.all().stream().map(PolicyView::of).toList();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<HeldChanges.Held> waiting(Actor actor) {
        return held.waiting();
    }

    @Requires(Act.GOVERN)
    @Transactional
    public void set(Actor actor, String name, AutomaticChangePolicy policy) {
        Origin origin = Policies.named(name).orElseThrow(() -> Problem.notFound("policy", name));
        policies.set(origin, policy, actor.login(), clock.now());
        String text = policy.mode() == AutomaticChangePolicy.Mode.HOLD
                ? "hold every change from " + PolicyView.word(origin)
                : "let changes from " + PolicyView.word(origin) + " pass up to " + policy.mostPeople() + " people and "
                        + policy.mostPercent() + " percent";
        notes.write(actor.login(), text);
    }
}
