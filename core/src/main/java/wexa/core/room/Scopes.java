package wexa.core.room;

import wexa.core.model.Group;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/** Takes down what has to lie within an administrator's scope for them to make, change or end a fact. */
public interface Scopes {
    void tenant(Id<Tenant> tenant);

    /** One of the units in which the person works. */
    void person(Id<Person> person);

    /** The unit in which an engagement of the person is. */
    void unit(Id<Unit> unit, Id<Person> person);

    /** The person, or everybody in the group. */
    void subject(Subject subject);

    /** Every tenant in which the group gives something, by itself or by a group that it is in. */
    void given(Id<Group> group);

    /** Everybody who comes into the group or goes out of it. */
    void members(Id<Group> group);

    /** What only those may change whose scope has no limit. */
    void everything();
}
