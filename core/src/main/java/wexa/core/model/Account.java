package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.value.Id;

/**
 * A login in one tenant, and whether it should be open. Attributes are what the app needs besides, such as a device id.
 *
 * @param ownership who answers for it, where it is non-personal
 */
public record Account(
        Id<Account> id,
        Id<Tenant> tenant,
        AccountKind kind,
        Optional<Id<Person>> person,
        String userName,
        State state,
        Map<String, String> attributes,
        Optional<Ownership> ownership)
        implements Fact {
    public static final Lookup<Account, Id<Person>> BY_PERSON =
            Lookup.by(account -> account.person().orElse(null));
    public static final Lookup<Account, Holder> BY_HOLDER = Lookup.by(account ->
            account.person().map(person -> new Holder(account.tenant(), person)).orElse(null));
    public static final Lookup<Account, Id<Tenant>> BY_TENANT = Lookup.by(Account::tenant);
    public static final Lookup<Account, String> BY_USER_NAME = Lookup.by(Account::uniqueName);

    /** Somebody in a tenant. */
    public record Holder(Id<Tenant> tenant, Id<Person> person) {}

    /** Whether somebody can sign in with it. */
    public enum State {
        OPEN,
        CLOSED
    }

    /**
     * Who answers for an account that several people or a program use.
     *
     * @param purpose what it is for
     */
    public record Ownership(String purpose, Optional<Id<Unit>> unit, List<Id<Person>> owners) {
        public Ownership {
            owners = List.copyOf(owners);
        }
    }

    public Account {
        attributes = Collections.unmodifiableMap(new TreeMap<>(attributes));
    }

    /** An account that is a person's, or that nobody answers for by name. */
    public Account(
            Id<Account> id,
            Id<Tenant> tenant,
            AccountKind kind,
            Optional<Id<Person>> person,
            String userName,
            State state,
            Map<String, String> attributes) {
        this(id, tenant, kind, person, userName, state, attributes, Optional.empty());
    }

    /** The person's account in the tenant: there is one at most. */
    public static Optional<Account> of(Id<Person> person, Id<Tenant> tenant, Model model) {
        List<Account> found = model.table(Kind.ACCOUNT).by(BY_HOLDER, new Holder(tenant, person));
        return found.isEmpty() ? Optional.empty() : Optional.of(found.getFirst());
    }

    /** The same under another user name. */
    public Account named(String other) {
        return new Account(id, tenant, kind, person, other, state, attributes, ownership);
    }

    /** The same, so that nobody can sign in with it. */
    public Account closed() {
        return new Account(id, tenant, kind, person, userName, State.CLOSED, attributes, ownership);
    }

    /** The same with others who answer for it. */
    public Account owned(Ownership other) {
        return new Account(id, tenant, kind, person, userName, state, attributes, Optional.of(other));
    }

    public boolean isOpen() {
        return state == State.OPEN;
    }

    /** User names are compared without regard to case (RFC 7643 4.1.1), within their tenant. */
    public static String uniqueName(Id<Tenant> tenant, String userName) {
        return tenant + " " + userName.toLowerCase(Locale.ROOT);
    }

    private String uniqueName() {
        return uniqueName(tenant, userName);
    }
}
