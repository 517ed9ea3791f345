package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.consistency.ObjectKey;
import wexa.core.governance.Reach;
import wexa.core.governance.Reached;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Absence;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;
import wexa.server.log.Log;

/** Gathers a person's page from the snapshot, the readings and the log. */
@Component
class PersonPages {
    private static final int HISTORY = 50;
    private static final int MOMENTS = 4;

    private final PersonRows rows;
    private final PersonAccounts personAccounts;
    private final Log log;

    PersonPages(PersonRows rows, PersonAccounts personAccounts, Log log) {
        this.rows = rows;
        this.personAccounts = personAccounts;
        this.log = log;
    }

    /** Of tenants that the asker does not see nothing is told, nor the history, which names them. */
    PersonPage of(Snapshot snapshot, Person person, Reach sight, Instant at) {
        Model model = snapshot.model();
        Map<Id<Tenant>, Map<ObjectKey, String>> squares = new HashMap<>();
        List<PersonPage.AccountView> accounts = personAccounts.of(snapshot, person, sight, at, squares);
        List<PersonPage.EngagementView> engagements =
                model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                        .sorted(Comparator.comparing(
                                engagement -> engagement.window().from()))
                        .map(engagement -> engagement(model, engagement))
                        .toList();
        List<PersonPage.GroupView> groups = groups(snapshot, person, at);
        List<PersonPage.RoleView> roles = roles(snapshot, person, sight, at, squares);
        return new PersonPage(
                rows.row(model, person, at),
                person.givenName(),
                person.familyName(),
                person.mail().map(Object::toString).orElse(null),
                person.phone().map(Object::toString).orElse(null),
                person.directoryEntry().orElse(null),
                PersonFieldService.of(model, person, at),
                identity(model, person),
                engagements,
                accounts,
                groups,
                roles,
                absences(model, person, sight, at),
                counted(snapshot.index(), person, sight, at, moments(engagements, groups, roles, at)),
                sight.isEverywhere() ? log.about(person.id().value(), HISTORY) : List.of());
    }

    private static PersonPage.IdentityView identity(Model model, Person person) {
        Optional<Invitation> invitation = Identity.invitation(person, model);
        return new PersonPage.IdentityView(
                Identity.of(person, model),
                Identity.homeName(person, model),
                invitation.map(one -> one.id().value()).orElse(null),
                invitation.map(Invitation::at).orElse(null),
                invitation.flatMap(Invitation::acceptedAt).orElse(null));
    }

    /** Each against the one before, and the first against now. */
    private static List<PersonPage.MomentView> counted(
            AccessIndex index, Person person, Reach sight, Instant now, List<Instant> moments) {
        List<PersonPage.MomentView> views = new ArrayList<>();
        Access before = index.of(person.id(), now);
        for (Instant moment : moments) {
            Access then = index.of(person.id(), moment);
            views.add(new PersonPage.MomentView(
                    moment, count(then.beyond(before), sight), count(before.beyond(then), sight)));
            before = then;
        }
        return views;
    }

    private static int count(List<Access.Reach> reaches, Reach sight) {
        return reaches.stream()
                .filter(reach -> sight.covers(reach.tenant()))
                .mapToInt(reach -> reach.permissions().size())
                .sum();
    }

    /** When something begins or ends from here on, the nearest first. */
    private static List<Instant> moments(
            List<PersonPage.EngagementView> engagements,
            List<PersonPage.GroupView> groups,
            List<PersonPage.RoleView> roles,
            Instant at) {
        return Stream.of(
                        engagements.stream()
                                .flatMap(one ->
                                        Stream.of(Optional.ofNullable(one.from()), Optional.ofNullable(one.until()))),
                        groups.stream()
                                .flatMap(one ->
                                        Stream.of(Optional.ofNullable(one.from()), Optional.ofNullable(one.until()))),
                        roles.stream()
                                .flatMap(one ->
                                        Stream.of(Optional.ofNullable(one.from()), Optional.ofNullable(one.until()))))
                .flatMap(all -> all)
                .flatMap(Optional::stream)
                .filter(instant -> instant.isAfter(at))
                .distinct()
                .sorted()
                .limit(MOMENTS)
                .toList();
    }

    private static PersonPage.EngagementView engagement(Model model, Engagement engagement) {
        return new PersonPage.EngagementView(
                engagement.id().value(),
                engagement.kind().name(),
                engagement.staffNumber().orElse(null),
                engagement.job(),
                model.table(Kind.UNIT).get(engagement.unit()).name(),
                engagement.unit().value(),
                engagement.window().from().equals(Instant.MIN)
                        ? null
                        : engagement.window().from(),
                until(engagement.window()));
    }

    private static @Nullable Instant until(Window window) {
        return window.isOpenEnded() ? null : window.until();
    }

