package wexa.server.messages;

import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.server.rights.Actor;
import wexa.server.rights.Guard;
import wexa.server.rights.Over;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/**
 * A message is the business of those who reach all that the person is, and every tenant that it tells of: with its link
 * passwords are chosen.
 */
@Component
class MessageGuard implements Guard {
    private final MessageStore store;
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    MessageGuard(MessageStore store, SnapshotStore snapshots, BusinessClock clock) {
        this.store = store;
        this.snapshots = snapshots;
        this.clock = clock;
    }

    @Override
    public Over over() {
        return Over.MESSAGE;
    }

    @Override
    public void require(Actor actor, Object thing) {
        Model model = snapshots.current().model();
        store.find((UUID) thing).ifPresent(message -> {
            model.people()
                    .find(message.person())
                    .ifPresent(person -> actor.requireIdentity(person, model, clock.now()));
            message.accounts().stream()
                    .flatMap(account -> model.table(Kind.ACCOUNT).find(account).stream())
                    .forEach(account -> actor.requireReach(model.tenants().get(account.tenant()), model));
        });
    }
}
