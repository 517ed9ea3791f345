package wexa.core.change;

import java.util.Optional;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Membership;
import wexa.core.model.Person;
import wexa.core.model.Seat;

/** The change that leaves a fact as it is: its sentence says everything that the fact says. */
public final class Keeping {
    private Keeping() {}

    /** Empty for kinds of facts that no change is about. */
    public static Optional<Change> of(Fact fact) {
        if (fact instanceof Person person) {
            return Optional.of(new PersonChange.Edit(person));
        } else if (fact instanceof Engagement engagement) {
            return Optional.of(new EngagementChange.Edit(engagement));
        } else if (fact instanceof Group group) {
            return Optional.of(new GroupChange.Edit(group));
        } else if (fact instanceof Membership membership) {
            return Optional.of(new MembershipChange.Edit(membership));
        } else if (fact instanceof Account account) {
            return Optional.of(new AccountChange.Edit(account));
        } else if (fact instanceof Seat seat) {
            return Optional.of(new SeatChange.Swap(seat));
        }
        return fact instanceof Assignment assignment
                ? Optional.of(new AssignmentChange.Edit(assignment))
                : Optional.empty();
    }
}
