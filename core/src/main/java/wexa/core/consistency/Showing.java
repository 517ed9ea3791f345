package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.registry.Rooms;
import wexa.core.room.Objects;
import wexa.core.room.Subjects;
import wexa.core.value.Id;

/**
 * The objects of a tenant that show facts which a draft wants and which are already so: the tenant may differ though the
 * model does not change. Roles are not among them: they are everybody's who holds them. Costs what the facts name, and the
 * members of groups among them.
 */
final class Showing implements Objects {
    private final Snapshot snapshot;
    private final Tenant tenant;
    private final Instant at;
    private final DesiredState desired;
    private final SortedMap<ObjectKey, Fields> fields = new TreeMap<>();
    private final SortedMap<ObjectKey, TenantObject> wanted = new TreeMap<>();

    private Showing(Snapshot snapshot, Tenant tenant, Instant at) {
        this.snapshot = snapshot;
        this.tenant = tenant;
        this.at = at;
        this.desired = new DesiredState(snapshot.model(), snapshot.index(), tenant, at);
    }

    static ChangedObjects of(Collection<Fact> facts, Snapshot snapshot, Tenant tenant, Instant at) {
        Showing showing = new Showing(snapshot, tenant, at);
        facts.forEach(fact -> Rooms.objects(fact, snapshot.model(), showing));
        return new ChangedObjects(tenant, showing.fields, showing.wanted);
    }

    private Model model() {
        return snapshot.model();
    }

    private void add(ObjectKey key, Fields some, Optional<TenantObject> state) {
        fields.merge(key, some, Fields::and);
        state.ifPresent(one -> wanted.put(key, one));
    }

    /** Emergency accounts are passed by (rule 11). */
    private boolean isHere(Account account) {
        return account.tenant().equals(tenant.id()) && account.kind() != AccountKind.EMERGENCY;
    }

    private void addAccount(Account account, Fields some) {
        if (isHere(account)) {
            ObjectKey key = ObjectKey.account(account.id());
            add(key, some, desired.find(key, Optional.empty()));
        }
    }

    @Override
    public void account(Id<Account> account) {
        model().table(Kind.ACCOUNT).find(account).filter(this::isHere).ifPresent(found -> {
            addAccount(found, found.isOpen() ? Fields.WHOLE : Fields.CLOSING);
            found.person().ifPresent(person -> addPlaces(person, ObjectKey.account(account)));
        });
    }

    /** Whoever cannot sign in has no place in a group and no role; whoever can has theirs. */
    private void addPlaces(Id<Person> person, ObjectKey account) {
        snapshot.index().groupsOf(person, at).forEach(group -> addMembers(group, List.of(account)));
        model().table(Kind.ASSIGNMENT)
                .by(Assignment.BY_SUBJECT, new Subject.OfPerson(person))
                .forEach(this::assignment);
    }

    @Override
    public void seats(Id<Account> account) {
        if (tenant.can(Capability.SEATS)) {
            model().table(Kind.ACCOUNT).find(account).ifPresent(found -> addAccount(found, Fields.SEATS));
        }
    }

    @Override
    public void person(Id<Person> person) {
        model().table(Kind.ACCOUNT)
                .by(Account.BY_PERSON, person)
                .forEach(account -> addAccount(account, Fields.OF_PERSON));
    }

    @Override
    public void group(Id<Group> group) {
        ObjectKey key = ObjectKey.group(group);
        desired.find(key, Optional.empty()).ifPresent(state -> add(key, Fields.NAME, Optional.of(state)));
    }

    @Override
    public void binding(Binding binding) {
        if (binding.tenant().equals(tenant.id()) && binding.manner() != Binding.Manner.GROUP) {
            Subjects.given(binding.role(), tenant.id(), model())
                    .forEach(subject -> addBound(binding, accounts(subject)));
        } else if (binding.tenant().equals(tenant.id())) {
            ObjectKey key = ObjectKey.group(binding.id());
            desired.find(key, Optional.empty()).ifPresent(state -> {
                Fields named = binding.found().isEmpty() ? Fields.WHOLE : Fields.members(state);
                add(key, named, Optional.of(state));
            });
        }
    }

    @Override
    public void provision(GroupProvision provision) {
        if (provision.tenant().equals(tenant.id())) {
            ObjectKey key = ObjectKey.group(provision.group());
            desired.find(key, Optional.empty()).ifPresent(state -> add(key, Fields.WHOLE, Optional.of(state)));
        }
    }

