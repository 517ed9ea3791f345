package wexa.core.consistency;

import java.time.Instant;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The state of one object in a tenant, as it should be or as it was read: both sides are said in the same terms. */
public sealed interface TenantObject {
    /** A login. Seats are the kinds held; attributes what the app needs besides. */
    record AccountState(
            String userName,
            String givenName,
            String familyName,
            Optional<String> mail,
            Optional<String> phone,
            Activity activity,
            Set<String> seats,
            Map<String, String> attributes)
            implements TenantObject {
        public AccountState {
            seats = Collections.unmodifiableSet(new TreeSet<>(seats));
            attributes = Collections.unmodifiableMap(new TreeMap<>(attributes));
        }

        public AccountState withSeats(Set<String> other) {
            return new AccountState(userName, givenName, familyName, mail, phone, activity, other, attributes);
        }

        public AccountState closed() {
            return new AccountState(
                    userName, givenName, familyName, mail, phone, Activity.CLOSED, Set.of(), attributes);
        }
    }

    /** Whether an account lets anybody in. */
    enum Activity {
        OPEN,
        CLOSED
    }

    /** A group with its members: keys of accounts, or the tenant's own ids of accounts that nobody knows. */
    record GroupState(String name, Set<String> members) implements TenantObject {
        public GroupState {
            members = Collections.unmodifiableSet(new TreeSet<>(members));
        }
    }

    /** A role with all that it comes to in this tenant's app. */
    record RoleState(String name, Set<String> permissions) implements TenantObject {
        public RoleState {
            permissions = Collections.unmodifiableSet(new TreeSet<>(permissions));
        }
    }

    /** Who has which role at which area until when. Subject and role are keys; the area is its key in the tenant. */
    record AssignmentState(String subject, String role, Optional<String> area, Optional<Instant> until)
            implements TenantObject {}
}
