package wexa.demo;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What the Trust keeps about people besides what everybody does. */
final class OwnFields {
    private static final List<String> SHIFTS = List.of("Morning", "Midday", "Evening");
    private static final int OFFICES = 60;

    private OwnFields() {}

    static List<Fact> all() {
        return List.of(
                field("shift", "Shift", "CHOICE", SHIFTS, null),
                field("room", "Room", "TEXT", List.of(), "roomNumber"),
                field("first-aid", "First aid until", "DATE", List.of(), null),
                field("mentor", "Mentor", "PERSON", List.of(), null));
    }

    private static Fact field(String key, String label, String type, List<String> choices, @Nullable String attribute) {
        return Fact.of(
                "person-field",
                key,
                "key",
                key,
                "label",
                label,
                "type",
                type,
                "choices",
                choices,
                "requiredFor",
                List.of(),
                "attribute",
                attribute);
    }

    /** Numbers rather than names decide, since some people are called otherwise in the directory. */
    static Map<String, String> of(Worker worker) {
        Map<String, String> values = new TreeMap<>();
        int number = worker.staffNumber().hashCode() & 0xffff;
        if (worker.kind().equals("EMPLOYEE")
                && List.of("Guide", "Ticket clerk", "Shop assistant").contains(worker.job())) {
            values.put("shift", SHIFTS.get(number % SHIFTS.size()));
        }
        room(worker).ifPresent(room -> values.put("room", room));
        if (number % 9 == 0 && !worker.isPartner()) {
            values.put("first-aid", "2027-0" + (1 + number % 8) + "-28");
        }
        if (worker.kind().equals("VOLUNTEER") && number % 7 == 0) {
            values.put("mentor", Fact.id("person", "ines.abara"));
        }
        return values;
    }

    /** As the directory has it as well. */
    static Optional<String> room(Worker worker) {
        int number = worker.staffNumber().hashCode() & 0xffff;
        return worker.unit().equals("office") ? Optional.of("A " + (100 + number % OFFICES)) : Optional.empty();
    }
}
