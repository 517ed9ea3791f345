package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.access.AccessIndex;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Which values of its users stand for roles in a tenant, and who should have them at an instant. */
final class BoundValues {
    private final Model model;
    private final AccessIndex index;
    private final Tenant tenant;
    private final Instant at;
    private final List<Binding> bindings;

    BoundValues(Model model, AccessIndex index, Tenant tenant, Instant at) {
        this.model = model;
        this.index = index;
        this.tenant = tenant;
        this.at = at;
        this.bindings = Binding.in(tenant.id(), model).stream()
                .filter(binding -> binding.manner() != Binding.Manner.GROUP && binding.isWrittenIn(tenant))
                .toList();
    }

    /** How a value stands in the state of an account, such as {@code entitlements:lead}. */
    static String nameOf(Binding binding) {
        return (binding.manner() == Binding.Manner.ROLE ? TenantObject.ROLES : TenantObject.ENTITLEMENTS)
                + binding.name();
    }

    /** For each value that stands for a role, whether somebody has the role. Costs their grants and those of their groups. */
    Map<String, Boolean> of(Optional<Id<Person>> person) {
        Map<String, Boolean> values = new TreeMap<>();
        if (bindings.isEmpty()) {
            return values;
        }
        bindings.forEach(binding -> values.put(nameOf(binding), false));
        person.ifPresent(one -> {
            List<Subject> subjects = new ArrayList<>(List.of(new Subject.OfPerson(one)));
            for (Id<Group> group : index.groupsOf(one, at)) {
                subjects.add(new Subject.OfGroup(group));
                model.table(Kind.MAPPING).by(Mapping.BY_GROUP, group).stream()
                        .filter(mapping -> mapping.carriage() == Mapping.Carriage.CARRIED)
                        .filter(mapping -> mapping.tenant().equals(tenant.id()))
                        .forEach(mapping -> add(mapping.role(), mapping.area(), values));
            }
            subjects.forEach(subject -> model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject).stream()
                    .filter(assignment -> assignment.tenant().equals(tenant.id()))
                    .filter(assignment -> assignment
                            .effective(model)
                            .filter(window -> window.contains(at))
                            .isPresent())
                    .forEach(assignment -> add(assignment.role(), assignment.area(), values)));
        });
        return values;
    }

    private void add(Id<Role> role, Optional<Id<Area>> area, Map<String, Boolean> values) {
        boolean isInert = area.isEmpty() && model.appOf(tenant).needsArea();
        bindings.stream()
                .filter(binding -> !isInert
                        && binding.role().equals(role)
                        && binding.area().equals(area))
                .forEach(binding -> values.put(nameOf(binding), true));
    }
}
