package wexa.core.consistency;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** Which differences are let be. An object that differs in more than was excepted is found again as a whole. */
public final class Excepted {
    private static final String MISSING = "missing";
    private static final String EXTRA = "extra";

    private Excepted() {}

    /** What an exception of a difference names: that the object is missing or extra, or the fields that differ. */
    public static Set<String> differs(Difference difference) {
        return switch (difference.kind()) {
            case SAME -> Set.of();
            case MISSING -> Set.of(MISSING);
            case EXTRA -> Set.of(EXTRA);
            case DIFFERS -> {
                Optional<TenantObject> asked = difference
                        .observed()
                        .map(seen -> seen instanceof TenantObject.AccountState is
                                        && difference.desired().orElseThrow()
                                                instanceof TenantObject.AccountState should
                                ? is.answering(should)
                                : seen);
                yield Fields.between(asked, difference.desired()).names();
            }
        };
    }

    /** The exception that covers a difference at an instant. Costs the exceptions of the object. */
    public static Optional<ExceptedDifference> of(Difference difference, Tenant tenant, Model model, Instant at) {
        return ExceptedDifference.of(tenant.id(), difference.object().toString(), model).stream()
                .filter(one -> one.window().contains(at) && one.differs().containsAll(differs(difference)))
                .findFirst();
    }
}
