package wexa.core;

import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Condition;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** The rules of membership, roles and access once more, as plainly as they can be said: slow, recursive, nothing kept. */
public final class Reference {
    private final Model model;
    private final Instant at;

    public Reference(Model model, Instant at) {
        this.model = model;
        this.at = at;
    }

    public boolean isIn(Subject subject, Id<Group> group) {
        for (Membership membership : model.table(Kind.MEMBERSHIP).stream().toList()) {
            if (membership.group().equals(group) && membership.window().contains(at)) {
                if (membership.member().equals(subject)) {
                    return true;
                }
                if (membership.member() instanceof Subject.OfGroup inner && isIn(subject, inner.group())) {
                    return true;
                }
            }
        }
        Group target = model.groups().get(group);
        return target.kind() == GroupKind.RULED
                && subject instanceof Subject.OfPerson one
                && model.table(Kind.ENGAGEMENT).stream()
                        .anyMatch(engagement -> engagement.person().equals(one.person())
                                && engagement.window().contains(at)
                                && meets(target.condition().orElseThrow(), engagement));
    }

    private boolean meets(Condition rule, Engagement engagement) {
        Map<String, String> values = model.people().get(engagement.person()).custom();
        boolean hasAll = true;
        for (String field : rule.values().keySet()) {
            hasAll &= values.containsKey(field) && rule.values().get(field).contains(values.get(field));
        }
        return hasAll
                && (rule.kinds().isEmpty() || rule.kinds().contains(engagement.kind()))
                && (rule.units().isEmpty() || rule.units().contains(engagement.unit()))
                && (rule.jobs().isEmpty() || rule.jobs().contains(engagement.job()));
    }

    /** What a role gives where it has no variant. */
    public Set<Permission> permissions(Id<Role> id) {
        return permissions(id, Optional.empty());
    }

    public Set<Permission> permissions(Id<Role> id, Tenant tenant) {
        return permissions(id, Optional.of(tenant));
    }

    private Set<Permission> permissions(Id<Role> id, Optional<Tenant> tenant) {
        Role role = model.roles().get(id);
        Set<Permission> permissions = new HashSet<>();
        role.sets().forEach(set -> permissions.addAll(ofSet(set)));
        role.includes().forEach(included -> permissions.addAll(permissions(included, tenant)));
        permissions.removeAll(role.exclusions());
        for (RoleVariant variant : model.table(Kind.ROLE_VARIANT).stream().toList()) {
            boolean isThere =
                    tenant.filter(there -> there.id().equals(variant.tenant())).isPresent();
            if (variant.role().equals(id) && isThere) {
                variant.sets().forEach(set -> permissions.addAll(ofSet(set)));
                permissions.removeAll(variant.exclusions());
            }
        }
        return permissions;
    }

    private Set<Permission> ofSet(Id<PermissionSet> set) {
        return model.table(Kind.PERMISSION_SET).get(set).permissions();
    }

    /** Whether the person should hold the permission in the tenant at the area. */
    public boolean holds(Person person, Tenant tenant, Optional<Id<Area>> area, Permission permission) {
        App app = model.appOf(tenant);
        if (!permission.app().equals(app.key())) {
            return false;
        }
        for (Assignment assignment : model.table(Kind.ASSIGNMENT).stream().toList()) {
            if (assignment.tenant().equals(tenant.id())
                    && concerns(assignment.subject(), person)
                    && isValid(assignment)
                    && reaches(assignment.area(), area, app)
                    && permissions(assignment.role(), tenant).contains(permission)) {
                return true;
            }
        }
        for (Mapping mapping : model.table(Kind.MAPPING).stream().toList()) {
            if (mapping.tenant().equals(tenant.id())
                    && concerns(new Subject.OfGroup(mapping.directoryGroup()), person)
                    && reaches(mapping.area(), area, app)
                    && permissions(mapping.role(), tenant).contains(permission)) {
                return true;
            }
        }
        return false;
    }

    private boolean isValid(Assignment assignment) {
        boolean isWanted = assignment.absence().isEmpty()
                || model.table(Kind.ABSENCE)
                        .find(assignment.absence().get())
                        .filter(absence -> absence.window().contains(at))
                        .isPresent();
        if (!isWanted || !assignment.window().contains(at)) {
            return false;
        }
        if (!assignment.window().isOpenEnded() || assignment.engagement().isEmpty()) {
            return true;
        }
        Optional<Engagement> engagement =
                model.table(Kind.ENGAGEMENT).find(assignment.engagement().get());
        return engagement.isPresent() && at.isBefore(engagement.get().window().until());
    }

    private boolean concerns(Subject subject, Person person) {
        Subject self = new Subject.OfPerson(person.id());
        return subject.equals(self) || (subject instanceof Subject.OfGroup many && isIn(self, many.group()));
    }

    private boolean reaches(Optional<Id<Area>> given, Optional<Id<Area>> asked, App app) {
        if (given.isEmpty()) {
            return !app.needsArea();
        }
        Optional<Id<Area>> place = asked;
        while (place.isPresent()) {
            if (place.equals(given)) {
                return true;
            }
            place = model.table(Kind.AREA).get(place.get()).parent();
        }
        return false;
    }
}
