package wexa.core.consistency;

import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;

/**
 * What a step changes in an object that is there: only that is sent, and all else in the object stays.
 *
 * @param values how many values of each attribute change; an attribute that stays is not in it
 */
public record Amended(Map<Attribute, Integer> values) {
    /** What can change in an object, in the order in which it is told. */
    public enum Attribute {
        OPENED,
        CLOSED,
        USER_NAME,
        GIVEN_NAME,
        FAMILY_NAME,
        MAIL,
        PHONE,
        OTHER_ATTRIBUTES,
        VALUES_ADDED,
        VALUES_REMOVED,
        DISPLAY_NAME,
        MEMBERS_ADDED,
        MEMBERS_REMOVED,
        PERMISSIONS_ADDED,
        PERMISSIONS_REMOVED,
        SUBJECT,
        ROLE,
        AREA,
        END
    }

    public Amended {
        values = Map.copyOf(values);
    }

    /** What changes between two states of one object. */
    public static Amended between(TenantObject before, TenantObject after) {
        Map<Attribute, Integer> found = new EnumMap<>(Attribute.class);
        if (before instanceof AccountState was && after instanceof AccountState is) {
            boolean isOpen = is.activity() == TenantObject.Activity.OPEN;
            put(found, isOpen ? Attribute.OPENED : Attribute.CLOSED, was.activity(), is.activity());
            put(found, Attribute.USER_NAME, was.userName(), is.userName());
            put(found, Attribute.GIVEN_NAME, was.givenName(), is.givenName());
            put(found, Attribute.FAMILY_NAME, was.familyName(), is.familyName());
            // an address or a number that is not wanted is not taken away
            put(found, Attribute.MAIL, is.mail().isEmpty() ? is.mail() : was.mail(), is.mail());
            put(found, Attribute.PHONE, is.phone().isEmpty() ? is.phone() : was.phone(), is.phone());
            put(found, Attribute.OTHER_ATTRIBUTES, was.attributes(), is.attributes());
            count(found, Attribute.VALUES_ADDED, is.held(), was.held());
            count(found, Attribute.VALUES_REMOVED, was.held(), is.held());
        } else if (before instanceof GroupState was && after instanceof GroupState is) {
            put(found, Attribute.DISPLAY_NAME, was.name(), is.name());
            count(found, Attribute.MEMBERS_ADDED, is.members(), was.members());
            count(found, Attribute.MEMBERS_REMOVED, was.members(), is.members());
        } else if (before instanceof RoleState was && after instanceof RoleState is) {
            put(found, Attribute.DISPLAY_NAME, was.name(), is.name());
            count(found, Attribute.PERMISSIONS_ADDED, is.permissions(), was.permissions());
            count(found, Attribute.PERMISSIONS_REMOVED, was.permissions(), is.permissions());
        } else if (before instanceof AssignmentState was && after instanceof AssignmentState is) {
            put(found, Attribute.SUBJECT, was.subject(), is.subject());
            put(found, Attribute.ROLE, was.role(), is.role());
            put(found, Attribute.AREA, was.area(), is.area());
            put(found, Attribute.END, was.until(), is.until());
        }
        return new Amended(found);
    }

    private static void put(Map<Attribute, Integer> into, Attribute attribute, Object was, Object is) {
        if (!Objects.equals(was, is)) {
            into.put(attribute, 1);
        }
    }

    private static void count(Map<Attribute, Integer> into, Attribute attribute, Set<String> here, Set<String> there) {
        Set<String> only = new HashSet<>(here);
        only.removeAll(there);
        if (!only.isEmpty()) {
            into.put(attribute, only.size());
        }
    }
}
