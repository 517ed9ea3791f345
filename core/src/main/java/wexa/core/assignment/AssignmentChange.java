package wexa.core.assignment;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Absence;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Changes to who has which role where. */
public sealed interface AssignmentChange extends Change {
    /** A subject gets a role. Spans of the same subject, role, tenant and area do not overlap. */
    record Give(Assignment assignment) implements AssignmentChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Assignment wanted = assignment.during(assignment.window().notBefore(now));
            List<Finding> findings = check(wanted, model);
            model.roles().find(wanted.role()).flatMap(Give::stage).ifPresent(findings::add);
            if (findings.stream().anyMatch(Finding::blocks)) {
                return new Resolution(List.of(), findings);
            }
            for (Assignment other : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, wanted.subject())) {
                if (isSameGrant(other, wanted) && overlap(other, wanted, model)) {
                    if (lastsAsLong(other, wanted, model)) {
                        return Resolution.kept(other);
                    }
                    findings.add(overlapping(other));
                }
            }
            return Resolution.make(wanted, findings);
        }

        /** What keeps a role from being given to anybody else. */
        private static Optional<Finding> stage(Role role) {
            return switch (role.stage()) {
                case OPEN -> Optional.empty();
                case PREPARATION ->
                    Optional.of(Finding.of(AssignmentCodes.ROLE_IN_PREPARATION, "role", "value", role.name()));
                case CLOSED -> Optional.of(Finding.of(AssignmentCodes.ROLE_CLOSED, "role", "value", role.name()));
            };
        }

        @Override
        public Form form() {
            return AssignmentForms.GIVE;
        }

        @Override
        public Values values() {
            return AssignmentForms.values(assignment);
        }
    }

    /** The assignment's area, span or reason are others from now on; what has passed stays. */
    record Edit(Assignment assignment) implements AssignmentChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ASSIGNMENT)
                    .find(assignment.id())
                    .map(before -> replacing(before, model, now))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "assignment", "id", assignment.id().toString())));
        }

        private Resolution replacing(Assignment before, Model model, Instant now) {
            if (assignment.window().equals(before.window()) && isSameGrant(assignment, before)) {
                return Resolution.replace(before, assignment, check(assignment, model));
            }
            Optional<Window> window = assignment.window().equals(before.window())
                    ? Optional.of(before.window())
                    : assignment.window().inPlaceOf(before.window(), now);
            if (window.isEmpty()) {
                return Resolution.drop(before);
            }
            Assignment wanted = assignment.during(window.get());
            List<Finding> findings = check(wanted, model);
            model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, wanted.subject()).stream()
                    .filter(other ->
                            !other.id().equals(wanted.id()) && !other.window().endsBy(now))
                    .filter(other -> isSameGrant(other, wanted) && overlap(other, wanted, model))
                    .forEach(other -> findings.add(overlapping(other)));
            return Resolution.replace(before, wanted, findings);
        }

        @Override
        public Form form() {
            return AssignmentForms.EDIT;
        }

        @Override
        public Values values() {
            return AssignmentForms.values(assignment).put(AssignmentForms.ASSIGNMENT, assignment);
        }
    }

    /** The role is taken at an instant; an assignment that has not begun by then is withdrawn. */
    record End(Assignment assignment, Instant at) implements AssignmentChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Instant end = Window.whole(at.isBefore(now) ? now : at);
            return model.table(Kind.ASSIGNMENT)
                    .find(assignment.id())
                    .map(before -> Resolution.ended(before, before.window(), end, before::during))
                    .orElseGet(() -> Resolution.kept(assignment));
        }

        @Override
        public Form form() {
            return AssignmentForms.END;
        }

        @Override
        public Values values() {
            return new Values()
                    .put(AssignmentForms.ASSIGNMENT, assignment)
                    .putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }

    private static Finding overlapping(Assignment other) {
        return Finding.of(
                AssignmentCodes.ASSIGNMENT_OVERLAPS,
                "until",
                "until",
                other.window().until().toString(),
                "id",
                other.id().toString());
    }

    /** What covers for an absence counts only as long as that lasts; everything else by what was said of it. */
    private static Optional<Window> span(Assignment assignment, Model model) {
        return assignment.absence().isEmpty() ? Optional.of(assignment.window()) : assignment.effective(model);
    }

    private static boolean overlap(Assignment one, Assignment other, Model model) {
        if (one.absence().equals(other.absence())) {
            return one.window().overlaps(other.window());
        }
        return span(one, model)
                .flatMap(span -> span(other, model).filter(span::overlaps))
                .isPresent();
    }

    private static boolean lastsAsLong(Assignment one, Assignment other, Model model) {
        return one.absence().equals(other.absence())
                ? !one.window().until().isBefore(other.window().until())
                : !end(one, model).isBefore(end(other, model));
    }

    private static Instant end(Assignment assignment, Model model) {
        return span(assignment, model).map(Window::until).orElse(Instant.MIN);
    }

    private static boolean isSameGrant(Assignment one, Assignment other) {
        return one.role().equals(other.role())
                && one.tenant().equals(other.tenant())
                && one.area().equals(other.area());
    }

    private static List<Finding> check(Assignment assignment, Model model) {
        List<Finding> findings = new ArrayList<>();
        if (!References.exists(assignment.subject(), model)) {
            findings.add(References.unresolved("subject", assignment.subject()));
        }
        if (model.roles().find(assignment.role()).isEmpty()) {
            findings.add(References.unresolved("role", assignment.role()));
        }
        Optional<Tenant> tenant = model.tenants().find(assignment.tenant());
        if (tenant.isEmpty()) {
            findings.add(References.unresolved("tenant", assignment.tenant()));
        }
        assignment.engagement().ifPresent(engagement -> checkEngagement(engagement, assignment, model, findings));
        assignment.absence().ifPresent(absence -> checkAbsence(absence, assignment, model, findings));
        tenant.ifPresent(there -> checkPlace(assignment, there, model, findings));
        return findings;
    }

    private static void checkEngagement(
            Id<Engagement> engagement, Assignment assignment, Model model, List<Finding> findings) {
        Optional<Engagement> found = model.table(Kind.ENGAGEMENT).find(engagement);
        if (found.isEmpty()) {
            findings.add(References.unresolved("engagement", engagement));
        } else if (!assignment.subject().equals(new Subject.OfPerson(found.get().person()))) {
            findings.add(Finding.of(AssignmentCodes.ENGAGEMENT_OF_OTHER, "engagement", "value", engagement.toString()));
        }
    }

    private static void checkAbsence(Id<Absence> absence, Assignment assignment, Model model, List<Finding> findings) {
        Optional<Absence> found = model.table(Kind.ABSENCE).find(absence);
        if (found.isEmpty()) {
            findings.add(References.unresolved("absence", absence));
        } else if (!(assignment.subject() instanceof Subject.OfPerson one)
                || one.person().equals(found.get().person())) {
            findings.add(Finding.of(AssignmentCodes.COVERED_BY_ANOTHER, "absence"));
        }
    }

    private static void checkPlace(Assignment assignment, Tenant tenant, Model model, List<Finding> findings) {
        App app = model.appOf(tenant);
        if (assignment.area().isPresent()) {
            Optional<Area> area = model.table(Kind.AREA).find(assignment.area().get());
            if (area.isEmpty() || !area.get().tenant().equals(tenant.id())) {
                findings.add(Finding.of(
                        AssignmentCodes.AREA_NOT_IN_TENANT,
                        "area",
                        "value",
                        area.map(found -> found.key().text())
                                .orElse(assignment.area().get().toString()),
                        "tenant",
                        tenant.name()));
            }
        } else if (app.needsArea()) {
            Optional<Area> nearest = nearest(assignment, tenant, model);
            findings.add(Finding.of(
                    AssignmentCodes.ASSIGNMENT_INERT,
                    "area",
                    "role",
                    model.roles().find(assignment.role()).map(Role::name).orElse(""),
                    "tenant",
                    model.title(tenant),
                    "nearest",
                    nearest.map(area -> area.key().text()).orElse(""),
                    "nearestName",
                    nearest.map(Area::name).orElse("")));
        }
        boolean isWritten = tenant.can(Capability.ASSIGNMENTS)
                || Binding.of(assignment.role(), tenant.id(), assignment.area(), model)
                        .filter(binding -> binding.isWrittenIn(tenant))
                        .isPresent();
        if (!isWritten) {
            findings.add(Finding.of(
                    AssignmentCodes.NOT_MANAGED,
                    "tenant",
                    "tenant",
                    model.title(tenant),
                    "role",
                    model.roles().find(assignment.role()).map(Role::name).orElse("")));
        }
    }

    /** The area whose key is the key of the unit where the person works, else the tenant's first area (rule 5). */
    private static Optional<Area> nearest(Assignment assignment, Tenant tenant, Model model) {
        List<Area> areas = model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id());
        if (assignment.subject() instanceof Subject.OfPerson one) {
            for (Engagement engagement : model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, one.person())) {
                String unit =
                        model.table(Kind.UNIT).get(engagement.unit()).key().text();
                Optional<Area> same = areas.stream()
                        .filter(area -> area.key().text().equals(unit))
                        .findFirst();
                if (same.isPresent()) {
                    return same;
                }
            }
        }
        return areas.stream().findFirst();
    }
}
