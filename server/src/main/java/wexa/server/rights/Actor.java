package wexa.server.rights;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import wexa.core.governance.Reach;
import wexa.core.governance.Reached;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.problems.Problem;

/**
 * Who asks, what they may do and where, and who of the people they are. Every use case takes one and asks it first; what
 * nobody allowed is denied.
 *
 * @param seesScopeOnly whether what lies outside the reach is not even seen; such a one only looks, whatever else was allowed
 */
public record Actor(
        UUID id,
        String login,
        String name,
        Set<Act> acts,
        Reach reach,
        boolean seesScopeOnly,
        Optional<Id<Person>> person) {
    public Actor {
        acts = seesScopeOnly ? Set.of(Act.LOOK) : Set.copyOf(acts);
    }

    /** Somebody who is none of the people, such as a program, and may change what is allowed everywhere. */
    public Actor(UUID id, String login, String name, Set<Act> acts) {
        this(id, login, name, acts, Reach.EVERYWHERE, false, Optional.empty());
    }

    /** What is seen: everything, for most. */
    public Reach sight() {
        return seesScopeOnly ? reach : Reach.EVERYWHERE;
    }

    /** Throws a 403 for whoever does not see everything. */
    public void requireWholeSight() {
        if (!sight().isEverywhere()) {
            throw outOfSight("This shows more than your scope covers.");
        }
    }

    /** Throws a 403 that names nobody if the person is not seen. */
    public void requireSight(Id<Person> seen, Model model, Instant now) {
        if (!Reached.isSeen(sight(), model, seen, now)) {
            throw outOfSight("This person is outside your scope.");
        }
    }

    /** Throws a 403 that does not name the tenant if it is not seen. */
    public void requireSight(Id<Tenant> tenant) {
        if (!sight().covers(tenant)) {
            throw outOfSight("This tenant is outside your scope.");
        }
    }

    private static Problem outOfSight(String what) {
        return new Problem(403, "out-of-sight", what + " Ask an administrator who sees everything.");
    }

    public boolean may(Act act) {
        return acts.contains(act) || (act == Act.HELP && (acts.contains(Act.PREPARE) || acts.contains(Act.APPLY)));
    }

    /** Throws a 403 that says what is missing. */
    public void require(Act act) {
        if (!may(act)) {
            throw new Problem(
                    403,
                    "not-allowed",
                    "You may look, but not " + verb(act) + ". Ask somebody who manages administrators to allow it.");
        }
    }

    /** Throws a 403 that names the tenant if it lies outside of the reach. */
    public void requireReach(Tenant tenant, Model model) {
        if (!reach.covers(tenant.id())) {
            throw outOfReach(model.title(tenant) + " is outside your scope.");
        }
    }

    /** Throws a 403 that names the person if no unit in which they are engaged lies within the reach. */
    public void requireReach(Person person, Model model, Instant now) {
        if (!Reached.person(reach, model, person.id(), now)) {
            throw outOfReach(person.name() + " is outside your scope.");
        }
    }

    /** Throws a 403 that names the person if they also work, or have an account, beyond the reach. */
    public void requireIdentity(Person person, Model model, Instant now) {
        if (!Reached.identity(reach, model, person.id(), now)) {
            throw outOfReach(person.name() + " also works, or has an account, outside your scope.");
        }
    }

    private static Problem outOfReach(String what) {
        return new Problem(403, "out-of-reach", what + " Ask an administrator whose scope covers it.");
    }

    private static String verb(Act act) {
        return switch (act) {
            case LOOK -> "look";
            case HELP -> "help people to sign in";
            case PREPARE -> "prepare changes";
            case APPLY -> "apply changes";
            case APPROVE -> "approve changes";
            case GOVERN -> "govern";
        };
    }
}
