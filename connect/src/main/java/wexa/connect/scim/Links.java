package wexa.connect.scim;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import wexa.core.consistency.ObjectKey;

/**
 * Which object of one tenant is which of ours: our ids and the tenant's immutable ones (RFC 7643 3.1), one to one, each way.
 * Safe for several threads.
 */
public final class Links {
    /** Before a tenant's own id that reads like a key of ours. */
    private static final String FOREIGN = "foreign ";

    private final Map<ObjectKey, String> remote = new ConcurrentHashMap<>();
    private final Map<Remote, ObjectKey> own = new ConcurrentHashMap<>();

    private record Remote(ObjectKey.Type type, String id) {}

    /** From now on the object is this one, and neither is any other. */
    public synchronized void add(ObjectKey key, String remoteId) {
        remove(key);
        ObjectKey before = own.put(new Remote(key.type(), remoteId), key);
        if (before != null && !before.equals(key)) {
            remote.remove(before);
        }
        remote.put(key, remoteId);
    }

    public synchronized void remove(ObjectKey key) {
        String before = remote.remove(key);
        if (before != null) {
            own.remove(new Remote(key.type(), before));
        }
    }

    public Optional<String> remoteId(ObjectKey key) {
        return Optional.ofNullable(remote.get(key));
    }

    /** Which of ours the tenant's object is, if any. */
    public Optional<ObjectKey> own(ObjectKey.Type type, String remoteId) {
        return Optional.ofNullable(own.get(new Remote(type, remoteId)));
    }

    /** Our key as text, or the tenant's own id where nobody linked the object. */
    String name(ObjectKey.Type type, String remoteId) {
        return own(type, remoteId).map(ObjectKey::toString).orElseGet(() -> foreign(remoteId));
    }

    private static String foreign(String remoteId) {
        boolean isMistakable = ObjectKey.read(remoteId).isPresent() || remoteId.startsWith(FOREIGN);
        return isMistakable ? FOREIGN + remoteId : remoteId;
    }

    /** The tenant's own id of what {@link #name} named; empty for one of ours that is not in the tenant. */
    public Optional<String> remoteId(String name) {
        Optional<ObjectKey> key = ObjectKey.read(name);
        if (key.isPresent()) {
            return remoteId(key.get());
        }
        return Optional.of(name.startsWith(FOREIGN) ? name.substring(FOREIGN.length()) : name);
    }
}
