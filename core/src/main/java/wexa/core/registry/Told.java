package wexa.core.registry;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.Names;
import wexa.core.change.Nature;
import wexa.core.change.Values;
import wexa.core.model.Fact;
import wexa.core.model.Model;

/**
 * A change for people to read: what is done to what, and the parts that become another.
 *
 * @param title what is done, such as {@code Add a member}
 * @param about what is changed or ended; empty for what is made, which its parts tell
 */
public record Told(String title, String about, List<Part> parts) {
    /**
     * One field.
     *
     * @param before what it was, if it was something else; empty text where there was none
     * @param after what it is to be; empty where there is none any more
     */
    public record Part(String label, Optional<String> before, String after) {}

    public Told {
        parts = List.copyOf(parts);
    }

    /**
     * What a change does.
     *
     * @param existing the fact that it changes, as it was before; empty if it makes one
     * @param earlier where things are found that the model has no longer
     */
    public static Told of(Change change, Optional<Fact> existing, Model model, Model earlier, ZoneId zone) {
        Form form = change.form();
        Names names = new Names(model, earlier, zone, Forms.QUOTING);
        Values values = change.values();
        Map<Field<?>, String> before = existing.filter(fact -> form.nature() == Nature.CHANGES)
                .map(fact -> Rooms.values(fact).told(names))
                .orElse(Map.of());
        String about = "";
        List<Part> parts = new ArrayList<>();
        for (Map.Entry<Field<?>, String> value :
                values.only(form.fields()).told(names).entrySet()) {
            Field<?> field = value.getKey();
            String was = before.get(field);
            if (field.name().equals(form.target()) && form.nature() != Nature.MAKES) {
                about = value.getValue();
            } else if (was != null && !was.equals(value.getValue())) {
                parts.add(new Part(field.label(), Optional.of(was), value.getValue()));
            } else if (was == null && !value.getValue().isEmpty()) {
                parts.add(new Part(field.label(), Optional.empty(), value.getValue()));
            }
        }
        change.remark().ifPresent(remark -> parts.add(new Part("", Optional.empty(), remark)));
        return new Told(form.title(), about, parts);
    }
}
