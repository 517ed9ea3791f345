package wexa.core.replacement;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Supplier;
import wexa.core.change.Form;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.intake.Entry;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.registry.Rooms;
import wexa.core.value.Id;

/** The entries that give everybody who has one role another one in its place: at the same areas, for as long. */
public final class Replacement {
    private static final Form GIVE = form("assignment.give");
    private static final Form END = form("assignment.end");

    private Replacement() {}

    private static Form form(String name) {
        return Rooms.forms(Kind.ASSIGNMENT).stream()
                .filter(form -> form.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    /** Two for each assignment that is not over: the other role comes before the first one ends. Costs these. */
    public static List<Entry> of(Id<Role> role, Id<Role> by, Model model, Instant now, Supplier<UUID> ids) {
        List<Entry> entries = new ArrayList<>();
        for (Assignment given : model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role)) {
            boolean isOver =
                    given.effective(model).filter(window -> !window.endsBy(now)).isEmpty();
            if (!isOver) {
                Map<String, String> give = new HashMap<>(GIVE.entryOf(given(given, by, now)));
                give.put(Form.ID.name(), ids.get().toString());
                entries.add(new Entry(new Entry.Id(ids.get()), GIVE.name(), give));
                entries.add(new Entry(
                        new Entry.Id(ids.get()),
                        END.name(),
                        Map.of(END.target(), given.id().toString())));
            }
        }
        return entries;
    }

    private static Values given(Assignment assignment, Id<Role> by, Instant now) {
        Values values = Rooms.values(new Assignment(
                assignment.id(),
                assignment.subject(),
                by,
                assignment.tenant(),
                assignment.area(),
                assignment.window(),
                assignment.engagement(),
                assignment.reason(),
                assignment.absence()));
        return assignment.window().from().isAfter(now) ? values : values.without(Types.FROM);
    }
}
