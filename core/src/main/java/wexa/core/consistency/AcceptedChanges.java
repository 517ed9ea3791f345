package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** The changes that take one difference into the model. */
final class AcceptedChanges {
    /** What of an account's attributes can be changed here. */
    private static final String DEVICE = Fields.ATTRIBUTE + "device";

    private final Model model;
    private final Tenant tenant;
    private final Instant now;

    /** A change, as an entry of a draft has it; what it makes has no id unless the tenant knows one. */
    record Change(String form, Map<String, String> fields) {
        public Change {
            fields = Map.copyOf(fields);
        }
    }

    /** What accepting comes to. */
    sealed interface Answer {
        record Accept(List<Change> changes) implements Answer {
            public Accept {
                changes = List.copyOf(changes);
            }
        }

        record Cannot(Acceptance.Why why) implements Answer {}
    }

    private static final class CannotException extends RuntimeException {
        private static final long serialVersionUID = 1;
        private final Acceptance.Why why;

        CannotException(Acceptance.Why why) {
            super(why.name(), null, false, false);
            this.why = why;
        }
    }

    private AcceptedChanges(Model model, Tenant tenant, Instant now) {
        this.model = model;
        this.tenant = tenant;
        this.now = now;
    }

    /** All of a difference is taken in, or nothing of it. Costs the memberships and assignments of the people whom it is about. */
    static Answer of(Difference difference, Tenant tenant, Model model, Instant now) {
        try {
            List<Change> changes = new AcceptedChanges(model, tenant, now).changes(difference);
            return changes.isEmpty() ? new Answer.Cannot(Acceptance.Why.GOVERNED_HERE) : new Answer.Accept(changes);
        } catch (CannotException cannot) {
            return new Answer.Cannot(cannot.why);
        }
    }

    private List<Change> changes(Difference difference) {
        ObjectKey key = difference.object();
        return switch (key.type()) {
            case ACCOUNT -> account(difference);
            case GROUP -> group(difference);
            case ROLE -> throw new CannotException(Acceptance.Why.ROLE_CONTENTS);
            case ASSIGNMENT -> assignment(difference);
        };
    }

    /** Of a non-personal account, the user name, and that it was closed. */
    private static List<Change> owned(Account account, Difference difference) {
        List<Change> changes = new ArrayList<>();
        if (!(difference.observed().orElse(null) instanceof AccountState seen)) {
            return List.of(new Change("account.close", Map.of("account", text(account.id()))));
        }
        if (seen.activity() == Activity.OPEN && !account.isOpen()) {
            throw new CannotException(Acceptance.Why.KEPT_CLOSED);
        }
        if (!seen.userName().equals(account.userName())) {
            changes.add(new Change("account.edit", Map.of("account", text(account.id()), "as", seen.userName())));
        }
        if (seen.activity() == Activity.CLOSED && account.isOpen()) {
            changes.add(new Change("account.close", Map.of("account", text(account.id()))));
        }
        return changes;
    }

    private List<Change> account(Difference difference) {
        Optional<Account> kept =
                accountOf(difference.object()).filter(one -> one.ownership().isPresent());
        if (kept.isPresent()) {
            return owned(kept.get(), difference);
        }
        Account account = accountOf(difference.object())
                .filter(one -> one.kind() == AccountKind.PERSON)
                .orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
        Id<Person> person = account.person().orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
        if (!(difference.observed().orElse(null) instanceof AccountState seen)) {
            return List.of(new Change("account.close", Map.of("account", text(account.id()))));
        }
        if (!(difference.desired().orElse(null) instanceof AccountState wanted)) {
            throw new CannotException(Acceptance.Why.NOT_KNOWN);
        }
        List<Change> changes = new ArrayList<>();
        boolean isClosedThere = seen.activity() == Activity.CLOSED;
        boolean isToBeClosed = isClosedThere && wanted.activity() == Activity.OPEN;
        if (isToBeClosed) {
            changes.add(new Change("account.close", Map.of("account", text(account.id()))));
        } else if (seen.activity() != wanted.activity()) {
            if (account.isOpen() || PersonStatus.of(model, person, now) != PersonStatus.HERE) {
                throw new CannotException(Acceptance.Why.NOT_HERE);
            }
            changes.add(new Change(
                    "account.open",
                    Map.of("id", text(account.id()), "person", text(person), "tenant", text(tenant.id()))));
        }
        if (isClosedThere && !wanted.seats().containsAll(seen.seats())) {
            throw new CannotException(Acceptance.Why.NOT_HERE);
        }
        Map<String, String> edits = new HashMap<>();
        for (String field : Excepted.fields(difference).names()) {
            switch (field) {
                case Fields.ACTIVITY -> {}
                case Fields.SEAT_FIELD -> {
                    // a closed account is wanted without any
                    if (!isToBeClosed) {
                        seats(account, wanted, seen, changes);
                    }
                }
                case Fields.USER_NAME -> edits.put("as", seen.userName());
                case DEVICE -> edits.put("device", seen.attributes().getOrDefault("device", ""));
                default -> value(field, person, seen, changes);
            }
        }
        if (!edits.isEmpty()) {
            edits.put("account", text(account.id()));
            changes.add(new Change("account.edit", edits));
        }
        return changes;
    }

