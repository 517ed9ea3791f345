package wexa.core.consistency;

import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.UUID;
import wexa.core.model.Id;

/** An object that Wexa wants in a tenant. The id is ours: the tenant keeps it as {@code externalId} (RFC 7643 3.1). */
public record ObjectKey(Type type, UUID id) implements Comparable<ObjectKey> {
    private static final Comparator<ObjectKey> ORDER =
            Comparator.comparing(ObjectKey::type).thenComparing(ObjectKey::id);

    /** Kinds of object, in the order in which they refer to each other. */
    public enum Type {
        ACCOUNT,
        GROUP,
        ROLE,
        ASSIGNMENT
    }

    public static ObjectKey account(Id<?> id) {
        return new ObjectKey(Type.ACCOUNT, id.value());
    }

    public static ObjectKey group(Id<?> id) {
        return new ObjectKey(Type.GROUP, id.value());
    }

    public static ObjectKey role(Id<?> id) {
        return new ObjectKey(Type.ROLE, id.value());
    }

    public static ObjectKey assignment(Id<?> id) {
        return new ObjectKey(Type.ASSIGNMENT, id.value());
    }

    /** One account's share of an assignment to a group, in a tenant that knows no groups: always the same id. */
    static ObjectKey share(ObjectKey assignment, ObjectKey account) {
        String name = assignment.id() + "/" + account.id();
        return new ObjectKey(Type.ASSIGNMENT, UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8)));
    }

    public static ObjectKey parse(String text) {
        int colon = text.indexOf(':');
        return new ObjectKey(Type.valueOf(text.substring(0, colon)), UUID.fromString(text.substring(colon + 1)));
    }

    @Override
    public int compareTo(ObjectKey other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        return type + ":" + id;
    }
}
