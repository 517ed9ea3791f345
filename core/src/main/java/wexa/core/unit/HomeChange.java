package wexa.core.unit;

import java.time.Instant;
import java.util.List;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.model.Home;
import wexa.core.model.Kind;
import wexa.core.model.Model;

/** Changes to where identities come from: each directory that Wexa reads has its own home. */
public sealed interface HomeChange extends Change {
    /** The home of a directory's people; a home with that key is that one. */
    record Make(Home home) implements HomeChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.HOME).by(Home.BY_KEY, home.key()).stream()
                    .findFirst()
                    .map(Resolution::kept)
                    .orElseGet(() -> Resolution.make(home, List.of()));
        }

        @Override
        public Form form() {
            return UnitForms.MAKE_HOME;
        }

        @Override
        public Values values() {
            return UnitForms.values(home);
        }
    }
}
