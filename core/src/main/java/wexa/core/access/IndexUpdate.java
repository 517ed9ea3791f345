package wexa.core.access;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.registry.Rooms;
import wexa.core.room.Marks;
import wexa.core.value.Id;

/**
 * The next index from the last one: the rows of each touched person and group are made anew from the next model, and
 * the rows that pointed at them are mended. Changes to what everything is numbered by (apps, tenants, areas) compile the
 * whole model.
 */
final class IndexUpdate {
    /** Where more rows are touched, compiling all of them costs less. */
    private static final int MOST_ROWS = 20_000;

    private final AccessIndex last;
    private final Model next;
    private final RoleTable roles;
    private final Ordinals<Person> people;
    private final Ordinals<Group> groups;
    private final List<Edge> newEdges = new ArrayList<>();
    private final List<Integer> newMembers = new ArrayList<>();
    private final List<Grants.Compiled> newGrants = new ArrayList<>();
    private final Map<Integer, int[]> personUp = new HashMap<>();
    private final Map<Integer, int[]> groupUp = new HashMap<>();
    private final RowEdits groupDown = new RowEdits();
    private final Map<Integer, int[]> personGrants = new HashMap<>();
    private final Map<Integer, int[]> groupGrants = new HashMap<>();
    private final RowEdits nodeGrants = new RowEdits();

    private IndexUpdate(AccessIndex last, Model next, List<Effect> effects, boolean isAnyRoleAnother) {
        this.last = last;
        this.next = next;
        this.roles = isAnyRoleAnother ? last.roles().renewed(next, effects) : last.roles();
        this.people = last.people().including(idsOf(effects, Kind.PERSON));
        this.groups = last.groups().including(idsOf(effects, Kind.GROUP));
    }

    static AccessIndex of(AccessIndex last, Model next, List<Effect> effects) {
        ChangedObjects touched = new ChangedObjects();
        for (Effect effect : effects) {
            effect.before().ifPresent(fact -> Rooms.marks(fact, last.model(), touched));
            effect.after().ifPresent(fact -> Rooms.marks(fact, next, touched));
        }
        return touched.isEverything || touched.subjects.size() > MOST_ROWS
                ? AccessIndex.compile(next)
                : new IndexUpdate(last, next, effects, touched.isAnyRoleAnother).apply(touched.subjects);
    }

    /** Reads marks as rows of the index. */
    private static final class ChangedObjects implements Marks {
        private final Set<Subject> subjects = new LinkedHashSet<>();
        private boolean isAnyRoleAnother;
        private boolean isEverything;

        @Override
        public void person(Id<Person> person) {
            subjects.add(new Subject.OfPerson(person));
        }

        @Override
        public void members(Id<Group> group) {
            subjects.add(new Subject.OfGroup(group));
        }

        @Override
        public void holders(Id<Role> role) {
            isAnyRoleAnother = true;
        }

        @Override
        public void tenant(Id<Tenant> tenant) {
            isEverything = true;
        }

        @Override
        public void unit(Id<Unit> unit) {
            // rules name units by their id, which stays
        }

        @Override
        public void history(Id<? extends Fact> fact) {
            // the index holds what is, not what was told
        }

        @Override
        public void everything() {
            isEverything = true;
        }
    }

    @SuppressWarnings("unchecked") // effects of a kind carry ids of that kind
    private static <T extends Fact> List<Id<T>> idsOf(List<Effect> effects, Kind<T> kind) {
        return effects.stream()
                .filter(effect -> effect.kind() == kind && effect.after().isPresent())
                .map(effect -> (Id<T>) effect.id())
                .toList();
    }

