package wexa.core.registry;

import java.time.ZoneId;
import java.util.Optional;
import wexa.core.change.Author;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Names;
import wexa.core.change.Nature;
import wexa.core.change.Values;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.value.Id;

/** Writes changes as sentences. */
public final class Sentences {
    private Sentences() {}

    /**
     * The change's one sentence. What it changes is told by what becomes another than it is in the model; where nothing
     * does, all is told. Things that the model does not have are named by their ids.
     */
    public static String write(Change change, Model model, ZoneId zone) {
        Form form = change.form();
        Optional<Values> existing = form.nature() == Nature.CHANGES
                ? target(change).flatMap(id -> model.find(form.kind(), id)).map(Rooms::values)
                : Optional.empty();
        return form.sentence(change.values(), existing, names(model, zone))
                + change.remark().map(remark -> " # " + remark).orElse("");
    }

    /** Everything that a fact says, as the sentence that would make it; empty for kinds that no change is about. */
    public static Optional<String> whole(Fact fact, Model model, ZoneId zone) {
        return Rooms.forms(Kind.of(fact)).stream()
                .filter(form -> form.nature() == Nature.MAKES && form.author() == Author.ADMINISTRATOR)
                .findFirst()
                .map(form ->
                        form.sentence(Rooms.values(fact).only(form.fields()), Optional.empty(), names(model, zone)));
    }

    private static Names names(Model model, ZoneId zone) {
        return new Names(model, zone, Forms.QUOTING);
    }

    private static Optional<Id<?>> target(Change change) {
        return change.values().all().entrySet().stream()
                .filter(value -> value.getKey().name().equals(change.form().target()))
                .findFirst()
                .flatMap(java.util.Map.Entry::getValue)
                .map(value -> value instanceof Fact fact ? fact.id() : (Id<?>) value);
    }
}
