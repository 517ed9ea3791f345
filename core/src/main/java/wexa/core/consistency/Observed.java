package wexa.core.consistency;

import java.util.Optional;
import wexa.core.consistency.Observation.Seen;

/** What was read from a tenant, asked object by object: a whole reading may be too large to be held at once. */
@FunctionalInterface
public interface Observed {
    Optional<Seen> find(ObjectKey key);
}
