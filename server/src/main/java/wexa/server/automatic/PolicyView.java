package wexa.server.automatic;

import java.time.Instant;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import wexa.core.governance.AutomaticChangePolicy;
import wexa.server.snapshot.Changeset.Origin;

/** A policy for automatic changes as screens show it; nobody owns one that was never set. */
public record PolicyView(
        Origin origin,
        AutomaticChangePolicy.Mode mode,
        int mostPeople,
        int mostPercent,
        @Nullable String owner,
        @Nullable Instant changedAt) {
    static PolicyView of(Policies.Owned owned) {
        return new PolicyView(
                owned.origin(),
                owned.policy().mode(),
                owned.policy().mostPeople(),
                owned.policy().mostPercent(),
                owned.owner().orElse(null),
                owned.changedAt().orElse(null));
    }

    static String word(Origin origin) {
        return origin.name().toLowerCase(Locale.ROOT);
    }
}
