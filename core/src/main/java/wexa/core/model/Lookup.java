package wexa.core.model;

import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** A named way to find facts by something other than their id; tables build it when it is first asked for. */
public final class Lookup<T extends Fact, K> {
    private final Function<T, @Nullable K> key;

    private Lookup(Function<T, @Nullable K> key) {
        this.key = key;
    }

    /** Facts whose key is null are not found by this lookup. */
    public static <T extends Fact, K> Lookup<T, K> by(Function<T, @Nullable K> key) {
        return new Lookup<>(key);
    }

    @Nullable
    K keyOf(T fact) {
        return key.apply(fact);
    }
}
