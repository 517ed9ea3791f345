package wexa.core.consistency;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import wexa.core.access.AccessIndex;
import wexa.core.cancelling.Cancellation;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Table;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/**
 * What one tenant should hold at one instant, object by object. Groups come to a tenant when they are provisioned there, or an
 * assignment or a carried mapping there names them, with members flattened to the accounts wanted there; a tenant that knows no groups gets one
 * assignment for each account instead. A role that is bound to a group of the tenant comes as that group, with everybody in it
 * who has the role; one that is bound to a value, with the accounts of those who have it. What a tenant did not announce is left out.
 */
public final class DesiredState {
    private final Model model;
    private final AccessIndex index;
    private final Tenant tenant;
    private final Instant at;
    private final DesiredAccounts accounts;

    public DesiredState(Model model, AccessIndex index, Tenant tenant, Instant at) {
        this.model = model;
        this.index = index;
        this.tenant = tenant;
        this.at = at;
        this.accounts = new DesiredAccounts(model, tenant, at, new BoundValues(model, index, tenant, at));
    }

    /** Everything the tenant should hold. */
    public SortedMap<ObjectKey, TenantObject> all() {
        SortedMap<ObjectKey, TenantObject> all = new TreeMap<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            accounts.state(account).ifPresent(state -> all.put(ObjectKey.account(account.id()), state));
        }
        add(
                wanted(
                        model.table(Kind.ASSIGNMENT).by(Assignment.BY_TENANT, tenant.id()),
                        model.table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant.id())),
                this::accountsIn,
                all);
        model.table(Kind.GROUP_PROVISION).by(GroupProvision.BY_TENANT, tenant.id()).stream()
                .map(GroupProvision::group)
                .forEach(group -> addProvisioned(group, this::accountsIn, all));
        return all;
    }

    /**
     * One object, if the tenant should hold it. Costs the grants that name it, never the tenant.
     *
     * @param like the object as it was wanted or seen before: it tells whose share of a group's assignment it is, in a
     *     tenant that knows no groups
     */
    public Optional<TenantObject> find(ObjectKey key, Optional<TenantObject> like) {
        if (key.type() == ObjectKey.Type.ACCOUNT) {
            return model.table(Kind.ACCOUNT)
                    .find(Id.of(key.id()))
                    .filter(account -> account.tenant().equals(tenant.id()))
                    .flatMap(accounts::state);
        }
        Optional<Binding> binding = bindingOf(key, model);
        if (binding.isPresent()) {
            return binding.filter(one -> one.isWrittenIn(tenant)).map(this::bound);
        }
        Set<Wanted> grants = wanted(assignmentsFor(key, like), mappingsFor(key, like));
        grants.removeIf(wanted -> wanted.binding().isPresent());
        return switch (key.type()) {
            case ACCOUNT -> Optional.empty();
            case GROUP ->
                (grants.isEmpty() && !GroupProvision.isOf(Id.of(key.id()), tenant.id(), model))
                                || !tenant.can(Capability.GROUPS)
                        ? Optional.empty()
                        : Optional.of(group(Id.of(key.id()), this::accountsIn));
            case ROLE ->
                tenant.can(Capability.ROLES) && grants.stream().anyMatch(this::reachesSomebody)
                        ? Optional.of(role(Id.of(key.id())))
                        : Optional.empty();
            case ASSIGNMENT -> {
                SortedMap<ObjectKey, TenantObject> found = new TreeMap<>();
                grants.forEach(wanted -> addAssignments(wanted, this::accountsIn, found));
                yield Optional.ofNullable(found.get(key));
            }
        };
    }

    private List<Assignment> assignmentsFor(ObjectKey key, Optional<TenantObject> like) {
        Table<Assignment> assignments = model.table(Kind.ASSIGNMENT);
        List<Assignment> found = new ArrayList<>();
        switch (key.type()) {
            case ACCOUNT -> {}
            case GROUP -> found.addAll(assignments.by(Assignment.BY_SUBJECT, new Subject.OfGroup(Id.of(key.id()))));
            case ROLE -> found.addAll(assignments.by(Assignment.BY_ROLE, Id.of(key.id())));
            case ASSIGNMENT -> {
                assignments.find(Id.of(key.id())).ifPresent(found::add);
                groupsOfHolder(like).forEach(group -> found.addAll(assignments.by(Assignment.BY_SUBJECT, group)));
            }
        }
        return found;
    }

    private List<Mapping> mappingsFor(ObjectKey key, Optional<TenantObject> like) {
        Table<Mapping> mappings = model.table(Kind.MAPPING);
        List<Mapping> found = new ArrayList<>();
        switch (key.type()) {
            case ACCOUNT -> {}
            case GROUP -> found.addAll(mappings.by(Mapping.BY_GROUP, Id.of(key.id())));
            case ROLE -> {
                found.addAll(mappings.by(Mapping.BY_TENANT, tenant.id()));
                found.removeIf(mapping -> !mapping.role().value().equals(key.id()));
            }
            case ASSIGNMENT -> {
                mappings.find(Id.of(key.id())).ifPresent(found::add);
                groupsOfHolder(like).forEach(group -> found.addAll(mappings.by(Mapping.BY_GROUP, group.group())));
            }
        }
        return found;
    }

    /** Groups of whom an assignment is for, in a tenant that has one for each of their members. */
    private List<Subject.OfGroup> groupsOfHolder(Optional<TenantObject> like) {
        if (tenant.can(Capability.GROUPS) || !(like.orElse(null) instanceof AssignmentState assignment)) {
            return List.of();
        }
        return ObjectKey.read(assignment.subject())
                .flatMap(holder -> model.table(Kind.ACCOUNT).find(Id.of(holder.id())))
                .flatMap(Account::person)
                .map(person -> index.groupsOf(person, at).stream()
                        .map(Subject.OfGroup::new)
                        .toList())
                .orElse(List.of());
    }

    /**
     * What the accounts of those concerned should be, and whatever reaches the tenant by grants to them or their groups. Of
     * the members of a group only those concerned are told: of the others nothing differs. Costs those concerned and their
     * groups, however many are in them.
     */
    public SortedMap<ObjectKey, TenantObject> about(AffectedSubjects concerned) {
        SortedMap<ObjectKey, TenantObject> found = new TreeMap<>();
        Map<Id<Group>, Set<ObjectKey>> members = new HashMap<>();
        for (Id<Person> person : concerned.people()) {
            Cancellation.check();
            accounts.of(person).ifPresent(account -> {
                ObjectKey key = ObjectKey.account(account.id());
                accounts.state(account).ifPresent(state -> found.put(key, state));
                if (accounts.isOpen(account)) {
                    index.groupsOf(person, at)
                            .forEach(group -> members.computeIfAbsent(group, any -> new TreeSet<>())
                                    .add(key));
                }
            });
        }
        for (Id<Account> id : concerned.accounts()) {
            ObjectKey key = ObjectKey.account(id);
            find(key, Optional.empty()).ifPresent(state -> found.put(key, state));
        }
        List<Assignment> assignments = new ArrayList<>();
        List<Mapping> mappings = new ArrayList<>();
        for (Subject subject : concerned.subjects()) {
            assignments.addAll(model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject));
            if (subject instanceof Subject.OfGroup group) {
                mappings.addAll(model.table(Kind.MAPPING).by(Mapping.BY_GROUP, group.group()));
            }
        }
        Members ofConcerned = group -> members.getOrDefault(group, Set.of());
        add(wanted(assignments, mappings), ofConcerned, found);
        for (Subject subject : concerned.subjects()) {
            if (subject instanceof Subject.OfGroup many && GroupProvision.isOf(many.group(), tenant.id(), model)) {
                addProvisioned(many.group(), ofConcerned, found);
            }
        }
        return found;
    }

    /** A role wanted for a subject, by an assignment or a carried mapping, and in which group it is written if in one. */
    private record Wanted(
            ObjectKey key,
            Subject subject,
            Id<Role> role,
            Optional<Id<Area>> area,
            Window window,
            Optional<Binding> binding) {}

    /** Whether an object was left to the tenant: it is neither wanted nor too much. */
    public static boolean isReleased(ObjectKey key, Model model) {
        return bindingOf(key, model).filter(Binding::isReleased).isPresent();
    }

    /** Whether an object is a group that the tenant had before a role was bound to it. */
    static boolean isFound(ObjectKey key, Model model) {
        return bindingOf(key, model).flatMap(Binding::found).isPresent();
    }

    private static Optional<Binding> bindingOf(ObjectKey key, Model model) {
        return key.type() == ObjectKey.Type.GROUP
                ? model.table(Kind.BINDING)
                        .find(Id.of(key.id()))
                        .filter(binding -> binding.manner() == Binding.Manner.GROUP)
                : Optional.empty();
    }

    /** How a value that stands for a role stands in the state of an account. */
    public static String valueOf(Binding binding) {
        return BoundValues.nameOf(binding);
    }

    private TenantObject bound(Binding binding) {
        return new TenantObject.GroupState(binding.name(), members(binding));
    }

    /** The accounts that should be in the group, or have the value, as which a role is written. Costs the role's assignments. */
    public Set<String> members(Binding binding) {
        List<Mapping> mappings = model.table(Kind.MAPPING).by(Mapping.BY_TENANT, tenant.id()).stream()
                .filter(mapping -> mapping.role().equals(binding.role()))
                .toList();
        Set<String> members = new TreeSet<>();
        for (Wanted wanted : wanted(model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, binding.role()), mappings)) {
            if (wanted.binding().equals(Optional.of(binding))) {
                accountsOf(wanted, this::accountsIn).forEach(account -> members.add(account.toString()));
            }
        }
        return members;
    }

    /** Adds what is wanted to what is there: first the groups of all bindings, be they empty. */
    private void add(Set<Wanted> grants, Members members, Map<ObjectKey, TenantObject> into) {
        Map<Binding, Set<String>> bound = new LinkedHashMap<>();
        Binding.in(tenant.id(), model).stream()
                .filter(binding -> binding.isWrittenIn(tenant) && binding.manner() == Binding.Manner.GROUP)
                .forEach(binding -> bound.put(binding, new TreeSet<>()));
        for (Wanted wanted : grants) {
            if (wanted.binding().isPresent()) {
                if (wanted.binding().get().manner() != Binding.Manner.GROUP) {
                    // its values are said with the accounts
                    continue;
                }
                Set<String> in = bound.computeIfAbsent(wanted.binding().get(), any -> new TreeSet<>());
                accountsOf(wanted, members).forEach(account -> in.add(account.toString()));
            } else {
                addGrant(wanted, members, into);
            }
        }
        bound.forEach((binding, in) ->
                into.put(ObjectKey.group(binding.id()), new TenantObject.GroupState(binding.name(), in)));
    }

    /** The open accounts of whom a role is wanted for. */
    private Collection<ObjectKey> accountsOf(Wanted wanted, Members members) {
        return wanted.subject() instanceof Subject.OfGroup many
                ? members.of(many.group())
                : accounts.openOf(((Subject.OfPerson) wanted.subject()).person())
                        .map(account -> List.of(ObjectKey.account(account.id())))
                        .orElse(List.of());
    }

    /** What of these, of whatever tenant they are, is wanted in this one now. */
    private Set<Wanted> wanted(List<Assignment> assignments, List<Mapping> mappings) {
        Set<Wanted> found = new LinkedHashSet<>();
        boolean isBoundOnly = !tenant.can(Capability.ASSIGNMENTS);
        for (Assignment assignment : assignments) {
            assignment
                    .effective(model)
                    .filter(window -> assignment.tenant().equals(tenant.id()) && window.contains(at))
                    .ifPresent(window -> found.add(new Wanted(
                            ObjectKey.assignment(assignment.id()),
                            assignment.subject(),
                            assignment.role(),
                            assignment.area(),
                            window,
                            binding(assignment.role(), assignment.area()))));
        }
        for (Mapping mapping : mappings) {
            if (mapping.carriage() == Mapping.Carriage.CARRIED
                    && mapping.tenant().equals(tenant.id())) {
                found.add(new Wanted(
                        ObjectKey.assignment(mapping.id()),
                        new Subject.OfGroup(mapping.directoryGroup()),
                        mapping.role(),
                        mapping.area(),
                        Window.ALWAYS,
                        binding(mapping.role(), mapping.area())));
            }
        }
        boolean needsArea = model.appOf(tenant).needsArea();
        found.removeIf(wanted -> (needsArea && wanted.area().isEmpty())
                || (isBoundOnly && wanted.binding().isEmpty()));
        return found;
    }

    private Optional<Binding> binding(Id<Role> role, Optional<Id<Area>> area) {
        return Binding.of(role, tenant.id(), area, model).filter(binding -> binding.isWrittenIn(tenant));
    }

    /** Accounts that are in a group. */
    private interface Members {
        Set<ObjectKey> of(Id<Group> group);
    }

    private void addGrant(Wanted wanted, Members members, Map<ObjectKey, TenantObject> into) {
        if (!reachesSomebody(wanted)) {
            return;
        }
        addAssignments(wanted, members, into);
        if (wanted.subject() instanceof Subject.OfGroup many && tenant.can(Capability.GROUPS)) {
            ObjectKey group = ObjectKey.group(many.group());
            if (!into.containsKey(group)) {
                into.put(group, group(many.group(), members));
            }
        }
        if (tenant.can(Capability.ROLES)) {
            into.putIfAbsent(ObjectKey.role(wanted.role()), role(wanted.role()));
        }
    }

    /** A group that is to be there for its own sake. */
    private void addProvisioned(Id<Group> group, Members members, Map<ObjectKey, TenantObject> into) {
        if (tenant.can(Capability.GROUPS)) {
            into.computeIfAbsent(ObjectKey.group(group), any -> group(group, members));
        }
    }

    /** A group counts even while nobody is in it: it comes to the tenant with its role. */
    private boolean reachesSomebody(Wanted wanted) {
        return !(wanted.subject() instanceof Subject.OfPerson one)
                || accounts.openOf(one.person()).isPresent();
    }

    private void addAssignments(Wanted wanted, Members members, Map<ObjectKey, TenantObject> into) {
        if (wanted.subject() instanceof Subject.OfGroup many) {
            if (tenant.can(Capability.GROUPS)) {
                into.put(wanted.key(), assignment(wanted, ObjectKey.group(many.group())));
            } else {
                for (ObjectKey account : members.of(many.group())) {
                    into.put(ObjectKey.share(wanted.key(), account), assignment(wanted, account));
                }
            }
        } else if (wanted.subject() instanceof Subject.OfPerson one) {
            accounts.openOf(one.person())
                    .ifPresent(account -> into.put(wanted.key(), assignment(wanted, ObjectKey.account(account.id()))));
        }
    }

    /** What each account in the group has of an assignment to it, in a tenant that knows no groups. */
    SortedMap<ObjectKey, TenantObject> sharesOf(Assignment assignment) {
        SortedMap<ObjectKey, TenantObject> shares = new TreeMap<>();
        wanted(List.of(assignment), List.of()).stream()
                .filter(wanted -> wanted.binding().isEmpty())
                .forEach(wanted -> addAssignments(wanted, this::accountsIn, shares));
        return shares;
    }

    private TenantObject assignment(Wanted wanted, ObjectKey subject) {
        return new AssignmentState(
                subject.toString(),
                ObjectKey.role(wanted.role()).toString(),
                wanted.area().map(area -> model.table(Kind.AREA).get(area).key().text()),
                wanted.window().isOpenEnded()
                        ? Optional.empty()
                        : Optional.of(wanted.window().until()));
    }

    private TenantObject group(Id<Group> group, Members members) {
        Set<String> keys = members.of(group).stream().map(ObjectKey::toString).collect(Collectors.toSet());
        return new TenantObject.GroupState(model.groups().get(group).name(), keys);
    }

    private Set<ObjectKey> accountsIn(Id<Group> group) {
        Set<ObjectKey> found = new TreeSet<>();
        for (Id<Person> person : index.membersOf(group, at).all()) {
            accounts.openOf(person).ifPresent(account -> found.add(ObjectKey.account(account.id())));
        }
        return found;
    }

    private TenantObject role(Id<Role> role) {
        Set<String> permissions = index.permissionsOf(role, tenant.id()).stream()
                .map(Permission::toString)
                .collect(Collectors.toSet());
        return new TenantObject.RoleState(model.roles().get(role).name(), permissions);
    }
}
