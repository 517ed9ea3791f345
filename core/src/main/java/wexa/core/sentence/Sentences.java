package wexa.core.sentence;

import java.time.ZoneId;
import wexa.core.change.Change;
import wexa.core.change.Names;
import wexa.core.model.Model;

/** Writes changes as sentences. */
public final class Sentences {
    private Sentences() {}

    /** The change's one sentence. The model must hold what the change names; unknown things are named by their ids. */
    public static String write(Change change, Model model, ZoneId zone) {
        return Grammar.template(change.form()).fill(change.slots(new Names(model, zone)));
    }
}
