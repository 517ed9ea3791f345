package wexa.core.consistency;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.pcollections.PSortedMap;
import org.pcollections.TreePMap;
import wexa.core.consistency.TenantObject.AccountState;

/**
 * What was read from a tenant: objects that carry an id of ours, and those that do not. One object read anew makes another
 * observation that shares the rest with the first.
 */
public record Observation(PSortedMap<ObjectKey, Seen> objects, List<UnlinkedObject> strangers) {
    /** An object with the tenant's own immutable id. */
    public record Seen(String remoteId, TenantObject state) {}

    /** An object in the tenant that nobody linked: reported, never changed or removed. */
    public record UnlinkedObject(ObjectKey.Type type, String remoteId, TenantObject state) {}

    public Observation {
        strangers = List.copyOf(strangers);
    }

    public Observation(SortedMap<ObjectKey, Seen> objects, List<UnlinkedObject> strangers) {
        this(TreePMap.fromSortedMap(objects), strangers);
    }

    public static Observation empty() {
        return new Observation(TreePMap.empty(), List.of());
    }

    public Optional<Seen> find(ObjectKey key) {
        return Optional.ofNullable(objects.get(key));
    }

    /** The same with one object read anew, or found gone. */
    public Observation with(ObjectKey key, Optional<Seen> seen) {
        return new Observation(
                seen.map(present -> objects.plus(key, present)).orElseGet(() -> objects.minus(key)), strangers);
    }

    /**
     * The same with accounts that carry somebody else's id among the strangers: an {@code externalId} that looks like ours
     * is ours only if the model knows it.
     */
    public Observation known(Predicate<ObjectKey> isOurs) {
        SortedMap<ObjectKey, Seen> ours = new TreeMap<>(objects);
        List<UnlinkedObject> others = new ArrayList<>(strangers);
        objects.forEach((key, seen) -> {
            if (key.type() == ObjectKey.Type.ACCOUNT && !isOurs.test(key)) {
                ours.remove(key);
                others.add(new UnlinkedObject(key.type(), seen.remoteId(), seen.state()));
            }
        });
        return new Observation(ours, others);
    }

    /** The same without what went meanwhile. */
    public Observation without(Predicate<ObjectKey> isGone, Predicate<UnlinkedObject> isGoneStranger) {
        SortedMap<ObjectKey, Seen> left = new TreeMap<>(objects);
        left.keySet().removeIf(isGone);
        return new Observation(
                left, strangers.stream().filter(isGoneStranger.negate()).toList());
    }

    /** The same with an account, of which only the tenant's own id is known, under ours. Without such one, the same. */
    public Observation linked(ObjectKey key, String remoteId) {
        for (UnlinkedObject stranger : strangers) {
            if (stranger.type() == key.type() && stranger.remoteId().equals(remoteId)) {
                List<UnlinkedObject> others = new ArrayList<>(strangers);
                others.remove(stranger);
                return new Observation(objects, others).with(key, Optional.of(new Seen(remoteId, stranger.state())));
            }
        }
        return this;
    }

    /** Accounts that nobody linked; groups, roles and assignments that nobody linked are not among them. */
    public List<AccountState> unknownAccounts() {
        return strangers.stream()
                .filter(stranger -> stranger.type() == ObjectKey.Type.ACCOUNT)
                .map(stranger -> (AccountState) stranger.state())
                .toList();
    }
}
