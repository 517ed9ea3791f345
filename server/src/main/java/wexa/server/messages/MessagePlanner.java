package wexa.server.messages;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.message.Occasion;
import wexa.core.message.Opening;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.wiring.BusinessClock;

/** Plans messages when a changeset opens accounts or invites somebody, in its transaction: one for each person. */
@Component
public class MessagePlanner {
    private final MessageStore store;
    private final Templates templates;
    private final BusinessClock clock;

    MessagePlanner(MessageStore store, Templates templates, BusinessClock clock) {
        this.store = store;
        this.templates = templates;
        this.clock = clock;
    }

    /** Invitations, and accounts that are opened: each is cause for a message. */
    public record Causes(List<Opening> invited, List<Opening> opened) {
        /**
         * @param before the model that the effects change
         * @param found accounts that were in their tenants before
         */
        public static Causes of(Model before, List<Effect> effects, Set<Id<Account>> found) {
            return new Causes(Opening.invited(effects), Opening.in(before, effects, found));
        }
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void plan(Causes causes) {
        List<Opening> fresh = new ArrayList<>(causes.invited());
        Map<Id<Person>, UUID> open =
                store.open(causes.opened().stream().map(Opening::person).toList());
        for (Opening opening : causes.opened()) {
            UUID known = open.get(opening.person());
            if (known == null) {
                fresh.add(opening);
            } else {
                store.widen(known, opening.accounts(), clock.now());
            }
        }
        for (Occasion occasion : Occasion.values()) {
            List<Opening> these =
                    fresh.stream().filter(one -> one.occasion() == occasion).toList();
            if (!these.isEmpty()) {
                store.add(these, !templates.of(occasion).isAutomatic(), clock.now());
            }
        }
    }
}
