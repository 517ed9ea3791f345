package wexa.core.consistency;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;

/**
 * One request to a tenant, about some fields of an object. The target is the state wanted afterwards of these, so that
 * sending a step twice equals once (rule 15); a removal has none.
 */
public record Step(Verb verb, ObjectKey object, Optional<TenantObject> target, Fields fields) {
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

    /** A step about all that its verb is about. */
    public static Step whole(Verb verb, ObjectKey object, Optional<TenantObject> target) {
        return new Step(verb, object, target, verb == Verb.SEAT ? Fields.SEATS : Fields.WHOLE);
    }

    /** Users, groups, roles, seats, assignments on the way in; the reverse on the way out. */
    public int phase() {
        int type = object.type().ordinal();
        return switch (verb) {
            case REMOVE -> -type;
            case SEAT -> ObjectKey.Type.ROLE.ordinal() * 2 + 1;
            case CREATE, AMEND -> 1 + type * 2 - (object.type() == ObjectKey.Type.ASSIGNMENT ? 0 : 1);
        };
    }

    /** Keys of the objects that have to be there before: those that it names, and its own unless it makes that. */
    public Collection<String> named() {
        List<String> named = new ArrayList<>();
        if (verb == Verb.AMEND || verb == Verb.SEAT) {
            named.add(object.toString());
        }
        if (target.orElse(null) instanceof GroupState group) {
            named.addAll(fields.membersOf(group));
        } else if (target.orElse(null) instanceof AssignmentState assignment) {
            named.add(assignment.subject());
            named.add(assignment.role());
        }
        return named;
    }

    /** The same without some members of the group that it is about. */
    public Step without(Predicate<String> isLeftOut) {
        if (!(target.orElse(null) instanceof GroupState group)
                || group.members().stream().noneMatch(isLeftOut)) {
            return this;
        }
        Set<String> members = new TreeSet<>(group.members());
        members.removeIf(isLeftOut);
        Set<String> names = new TreeSet<>(fields.names());
        group.members().stream().filter(isLeftOut).forEach(member -> names.remove(Fields.MEMBER + member));
        return new Step(verb, object, Optional.of(new GroupState(group.name(), members)), Fields.of(names));
    }

    /** Whether it takes from somebody the way into the tenant. */
    public boolean closesAnAccount() {
        return verb == Verb.AMEND
                && fields.include(Fields.ACTIVITY)
                && target.orElse(null) instanceof AccountState account
                && account.activity() == TenantObject.Activity.CLOSED;
    }

    /** Whether the step would leave the object as it was seen. */
    public boolean isDone(Optional<Observation.Seen> seen) {
        if (verb == Verb.REMOVE) {
            return seen.isEmpty();
        }
        return seen.isPresent()
                && Fields.between(
                                seen.map(Observation.Seen::state),
                                seen.map(was -> fields.taken(was.state(), target.orElseThrow())))
                        .isEmpty();
    }

    /** The object after the step, as a tenant that does what it is told would show it. */
    public TenantObject after(Optional<TenantObject> before) {
        TenantObject wanted = target.orElseThrow();
        if (before.isPresent()) {
            return fields.taken(before.get(), wanted);
        }
        return wanted instanceof AccountState account && verb != Verb.SEAT
                ? account.withSeats(Set.of()).holding(account.held())
                : wanted;
    }
}
