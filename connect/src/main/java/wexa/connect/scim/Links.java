package wexa.connect.scim;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;

/** Our ids and the tenant's immutable ones, each way. */
public final class Links {
    private final Map<ObjectKey, String> remote = new HashMap<>();
    private final Map<String, ObjectKey> own = new HashMap<>();

    public static Links of(Observation observed) {
        Links links = new Links();
        observed.objects().forEach((key, seen) -> links.add(key, seen.remoteId()));
        return links;
    }

    public void add(ObjectKey key, String remoteId) {
        remote.put(key, remoteId);
        own.put(key.type() + " " + remoteId, key);
    }

    Optional<String> remoteId(ObjectKey key) {
        return Optional.ofNullable(remote.get(key));
    }

    /** Our key as text, or the tenant's own id where nobody linked the object. */
    String name(ObjectKey.Type type, String remoteId) {
        ObjectKey key = own.get(type + " " + remoteId);
        return key == null ? remoteId : key.toString();
    }
}
