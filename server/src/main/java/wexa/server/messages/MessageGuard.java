package wexa.server.messages;

import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.server.administrators.Actor;
import wexa.server.administrators.Guard;
import wexa.server.administrators.Over;
import wexa.server.snapshot.SnapshotStore;

/** A message is the business of those who reach the person and every tenant that it tells of. */
@Component
class MessageGuard implements Guard {
    private final MessageStore store;
    private final SnapshotStore snapshots;

    MessageGuard(MessageStore store, SnapshotStore snapshots) {
        this.store = store;
        this.snapshots = snapshots;
    }

    @Override
    public Over over() {
        return Over.MESSAGE;
    }

    @Override
    public void require(Actor actor, Object thing) {
        Model model = snapshots.current().model();
        store.find((UUID) thing).ifPresent(message -> {
            model.people().find(message.person()).ifPresent(person -> actor.requireReach(person, model));
            message.accounts().stream()
                    .flatMap(account -> model.table(Kind.ACCOUNT).find(account).stream())
                    .forEach(account -> actor.requireReach(model.tenants().get(account.tenant()), model));
        });
    }
}
