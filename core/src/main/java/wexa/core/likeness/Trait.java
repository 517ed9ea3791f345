package wexa.core.likeness;

import java.util.Optional;
import wexa.core.model.Area;
import wexa.core.model.ConflictRule;
import wexa.core.model.Group;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * Something that peers have, and how many of them.
 *
 * @param having peers who have it without an end of its own
 * @param of all peers
 * @param rule the conflict rule that stands against it
 */
public record Trait(Thing thing, int having, int of, Verdict verdict, Optional<Id<ConflictRule>> rule) {
    Trait(Thing thing, int having, int of, Verdict verdict) {
        this(thing, having, of, verdict, Optional.empty());
    }

    /** What a peer can have. What comes through a group is not told apart from the group. */
    public sealed interface Thing permits InGroup, HasRole, HasAccount {}

    public record InGroup(Id<Group> group) implements Thing {}

    /** A role given to the person directly. */
    public record HasRole(Id<Role> role, Id<Tenant> tenant, Optional<Id<Area>> area) implements Thing {}

    /** An open account, with the kind of seat that most of those who have one have. */
    public record HasAccount(Id<Tenant> tenant, Optional<Key> seat) implements Thing {}

    /** Whether a newcomer should have it too. */
    public enum Verdict {
        /** A rule or the directory decides it: nobody takes it over by hand. */
        DECIDED_ELSEWHERE,
        /** Nearly all have it. */
        COMMON,
        /** Some have it. */
        SOME,
        /** One alone has it. */
        PECULIAR,
        /** Whoever has it has it for a time only. */
        LIMITED,
        /** With what the person has, or with what nearly all have, a conflict rule would be broken. */
        CONFLICTS;

        /** Whether it can be taken over by hand at all. */
        public boolean isTakeable() {
            return this != DECIDED_ELSEWHERE;
        }
    }

    /** Three of four: fewer would hand on what belongs to a part of the job only. */
    private static final double NEARLY_ALL = 0.75;

    Trait against(Id<ConflictRule> conflicting) {
        return new Trait(thing, having, of, Verdict.CONFLICTS, Optional.of(conflicting));
    }

    /** The verdict on something that nobody else decides. */
    static Verdict judged(int having, int of) {
        if (having == 0) {
            return Verdict.LIMITED;
        }
        if (having >= of * NEARLY_ALL) {
            return Verdict.COMMON;
        }
        return having == 1 ? Verdict.PECULIAR : Verdict.SOME;
    }
}
