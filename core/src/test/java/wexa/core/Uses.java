package wexa.core;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Permission;

/** What somebody holds at an instant, with what stands in the way of using it, line by line. */
public final class Uses {
    private Uses() {}

    public static List<String> of(Model model, AccessIndex index, Person person, Instant at) {
        List<String> uses = new ArrayList<>();
        for (Access.Reach reach : index.of(person.id(), at).reaches()) {
            Usability usability = Usability.of(model, person.id(), reach.tenant(), at);
            for (Permission permission : reach.permissions()) {
                uses.add(reach.tenant() + " " + reach.area() + " " + permission + " " + usability.blocks(permission));
            }
        }
        Collections.sort(uses);
        return uses;
    }
}