    /** What is gone is given back before anything is taken: the pool may be full. */
    private void seats(Account account, AccountState wanted, AccountState seen, List<Change> changes) {
        for (Seat seat : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
            if (seat.window().contains(now)
                    && !seen.seats().contains(seat.kind().text())) {
                changes.add(new Change("seat.return", Map.of("seat", text(seat.id()))));
            }
        }
        for (String kind : seen.seats()) {
            if (!wanted.seats().contains(kind)) {
                changes.add(new Change("seat.give", Map.of("account", text(account.id()), "kind", kind)));
            }
        }
    }

    /** A value that stands for a role is given, or taken, as the role. */
    private void value(String field, Id<Person> person, AccountState seen, List<Change> changes) {
        if (!field.startsWith(Fields.VALUE)) {
            throw new CannotException(Acceptance.Why.GOVERNED_HERE);
        }
        String value = field.substring(Fields.VALUE.length());
        Binding binding = Binding.in(tenant.id(), model).stream()
                .filter(one -> one.manner() != Binding.Manner.GROUP
                        && BoundValues.nameOf(one).equals(value))
                .findFirst()
                .orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
        role(binding, person, seen.held().contains(value), changes);
    }

    private void role(Binding binding, Id<Person> person, boolean isThere, List<Change> changes) {
        Subject self = new Subject.OfPerson(person);
        if (isThere) {
            if (binding.area().isEmpty() && model.appOf(tenant).needsArea()) {
                throw new CannotException(Acceptance.Why.NO_AREA);
            }
            Map<String, String> fields = new HashMap<>(
                    Map.of("subject", self.toString(), "role", text(binding.role()), "tenant", text(tenant.id())));
            binding.area().ifPresent(area -> fields.put("area", text(area)));
            changes.add(new Change("assignment.give", fields));
            return;
        }
        List<Assignment> own = model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self).stream()
                .filter(one -> one.role().equals(binding.role())
                        && one.tenant().equals(tenant.id())
                        && one.effective(model)
                                .filter(span -> span.contains(now))
                                .isPresent())
                .toList();
        if (own.isEmpty()) {
            throw new CannotException(Acceptance.Why.BY_ANOTHER_WAY);
        }
        own.forEach(one -> changes.add(new Change("assignment.end", Map.of("assignment", text(one.id())))));
    }

    private List<Change> group(Difference difference) {
        if (!(difference.desired().orElse(null) instanceof GroupState wanted)
                || !(difference.observed().orElse(null) instanceof GroupState seen)) {
            throw new CannotException(Acceptance.Why.BY_ANOTHER_WAY);
        }
        if (!wanted.name().equals(seen.name())) {
            throw new CannotException(Acceptance.Why.GOVERNED_HERE);
        }
        Set<String> shifted = new TreeSet<>(seen.members());
        shifted.removeAll(wanted.members());
        Set<String> gone = new TreeSet<>(wanted.members());
        gone.removeAll(seen.members());
        shifted.addAll(gone);
        Optional<Binding> binding = model.table(Kind.BINDING)
                .find(Id.<Binding>of(difference.object().id()))
                .filter(one -> one.tenant().equals(tenant.id()));
        List<Change> changes = new ArrayList<>();
        for (String member : shifted) {
            Id<Person> person = personOf(member);
            boolean isThere = seen.members().contains(member);
            if (binding.isPresent()) {
                role(binding.get(), person, isThere, changes);
            } else {
                membership(Id.of(difference.object().id()), person, isThere, changes);
            }
        }
        return changes;
    }

    /** An account of this tenant: what a tenant names is no account of another one. */
    private Optional<Account> accountOf(ObjectKey key) {
        return Optional.of(key)
                .filter(one -> one.type() == ObjectKey.Type.ACCOUNT)
                .flatMap(one -> model.table(Kind.ACCOUNT).find(Id.<Account>of(one.id())))
                .filter(one -> one.tenant().equals(tenant.id()));
    }

    private Id<Person> personOf(String member) {
        return ObjectKey.read(member)
                .flatMap(this::accountOf)
                .flatMap(Account::person)
                .orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
    }

    private void membership(Id<Group> id, Id<Person> person, boolean isThere, List<Change> changes) {
        Group group = model.groups().find(id).orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
        if (group.kind() != GroupKind.ASSIGNED) {
            throw new CannotException(Acceptance.Why.BY_ANOTHER_WAY);
        }
        Subject self = new Subject.OfPerson(person);
        if (isThere) {
            changes.add(new Change("membership.put", Map.of("member", self.toString(), "group", text(id))));
            return;
        }
        List<Membership> own = model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, self).stream()
                .filter(one -> one.group().equals(id) && one.window().contains(now))
                .toList();
        if (own.isEmpty()) {
            throw new CannotException(Acceptance.Why.BY_ANOTHER_WAY);
        }
        own.forEach(one -> changes.add(new Change("membership.end", Map.of("membership", text(one.id())))));
    }

    private List<Change> assignment(Difference difference) {
        Id<Assignment> id = Id.of(difference.object().id());
        Optional<Assignment> known = model.table(Kind.ASSIGNMENT).find(id);
        if (known.filter(one -> !one.tenant().equals(tenant.id())).isPresent()) {
            throw new CannotException(Acceptance.Why.NOT_KNOWN);
        }
        if (!(difference.observed().orElse(null) instanceof AssignmentState seen)) {
            if (known.isEmpty()) {
                throw new CannotException(Acceptance.Why.BY_ANOTHER_WAY);
            }
            return List.of(new Change("assignment.end", Map.of("assignment", text(id))));
        }
        if (seen.area().isEmpty() && model.appOf(tenant).needsArea()) {
            throw new CannotException(Acceptance.Why.NO_AREA);
        }
        Map<String, String> fields = new HashMap<>();
        fields.put(
                "area", seen.area().map(this::area).map(AcceptedChanges::text).orElse(""));
        fields.put("until", seen.until().map(Instant::toString).orElse(""));
        if (known.isPresent()) {
            fields.put("assignment", text(id));
            return List.of(new Change("assignment.edit", fields));
        }
        if (difference.desired().isPresent()) {
            throw new CannotException(Acceptance.Why.BY_ANOTHER_WAY);
        }
        fields.values().removeIf(String::isEmpty);
        // under the id by which the tenant knows it: another one would be a second assignment there
        fields.put("id", text(id));
        fields.put("subject", subject(seen.subject()).toString());
        fields.put("role", text(role(seen.role())));
        fields.put("tenant", text(tenant.id()));
        return List.of(new Change("assignment.give", fields));
    }

    private Subject subject(String key) {
        return ObjectKey.read(key)
                .filter(one -> one.type() == ObjectKey.Type.GROUP)
                .flatMap(one -> model.groups().find(Id.<Group>of(one.id())))
                .map(one -> (Subject) new Subject.OfGroup(one.id()))
                .orElseGet(() -> new Subject.OfPerson(personOf(key)));
    }

    private Id<Role> role(String key) {
        return ObjectKey.read(key)
                .filter(one -> one.type() == ObjectKey.Type.ROLE)
                .flatMap(one -> model.roles().find(Id.<Role>of(one.id())))
                .map(Role::id)
                .orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
    }

    private Id<Area> area(String key) {
        return model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).stream()
                .filter(one -> one.key().text().equals(key))
                .findFirst()
                .map(Area::id)
                .orElseThrow(() -> new CannotException(Acceptance.Why.NOT_KNOWN));
    }

    private static String text(Id<?> id) {
        return id.toString();
    }
}