    /** Who has a role that is written as a group is in that group; or has the value as which it is written. */
    private void addBound(Binding binding, List<ObjectKey> accounts) {
        if (binding.manner() != Binding.Manner.GROUP) {
            Fields value = Fields.value(BoundValues.nameOf(binding));
            accounts.forEach(account -> desired.find(account, Optional.empty())
                    .ifPresent(state -> add(account, value, Optional.of(state))));
            return;
        }
        ObjectKey key = ObjectKey.group(binding.id());
        desired.find(key, Optional.empty())
                .ifPresent(state -> accounts.forEach(account -> add(key, Fields.member(account), Optional.of(state))));
    }

    @Override
    public void member(Id<Group> group, Subject member) {
        List<ObjectKey> accounts = accounts(member);
        upwards(group).forEach(above -> addMembers(above, accounts));
    }

    private void addMembers(Id<Group> group, List<ObjectKey> accounts) {
        model().table(Kind.ASSIGNMENT)
                .by(Assignment.BY_SUBJECT, new Subject.OfGroup(group))
                .forEach(assignment -> Binding.of(assignment.role(), tenant.id(), assignment.area(), model())
                        .filter(any -> assignment.tenant().equals(tenant.id()))
                        .ifPresent(binding -> addBound(binding, accounts)));
        if (tenant.can(Capability.GROUPS)) {
            ObjectKey key = ObjectKey.group(group);
            desired.find(key, Optional.empty())
                    .ifPresent(
                            state -> accounts.forEach(account -> add(key, Fields.member(account), Optional.of(state))));
        } else {
            model().table(Kind.ASSIGNMENT)
                    .by(Assignment.BY_SUBJECT, new Subject.OfGroup(group))
                    .forEach(assignment -> addShares(assignment, accounts));
        }
    }

    @Override
    public void assignment(Assignment assignment) {
        if (!assignment.tenant().equals(tenant.id())) {
            return;
        }
        Optional<Binding> binding = Binding.of(assignment.role(), tenant.id(), assignment.area(), model());
        if (binding.isPresent()) {
            addBound(binding.get(), accounts(assignment.subject()));
            return;
        }
        if (!tenant.can(Capability.ASSIGNMENTS)) {
            return;
        }
        if (assignment.subject() instanceof Subject.OfGroup && !tenant.can(Capability.GROUPS)) {
            addShares(assignment, accounts(assignment.subject()));
            return;
        }
        ObjectKey key = ObjectKey.assignment(assignment.id());
        add(key, Fields.WHOLE, desired.find(key, Optional.empty()));
    }

    /** What accounts have of an assignment to a group, in a tenant that knows no groups. */
    private void addShares(Assignment assignment, List<ObjectKey> accounts) {
        if (!assignment.tenant().equals(tenant.id())) {
            return;
        }
        // as it stands now: what was taken away is wanted no longer
        SortedMap<ObjectKey, TenantObject> shares = model().table(Kind.ASSIGNMENT)
                .find(assignment.id())
                .map(desired::sharesOf)
                .orElse(new TreeMap<>());
        for (ObjectKey account : accounts) {
            ObjectKey key = ObjectKey.share(ObjectKey.assignment(assignment.id()), account);
            add(key, Fields.WHOLE, Optional.ofNullable(shares.get(key)));
        }
    }

    private List<ObjectKey> accounts(Subject subject) {
        Collection<Id<Person>> people = switch (subject) {
            case Subject.OfPerson one -> List.of(one.person());
            case Subject.OfGroup many ->
                model().groups().find(many.group()).isPresent()
                        ? snapshot.index().membersOf(many.group(), at).all()
                        : List.<Id<Person>>of();
        };
        return people.stream()
                .flatMap(person -> model().table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream())
                .filter(this::isHere)
                .map(account -> ObjectKey.account(account.id()))
                .toList();
    }

    /** The group, and those that it is in. */
    private Set<Id<Group>> upwards(Id<Group> group) {
        Set<Id<Group>> found = new LinkedHashSet<>();
        Deque<Id<Group>> open = new ArrayDeque<>(List.of(group));
        while (!open.isEmpty()) {
            Id<Group> next = open.pop();
            if (found.add(next)) {
                model().table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfGroup(next)).stream()
                        .filter(membership -> membership.window().contains(at))
                        .forEach(membership -> open.push(membership.group()));
            }
        }
        return found;
    }
}
