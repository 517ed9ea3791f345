package wexa.core.access;

import java.util.List;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.value.Id;

/**
 * One way in which a role comes to a permission set: by itself, or through the roles it includes. The bits are the set's
 * permissions less the exclusions of every role on the way (rule 2).
 */
record RoleRoute(List<Id<Role>> roles, Id<PermissionSet> set, long[] bits) {}
