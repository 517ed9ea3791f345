package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import wexa.core.access.Access;
import wexa.core.access.Usability;
import wexa.core.consistency.AffectedSubjects;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observed;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.governance.Reach;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.jobs.Sendings;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.readings.Proofs;
import wexa.server.tenants.Differences;

/** Gathers a person's accounts with what was sent, read and answered about each. */
@Component
class PersonAccounts {
    private final Observations observations;
    private final Proofs proofs;
    private final Sendings sendings;

    PersonAccounts(Observations observations, Proofs proofs, Sendings sendings) {
        this.observations = observations;
        this.proofs = proofs;
        this.sendings = sendings;
    }

    /**
     * The accounts that the asker sees, in the order of the tenants' colours.
     *
     * @param squares filled for each tenant with how its objects about the person stand
     */
    List<PersonPage.AccountView> of(
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
        AffectedSubjects concerned = AffectedSubjects.by(snapshot, snapshot, List.of(), List.of(person.id()), at);
        Access access = snapshot.index().of(person.id(), at);
        List<PersonPage.AccountView> views = new ArrayList<>();
        for (Account account : accounts) {
            Tenant tenant = model.tenants().get(account.tenant());
            App app = model.appOf(tenant);
            Optional<Freshness> fresh = Optional.ofNullable(freshness.get(tenant.id()));
            Map<ObjectKey, TenantObject> desired =
                    new DesiredState(model, snapshot.index(), tenant, at).about(concerned);
            ObjectKey key = ObjectKey.account(account.id());
            Observations.Given given = observations.given(tenant.id(), key);
            Observed observed = observations.of(tenant.id(), expected(key, desired.keySet(), given));
            squares.put(tenant.id(), squaresOf(desired, observed, fresh));
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
                    inTenant(wanted, seen),
                    observations
                            .readAt(tenant.id(), key)
                            .or(() -> fresh.flatMap(Freshness::doneAt))
                            .orElse(null),
                    sendings.last(tenant.id(), own(key, desired, given.ours())),
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
                    found(observed, given, desired, model, tenant)));
        }
        views.sort(Comparator.comparingInt(PersonPage.AccountView::colour));
        return views;
    }

    private static Map<ObjectKey, String> squaresOf(
            Map<ObjectKey, TenantObject> desired, Observed observed, Optional<Freshness> fresh) {
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

    /** What will be asked for: what should be there, the account, and the roles that are given to it there. */
    private static Set<ObjectKey> expected(ObjectKey account, Set<ObjectKey> desired, Observations.Given given) {
        Set<ObjectKey> expected = new TreeSet<>(desired);
        expected.add(account);
        Stream.concat(given.ours().values().stream(), given.strangers().stream())
                .map(AssignmentState::role)
                .map(ObjectKey::read)
                .flatMap(Optional::stream)
                .forEach(expected::add);
        return expected;
    }

    /** Roles that the tenant gives the account and nobody here gave: shown, never taken away silently. */
    private static List<String> found(
            Observed observed,
            Observations.Given given,
            Map<ObjectKey, TenantObject> desired,
            Model model,
            Tenant tenant) {
        List<AssignmentState> local = new ArrayList<>(given.strangers());
        given.ours().forEach((key, assignment) -> {
            if (!desired.containsKey(key)) {
                local.add(assignment);
            }
        });
        return local.stream()
                .map(assignment -> words(assignment, observed, model, tenant))
                .toList();
    }

    private static String words(AssignmentState given, Observed observed, Model model, Tenant tenant) {
        String role = ObjectKey.read(given.role())
                .flatMap(observed::find)
                .map(seen -> ((TenantObject.RoleState) seen.state()).name())
                .orElse("a role that only the tenant knows");
        return given.area()
                .map(key -> model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).stream()
                        .filter(one -> one.key().text().equals(key))
                        .findFirst()
                        .map(Area::name)
                        .orElse(key))
                .map(area -> role + " at " + area)
                .orElse(role);
    }

    /** The account and the roles that are given to it itself, also one that is only on its way out of the tenant. */
    private static Set<ObjectKey> own(
            ObjectKey account, Map<ObjectKey, TenantObject> desired, Map<ObjectKey, AssignmentState> given) {
        Set<ObjectKey> own = new TreeSet<>(given.keySet());
        own.add(account);
        desired.forEach((key, wanted) -> {
            if (wanted instanceof AssignmentState assignment
                    && assignment.subject().equals(account.toString())) {
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

    private static PersonPage.InTenant inTenant(Optional<TenantObject> wanted, Optional<TenantObject> seen) {
        Optional<AccountState> should =
                wanted.map(AccountState.class::cast).filter(state -> state.activity() == TenantObject.Activity.OPEN);
        if (should.isEmpty()) {
            return PersonPage.InTenant.SIGNS_IN;
        }
        if (seen.isEmpty()) {
            return PersonPage.InTenant.MISSING;
        }
        AccountState is = (AccountState) seen.get();
        if (is.activity() == TenantObject.Activity.CLOSED) {
            return PersonPage.InTenant.CLOSED;
        }
        return is.userName().equals(should.get().userName())
                ? PersonPage.InTenant.SIGNS_IN
                : PersonPage.InTenant.OTHER_USER_NAME;
    }

    /** What is different about an account, in words; empty where nothing is. */
    static String differenceInWords(Optional<TenantObject> wanted, Optional<TenantObject> seen) {
        if (wanted.isEmpty()) {
            return "";
        }
        AccountState should = (AccountState) wanted.get();
        if (seen.isEmpty()) {
            return should.activity() == TenantObject.Activity.CLOSED ? "" : "not in the tenant";
        }
        AccountState is = (AccountState) seen.get();
        if (is.answering(should).equals(should)) {
            return "";
        }
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
        Differences.values(should, is).ifPresent(found::add);
        if (found.isEmpty()) {
            found.add("name, address or phone differ");
        }
        return String.join(", ", found);
    }
}
