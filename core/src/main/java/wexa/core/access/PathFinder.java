package wexa.core.access;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Walks every way from a person up to what was given. A group reached by two ways stands in both. */
final class PathFinder {
    private final AccessIndex index;
    private final long second;

    PathFinder(AccessIndex index, long second) {
        this.index = index;
        this.second = second;
    }

    private record Standing(List<Path.Membership> memberships, int group) {}

    List<Path> of(Id<Person> person) {
        List<Path> paths = new ArrayList<>();
        int number = index.people().find(person);
        if (number < 0) {
            return paths;
        }
        addPaths(person, List.of(), index.personGrants(), number, paths);
        for (Standing standing : standings(number)) {
            addPaths(person, standing.memberships(), index.groupGrants(), standing.group(), paths);
        }
        return paths;
    }

    List<Grant> inert(Id<Person> person) {
        List<Grant> found = new ArrayList<>();
        int number = index.people().find(person);
        if (number >= 0) {
            addInert(index.personGrants(), number, found);
            for (int group : index.groupsOf(number, second)) {
                addInert(index.groupGrants(), group, found);
            }
        }
        return found;
    }

    private void addInert(Adjacency bySubject, int subject, List<Grant> found) {
        for (int grant : bySubject.row(subject)) {
            if (index.grants().node(grant) < 0 && index.grants().holds(grant, second)) {
                found.add(index.grants().grant(grant));
            }
        }
    }

    private List<Standing> standings(int person) {
        List<Standing> found = new ArrayList<>();
        Deque<Standing> open = new ArrayDeque<>();
        climb(List.of(), index.personUp(), person, open);
        while (!open.isEmpty()) {
            Standing standing = open.remove();
            found.add(standing);
            climb(standing.memberships(), index.groupUp(), standing.group(), open);
        }
        return found;
    }

    private void climb(List<Path.Membership> below, Adjacency up, int node, Deque<Standing> open) {
        int[] row = up.array(node);
        for (int place = up.from(node); place < up.until(node); place++) {
            if (!index.edges().holds(row[place], second)) {
                continue;
            }
            Edge edge = index.edges().edge(row[place]);
            Path.Membership link =
                    new Path.Membership(index.groups().id(edge.group()), edge.origin(), edge.source(), edge.window());
            if (below.stream().noneMatch(earlier -> earlier.group().equals(link.group()))) {
                List<Path.Membership> chain = new ArrayList<>(below.size() + 1);
                chain.addAll(below);
                chain.add(link);
                open.add(new Standing(chain, edge.group()));
            }
        }
    }

    private void addPaths(
            Id<Person> person, List<Path.Membership> memberships, Adjacency bySubject, int subject, List<Path> paths) {
        int[] row = bySubject.array(subject);
        for (int place = bySubject.from(subject); place < bySubject.until(subject); place++) {
            int number = row[place];
            int node = index.grants().node(number);
            if (node < 0 || !index.grants().holds(number, second)) {
                continue;
            }
            Grant grant = index.grants().grant(number);
            int[] words = index.areas().words(node);
            for (RoleRoute route : index.roles().routes(index.grants().role(number), grant.tenant())) {
                if (givesAnything(route.bits(), words)) {
                    paths.add(new Path(index, person, memberships, grant, route));
                }
            }
        }
    }

    private static boolean givesAnything(long[] bits, int[] words) {
        for (int word = words[0]; word < words[1]; word++) {
            if (bits[word] != 0) {
                return true;
            }
        }
        return false;
    }
}
