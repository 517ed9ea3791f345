package wexa.core.covering;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import wexa.core.access.AccessIndex;
import wexa.core.access.Grant;
import wexa.core.access.Path;
import wexa.core.conflict.Conflicts;
import wexa.core.conflict.NewConflict;
import wexa.core.model.Absence;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * What one person would have to be given to do what an absent colleague can do when the absence begins: each role that the
 * colleague has, by themselves, by a group or by a mapping, where they have it. What the other has already is not given again, and what brings
 * together what a conflict rule keeps apart is left out; each line is judged on top of those before it that are given. Costs one
 * preview of a single assignment for each role that is missing.
 */
public final class CoverPlan {
    /** What becomes of a role of the person who is away. */
    public enum Verdict {
        GIVEN,
        HELD,
        CONFLICTS,
        /** It is in preparation, or closed to new grants. */
        NOT_GIVEN
    }

    /**
     * One role of the person who is away.
     *
     * @param byGroup by which group, if not directly
     * @param rule which conflict rule is in the way
     */
    public record Line(
            Id<Role> role,
            Id<Tenant> tenant,
            Optional<Id<Area>> area,
            Optional<Subject.OfGroup> byGroup,
            Verdict verdict,
            Optional<Id<ConflictRule>> rule) {}

    private record Held(Id<Role> role, Id<Tenant> tenant, Optional<Id<Area>> area) {}

    private final Id<Person> by;
    private final Instant at;
    private final Instant until;
    private Model model;
    private AccessIndex index;

    private CoverPlan(Snapshot snapshot, Id<Person> by, Instant at, Instant until) {
        this.by = by;
        this.at = at;
        this.until = until;
        List<Effect> strict = Conflicts.countingBlocked(snapshot.model());
        this.model = snapshot.model().with(strict);
        this.index = snapshot.index().updated(model, strict);
    }

    /** What {@code by} would be given for an absence that is in the snapshot. */
    public static List<Line> of(Snapshot snapshot, Absence absence, Id<Person> by, Instant now) {
        Instant at = absence.window().from().isAfter(now) ? absence.window().from() : now;
        CoverPlan plan = new CoverPlan(snapshot, by, at, absence.window().until());
        List<Line> lines = new ArrayList<>();
        for (Grant grant : grants(snapshot.index(), absence.person(), at)) {
            lines.add(plan.judged(grant));
        }
        return lines;
    }

    /** Each once, those that are held directly before those by a group; what was itself given as cover is not passed on. */
    private static List<Grant> grants(AccessIndex index, Id<Person> person, Instant at) {
        List<Grant> grants = index.paths(person, at).stream()
                .map(Path::grant)
                .filter(grant -> !isCover(grant, index.model()))
                .distinct()
                .sorted(Comparator.comparing(grant -> grant.subject() instanceof Subject.OfGroup))
                .toList();
        List<Grant> once = new ArrayList<>();
        Set<Held> seen = new HashSet<>();
        for (Grant grant : grants) {
            if (seen.add(new Held(grant.role(), grant.tenant(), grant.area()))) {
                once.add(grant);
            }
        }
        return once;
    }

    private static boolean isCover(Grant grant, Model model) {
        return grant.by() == Grant.By.ASSIGNMENT
                && model.find(Kind.ASSIGNMENT, grant.source())
                        .filter(fact -> ((Assignment) fact).absence().isPresent())
                        .isPresent();
    }

    private Line judged(Grant grant) {
        if (holds(grant)) {
            return line(grant, Verdict.HELD, Optional.empty());
        }
        if (model.roles().get(grant.role()).stage() != Role.Stage.OPEN) {
            return line(grant, Verdict.NOT_GIVEN, Optional.empty());
        }
        Assignment given = new Assignment(
                Id.of(UUID.nameUUIDFromBytes((by + " " + grant).getBytes(StandardCharsets.UTF_8))),
                new Subject.OfPerson(by),
                grant.role(),
                grant.tenant(),
                grant.area(),
                Window.ALWAYS,
                Optional.empty(),
                "");
        List<Effect> effects = List.of(Effect.make(given));
        Model next = model.with(effects);
        AccessIndex after = index.updated(next, effects);
        Optional<Id<ConflictRule>> rule = NewConflict.between(index, next, after, Set.of(by), at, List.of()).stream()
                .map(brought -> brought.meeting().rule())
                .findFirst();
        if (rule.isPresent()) {
            return line(grant, Verdict.CONFLICTS, rule);
        }
        model = next;
        index = after;
        return line(grant, Verdict.GIVEN, Optional.empty());
    }

    /** Whether the other has the role there, or at an area above, until the end of the absence where that is known. */
    private boolean holds(Grant grant) {
        return index.paths(by, at).stream()
                .filter(path ->
                        until.equals(Instant.MAX) || !path.window().until().isBefore(until))
                .map(Path::grant)
                .anyMatch(own -> own.role().equals(grant.role())
                        && own.tenant().equals(grant.tenant())
                        && index.isAtOrAbove(grant.tenant(), own.area(), grant.area()));
    }

    private static Line line(Grant grant, Verdict verdict, Optional<Id<ConflictRule>> rule) {
        return new Line(
                grant.role(),
                grant.tenant(),
                grant.area(),
                grant.subject() instanceof Subject.OfGroup many ? Optional.of(many) : Optional.empty(),
                verdict,
                rule);
    }
}
