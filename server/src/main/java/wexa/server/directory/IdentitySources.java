package wexa.server.directory;

import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Home;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.unit.HomeChange;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.direct.DirectChanges;
import wexa.server.rights.Actor;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/** Sources of identities: one for each directory, the first of them our own. What the settings name is here from the start on. */
@Component
@Order(1)
class IdentitySources implements ApplicationRunner {
    private static final String WRITER = "settings";

    private final DirectorySources sources;
    private final SnapshotStore snapshots;
    private final DirectChanges changes;
    private final Ids ids;
    private final TransactionTemplate transactions;

    IdentitySources(
            DirectorySources sources,
            SnapshotStore snapshots,
            DirectChanges changes,
            Ids ids,
            TransactionTemplate transactions) {
        this.sources = sources;
        this.snapshots = snapshots;
        this.changes = changes;
        this.ids = ids;
        this.transactions = transactions;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        boolean isMissing = sources.all().stream()
                .anyMatch(source -> !isThere(snapshots.current().model(), source));
        if (isMissing) {
            transactions.executeWithoutResult(status -> sources.all()
                    .forEach(source -> changes.carryOut(Changeset.Origin.DRAFT, WRITER, name(source), make(source))));
        }
    }

    private static boolean isThere(Model model, DirectorySettings.Source source) {
        return !model.table(Kind.HOME).by(Home.BY_KEY, Key.of(source.key())).isEmpty();
    }

    /** The home of a directory's people, if there is none yet. Within a transaction. */
    void add(Actor actor, DirectorySettings.Source source) {
        changes.carryOut(actor, name(source), make(source));
    }

    private static String name(DirectorySettings.Source source) {
        return "Home " + source.name();
    }

    private HomeChange.Make make(DirectorySettings.Source source) {
        snapshots.lockHead();
        Model model = snapshots.current().model();
        Home.Sort sort = model.table(Kind.HOME).size() == 0 ? Home.Sort.OWN : Home.Sort.PARTNER;
        return new HomeChange.Make(new Home(Id.of(ids.next()), Key.of(source.key()), source.name(), sort));
    }
}
