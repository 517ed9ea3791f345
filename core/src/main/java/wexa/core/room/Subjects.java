package wexa.core.room;

import java.util.List;
import java.util.stream.Stream;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** What a fact about a subject touches. */
public final class Subjects {
    private Subjects() {}

    /** Whom a role is given to in a tenant, by assignments and mappings. Costs the assignments of the role. */
    public static List<Subject> given(Id<Role> role, Id<Tenant> tenant, Model model) {
        return Stream.concat(
                        model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role).stream()
                                .filter(assignment -> assignment.tenant().equals(tenant))
                                .map(Assignment::subject),
                        model.table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant).stream()
                                .filter(mapping -> mapping.role().equals(role))
                                .map(mapping -> new Subject.OfGroup(mapping.directoryGroup())))
                .distinct()
                .toList();
    }

    /** The access of the person, or of everybody in the group, and the subject's history. */
    public static void mark(Subject subject, Marks to) {
        switch (subject) {
            case Subject.OfPerson one -> {
                to.person(one.person());
                to.history(one.person());
            }
            case Subject.OfGroup many -> {
                to.members(many.group());
                to.history(many.group());
            }
        }
    }
}
