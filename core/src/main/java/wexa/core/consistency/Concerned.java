package wexa.core.consistency;

import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Set;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Id;
import wexa.core.model.Mapping;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;

/**
 * Whom a changeset concerns: people, and every group that they are in before or after it. Both sides of a comparison look
 * at the same subjects: a group that somebody leaves has to be compared as well.
 */
public record Concerned(Set<Id<Person>> people, Set<Subject> subjects) {
    public Concerned {
        people = Collections.unmodifiableSet(new LinkedHashSet<>(people));
        subjects = Collections.unmodifiableSet(new LinkedHashSet<>(subjects));
    }

    public static Concerned by(
            Snapshot before, Snapshot after, Collection<Effect> effects, Collection<Id<Person>> people, Instant at) {
        Set<Subject> subjects = new LinkedHashSet<>();
        for (Id<Person> person : people) {
            subjects.add(new Subject.OfPerson(person));
            before.index().groupsOf(person, at).forEach(group -> subjects.add(new Subject.OfGroup(group)));
            after.index().groupsOf(person, at).forEach(group -> subjects.add(new Subject.OfGroup(group)));
        }
        for (Effect effect : effects) {
            effect.before().ifPresent(fact -> add(fact, subjects));
            effect.after().ifPresent(fact -> add(fact, subjects));
        }
        return new Concerned(new LinkedHashSet<>(people), subjects);
    }

    /** Whom a previewed draft concerns, with the snapshot as it would be after it. */
    public static Concerned by(Preview preview, Snapshot after) {
        Set<Id<Person>> people =
                Impact.affected(preview.snapshot(), preview.model(), preview.index(), preview.effects(), preview.now());
        return by(preview.snapshot(), after, preview.effects(), people, preview.now());
    }

    private static void add(Fact fact, Set<Subject> subjects) {
        if (fact instanceof Assignment assignment) {
            subjects.add(assignment.subject());
        } else if (fact instanceof Mapping mapping) {
            subjects.add(new Subject.OfGroup(mapping.directoryGroup()));
        } else if (fact instanceof Group group) {
            subjects.add(new Subject.OfGroup(group.id()));
        }
    }
}
