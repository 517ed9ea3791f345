package wexa.core.consistency;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.consistency.TenantObject.AccountState;

/** What was read from a tenant: objects that carry an id of ours, and those that do not. */
public record Observation(SortedMap<ObjectKey, Seen> objects, List<Stranger> strangers) {
    /** An object with the tenant's own immutable id. */
    public record Seen(String remoteId, TenantObject state) {}

    /** An object in the tenant that nobody linked: reported, never changed or removed. */
    public record Stranger(ObjectKey.Type type, String remoteId, TenantObject state) {}

    public Observation {
        objects = Collections.unmodifiableSortedMap(new TreeMap<>(objects));
        strangers = List.copyOf(strangers);
    }

    public static Observation empty() {
        return new Observation(new TreeMap<>(), List.of());
    }

    public Optional<Seen> find(ObjectKey key) {
        return Optional.ofNullable(objects.get(key));
    }

    /** The same with one object read anew, or found gone. */
    public Observation with(ObjectKey key, Optional<Seen> seen) {
        SortedMap<ObjectKey, Seen> next = new TreeMap<>(objects);
        seen.ifPresentOrElse(present -> next.put(key, present), () -> next.remove(key));
        return new Observation(next, strangers);
    }

    /** Accounts that nobody linked; groups, roles and assignments that nobody linked are not among them. */
    public List<AccountState> unknownAccounts() {
        return strangers.stream()
                .filter(stranger -> stranger.type() == ObjectKey.Type.ACCOUNT)
                .map(stranger -> (AccountState) stranger.state())
                .toList();
    }
}
