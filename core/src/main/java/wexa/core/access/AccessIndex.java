package wexa.core.access;

import java.time.Instant;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.model.Area;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * A model compiled for the question "who may do what": numbers instead of ids, columns instead of objects, bit sets
 * instead of sets of permissions. Computed from desired state alone (rule 3). Immutable; {@link #updated} gives the
 * index of the next model by replacing the rows of those whom effects touch.
 */
public final class AccessIndex {
    private final Model model;
    private final RoleTable roles;
    private final AreaTree areas;
    private final Ordinals<Person> people;
    private final Ordinals<Group> groups;
    private final Edges edges;
    private final Adjacency personUp;
    private final Adjacency groupUp;
    private final Adjacency groupDown;
    private final Members members;
    private final Grants grants;
    private final Adjacency personGrants;
    private final Adjacency groupGrants;
    private final Adjacency nodeGrants;

    /** The parts of an index; a step towards another one changes some and shares the rest. */
    record Parts(
            Model model,
            RoleTable roles,
            AreaTree areas,
            Ordinals<Person> people,
            Ordinals<Group> groups,
            Edges edges,
            Adjacency personUp,
            Adjacency groupUp,
            Adjacency groupDown,
            Members members,
            Grants grants,
            Adjacency personGrants,
            Adjacency groupGrants,
            Adjacency nodeGrants) {}

    AccessIndex(Parts parts) {
        this.model = parts.model();
        this.roles = parts.roles();
        this.areas = parts.areas();
        this.people = parts.people();
        this.groups = parts.groups();
        this.edges = parts.edges();
        this.personUp = parts.personUp();
        this.groupUp = parts.groupUp();
        this.groupDown = parts.groupDown();
        this.members = parts.members();
        this.grants = parts.grants();
        this.personGrants = parts.personGrants();
        this.groupGrants = parts.groupGrants();
        this.nodeGrants = parts.nodeGrants();
    }

    Parts parts() {
        return new Parts(
                model,
                roles,
                areas,
                people,
                groups,
                edges,
                personUp,
                groupUp,
                groupDown,
                members,
                grants,
                personGrants,
                groupGrants,
                nodeGrants);
    }

    /** Compiles the whole model: linear in its facts. */
    public static AccessIndex compile(Model model) {
        return new IndexCompiler(model.folded()).compile();
    }

    /** The index of {@code next}, which is this index's model with {@code effects}: costs what they touch. */
    public AccessIndex updated(Model next, List<Effect> effects) {
        return IndexUpdate.of(this, next, effects);
    }

    /** How many rows differ from those compiled: the owner compiles anew when this has grown. */
    public int replacedRows() {
        return personUp.replacedRows() + personGrants.replacedRows() + groupGrants.replacedRows();
    }

    public Model model() {
        return model;
    }

    /** What a person should be able to do at an instant: links whose windows contain it, through nested groups. */
    public Access of(Id<Person> person, Instant at) {
        long second = at.getEpochSecond();
        NodeBits held = new NodeBits();
        int number = people.find(person);
        if (number >= 0) {
            collect(personGrants, number, second, held);
            for (int group : groupsOf(number, second)) {
                collect(groupGrants, group, second, held);
            }
        }
        return held.access(this);
    }

    private void collect(Adjacency bySubject, int subject, long second, NodeBits held) {
        int[] row = bySubject.array(subject);
        for (int place = bySubject.from(subject); place < bySubject.until(subject); place++) {
            int node = grants.node(row[place]);
            if (node >= 0 && grants.holds(row[place], second)) {
                held.add(node, given(row[place]), areas.words(node));
            }
        }
    }

    /** What a grant that is not inert gives at its node: permissions of other apps than the node's count for nothing. */
    long[] given(int grant) {
        return roles.bits(grants.role(grant), areas.tenant(grants.node(grant)));
    }

    /** Every way by which the person comes to anything at the instant, nearest groups first. */
    public List<Path> paths(Id<Person> person, Instant at) {
        return new PathFinder(this, at.getEpochSecond()).of(person);
    }

    /** Grants of the person at the instant that do nothing for want of an area (rule 5). */
    public List<Grant> inert(Id<Person> person, Instant at) {
        return new PathFinder(this, at.getEpochSecond()).inert(person);
    }

    /** Who should be able to do one thing at one area at the instant. */
    public PersonSet who(Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission, Instant at) {
        long second = at.getEpochSecond();
        BitSet found = new BitSet(people.count());
        BitSet seenGroups = new BitSet(groups.count());
        int number = roles.permissionNumber(permission);
        for (int node = areas.nodeOf(tenant, area); node >= 0 && number >= 0; node = areas.parent(node)) {
            int[] row = nodeGrants.array(node);
            for (int place = nodeGrants.from(node); place < nodeGrants.until(node); place++) {
                int grant = row[place];
                if (roles.gives(grants.role(grant), tenant, number) && grants.holds(grant, second)) {
                    addSubject(grants.subject(grant), second, found, seenGroups);
                }
            }
        }
        return new PersonSet(people, found);
    }

    /**
     * Everybody who holds any of some permissions, or has any of some roles with effect, anywhere at the instant. Costs all grants
     * once.
     *
     * @param among roles that count by themselves; those that include them are not looked for
     */
    public PersonSet whoHasAny(PermissionMask wanted, Set<Id<Role>> among, Instant at) {
        long second = at.getEpochSecond();
        BitSet found = new BitSet(people.count());
        BitSet seenGroups = new BitSet(groups.count());
        new GrantsOfAny(this, wanted, among, second)
                .each((subject, node) -> addSubject(subject, second, found, seenGroups));
        return new PersonSet(people, found);
    }

    /** Where everybody holds any of some permissions, or has any of some roles with effect, at the instant. */
    public PlacesHeld placesOfAny(PermissionMask wanted, Set<Id<Role>> among, Instant at) {
        return PlacesHeld.of(this, wanted, among, at.getEpochSecond());
    }

    void addSubject(int subject, long second, BitSet found, BitSet seenGroups) {
        if (subject >= 0) {
            found.set(subject);
        } else {
            addMembers(~subject, second, found, seenGroups);
        }
    }

    /** Some people as a set; those whom the index does not know are left out. */
    public PersonSet setOf(Iterable<Id<Person>> some) {
        BitSet found = new BitSet(people.count());
        for (Id<Person> person : some) {
            int number = people.find(person);
            if (number >= 0) {
                found.set(number);
            }
        }
        return new PersonSet(people, found);
    }

    /** The people among some subjects, and those in the groups among them at the instant. */
    public PersonSet peopleOf(Collection<Subject> subjects, Instant at) {
        BitSet found = new BitSet(people.count());
        BitSet seenGroups = new BitSet(groups.count());
        for (Subject subject : subjects) {
            switch (subject) {
                case Subject.OfPerson one -> {
                    int number = people.find(one.person());
                    if (number >= 0) {
                        found.set(number);
                    }
                }
                case Subject.OfGroup many -> {
                    int number = groups.find(many.group());
                    if (number >= 0) {
                        addMembers(number, at.getEpochSecond(), found, seenGroups);
                    }
                }
            }
        }
        return new PersonSet(people, found);
    }

    /** People in a group at the instant, through nested groups as well. */
    public PersonSet membersOf(Id<Group> group, Instant at) {
        BitSet found = new BitSet(people.count());
        int number = groups.find(group);
        if (number >= 0) {
            addMembers(number, at.getEpochSecond(), found, new BitSet(groups.count()));
        }
        return new PersonSet(people, found);
    }

    /**
     * People in a group at the instant or at any later one, through nested groups as well. Links that never hold together count
     * as if they did: nobody is left out.
     */
    public PersonSet membersFrom(Id<Group> group, Instant at) {
        BitSet found = new BitSet(people.count());
        int number = groups.find(group);
        if (number >= 0) {
            long second = at.getEpochSecond();
            MemberWalk.add(this, number, edge -> edges.holdsFrom(edge, second), found, new BitSet(groups.count()));
        }
        return new PersonSet(people, found);
    }

    private void addMembers(int start, long second, BitSet found, BitSet seenGroups) {
        MemberWalk.add(this, start, edge -> edges.holds(edge, second), found, seenGroups);
    }

    /** Permissions held by all people at the instant, counted once per person and tenant. */
    public long countHeld(Instant at) {
        return HoldingCount.all(this, at.getEpochSecond());
    }

    /** Groups that the person is in at the instant, directly or through others. */
    public List<Id<Group>> groupsOf(Id<Person> person, Instant at) {
        int number = people.find(person);
        return number < 0
                ? List.of()
                : Arrays.stream(groupsOf(number, at.getEpochSecond()))
                        .mapToObj(groups::id)
                        .toList();
    }

    int[] groupsOf(int person, long second) {
        return new GroupClimb(this, second).fromRow(personUp, person);
    }

    int[] groupsAbove(int group, long second) {
        return new GroupClimb(this, second).above(group);
    }

    boolean isIn(long[] bits, Permission permission, Id<Tenant> tenant) {
        int number = roles.permissionNumber(permission);
        int[] words = areas.words(areas.nodeOf(tenant, Optional.empty()));
        return number >= 0
                && number >> 6 >= words[0]
                && number >> 6 < words[1]
                && (bits[number >> 6] & 1L << number) != 0;
    }

    /** Those of a tenant's app, in their own order: a view on the bits, which must not change any more. */
    Set<Permission> permissionsIn(long[] bits, Id<Tenant> tenant) {
        int[] words = areas.words(areas.nodeOf(tenant, Optional.empty()));
        return new PermissionView(roles, bits, words[0], words[1]);
    }

    /** Permissions that a role gives in a tenant, where it may have a variant. */
    public Set<Permission> permissionsOf(Id<Role> role, Id<Tenant> tenant) {
        return permissionsIn(roles.bits(roles.number(role), tenant), tenant);
    }

    /** Permissions of a role by rule 2, of all apps; where it has a variant, it gives others. */
    public Set<Permission> permissionsOf(Id<Role> role) {
        long[] bits = roles.bits(roles.number(role));
        Set<Permission> found = new TreeSet<>();
        for (int word = 0; word < bits.length; word++) {
            for (long rest = bits[word]; rest != 0; rest &= rest - 1) {
                found.add(roles.permission((word << 6) + Long.numberOfTrailingZeros(rest)));
            }
        }
        return found;
    }

    /** Permissions as this index numbers them, to look for many times. */
    public PermissionMask mask(Set<Permission> permissions) {
        return new PermissionMask(roles, permissions);
    }

    /** Whether one area is the other or above it; an empty one stands for the whole tenant. */
    public boolean isAtOrAbove(Id<Tenant> tenant, Optional<Id<Area>> above, Optional<Id<Area>> area) {
        int upper = areas.nodeOf(tenant, above);
        return upper >= 0 && areas.isAtOrAbove(upper, areas.nodeOf(tenant, area));
    }

    RoleTable roles() {
        return roles;
    }

    AreaTree areas() {
        return areas;
    }

    Ordinals<Person> people() {
        return people;
    }

    Ordinals<Group> groups() {
        return groups;
    }

    Edges edges() {
        return edges;
    }

    Grants grants() {
        return grants;
    }

    Adjacency personUp() {
        return personUp;
    }

    Adjacency groupDown() {
        return groupDown;
    }

    Members members() {
        return members;
    }

    Adjacency groupUp() {
        return groupUp;
    }

    Adjacency personGrants() {
        return personGrants;
    }

    Adjacency nodeGrants() {
        return nodeGrants;
    }

    Adjacency groupGrants() {
        return groupGrants;
    }

    int personCount() {
        return people.count();
    }

    int groupCount() {
        return groups.count();
    }
}
