package wexa.core.model;

import java.util.Optional;

/** An effect expected another state than the one it met: the model moved since the effect was made. */
public final class StaleEffectException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    StaleEffectException(Effect effect, Optional<Fact> stands) {
        super("effect on " + effect.kind() + " " + effect.id() + " expected "
                + (effect.before().isPresent() ? "the version it was made from" : "nothing there")
                + " and met " + (stands.isPresent() ? "another version" : "nothing")
                + "; resolve the change again on the newest model");
    }
}
