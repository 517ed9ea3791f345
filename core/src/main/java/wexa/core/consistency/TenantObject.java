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
    /** Before a value of {@code roles} (RFC 7643 4.1.2) in the state of an account. */
    String ROLES = "roles:";

    /** Before a value of {@code entitlements}. */
    String ENTITLEMENTS = "entitlements:";

    /**
     * A login. Seats are the kinds held; attributes what the app needs besides.
     *
     * @param values of the user's roles and entitlements, as {@code roles:lead}, whether the account has each; those that are not
     *     in it are not asked for where it is wanted, and not there where it was read
     */
    record AccountState(
            String userName,
            String givenName,
            String familyName,
            Optional<String> mail,
            Optional<String> phone,
            Activity activity,
            Set<String> seats,
            Map<String, String> attributes,
            Map<String, Boolean> values)
            implements TenantObject {
        /** An account of which no value stands for anything. */
        public AccountState(
                String userName,
                String givenName,
                String familyName,
                Optional<String> mail,
                Optional<String> phone,
                Activity activity,
                Set<String> seats,
                Map<String, String> attributes) {
            this(userName, givenName, familyName, mail, phone, activity, seats, attributes, Map.of());
        }

        public AccountState {
            seats = Collections.unmodifiableSet(new TreeSet<>(seats));
            attributes = Collections.unmodifiableMap(new TreeMap<>(attributes));
            values = Collections.unmodifiableMap(new TreeMap<>(values));
        }

        public AccountState withSeats(Set<String> other) {
            return new AccountState(userName, givenName, familyName, mail, phone, activity, other, attributes, values);
        }

        public AccountState closed() {
            return new AccountState(
                    userName, givenName, familyName, mail, phone, Activity.CLOSED, Set.of(), attributes, values);
        }

        /** The values that the account has. */
        public Set<String> held() {
            Set<String> held = new TreeSet<>();
            values.forEach((value, isHeld) -> {
                if (isHeld) {
                    held.add(value);
                }
            });
            return held;
        }

        /** The account as a tenant shows it that has these values. */
        AccountState holding(Set<String> held) {
            Map<String, Boolean> all = new TreeMap<>();
            held.forEach(value -> all.put(value, true));
            return withValues(all);
        }

        /** The account as it was read, with an answer to each value that is asked for, and to no other. */
        public AccountState answering(AccountState wanted) {
            Map<String, Boolean> asked = new TreeMap<>();
            wanted.values.keySet().forEach(value -> asked.put(value, values.getOrDefault(value, false)));
            // what nobody governs here is as the tenant has it
            return wanted.isNamed()
                    ? withValues(asked)
                    : new AccountState(
                            userName,
                            "",
                            "",
                            wanted.mail,
                            wanted.phone,
                            activity,
                            wanted.seats,
                            wanted.attributes,
                            asked);
        }

        /**
         * Whether it is somebody's by name. Of an account that several people or a program use, only the user name and whether
         * it is open are governed here.
         */
        boolean isNamed() {
            return !(givenName.isEmpty() && familyName.isEmpty());
        }

        AccountState withValues(Map<String, Boolean> other) {
            return new AccountState(userName, givenName, familyName, mail, phone, activity, seats, attributes, other);
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
