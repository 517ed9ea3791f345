package wexa.core.governance;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import wexa.core.conflict.ConflictCodes;
import wexa.core.model.Person;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.value.Id;

/**
 * What becomes of changes that nobody drafted (rule 17): they pass the same preview as a draft, and are held for a person
 * where the policy says so or where they go further than it lets pass.
 *
 * @param mode whether anything passes at all
 * @param mostPeople how many people's access may change at once
 * @param mostPercent which share of all people that may be, of 100
 */
public record AutomaticChangePolicy(Mode mode, int mostPeople, int mostPercent) {
    /** Holds everything: what an installation begins with. */
    public static final AutomaticChangePolicy CAREFUL = new AutomaticChangePolicy(Mode.HOLD, 10, 5);

    /** What is done with changes within the limits. */
    public enum Mode {
        HOLD,
        PASS
    }

    /** Why changes are held. */
    public enum Cause {
        /** The policy lets nothing pass. */
        POLICY_HOLDS,
        TOO_MANY_PEOPLE,
        TOO_LARGE_SHARE,
        TOUCHES_ADMINISTRATOR,
        /** Something is to complete first: a clash, an overrun pool, a reference that does not resolve. */
        TO_SETTLE,
        /** A conflict rule warns: what it forbids outright is to settle. */
        CONFLICTS,
        /** It gives somebody what is privileged, and the organisation wants a second person for that. */
        PRIVILEGED,
        /** What it follows from was not read whole. */
        INCOMPLETE_READING,
        /** Somebody new to the source looks like somebody known here. */
        LIKE_SOMEBODY_KNOWN
    }

    /** A cause with the number seen and the most that passes, both 0 where nothing is counted. */
    public record Reason(Cause cause, int seen, int most) {
        static Reason of(Cause cause) {
            return new Reason(cause, 0, 0);
        }
    }

    /**
     * Where changes come from.
     *
     * @param isComplete whether everything that they follow from was read
     * @param isLikeSomebody whether they are about somebody new to the source who looks like somebody known here
     * @param administrators people who administer Wexa
     */
    public record Source(boolean isComplete, boolean isLikeSomebody, Set<Id<Person>> administrators) {
        public Source {
            administrators = Set.copyOf(administrators);
        }
    }

    public AutomaticChangePolicy {
        if (mostPeople < 0 || mostPercent < 0 || mostPercent > 100) {
            throw new IllegalArgumentException("a policy lets " + mostPeople + " people and " + mostPercent
                    + " percent pass; the first must not be negative, the second must be 0 to 100");
        }
    }

    /**
     * Why the changes of a preview are held, in the order of {@link Cause}; empty if they pass. People count whose access
     * the changes can touch, now or at an instant that they bring. Costs what the changes touch.
     */
    public List<Reason> judge(Preview preview, Source source) {
        List<Reason> reasons = new ArrayList<>();
        Set<Id<Person>> people = touched(preview);
        int all = Math.max(
                preview.model().people().size(),
                preview.snapshot().model().people().size());
        if (mode == Mode.HOLD) {
            reasons.add(Reason.of(Cause.POLICY_HOLDS));
        }
        if (people.size() > mostPeople) {
            reasons.add(new Reason(Cause.TOO_MANY_PEOPLE, people.size(), mostPeople));
        }
        // one person is never too large a share, however few there are
        if (people.size() > 1 && people.size() * 100L > (long) mostPercent * all) {
            int percent = (int) ((people.size() * 100L + all - 1) / all);
            reasons.add(new Reason(Cause.TOO_LARGE_SHARE, percent, mostPercent));
        }
        if (source.administrators().stream().anyMatch(people::contains)) {
            reasons.add(Reason.of(Cause.TOUCHES_ADMINISTRATOR));
        }
        int toSettle = (int) preview.outcomes().stream()
                .filter(outcome -> !outcome.state().isDone())
                .count();
        if (toSettle > 0) {
            reasons.add(new Reason(Cause.TO_SETTLE, toSettle, 0));
        }
        if (preview.outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .anyMatch(finding -> finding.code() == ConflictCodes.CONFLICT_WARNS)) {
            reasons.add(Reason.of(Cause.CONFLICTS));
        }
        if (!source.isComplete()) {
            reasons.add(Reason.of(Cause.INCOMPLETE_READING));
        }
        if (source.isLikeSomebody()) {
            reasons.add(Reason.of(Cause.LIKE_SOMEBODY_KNOWN));
        }
        return List.copyOf(reasons);
    }

    private static Set<Id<Person>> touched(Preview preview) {
        Set<Id<Person>> people = new HashSet<>();
        Stream.concat(Stream.of(preview.now()), preview.boundaries().stream())
                .forEach((Instant at) -> people.addAll(
                        Impact.affected(preview.snapshot(), preview.model(), preview.index(), preview.effects(), at)));
        return people;
    }
}
