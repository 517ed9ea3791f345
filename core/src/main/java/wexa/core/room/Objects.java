package wexa.core.room;

import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Id;

/** Takes down which objects of tenants show a fact, and what of them. */
public interface Objects {
    /** The account: all of it while it is open, or that it is closed; and its places in groups and assignments. */
    void account(Id<Account> account);

    /** The seats of an account. */
    void seats(Id<Account> account);

    /** What the person's accounts say of them, such as their name. */
    void person(Id<Person> person);

    /** The name of a group. */
    void group(Id<Group> group);

    /** Who is in a group by being one of its members, and in the groups that it is in. */
    void member(Id<Group> group, Subject member);

    /** The group in which a role is written. */
    void binding(Binding binding);

    /** The group that is in a tenant for its own sake, with its members. */
    void provision(GroupProvision provision);

    /** The whole assignment. */
    void assignment(Assignment assignment);
}
