package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.access.AccessIndex;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.RoleState;
import wexa.core.model.Area;
import wexa.core.model.Binding;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Permission;

/**
 * What an account can do according to what was read from the tenant (the second of the three answers of rule 4): its own
 * assignments there and those of groups that name it, with the roles' contents as read; and roles that are written as groups
 * in which it is, or as values that it has.
 */
public final class ObservedAccess {
    private final Observed observed;
    private final Map<String, String> areaParents;
    private final List<AssignmentState> assignments;
    private final List<Standing> standing;
    private final Optional<AccountState> account;

    /** What an account has since a role is written as a group in which it is, or as a value of it: permissions, and where. */
    private record Standing(Set<String> permissions, Optional<String> area) {}

    /**
     * @param given the assignments that reach the account as read: its own, and those of groups that name it
     * @param index says what a role gives that is written as a group: the tenant itself does not tell
     */
    public ObservedAccess(
            Observed observed,
            Collection<AssignmentState> given,
            ObjectKey account,
            Tenant tenant,
            AccessIndex index,
            Instant at) {
        this.observed = observed;
        this.areaParents = areaParents(index.model(), tenant);
        this.standing = standing(observed, account, tenant, index);
        this.account = observed.find(account).map(seen -> (AccountState) seen.state());
        this.assignments = given.stream()
                .filter(assignment ->
                        assignment.until().map(end -> end.isAfter(at)).orElse(true))
                .toList();
    }

    private static List<Standing> standing(Observed observed, ObjectKey account, Tenant tenant, AccessIndex index) {
        List<Standing> found = new ArrayList<>();
        for (Binding binding : Binding.in(tenant.id(), index.model())) {
            if (stands(binding, observed, account)) {
                found.add(new Standing(
                        index.permissionsOf(binding.role(), binding.tenant()).stream()
                                .map(Permission::toString)
                                .collect(Collectors.toSet()),
                        binding.area()
                                .flatMap(index.model().table(Kind.AREA)::find)
                                .map(area -> area.key().text())));
            }
        }
        return found;
    }

    /** Whether an account is in the group, or has the value, as which a role is written. */
    private static boolean stands(Binding binding, Observed observed, ObjectKey account) {
        return binding.manner() == Binding.Manner.GROUP
                ? observed.find(ObjectKey.group(binding.id()))
                        .filter(seen -> seen.state() instanceof TenantObject.GroupState group
                                && group.members().contains(account.toString()))
                        .isPresent()
                : observed.find(account)
                        .filter(seen -> seen.state() instanceof AccountState state
                                && state.held().contains(BoundValues.nameOf(binding)))
                        .isPresent();
    }

    /** The groups of a tenant that have to be looked at to know what somebody can do there. */
    public static List<ObjectKey> groups(Tenant tenant, Model model) {
        return Binding.in(tenant.id(), model).stream()
                .filter(binding -> binding.manner() == Binding.Manner.GROUP)
                .map(binding -> ObjectKey.group(binding.id()))
                .toList();
    }

    /** What has to be looked at to know what an account can do. */
    public static List<ObjectKey> lookedAt(ObjectKey account, Tenant tenant, Model model) {
        List<ObjectKey> keys = new ArrayList<>(groups(tenant, model));
        keys.add(account);
        return keys;
    }

    /** For each area of a tenant that has one, the area above it, by their keys in the tenant. */
    private static Map<String, String> areaParents(Model model, Tenant tenant) {
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
                && (assignments.stream()
                                .anyMatch(assignment ->
                                        reaches(assignment.area(), area) && gives(assignment.role(), permission))
                        || standing.stream()
                                .anyMatch(one -> reaches(one.area(), area)
                                        && one.permissions().contains(permission)));
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
