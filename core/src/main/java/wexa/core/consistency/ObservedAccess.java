package wexa.core.consistency;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.RoleState;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/**
 * What an account can do according to what was read from the tenant (the second of the three answers of rule 4): its own
 * assignments there and those of groups that name it, with the roles' contents as read.
 */
public final class ObservedAccess {
    private final Observed observed;
    private final Map<String, String> areaParents;
    private final List<AssignmentState> assignments;
    private final Optional<AccountState> account;

    /**
     * @param given the assignments that reach the account as read: its own, and those of groups that name it
     * @param areaParents for each area's key the key above it; top areas are not in it
     */
    public ObservedAccess(
            Observed observed,
            Collection<AssignmentState> given,
            ObjectKey account,
            Map<String, String> areaParents,
            Instant at) {
        this.observed = observed;
        this.areaParents = areaParents;
        this.account = observed.find(account).map(seen -> (AccountState) seen.state());
        this.assignments = given.stream()
                .filter(assignment ->
                        assignment.until().map(end -> end.isAfter(at)).orElse(true))
                .toList();
    }

    /** For each area of a tenant that has one, the area above it, by their keys in the tenant. */
    public static Map<String, String> areaParents(Model model, Tenant tenant) {
        Map<String, String> parents = new HashMap<>();
        for (Area area : model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id())) {
            area.parent()
                    .map(model.table(Kind.AREA)::get)
                    .ifPresent(parent ->
                            parents.put(area.key().text(), parent.key().text()));
        }
        return parents;
    }

    public Optional<AccountState> account() {
        return account;
    }

    /** Whether a permission holds at an area, or everywhere if none is given. */
    public boolean holds(String permission, Optional<String> area) {
        boolean open = account.map(state -> state.activity() == TenantObject.Activity.OPEN)
                .orElse(false);
        return open
                && assignments.stream()
                        .anyMatch(
                                assignment -> reaches(assignment.area(), area) && gives(assignment.role(), permission));
    }

    private boolean gives(String role, String permission) {
        return ObjectKey.read(role)
                .filter(key -> key.type() == ObjectKey.Type.ROLE)
                .flatMap(observed::find)
                .map(seen -> ((RoleState) seen.state()).permissions().contains(permission))
                .orElse(false);
    }

    private boolean reaches(Optional<String> given, Optional<String> asked) {
        if (given.isEmpty()) {
            return true;
        }
        Optional<String> at = asked;
        while (at.isPresent()) {
            if (at.equals(given)) {
                return true;
            }
            at = Optional.ofNullable(areaParents.get(at.get()));
        }
        return false;
    }
}
