package wexa.core.access;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/**
 * One way by which a person comes to permissions (rule 3), kept whole: person, groups, grant, roles, set. The window is
 * the intersection of its links' windows.
 */
public final class Path {
    private final Id<Person> person;
    private final List<Membership> memberships;
    private final Grant grant;
    private final RoleRoute route;
    private final AccessIndex index;

    /** One step of the way from the person upwards through groups. */
    public record Membership(Id<Group> group, Origin origin, Id<? extends Fact> source, Window window) {}

    /** How the way begins, which is what its pattern on screens tells. */
    public enum Pattern {
        DIRECT,
        GROUP,
        RULED_GROUP,
        DIRECTORY,
        SIGN_IN
    }

    Path(AccessIndex index, Id<Person> person, List<Membership> memberships, Grant grant, RoleRoute route) {
        this.index = index;
        this.person = person;
        this.memberships = memberships;
        this.grant = grant;
        this.route = route;
    }

    public Id<Person> person() {
        return person;
    }

    public List<Membership> memberships() {
        return memberships;
    }

    public Grant grant() {
        return grant;
    }

    /** The role that was given, then the included ones on the way to the set. */
    public List<Id<Role>> roles() {
        return route.roles();
    }

    public Id<PermissionSet> set() {
        return route.set();
    }

    public boolean gives(Permission permission) {
        return index.isIn(route.bits(), permission, grant.tenant());
    }

    public Set<Permission> permissions() {
        return index.permissionsIn(route.bits(), grant.tenant());
    }

    public Pattern pattern() {
        if (grant.by() == Grant.By.SIGN_IN_MAPPING) {
            return Pattern.SIGN_IN;
        }
        if (memberships.isEmpty()) {
            return Pattern.DIRECT;
        }
        return switch (memberships.get(0).origin()) {
            case ASSIGNED -> Pattern.GROUP;
            case RULED -> Pattern.RULED_GROUP;
            case DIRECTORY -> Pattern.DIRECTORY;
        };
    }

    /** Whether both go through the same groups to the same grant, by whatever roles and sets inside it. */
    public boolean isSameWay(Path other) {
        return grant.source().equals(other.grant.source()) && memberships.equals(other.memberships);
    }

    public Window window() {
        Instant from = grant.window().from();
        Instant until = grant.window().until();
        for (Membership link : memberships) {
            from = link.window().from().isAfter(from) ? link.window().from() : from;
            until = link.window().until().isBefore(until) ? link.window().until() : until;
        }
        return Window.of(from, until);
    }

    /** The fact whose window ends first, if any ends at all. */
    public Optional<Id<? extends Fact>> endsFirst() {
        Instant end = window().until();
        if (end.equals(Instant.MAX)) {
            return Optional.empty();
        }
        for (Membership link : memberships) {
            if (link.window().until().equals(end)) {
                return Optional.of(link.source());
            }
        }
        return Optional.of(grant.source());
    }
}
