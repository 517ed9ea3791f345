package wexa.server.readings;

import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation.UnlinkedObject;
import wexa.core.consistency.TenantObject;

/** How objects are named in rows, and by what they are found. */
final class ObjectNames {
    private static final String STRANGER = "stranger:";

    private ObjectNames() {}

    static String of(ObjectKey key) {
        return key.toString();
    }

    static String of(UnlinkedObject stranger) {
        return stranger(stranger.type(), stranger.remoteId());
    }

    static String stranger(ObjectKey.Type type, String remoteId) {
        return STRANGER + type + ":" + remoteId;
    }

    /** The type of an object that nobody linked; empty for one of ours. */
    static Optional<ObjectKey.Type> strangerType(String object) {
        return object.startsWith(STRANGER) ? Optional.of(type(object)) : Optional.empty();
    }

    static ObjectKey.Type type(String object) {
        int from = object.startsWith(STRANGER) ? STRANGER.length() : 0;
        return ObjectKey.Type.valueOf(object.substring(from, object.indexOf(':', from)));
    }

    /** Under which all that nobody linked is found; no key of ours reads like it. */
    static String unlinked(ObjectKey.Type type) {
        return "unlinked " + type;
    }

    /** What an object is found by: accounts and groups of ours that it names, and that nobody linked it. */
    static Set<String> targets(String object, TenantObject state) {
        Set<String> targets = new TreeSet<>();
        strangerType(object).ifPresent(type -> targets.add(unlinked(type)));
        if (state instanceof TenantObject.GroupState group) {
            group.members().stream().filter(ObjectNames::isOurs).forEach(targets::add);
        } else if (state instanceof TenantObject.AssignmentState assignment && isOurs(assignment.subject())) {
            targets.add(assignment.subject());
        }
        return targets;
    }

    private static boolean isOurs(String name) {
        return ObjectKey.read(name).isPresent();
    }
}