    private static List<PersonPage.GroupView> groups(Snapshot snapshot, Person person, Instant at) {
        Model model = snapshot.model();
        List<PersonPage.GroupView> views = new ArrayList<>();
        for (Id<Group> id : snapshot.index().groupsOf(person.id(), at)) {
            Group group = model.groups().get(id);
            Optional<Membership> membership =
                    model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person.id())).stream()
                            .filter(one ->
                                    one.group().equals(id) && one.window().contains(at))
                            .findFirst();
            boolean nested = membership.isEmpty() && group.kind() == GroupKind.ASSIGNED;
            views.add(new PersonPage.GroupView(
                    group.id().value(),
                    group.name(),
                    nested ? "NESTED" : group.kind().name(),
                    group.kind() == GroupKind.ASSIGNED
                            ? membership.map(one -> one.id().value()).orElse(null)
                            : null,
                    null,
                    membership.map(one -> until(one.window())).orElse(null),
                    membership.map(Membership::reason).orElse("")));
        }
        for (Membership coming :
                model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person.id()))) {
            if (coming.window().from().isAfter(at)) {
                Group group = model.groups().get(coming.group());
                views.add(new PersonPage.GroupView(
                        group.id().value(),
                        group.name(),
                        group.kind().name(),
                        group.kind() == GroupKind.ASSIGNED ? coming.id().value() : null,
                        coming.window().from(),
                        until(coming.window()),
                        coming.reason()));
            }
        }
        return views;
    }

    private static List<PersonPage.AbsenceView> absences(Model model, Person person, Reach sight, Instant at) {
        return model.table(Kind.ABSENCE).by(Absence.BY_PERSON, person.id()).stream()
                .filter(absence -> absence.window().until().isAfter(at))
                .sorted(Comparator.comparing(absence -> absence.window().from()))
                .map(absence -> new PersonPage.AbsenceView(
                        absence.id().value(),
                        absence.window().from().equals(Instant.MIN)
                                ? null
                                : absence.window().from(),
                        until(absence.window()),
                        absence.manner(),
                        absence.seats(),
                        absence.reason(),
                        absence.window().contains(at),
                        model.table(Kind.ASSIGNMENT).by(Assignment.BY_ABSENCE, absence.id()).stream()
                                .filter(cover -> sight.covers(cover.tenant())
                                        && Reached.isSeen(sight, model, coverer(cover), at)
                                        && cover.effective(model)
                                                .filter(span -> span.until().isAfter(at))
                                                .isPresent())
                                .map(cover -> cover(cover, model))
                                .toList()))
                .toList();
    }

    private static Id<Person> coverer(Assignment cover) {
        return ((Subject.OfPerson) cover.subject()).person();
    }

    private static PersonPage.CoveredByView cover(Assignment cover, Model model) {
        Person by = model.people().get(coverer(cover));
        Tenant tenant = model.tenants().get(cover.tenant());
        return new PersonPage.CoveredByView(
                cover.id().value(),
                by.id().value(),
                by.name(),
                model.roles().get(cover.role()).name(),
                model.title(tenant),
                tenant.colour(),
                cover.area().map(model.table(Kind.AREA)::get).map(Area::name).orElse(null));
    }

    /** Whoever is outside of what the administrator sees is not named. */
    private static String nameOf(Id<Person> person, Model model, Reach sight, Instant at) {
        return Reached.isSeen(sight, model, person, at)
                ? model.people().get(person).name()
                : "somebody";
    }

    private static List<PersonPage.RoleView> roles(
            Snapshot snapshot,
            Person person,
            Reach sight,
            Instant at,
            Map<Id<Tenant>, Map<ObjectKey, String>> squares) {
        Model model = snapshot.model();
        List<Assignment> found = new ArrayList<>(
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfPerson(person.id())));
        for (Id<Group> group : snapshot.index().groupsOf(person.id(), at)) {
            found.addAll(model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfGroup(group)));
        }
        found.removeIf(assignment -> !sight.covers(assignment.tenant()));
        List<PersonPage.RoleView> views = new ArrayList<>();
        for (Assignment assignment : found) {
            Optional<Window> window =
                    assignment.effective(model).filter(span -> span.until().isAfter(at));
            if (window.isEmpty()) {
                continue;
            }
            Tenant tenant = model.tenants().get(assignment.tenant());
            App app = model.appOf(tenant);
            views.add(new PersonPage.RoleView(
                    assignment.id().value(),
                    assignment.role().value(),
                    model.roles().get(assignment.role()).name(),
                    app.name(),
                    tenant.name(),
                    tenant.colour(),
                    assignment
                            .area()
                            .map(model.table(Kind.AREA)::get)
                            .map(Area::name)
                            .orElse(null),
                    assignment.subject() instanceof Subject.OfGroup many
                            ? model.groups().get(many.group()).name()
                            : null,
                    window.get().from().isAfter(at) ? window.get().from() : null,
                    until(window.get()),
                    app.needsArea() && assignment.area().isEmpty(),
                    squares.getOrDefault(tenant.id(), Map.of())
                            .getOrDefault(ObjectKey.assignment(assignment.id()), "NONE"),
                    assignment
                            .absence()
                            .flatMap(model.table(Kind.ABSENCE)::find)
                            .map(absence -> nameOf(absence.person(), model, sight, at))
                            .orElse(null)));
        }
        views.sort(Comparator.comparingInt(PersonPage.RoleView::colour));
        return views;
    }
}
