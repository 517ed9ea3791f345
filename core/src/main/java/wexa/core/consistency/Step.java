package wexa.core.consistency;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;

/**
 * One request to a tenant. The target is the whole state wanted afterwards, so that sending a step twice equals once
 * (rule 15); a removal has none.
 */
public record Step(Verb verb, ObjectKey object, Optional<TenantObject> target) {
    /** What a step does; {@code SEAT} sets the seats of an account and leaves the rest of it alone. */
    public enum Verb {
        CREATE,
        AMEND,
        SEAT,
        REMOVE
    }

    public Step {
        if (target.isPresent() == (verb == Verb.REMOVE)) {
            throw new IllegalArgumentException(
                    verb + " of " + object + ": a removal has no target, every other step one");
        }
    }

    /** Users, groups, roles, seats, assignments on the way in; the reverse on the way out. */
    int phase() {
        int type = object.type().ordinal();
        return switch (verb) {
            case REMOVE -> -type;
            case SEAT -> ObjectKey.Type.ROLE.ordinal() * 2 + 1;
            case CREATE, AMEND -> 1 + type * 2 - (object.type() == ObjectKey.Type.ASSIGNMENT ? 0 : 1);
        };
    }

    /** Keys of the objects that the step names: those that are to be made are made before. */
    Collection<String> named() {
        TenantObject wanted = target.orElse(null);
        if (verb == Verb.SEAT) {
            return List.of(object.toString());
        }
        if (wanted instanceof GroupState group) {
            return group.members();
        }
        return wanted instanceof AssignmentState assignment
                ? List.of(assignment.subject(), assignment.role())
                : List.of();
    }

    /** Whether the step would leave the object as it was seen. */
    public boolean isDone(Optional<Observation.Seen> seen) {
        if (verb == Verb.REMOVE) {
            return seen.isEmpty();
        }
        if (seen.isEmpty()) {
            return false;
        }
        if (target.orElseThrow() instanceof AccountState wanted && seen.get().state() instanceof AccountState is) {
            return verb == Verb.SEAT
                    ? wanted.seats().equals(is.seats())
                    : wanted.withSeats(is.seats()).equals(is);
        }
        return target.get().equals(seen.get().state());
    }

    /** The object after the step, as a tenant that does what it is told would show it. */
    public TenantObject after(Optional<TenantObject> before) {
        TenantObject wanted = target.orElseThrow();
        if (wanted instanceof AccountState account && verb != Verb.SEAT) {
            return account.withSeats(
                    before.map(was -> ((AccountState) was).seats()).orElse(java.util.Set.of()));
        }
        if (wanted instanceof AccountState account && before.isPresent()) {
            return ((AccountState) before.get()).withSeats(account.seats());
        }
        return wanted;
    }
}
