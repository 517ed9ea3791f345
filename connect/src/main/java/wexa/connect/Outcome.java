package wexa.connect;

import java.time.Duration;
import java.util.function.Function;

/** What came of a request. Connections never wait or try again: the caller decides by the outcome. */
public sealed interface Outcome<T> {
    /** It was done, and this is the answer. */
    record Done<T>(T value) implements Outcome<T> {}

    /** The other side said no in its own words; sending the same again would get the same. */
    record Refused<T>(int status, String type, String detail) implements Outcome<T> {}

    /** Nothing was done; the other side asks for patience, or could not be reached. */
    record TryLater<T>(Duration after, String reason, Whom whom) implements Outcome<T> {
        /** Patience that everything sent there needs. */
        public TryLater(Duration after, String reason) {
            this(after, reason, Whom.EVERYTHING);
        }
    }

    /** What has to wait: this request alone, or whatever else is sent to the same place as well. */
    enum Whom {
        THIS_REQUEST,
        EVERYTHING
    }

    /** It was sent, and nobody knows whether it was done. */
    record Unknown<T>(String reason) implements Outcome<T> {}

    /** Carries on with the answer of what was done; other outcomes stay as they are. */
    default <R> Outcome<R> then(Function<T, Outcome<R>> next) {
        if (this instanceof Done<T> done) {
            return next.apply(done.value());
        }
        if (this instanceof Refused<T> refused) {
            return new Refused<>(refused.status(), refused.type(), refused.detail());
        }
        if (this instanceof TryLater<T> later) {
            return new TryLater<>(later.after(), later.reason(), later.whom());
        }
        return new Unknown<>(((Unknown<T>) this).reason());
    }

    default <R> Outcome<R> map(Function<T, R> change) {
        return then(value -> new Done<>(change.apply(value)));
    }
}
