package wexa.core.consistency;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;

/** Objects that were read from a tenant: those that carry an id of ours, and those that do not. */
public record Observation(SortedMap<ObjectKey, Seen> objects, List<UnlinkedObject> strangers) implements Observed {
    /** An object with the tenant's own immutable id. */
    public record Seen(String remoteId, TenantObject state) {}

    /** An object in the tenant that nobody linked: reported, never changed or removed. */
    public record UnlinkedObject(ObjectKey.Type type, String remoteId, TenantObject state) {}

    public Observation {
        objects = Collections.unmodifiableSortedMap(new TreeMap<>(objects));
        strangers = List.copyOf(strangers);
    }

    @Override
    public Optional<Seen> find(ObjectKey key) {
        return Optional.ofNullable(objects.get(key));
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
}
