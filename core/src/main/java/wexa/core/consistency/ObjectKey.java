package wexa.core.consistency;

import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import wexa.core.value.Id;

/** An object that Wexa wants in a tenant. The id is ours: the tenant keeps it as {@code externalId} (RFC 7643 3.1). */
public record ObjectKey(Type type, UUID id) implements Comparable<ObjectKey> {
    private static final Comparator<ObjectKey> ORDER =
            Comparator.comparing(ObjectKey::type).thenComparing(ObjectKey::id);

    private static final Pattern WRITTEN = Pattern.compile(
            "(ACCOUNT|GROUP|ROLE|ASSIGNMENT):([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})");

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
        return read(text).orElseThrow(() -> new IllegalArgumentException("“" + text + "” is no key of ours"));
    }

    /** A key as {@link #toString} writes it; empty for any other text, such as a tenant's own id. */
    public static Optional<ObjectKey> read(String text) {
        Matcher matcher = WRITTEN.matcher(text);
        return matcher.matches()
                ? Optional.of(new ObjectKey(Type.valueOf(matcher.group(1)), UUID.fromString(matcher.group(2))))
                : Optional.empty();
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
