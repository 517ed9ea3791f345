package wexa.core.consistency;

import java.util.Optional;

/** How one object stands: what it should be against what was read. */
public record Difference(ObjectKey object, Kind kind, Optional<TenantObject> desired, Optional<TenantObject> observed) {
    /** The ways in which the two sides may stand to each other. */
    public enum Kind {
        SAME,
        MISSING,
        EXTRA,
        DIFFERS
    }

    /** How one object stands; empty where it is neither wanted nor usable. */
    public static Optional<Difference> of(
            ObjectKey key, Optional<TenantObject> desired, Optional<TenantObject> observed) {
        if (desired.isEmpty() && observed.isEmpty()) {
            return Optional.empty();
        }
        if (desired.isEmpty()) {
            boolean closed = observed.get() instanceof TenantObject.AccountState account
                    && account.activity() == TenantObject.Activity.CLOSED;
            return closed ? Optional.empty() : Optional.of(new Difference(key, Kind.EXTRA, desired, observed));
        }
        if (observed.isEmpty()) {
            boolean unneeded = desired.get() instanceof TenantObject.AccountState account
                    && account.activity() == TenantObject.Activity.CLOSED;
            return unneeded ? Optional.empty() : Optional.of(new Difference(key, Kind.MISSING, desired, observed));
        }
        Kind kind = desired.get().equals(asked(desired.get(), observed.get())) ? Kind.SAME : Kind.DIFFERS;
        return Optional.of(new Difference(key, kind, desired, observed));
    }

    /** A value that stands for no role is the tenant's own matter. */
    private static TenantObject asked(TenantObject desired, TenantObject observed) {
        return desired instanceof TenantObject.AccountState wanted && observed instanceof TenantObject.AccountState seen
                ? seen.answering(wanted)
                : observed;
    }
}
