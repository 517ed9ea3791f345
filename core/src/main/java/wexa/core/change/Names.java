package wexa.core.change;

import java.time.ZoneId;
import java.util.Optional;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.sentence.Quoting;
import wexa.core.value.Id;

/**
 * What is needed to name things: the model that has them, the zone of its days, and when values are quoted.
 *
 * @param before where things are looked for that the model has no longer
 */
public record Names(Model model, Model before, ZoneId zone, Quoting quoting) {
    public Names(Model model, ZoneId zone, Quoting quoting) {
        this(model, model, zone, quoting);
    }

    <T extends Fact> Optional<T> find(Kind<T> kind, Id<T> id) {
        return model.table(kind).find(id).or(() -> before.table(kind).find(id));
    }
}
