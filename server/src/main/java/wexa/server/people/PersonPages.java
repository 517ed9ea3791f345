package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.consistency.Concerned;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.governance.Reach;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Capability;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Id;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Permission;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Window;
import wexa.core.preview.Snapshot;
import wexa.server.jobs.Sendings;
import wexa.server.log.Log;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.readings.Proofs;

/** Gathers a person's page from the snapshot, the readings and the log. */
@Component
class PersonPages {
    private static final int HISTORY = 50;
    private static final int MOMENTS = 4;

    private final PersonRows rows;
    private final Observations observations;
    private final Proofs proofs;
    private final Sendings sendings;
    private final Log log;

    PersonPages(PersonRows rows, Observations observations, Proofs proofs, Sendings sendings, Log log) {
        this.rows = rows;
        this.observations = observations;
        this.proofs = proofs;
        this.sendings = sendings;
        this.log = log;
    }

    /** Of tenants that the asker does not see nothing is told, nor the history, which names them. */
    PersonPage of(Snapshot snapshot, Person person, Reach sight, Instant at) {
        Model model = snapshot.model();
        Map<Id<Tenant>, Map<ObjectKey, String>> squares = new HashMap<>();
        List<PersonPage.AccountView> accounts = accounts(snapshot, person, sight, at, squares);
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
                identity(model, person),
                engagements,
                accounts,
                groups,
                roles,
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

    private List<PersonPage.AccountView> accounts(
            Snapshot snapshot,
            Person person,
            Reach sight,
            Instant at,
            Map<Id<Tenant>, Map<ObjectKey, String>> squares) {
        Model model = snapshot.model();
        List<Account> accounts = model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).stream()
                .filter(account -> sight.covers(account.tenant()))
                .toList();
        Map<Id<Account>, Map<String, Proofs.Proof>> proved =
                proofs.about(accounts.stream().map(Account::id).toList());
        Map<Id<Tenant>, Freshness> freshness = observations.freshness();
        Concerned concerned = Concerned.by(snapshot, snapshot, List.of(), List.of(person.id()), at);
        Access access = snapshot.index().of(person.id(), at);
        List<PersonPage.AccountView> views = new ArrayList<>();
        for (Account account : accounts) {
            Tenant tenant = model.tenants().get(account.tenant());
            App app = model.appOf(tenant);
            Observation observed = observations.of(tenant.id());
            Optional<Freshness> fresh = Optional.ofNullable(freshness.get(tenant.id()));
            Map<ObjectKey, TenantObject> desired =
                    new DesiredState(model, snapshot.index(), tenant, at).about(concerned);
            squares.put(tenant.id(), squaresOf(desired, observed, fresh));
            ObjectKey key = ObjectKey.account(account.id());
            Optional<TenantObject> wanted = Optional.ofNullable(desired.get(key));
            Optional<TenantObject> seen = observed.find(key).map(Observation.Seen::state);
            views.add(new PersonPage.AccountView(
                    account.id().value(),
                    tenant.id().value(),
                    app.name(),
                    tenant.name(),
                    tenant.colour(),
                    account.userName(),
                    account.state().name(),
                    seat(model, app, account, at),
                    squares.get(tenant.id()).getOrDefault(key, fresh.isEmpty() ? "NOT_READ" : "NONE"),
                    differenceInWords(wanted, seen),
                    observations
                            .readAt(tenant.id(), key)
                            .or(() -> fresh.flatMap(Freshness::doneAt))
                            .orElse(null),
                    sendings.last(tenant.id(), own(key, desired)),
                    verified(
                            tenant,
                            access,
                            Usability.of(model, person.id(), tenant.id(), at),
                            proved.getOrDefault(account.id(), Map.of()),
                            model),
                    model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                            .filter(seat -> seat.window().contains(at))
                            .findFirst()
                            .map(seat -> seat.id().value())
                            .orElse(null),
                    found(observed, key, desired, model, tenant)));
        }
        views.sort(Comparator.comparingInt(PersonPage.AccountView::colour));
        return views;
    }

    private static Map<ObjectKey, String> squaresOf(
            Map<ObjectKey, TenantObject> desired, Observation observed, Optional<Freshness> fresh) {
        Map<ObjectKey, String> found = new HashMap<>();
        desired.forEach((key, wanted) -> {
            String kind = Difference.of(
                            key, Optional.of(wanted), observed.find(key).map(Observation.Seen::state))
                    .map(difference -> difference.kind().name())
                    .orElse("NONE");
            found.put(
                    key,
                    fresh.flatMap(Freshness::doneAt).isEmpty()
                                    && observed.find(key).isEmpty()
                            ? "NOT_READ"
                            : kind);
        });
        return found;
    }

