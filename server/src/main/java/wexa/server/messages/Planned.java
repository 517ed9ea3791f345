package wexa.server.messages;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.message.Opening;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Plans messages when a changeset opens accounts or invites somebody, in its transaction: one for each person. */
@Component
public class Planned {
    private final MessageStore store;
    private final Templates templates;
    private final BusinessClock clock;
    private final Ids ids;

    Planned(MessageStore store, Templates templates, BusinessClock clock, Ids ids) {
        this.store = store;
        this.templates = templates;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * @param before the model that the effects change
     * @param found accounts that were in their tenants before
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void plan(Model before, List<Effect> effects, Set<Id<Account>> found) {
        Opening.invited(effects).forEach(this::add);
        List<Opening> openings = Opening.in(before, effects, found);
        if (openings.isEmpty()) {
            return;
        }
        Map<Id<Person>, UUID> open =
                store.open(openings.stream().map(Opening::person).toList());
        for (Opening opening : openings) {
            UUID known = open.get(opening.person());
            if (known == null) {
                add(opening);
            } else {
                store.widen(known, opening.accounts(), clock.now());
            }
        }
    }

    private void add(Opening opening) {
        boolean isByHand = !templates.of(opening.occasion()).isAutomatic();
        store.add(ids.next(), opening, isByHand, clock.now());
    }
}
