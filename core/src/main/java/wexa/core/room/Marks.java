package wexa.core.room;

import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/**
 * Takes down what a fact touches where it comes, goes or becomes another. Each reader says of each mark what it means to it,
 * so that none is passed by unseen. What is not marked does not change.
 */
public interface Marks {
    /** The person's access, or whether they can use it. */
    void person(Id<Person> person);

    /** The access of everybody in the group, also through groups in it. */
    void members(Id<Group> group);

    /** The access of everybody who has the role, also through roles that include it. */
    void holders(Id<Role> role);

    /** Who has a role in one tenant, where it comes to give something else. */
    default void holders(Id<Role> role, Id<Tenant> tenant) {
        holders(role);
    }

    /** The access of everybody who has any in the tenant. */
    void tenant(Id<Tenant> tenant);

    /** The days of everybody who is engaged in the unit, and which rules they meet. */
    void unit(Id<Unit> unit);

    /** The history in which it is told, besides the fact's own. */
    void history(Id<? extends Fact> fact);

    /** Everybody's access, everywhere. */
    void everything();
}
