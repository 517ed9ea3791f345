package wexa.core.room;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.change.Values;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.value.Window;

/** The one place of a kind of fact: when it holds, and what it touches. Needs no index and no clock. */
public interface Room<T extends Fact> {
    Kind<T> kind();

    /** Spans in which it matters, or in which something of it is suspended; none if it always matters. */
    List<Window> windows(T fact, Model model);

    void marks(T fact, Model model, Marks to);

    /** By which objects a tenant shows it, whether it still holds or has ended; by default none shows it. */
    default void objects(T fact, Model model, Objects to) {}

    /** What whoever changes it must have within their scope; by default everything. */
    default void scope(T fact, Model model, Scopes to) {
        to.everything();
    }

    /** What it is called where it stands alone; by default it has no name of its own. */
    default Optional<String> title(T fact, Model model) {
        return Optional.empty();
    }

    /** The forms of its changes; by default it has none. */
    default List<Form> forms() {
        return List.of();
    }

    /** What the fields of its forms hold for a fact; by default nothing. */
    default Values values(T fact) {
        return new Values();
    }

    /** How it ends that was made; by default the first form that ends one and is typed, if there is one. */
    default Optional<WayBack> unmaking(T made) {
        return form(Nature.ENDS).map(form -> new WayBack(form, new Values(), WayBack.Identity.SAME));
    }

    /** How it comes back that was taken out; by default by the first form that makes one and is typed. */
    default Optional<WayBack> remaking(T gone) {
        return form(Nature.MAKES).map(form -> new WayBack(form, values(gone), WayBack.Identity.ANEW));
    }

    /** How it becomes again what it was; by default by the first form that changes one and is typed. */
    default Optional<WayBack> changingBack(T before, T after, Instant now) {
        return form(Nature.CHANGES).map(form -> new WayBack(form, values(before), WayBack.Identity.SAME));
    }

    private Optional<Form> form(Nature nature) {
        return forms().stream()
                .filter(form -> form.nature() == nature && form.author() == Author.ADMINISTRATOR)
                .findFirst();
    }

    /** Instants at which it begins or ceases to matter, in order. */
    default Set<Instant> boundaries(T fact, Model model) {
        Set<Instant> boundaries = new TreeSet<>();
        for (Window window : windows(fact, model)) {
            boundaries.add(window.from());
            boundaries.add(window.until());
        }
        boundaries.remove(Window.ALWAYS.from());
        boundaries.remove(Window.ALWAYS.until());
        return boundaries;
    }
}
