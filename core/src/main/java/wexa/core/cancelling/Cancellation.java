package wexa.core.cancelling;

import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * Lets whoever begins a long computation give it up. The computation asks in each pass of its long loops, so that it ends where
 * nothing is half done; an interrupt could end it in the middle of a read of the store, which closes the store's file.
 */
public final class Cancellation {
    private static final ScopedValue<BooleanSupplier> CANCELLED = ScopedValue.newInstance();

    private Cancellation() {}

    /**
     * Carries out work on this thread, which ends with a {@link CancellationException} at its first {@link #check} after the
     * supplier said so. The supplier is asked very often and has to be cheap.
     */
    public static <T> T unless(BooleanSupplier isCancelled, Supplier<T> work) {
        return ScopedValue.where(CANCELLED, isCancelled).call(work::get);
    }

    /** Ends the work if it was cancelled. Work that nobody can cancel goes on. */
    public static void check() {
        if (CANCELLED.isBound() && CANCELLED.get().getAsBoolean()) {
            throw new CancellationException();
        }
    }
}
