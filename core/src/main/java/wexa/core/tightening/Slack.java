package wexa.core.tightening;

import java.util.Set;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Something that nobody needs: taking it away changes nothing for anyone, now or at any known later instant. */
public sealed interface Slack {
    /** The role gives the same without the set. */
    record UselessSet(Role role, PermissionSet set) implements Slack {}

    /** The role gives the same without the included role. */
    record UselessInclusion(Role role, Role included) implements Slack {}

    /** The role leaves out what none of its ingredients gives. */
    record UselessExclusion(Role role, Permission permission) implements Slack {}

    /** The role gives the same in the tenant without its variant. */
    record UselessVariant(RoleVariant variant) implements Slack {}

    /**
     * Whoever has the assignment has all that it gives by other ways, for as long as it lasts.
     *
     * @param by the groups through which, and none where it is by assignments of their own
     */
    record RepeatedAssignment(Assignment assignment, Set<Id<Group>> by) implements Slack {}

    /** Nobody has had the role for a year, and nobody will: by itself, inside of another one, or through a directory. */
    record UnusedRole(Role role) implements Slack {}

    /** Nobody has been in the group for a year, and nobody will be. */
    record EmptyGroup(Group group) implements Slack {}

    /**
     * Two roles that give nearly the same. Which of them should go is for somebody to decide.
     *
     * @param only how many permissions one gives and the other does not, either way
     */
    record NearDuplicate(Role one, Role other, int shared, int only) implements Slack {}
}
