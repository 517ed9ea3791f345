package wexa.core.access;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Table;
import wexa.core.value.Window;

/** Compiles a folded model: one pass over each kind of fact, into columns, then rows of them per node. */
final class IndexCompiler {
    private final Model model;
    private final Table<Engagement> engagements;
    private final RoleTable roles;
    private final AreaTree areas;
    private final Ordinals<Person> people;
    private final Ordinals<Group> groups;

    IndexCompiler(Model folded) {
        this.model = folded;
        this.engagements = folded.table(Kind.ENGAGEMENT);
        this.roles = RoleTable.of(folded);
        this.areas = new AreaTree(folded, roles);
        this.people = Ordinals.of(folded.people());
        this.groups = Ordinals.of(folded.groups());
    }

    private record Memberships(Edges edges, Members members, Adjacency personUp, Adjacency groupUp, Adjacency down) {}

    private record Given(Grants grants, Adjacency byPerson, Adjacency byGroup, Adjacency byNode) {}

    /** Memberships and grants have nothing to do with each other and are compiled side by side. */
    AccessIndex compile() {
        CompletableFuture<Memberships> compiling = CompletableFuture.supplyAsync(this::memberships);
        Given given = given();
        Memberships memberships = joined(compiling);
        return new AccessIndex(new AccessIndex.Parts(
                model,
                roles,
                areas,
                people,
                groups,
                memberships.edges(),
                memberships.personUp(),
                memberships.groupUp(),
                memberships.down(),
                memberships.members(),
                given.grants(),
                given.byPerson(),
                given.byGroup(),
                given.byNode()));
    }

    private static <T> T joined(CompletableFuture<T> compiling) {
        try {
            return compiling.join();
        } catch (CompletionException failed) {
            throw failed.getCause() instanceof RuntimeException cause ? cause : failed;
        }
    }

    private Memberships memberships() {
        Edges.Columns edges = new Edges.Columns(model.table(Kind.MEMBERSHIP).size() + engagements.size());
        int[] members = new int[model.table(Kind.MEMBERSHIP).size()];
        int placed = 0;
        for (Membership membership : model.table(Kind.MEMBERSHIP).baseFacts()) {
            int group = groups.find(membership.group());
            edges.add(group, originIn(group), membership.id(), membership.window());
            members[placed++] = numberOf(membership.member());
        }
        members = addRuled(edges, members);
        int count = edges.count();
        return new Memberships(
                edges.finished(),
                new Members(members, count),
                Adjacency.byNode(people.count(), peopleIn(members, count), count),
                Adjacency.byNode(groups.count(), groupsIn(members, count), count),
                Adjacency.byNode(groups.count(), edges.groups(), count));
    }

    private Given given() {
        Grants.Columns grants = grants();
        int count = grants.count();
        return new Given(
                grants.finished(),
                Adjacency.byNode(people.count(), peopleIn(grants.subjects(), count), count),
                Adjacency.byNode(groups.count(), groupsIn(grants.subjects(), count), count),
                Adjacency.byNode(areas.count(), grants.nodes(), count));
    }

    private Origin originIn(int group) {
        if (group < 0) {
            throw new IllegalArgumentException("a membership names a group that does not exist");
        }
        return Origin.of(model.groups().baseFacts().get(group).kind());
    }

    private int[] addRuled(Edges.Columns edges, int[] members) {
        List<Group> ruled = model.groups().baseFacts().stream()
                .filter(group -> group.kind() == GroupKind.RULED)
                .toList();
        int[] grown = members;
        for (Group group : ruled) {
            int number = groups.find(group.id());
            for (Engagement engagement : engagements.baseFacts()) {
                if (group.condition().orElseThrow().matches(engagement, model)) {
                    grown = edges.count() == grown.length
                            ? Arrays.copyOf(grown, Math.max(16, grown.length * 2))
                            : grown;
                    grown[edges.count()] = people.find(engagement.person());
                    edges.add(number, Origin.RULED, engagement.id(), engagement.window());
                }
            }
        }
        return grown;
    }

    private Grants.Columns grants() {
        List<Assignment> assignments = model.table(Kind.ASSIGNMENT).baseFacts();
        List<Mapping> mappings = model.table(Kind.MAPPING).baseFacts();
        Grants.Columns grants = new Grants.Columns(assignments.size() + mappings.size());
        for (Assignment assignment : assignments) {
            Optional<Window> window = assignment.effective(model);
            if (window.isPresent()) {
                grants.add(
                        roles.number(assignment.role()),
                        areas.nodeFor(assignment.tenant(), assignment.area()),
                        numberOf(assignment.subject()),
                        window.get().from().getEpochSecond(),
                        window.get().until().getEpochSecond(),
                        assignment);
            }
        }
        for (Mapping mapping : mappings) {
            grants.add(
                    roles.number(mapping.role()),
                    areas.nodeFor(mapping.tenant(), mapping.area()),
                    ~groups.find(mapping.directoryGroup()),
                    Window.ALWAYS.from().getEpochSecond(),
                    Window.ALWAYS.until().getEpochSecond(),
                    mapping);
        }
        return grants;
    }

    private int numberOf(Subject subject) {
        int number = subject instanceof Subject.OfPerson one
                ? people.find(one.person())
                : groups.find(((Subject.OfGroup) subject).group());
        if (number < 0) {
            throw new IllegalArgumentException("a fact names " + subject + ", which does not exist");
        }
        return subject instanceof Subject.OfPerson ? number : ~number;
    }

    /** Numbers of people as they are, groups as -1. */
    private static int[] peopleIn(int[] members, int count) {
        int[] found = new int[count];
        for (int edge = 0; edge < count; edge++) {
            found[edge] = Math.max(members[edge], -1);
        }
        return found;
    }

    /** Numbers of groups, people as -1. */
    private static int[] groupsIn(int[] members, int count) {
        int[] found = new int[count];
        for (int edge = 0; edge < count; edge++) {
            found[edge] = members[edge] < 0 ? ~members[edge] : -1;
        }
        return found;
    }
}
