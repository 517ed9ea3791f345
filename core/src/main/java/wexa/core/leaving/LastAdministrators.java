package wexa.core.leaving;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import wexa.core.access.PermissionMask;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Sensitivity;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Tenants that would be left without anybody who may do what is privileged there (rule 11). Whoever may and is here with an open
 * account is a usable administrator; an emergency account is one that depends on nobody. Costs a look at those who hold something
 * privileged, until one is found for each tenant.
 */
public final class LastAdministrators {
    private final Snapshot snapshot;
    private final Model model;
    private final Instant at;
    private final Set<Id<Person>> leavers = new HashSet<>();
    private final Sensitivities sensitivities;
    private final Map<Id<App>, PermissionMask> privileged = new HashMap<>();

    private LastAdministrators(Snapshot snapshot, Collection<Person> people, Instant at) {
        this.snapshot = snapshot;
        this.model = snapshot.model();
        this.at = at;
        people.forEach(person -> leavers.add(person.id()));
        this.sensitivities = new Sensitivities(model);
    }

    /**
     * A tenant of which somebody is the last usable administrator.
     *
     * @param hasEmergency whether an emergency account is open there
     */
    public record Last(Id<Person> person, Tenant tenant, boolean hasEmergency) {}

    /** What would be left so if all of them were out. */
    public static List<Last> of(Snapshot snapshot, Collection<Person> leavers, Instant at) {
        return new LastAdministrators(snapshot, leavers, at).found();
    }

    private List<Last> found() {
        List<Last> last = new ArrayList<>();
        Map<Id<Tenant>, Boolean> remains = new HashMap<>();
        for (Id<Person> leaver : leavers.stream().sorted().toList()) {
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, leaver)) {
                Tenant tenant = model.tenants().get(account.tenant());
                if (administers(leaver, tenant) && !remains.computeIfAbsent(tenant.id(), any -> remains(tenant))) {
                    last.add(new Last(leaver, tenant, hasEmergency(tenant)));
                }
            }
        }
        return last;
    }

    private boolean remains(Tenant tenant) {
        return snapshot.index().whoHasAny(mask(tenant), Set.of(), at).all().stream()
                .filter(person -> !leavers.contains(person))
                .anyMatch(person ->
                        PersonStatus.of(model, person, at) == PersonStatus.HERE && administers(person, tenant));
    }

    /** Whoever was stopped already administered it as well. */
    private boolean administers(Id<Person> person, Tenant tenant) {
        return model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                        .anyMatch(account -> account.tenant().equals(tenant.id()) && account.isOpen())
                && snapshot.index().of(person, at).reaches(mask(tenant)).stream()
                        .anyMatch(reach -> reach.tenant().equals(tenant.id()));
    }

    private PermissionMask mask(Tenant tenant) {
        App app = model.appOf(tenant);
        return privileged.computeIfAbsent(app.id(), any -> {
            Set<Permission> found = new HashSet<>();
            for (App.ResourceType type : app.resourceTypes()) {
                for (App.Action action : type.actions()) {
                    Permission permission = new Permission(app.key(), type.key(), action.key());
                    if (sensitivities.of(permission) == Sensitivity.PRIVILEGED) {
                        found.add(permission);
                    }
                }
            }
            return snapshot.index().mask(found);
        });
    }

    private boolean hasEmergency(Tenant tenant) {
        return model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id()).stream()
                .anyMatch(account -> account.kind() == AccountKind.EMERGENCY && account.isOpen());
    }
}
