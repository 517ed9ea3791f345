package wexa.core.moving;

import java.util.List;
import java.util.Optional;
import wexa.core.leaving.Holding.Planned;
import wexa.core.likeness.Trait;
import wexa.core.model.ConflictRule;
import wexa.core.value.Id;

/**
 * Something that somebody who changes jobs or comes back has, or is to have.
 *
 * @param having how many of the peers that decided it have it
 * @param of how many peers there are: of the new job, or of the former where it belongs to that
 * @param rule the conflict rule that it breaks: for what goes, with what comes, so that it ends at once; for what comes, with
 *     what stays, so that it needs an exception
 * @param changes what sees to it, in their order; none where nothing has to be done here
 */
public record MoveItem(
        Column column,
        Why why,
        Trait.Thing thing,
        int having,
        int of,
        Optional<Id<ConflictRule>> rule,
        List<Planned> changes) {
    /** What becomes of it. */
    public enum Column {
        GOES,
        STAYS,
        COMES
    }

    /** Why, as far as anybody can tell. */
    public enum Why {
        /** Nearly all in the former job have it, and few in the new one. */
        FORMER_JOB,
        /** Nearly all in the new job have it. */
        NEW_JOB,
        /** Some in the new job have it: to be chosen. */
        SOME_IN_NEW_JOB,
        /** Nobody's job explains it: it was given to this person. */
        PERSONAL,
        /** Something that stays needs the account. */
        NEEDED,
        /** They still hold it from the time before they left, and the new job does not explain it. */
        LEFT_OVER,
        /** They had it when they left: to be chosen. */
        HAD_BEFORE,
        /** The rule of a group decides. */
        RULE,
        /** The directory decides. */
        DIRECTORY
    }

    public MoveItem {
        changes = List.copyOf(changes);
    }

    /** Whether it is done unless somebody says otherwise. */
    public boolean isProposed() {
        return !changes.isEmpty()
                && why != Why.SOME_IN_NEW_JOB
                && why != Why.PERSONAL
                && why != Why.HAD_BEFORE
                && (column != Column.COMES || rule.isEmpty());
    }
}
