package wexa.server.directory;

import java.util.List;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Home;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.server.setting.Setting;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/** Homes of people: one for each directory, the first of them our own. What the settings name is here from the start on. */
@Component
@Order(1)
class Homes implements ApplicationRunner {
    private static final String WRITER = "settings";

    private final DirectorySources sources;
    private final SnapshotStore snapshots;
    private final Setting setting;
    private final Ids ids;
    private final TransactionTemplate transactions;

    Homes(
            DirectorySources sources,
            SnapshotStore snapshots,
            Setting setting,
            Ids ids,
            TransactionTemplate transactions) {
        this.sources = sources;
        this.snapshots = snapshots;
        this.setting = setting;
        this.ids = ids;
        this.transactions = transactions;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        boolean isMissing = sources.all().stream()
                .anyMatch(source -> !isThere(snapshots.current().model(), source));
        if (isMissing) {
            transactions.executeWithoutResult(status -> sources.all().forEach(source -> add(WRITER, source)));
        }
    }

    private static boolean isThere(Model model, DirectorySettings.Source source) {
        return !model.table(Kind.HOME).by(Home.BY_KEY, Key.of(source.key())).isEmpty();
    }

    /** The home of a directory's people, if there is none yet. Within a transaction. */
    void add(String by, DirectorySettings.Source source) {
        setting.write(Changeset.Origin.DRAFT, by, "Home " + source.name(), model -> {
            Home.Sort sort = model.table(Kind.HOME).size() == 0 ? Home.Sort.OWN : Home.Sort.PARTNER;
            Home home = new Home(Id.of(ids.next()), Key.of(source.key()), source.name(), sort);
            return isThere(model, source)
                    ? new Setting.Made("", List.of())
                    : Setting.Made.of("make home " + home.key() + " \"" + home.name() + "\"", List.of(home));
        });
    }
}
