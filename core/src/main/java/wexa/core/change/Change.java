package wexa.core.change;

import java.time.Instant;
import java.util.Optional;
import wexa.core.model.Model;

/** An intent in the administrator's terms. It is resolved into effects on a model. */
public interface Change {
    /**
     * Effects on this model, or findings that stand in the way. Starts before {@code now} are moved to {@code now} where
     * they give access; what is so already yields no effects.
     */
    Resolution resolve(Model model, Instant now);

    /** What it is an instance of. */
    Form form();

    /** What its fields hold, the one that names the fact it changes among them. */
    Values values();

    /** What else is worth knowing about it, such as what falls with it. Nothing in it is read again. */
    default Optional<String> remark() {
        return Optional.empty();
    }
}
