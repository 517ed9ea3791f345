package wexa.core.access;

import java.util.Set;
import wexa.core.value.Permission;

/** Some permissions as bits of one index. An index whose roles were compiled anew needs another. */
public final class PermissionMask {
    private static final long[] NONE = {};

    private final long[] bits;

    PermissionMask(RoleTable roles, Set<Permission> permissions) {
        this.bits = roles.bitsOf(permissions);
    }

    /** Whether any is among the given ones, of the words from one to before another. */
    boolean isAnyOf(long[] given, int from, int until) {
        for (int word = from; word < until; word++) {
            if ((given[word] & bits[word]) != 0) {
                return true;
            }
        }
        return false;
    }

    /** Those of the mask that are among the given ones; of length 0 if none is. */
    long[] of(long[] given) {
        long[] found = NONE;
        for (int word = 0; word < bits.length; word++) {
            long both = given[word] & bits[word];
            if (both != 0) {
                found = found.length == 0 ? new long[bits.length] : found;
                found[word] = both;
            }
        }
        return found;
    }
}
