package wexa.core.change;

import java.time.Instant;
import java.util.List;
import java.util.Map;
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
        public String form() {
            return "home.make";
        }

        @Override
        public Map<String, String> slots(Names names) {
            return new Slots()
                    .put("home", home.key().text())
                    .put("name", home.name())
                    .map();
        }
    }
}
