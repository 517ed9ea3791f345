package wexa.core.value;

import java.util.Comparator;

/** One action on one type of resource of an app, written {@code app:type:action}. */
public record Permission(Key app, Key type, Key action) implements Comparable<Permission> {
    private static final Comparator<Permission> ORDER = Comparator.comparing(Permission::app)
            .thenComparing(Permission::type)
            .thenComparing(Permission::action);

    public static Permission of(String text) {
        String[] parts = text.split(":", -1);
        if (parts.length != 3) {
            throw new IllegalArgumentException("permission '" + text + "' is not of the form app:type:action");
        }
        return new Permission(Key.of(parts[0]), Key.of(parts[1]), Key.of(parts[2]));
    }

    @Override
    public int compareTo(Permission other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        return app + ":" + type + ":" + action;
    }
}
