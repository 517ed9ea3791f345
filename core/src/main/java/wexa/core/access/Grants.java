package wexa.core.access;

import java.util.ArrayList;
import java.util.List;
import wexa.core.model.Assignment;
import wexa.core.model.Mapping;
import wexa.core.model.Subject;
import wexa.core.value.Window;

/**
 * Grants in columns of numbers; those that came since follow in a list. A base grant keeps the fact that it was compiled
 * from, and is made whole only when somebody asks for it.
 */
final class Grants {
    private final Columns base;
    private final List<Compiled> later;

    private Grants(Columns base, List<Compiled> later) {
        this.base = base;
        this.later = later;
    }

    /** A grant with its numbers: role, area node (-1 if inert), subject (person, or complement of group). */
    record Compiled(Grant grant, int role, int node, int subject) {}

    /** Columns that are filled while an index is compiled: assignments first, then mappings. */
    static final class Columns {
        private final int[] roles;
        private final int[] nodes;
        private final int[] subjects;
        private final long[] froms;
        private final long[] untils;
        private final Assignment[] assignments;
        private final List<Mapping> mappings = new ArrayList<>();
        private int count;

        Columns(int capacity) {
            roles = new int[capacity];
            nodes = new int[capacity];
            subjects = new int[capacity];
            froms = new long[capacity];
            untils = new long[capacity];
            assignments = new Assignment[capacity];
        }

        void add(int role, int node, int subject, long from, long until, Assignment assignment) {
            if (!mappings.isEmpty()) {
                throw new IllegalStateException("an assignment comes after a mapping");
            }
            assignments[count] = assignment;
            add(role, node, subject, from, until);
        }

        void add(int role, int node, int subject, long from, long until, Mapping mapping) {
            mappings.add(mapping);
            add(role, node, subject, from, until);
        }

        private void add(int role, int node, int subject, long from, long until) {
            roles[count] = role;
            nodes[count] = node;
            subjects[count] = subject;
            froms[count] = from;
            untils[count++] = until;
        }

        private Grant grant(int number) {
            int firstMapping = count - mappings.size();
            return number < firstMapping
                    ? of(assignments[number], Seconds.window(froms[number], untils[number]))
                    : of(mappings.get(number - firstMapping));
        }

        int count() {
            return count;
        }

        int[] nodes() {
            return nodes;
        }

        int[] subjects() {
            return subjects;
        }

        Grants finished() {
            return new Grants(this, List.of());
        }
    }

    int count() {
        return base.count + later.size();
    }

    int role(int number) {
        return number < base.count
                ? base.roles[number]
                : later.get(number - base.count).role();
    }

    /** The area node at which it holds, or -1 if it is inert (rule 5). */
    int node(int number) {
        return number < base.count
                ? base.nodes[number]
                : later.get(number - base.count).node();
    }

    /** The person's number, or the bitwise complement of the group's. */
    int subject(int number) {
        return number < base.count
                ? base.subjects[number]
                : later.get(number - base.count).subject();
    }

    boolean holds(int number, long second) {
        if (number < base.count) {
            return base.froms[number] <= second && second < base.untils[number];
        }
        Grant grant = later.get(number - base.count).grant();
        return grant.window().from().getEpochSecond() <= second
                && second < grant.window().until().getEpochSecond();
    }

    Grant grant(int number) {
        if (number >= base.count) {
            return later.get(number - base.count).grant();
        }
        return base.grant(number);
    }

    private static Grant of(Assignment assignment, Window window) {
        return new Grant(
                assignment.id(),
                Grant.By.ASSIGNMENT,
                assignment.subject(),
                assignment.role(),
                assignment.tenant(),
                assignment.area(),
                window);
    }

    static Grant of(Mapping mapping) {
        Grant.By by =
                mapping.carriage() == Mapping.Carriage.CARRIED ? Grant.By.CARRIED_MAPPING : Grant.By.SIGN_IN_MAPPING;
        return new Grant(
                mapping.id(),
                by,
                new Subject.OfGroup(mapping.directoryGroup()),
                mapping.role(),
                mapping.tenant(),
                mapping.area(),
                Window.ALWAYS);
    }

    Grants and(List<Compiled> more) {
        if (more.isEmpty()) {
            return this;
        }
        List<Compiled> next = new ArrayList<>(later);
        next.addAll(more);
        return new Grants(base, next);
    }
}