    private static @Nullable String seat(Model model, App app, Account account, Instant at) {
        return model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                .filter(seat -> seat.window().contains(at))
                .findFirst()
                .flatMap(seat -> app.seatKind(seat.kind()))
                .map(App.SeatKind::name)
                .orElse(null);
    }

    /** Roles that the tenant gives the account and nobody here gave: shown, never taken away silently. */
    private static List<String> found(
            Observation observed, ObjectKey account, Map<ObjectKey, TenantObject> desired, Model model, Tenant tenant) {
        List<String> found = new ArrayList<>();
        observed.objects().forEach((key, seen) -> {
            if (!desired.containsKey(key)) {
                local(seen.state(), account, observed, model, tenant).ifPresent(found::add);
            }
        });
        observed.strangers()
                .forEach(stranger -> local(stranger.state(), account, observed, model, tenant)
                        .ifPresent(found::add));
        return found;
    }

    private static Optional<String> local(
            TenantObject object, ObjectKey account, Observation observed, Model model, Tenant tenant) {
        if (!(object instanceof TenantObject.AssignmentState given)
                || !given.subject().equals(account.toString())) {
            return Optional.empty();
        }
        String role = roleKey(given.role())
                .flatMap(observed::find)
                .map(seen -> ((TenantObject.RoleState) seen.state()).name())
                .orElse("a role that only the tenant knows");
        String area = given.area()
                .map(key -> model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).stream()
                        .filter(one -> one.key().text().equals(key))
                        .findFirst()
                        .map(Area::name)
                        .orElse(key))
                .map(name -> " at " + name)
                .orElse("");
        return Optional.of(role + area);
    }

    private static Optional<ObjectKey> roleKey(String text) {
        try {
            return Optional.of(ObjectKey.parse(text));
        } catch (IllegalArgumentException remoteOnly) {
            return Optional.empty();
        }
    }

    /** The account, and the roles that are given to it. */
    private static List<ObjectKey> own(ObjectKey account, Map<ObjectKey, TenantObject> desired) {
        List<ObjectKey> own = new ArrayList<>(List.of(account));
        desired.forEach((key, wanted) -> {
            if (wanted instanceof TenantObject.AssignmentState given
                    && given.subject().equals(account.toString())) {
                own.add(key);
            }
        });
        return own;
    }

    /** Answers about what the person no longer has are left out: nobody asks about it any more. */
    private static PersonPage.VerifiedView verified(
            Tenant tenant, Access access, Usability can, Map<String, Proofs.Proof> proofs, Model model) {
        int yes = 0;
        int wrong = 0;
        int unasked = 0;
        List<Instant> asked = new ArrayList<>();
        for (Access.Reach reach : access.reaches()) {
            Optional<String> area =
                    reach.area().map(id -> model.table(Kind.AREA).get(id).key().text());
            for (Permission permission :
                    reach.tenant().equals(tenant.id()) ? reach.permissions() : Set.<Permission>of()) {
                Proofs.Proof proof = proofs.get(Proofs.question(permission, area));
                if (proof == null) {
                    unasked++;
                } else {
                    asked.add(proof.askedAt());
                    yes += proof.permitted() ? 1 : 0;
                    wrong += proof.permitted() == can.blocks(permission).isEmpty() ? 0 : 1;
                }
            }
        }
        return new PersonPage.VerifiedView(
                tenant.can(Capability.EVALUATION),
                asked.size(),
                yes,
                wrong,
                unasked,
                asked.stream().min(Comparator.naturalOrder()).orElse(null));
    }

    /** What is different about an account, in words; empty where nothing is. */
    static String differenceInWords(Optional<TenantObject> wanted, Optional<TenantObject> seen) {
        if (wanted.isEmpty() || wanted.equals(seen)) {
            return "";
        }
        AccountState should = (AccountState) wanted.get();
        if (seen.isEmpty()) {
            return should.activity() == TenantObject.Activity.CLOSED ? "" : "not in the tenant";
        }
        AccountState is = (AccountState) seen.get();
        List<String> found = new ArrayList<>();
        if (should.activity() != is.activity()) {
            found.add(
                    is.activity() == TenantObject.Activity.OPEN ? "still open in the tenant" : "closed in the tenant");
        }
        if (!should.userName().equals(is.userName())) {
            found.add("signs in there as " + is.userName());
        }
        if (!should.seats().equals(is.seats())) {
            found.add(is.seats().isEmpty() ? "no seat in the tenant" : "seat there: " + String.join(", ", is.seats()));
        }
        if (found.isEmpty()) {
            found.add("name, address or phone differ");
        }
        return String.join(", ", found);
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
                            .getOrDefault(ObjectKey.assignment(assignment.id()), "NONE")));
        }
        views.sort(Comparator.comparingInt(PersonPage.RoleView::colour));
        return views;
    }
}
