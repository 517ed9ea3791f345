package wexa.core.assignment;

import java.util.List;
import java.util.Optional;
import wexa.core.absence.AbsenceForms;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.engagement.EngagementForms;
import wexa.core.model.Absence;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How roles are given and taken. An assignment is named by its role, whom it is for, its tenant and its area. */
final class AssignmentForms {
    private static final Field<Subject> SUBJECT = Field.required("subject", NamedTypes.SUBJECT, "For whom");
    private static final Field<Id<Role>> ROLE = Field.required("role", NamedTypes.ROLE, "Role");
    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");
    private static final Field<Id<Area>> AREA = Field.optional("area", NamedTypes.AREA, "Area");
    private static final Field<Id<Engagement>> ENGAGEMENT =
            Field.optional("engagement", EngagementForms.REFERENCE.ids(), "Engagement");

    private static final Field<Id<Absence>> ABSENCE =
            Field.optional("absence", AbsenceForms.REFERENCE.ids(), "Covers the absence of");

    static final Field<Assignment> ASSIGNMENT = Field.required(
            "assignment",
            new Reference<>(
                    Kind.ASSIGNMENT,
                    "an assignment, such as keeper to wren.castellane in pelagia/north",
                    List.of(new Reference.Wording(
                            "{role} to {subject} in {tenant}[ at {area}]", ROLE, SUBJECT, TENANT, AREA)),
                    new Naming()),
            "Assignment");

    static final Form GIVE = Form.makes(Kind.ASSIGNMENT, "give", "Give a role")
            .with(SUBJECT, ROLE, TENANT, AREA, Types.FROM, Types.UNTIL, ENGAGEMENT, ABSENCE, Types.BECAUSE)
            .says("give role {role} to {subject} in {tenant}[ at {area}][ from {from}][ until {until}]"
                    + "[ engagement {engagement}][ covering {absence}][ because {because}]")
            .reads(AssignmentForms::given);

    static final Form EDIT = Form.changes(Kind.ASSIGNMENT, "edit", "Change an assignment")
            .with(ASSIGNMENT, AREA, Types.FROM, Types.UNTIL, Types.BECAUSE)
            .says("change assignment of {assignment}[ area {area}][ from {from}][ until {until}][ because {because}]")
            .reads(in -> in.get(ASSIGNMENT).flatMap(before -> edited(before, in)));

    static final Form END = Form.ends(Kind.ASSIGNMENT, "end", "End an assignment")
            .with(ASSIGNMENT, Types.UNTIL)
            .says("end assignment of {assignment}[ until {until}]")
            .reads(in -> in.ending(ASSIGNMENT, AssignmentChange.End::new));

    private AssignmentForms() {}

    static Values values(Assignment assignment) {
        return new Values()
                .put(SUBJECT, assignment.subject())
                .put(ROLE, assignment.role())
                .put(TENANT, assignment.tenant())
                .put(AREA, assignment.area())
                .put(assignment.window())
                .put(ENGAGEMENT, assignment.engagement())
                .put(ABSENCE, assignment.absence())
                .putText(Types.BECAUSE, assignment.reason());
    }

    private static Optional<Change> given(Reading in) {
        Optional<Id<Assignment>> id = in.newId();
        Optional<Subject> subject = in.get(SUBJECT);
        Optional<Id<Role>> role = in.get(ROLE);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        Optional<Id<Area>> area = area(tenant, in);
        Optional<Window> window = in.window(Reading.WHEN_APPLIED);
        Optional<Id<Engagement>> engagement = in.get(ENGAGEMENT);
        Optional<Id<Absence>> absence = in.get(ABSENCE);
        String because = in.because();
        if (id.isEmpty() || subject.isEmpty() || role.isEmpty() || tenant.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new AssignmentChange.Give(new Assignment(
                id.get(), subject.get(), role.get(), tenant.get(), area, window.get(), engagement, because, absence)));
    }

    /** Without a tenant there are no areas to choose from, and it is the tenant that is reported. */
    private static Optional<Id<Area>> area(Optional<Id<Tenant>> tenant, Reading in) {
        in.within(tenant);
        return tenant.isEmpty() ? Optional.empty() : in.get(AREA);
    }

    private static Optional<Change> edited(Assignment before, Reading in) {
        in.within(Optional.of(before.tenant()));
        Optional<Id<Area>> area = in.orKept(AREA, before.area());
        String because = in.textOrKept(Types.BECAUSE, before.reason());
        return in.windowOrKept(before.window())
                .map(window -> new AssignmentChange.Edit(new Assignment(
                        before.id(),
                        before.subject(),
                        before.role(),
                        before.tenant(),
                        area,
                        window,
                        before.engagement(),
                        because,
                        before.absence())));
    }

    private static final class Naming implements Reference.Naming<Assignment> {
        @Override
        public Values parts(Assignment assignment, Names names) {
            return new Values()
                    .put(ROLE, assignment.role())
                    .put(SUBJECT, assignment.subject())
                    .put(TENANT, assignment.tenant())
                    .put(AREA, assignment.area());
        }

        @Override
        public List<Assignment> candidates(Reading parts) {
            Optional<Subject> subject = parts.get(SUBJECT);
            Optional<Id<Role>> role = parts.get(ROLE);
            Optional<Id<Tenant>> tenant = parts.get(TENANT);
            Optional<Id<Area>> area = area(tenant, parts);
            return subject.isEmpty() || role.isEmpty() || tenant.isEmpty() || area.isPresent() != parts.has(AREA)
                    ? List.of()
                    : parts.model().table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject.get()).stream()
                            .filter(one -> one.role().equals(role.get())
                                    && one.tenant().equals(tenant.get())
                                    && one.area().equals(area))
                            .toList();
        }

        @Override
        public Optional<Window> window(Assignment assignment) {
            return Optional.of(assignment.window());
        }
    }
}
