package wexa.core.access;

import java.util.AbstractSet;
import java.util.Iterator;
import java.util.NoSuchElementException;
import wexa.core.value.Permission;

/**
 * A set of permissions that is seen through bits: nothing is made of it until it is gone through. It holds the table by which the
 * bits are numbered, and no index, so that whoever keeps it keeps no old snapshot. The bits must not change any more.
 */
final class PermissionView extends AbstractSet<Permission> {
    private final RoleTable roles;
    private final long[] bits;
    private final int from;
    private final int until;

    /** Of the words from one to before another. */
    PermissionView(RoleTable roles, long[] bits, int from, int until) {
        this.roles = roles;
        this.bits = bits;
        this.from = from;
        this.until = until;
    }

    @Override
    public int size() {
        int size = 0;
        for (int word = from; word < until; word++) {
            size += Long.bitCount(bits[word]);
        }
        return size;
    }

    @Override
    public boolean isEmpty() {
        for (int word = from; word < until; word++) {
            if (bits[word] != 0) {
                return false;
            }
        }
        return true;
    }

    @Override
    public boolean contains(Object one) {
        int number = one instanceof Permission permission ? roles.permissionNumber(permission) : -1;
        return number >= 0 && number >> 6 >= from && number >> 6 < until && (bits[number >> 6] & 1L << number) != 0;
    }

    /** In the order of numbers, which within an app is that of the permissions. */
    @Override
    public Iterator<Permission> iterator() {
        return new Iterator<>() {
            private int word = from;
            private long rest = from < until ? bits[from] : 0;

            @Override
            public boolean hasNext() {
                while (rest == 0 && word < until - 1) {
                    rest = bits[++word];
                }
                return rest != 0;
            }

            @Override
            public Permission next() {
                if (!hasNext()) {
                    throw new NoSuchElementException();
                }
                int number = (word << 6) + Long.numberOfTrailingZeros(rest);
                rest &= rest - 1;
                return roles.permission(number);
            }
        };
    }
}