    private AccessIndex apply(Set<Subject> touched) {
        for (Subject subject : touched) {
            if (subject instanceof Subject.OfPerson one) {
                int number = people.find(one.person());
                if (number >= 0) {
                    renewEdges(subject, number, last.personUp(), personUp);
                    renewGrants(subject, number, last.personGrants(), personGrants);
                }
            } else if (subject instanceof Subject.OfGroup many) {
                int number = groups.find(many.group());
                if (number >= 0) {
                    renewEdges(subject, number, last.groupUp(), groupUp);
                    renewGrants(subject, number, last.groupGrants(), groupGrants);
                }
            }
        }
        AccessIndex.Parts parts = last.parts();
        return new AccessIndex(new AccessIndex.Parts(
                next,
                roles,
                parts.areas(),
                people,
                groups,
                parts.edges().and(newEdges),
                parts.personUp().replacing(personUp),
                parts.groupUp().replacing(groupUp),
                parts.groupDown().replacing(groupDown.of(parts.groupDown())),
                parts.members()
                        .and(newMembers.stream().mapToInt(Integer::intValue).toArray()),
                parts.grants().and(newGrants),
                parts.personGrants().replacing(personGrants),
                parts.groupGrants().replacing(groupGrants),
                parts.nodeGrants().replacing(nodeGrants.of(parts.nodeGrants()))));
    }

    private void renewEdges(Subject subject, int number, Adjacency lastUp, Map<Integer, int[]> up) {
        int[] old = lastUp.row(number);
        for (int edge : old) {
            groupDown.take(last.edges().group(edge), edge);
        }
        List<Edge> edges = edgesOf(subject);
        int[] row = new int[edges.size()];
        for (int place = 0; place < row.length; place++) {
            Edge edge = edges.get(place);
            row[place] = last.edges().count() + newEdges.size();
            newEdges.add(edge);
            newMembers.add(subject instanceof Subject.OfPerson ? number : ~number);
            groupDown.add(edge.group(), row[place]);
        }
        up.put(number, row);
    }

    private List<Edge> edgesOf(Subject subject) {
        List<Edge> edges = new ArrayList<>();
        for (Membership membership : next.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject)) {
            Group group = next.groups().get(membership.group());
            edges.add(new Edge(groups.find(group.id()), Origin.of(group.kind()), membership.id(), membership.window()));
        }
        if (subject instanceof Subject.OfPerson one) {
            for (Engagement engagement : next.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, one.person())) {
                next.groups().by(Group.BY_RULED, true).stream()
                        .filter(group -> group.condition().orElseThrow().matches(engagement, next))
                        .forEach(group -> edges.add(
                                new Edge(groups.find(group.id()), Origin.RULED, engagement.id(), engagement.window())));
            }
        }
        return edges;
    }

    private void renewGrants(Subject subject, int number, Adjacency lastBySubject, Map<Integer, int[]> bySubject) {
        for (int grant : lastBySubject.row(number)) {
            int node = last.grants().node(grant);
            if (node >= 0) {
                nodeGrants.take(node, grant);
            }
        }
        List<Grant> grants = grantsOf(subject);
        int[] row = new int[grants.size()];
        for (int place = 0; place < row.length; place++) {
            Grant grant = grants.get(place);
            int node = last.areas().nodeFor(grant.tenant(), grant.area());
            row[place] = last.grants().count() + newGrants.size();
            newGrants.add(new Grants.Compiled(
                    grant, roles.number(grant.role()), node, subject instanceof Subject.OfPerson ? number : ~number));
            if (node >= 0) {
                nodeGrants.add(node, row[place]);
            }
        }
        bySubject.put(number, row);
    }

    private List<Grant> grantsOf(Subject subject) {
        List<Grant> grants = new ArrayList<>();
        for (Assignment assignment : next.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject)) {
            assignment
                    .effective(next)
                    .ifPresent(window -> grants.add(new Grant(
                            assignment.id(),
                            Grant.By.ASSIGNMENT,
                            subject,
                            assignment.role(),
                            assignment.tenant(),
                            assignment.area(),
                            window)));
        }
        if (subject instanceof Subject.OfGroup many) {
            next.table(Kind.MAPPING)
                    .by(Mapping.BY_GROUP, many.group())
                    .forEach(mapping -> grants.add(Grants.of(mapping)));
        }
        return grants;
    }
}
