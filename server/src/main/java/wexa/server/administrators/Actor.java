package wexa.server.administrators;

import java.util.Set;
import java.util.UUID;
import wexa.server.problems.Problem;

/** Who asks, and what they may do. Every use case takes one and asks it first; what nobody allowed is denied. */
public record Actor(UUID id, String login, String name, Set<Act> acts) {
    public Actor {
        acts = Set.copyOf(acts);
    }

    public boolean may(Act act) {
        return acts.contains(act);
    }

    /** Throws a 403 that says what is missing. */
    public void require(Act act) {
        if (!may(act)) {
            throw new Problem(
                    403,
                    "not-allowed",
                    "You may look, but not " + verb(act) + ". Ask an administrator who may govern to allow it.");
        }
    }

    private static String verb(Act act) {
        return switch (act) {
            case LOOK -> "look";
            case PREPARE -> "prepare changes";
            case APPLY -> "apply changes";
            case APPROVE -> "approve changes";
            case GOVERN -> "govern";
        };
    }
}
