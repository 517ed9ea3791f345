package wexa.core.assignment;

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
import wexa.core.value.Id;

/** The entries that give everybody who has one role another one in its place: at the same areas, for as long. */
public final class Replacement {
    private Replacement() {}

    /** Two for each assignment that is not over: the other role comes before the first one ends. Costs these. */
    public static List<Entry> of(Id<Role> role, Id<Role> by, Model model, Instant now, Supplier<UUID> ids) {
        List<Entry> entries = new ArrayList<>();
        for (Assignment given : model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role)) {
            boolean isOver =
                    given.effective(model).filter(window -> !window.endsBy(now)).isEmpty();
            if (!isOver) {
                Map<String, String> give = new HashMap<>(AssignmentForms.GIVE.entryOf(given(given, by, now)));
                give.put(Form.ID.name(), ids.get().toString());
                entries.add(new Entry(new Entry.Id(ids.get()), AssignmentForms.GIVE.name(), give));
                Values end = new AssignmentChange.End(given, Instant.MIN).values();
                entries.add(new Entry(
                        new Entry.Id(ids.get()), AssignmentForms.END.name(), AssignmentForms.END.entryOf(end)));
            }
        }
        return entries;
    }

    private static Values given(Assignment assignment, Id<Role> by, Instant now) {
        Values values = AssignmentForms.values(new Assignment(
                assignment.id(),
                assignment.subject(),
                by,
                assignment.tenant(),
                assignment.area(),
                assignment.window(),
                assignment.engagement(),
                assignment.reason()));
        return assignment.window().from().isAfter(now) ? values : values.without(Types.FROM);
    }
}
