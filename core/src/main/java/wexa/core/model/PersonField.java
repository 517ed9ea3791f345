package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * A field of people that the organisation defines. People hold its values under its key, which is never another.
 *
 * @param choices what can be chosen, in the order in which it is offered; none for other types
 * @param requiredFor as what somebody cannot be engaged without a value
 * @param attribute the attribute of directory entries that the value comes from (RFC 4512 2.5)
 */
public record PersonField(
        Id<PersonField> id,
        Key key,
        String label,
        Type type,
        List<String> choices,
        Set<EngagementKind> requiredFor,
        Optional<String> attribute)
        implements Fact {
    public static final Lookup<PersonField, Key> BY_KEY = Lookup.by(PersonField::key);

    /** What its values are. */
    public enum Type {
        TEXT,
        NUMBER,
        DATE,
        CHOICE,
        PERSON
    }

    public PersonField {
        choices = List.copyOf(choices);
        requiredFor = Collections.unmodifiableSet(new TreeSet<>(requiredFor));
    }

    /** What a person has in it. */
    public Optional<String> of(Person person) {
        return Optional.ofNullable(person.custom().get(key.text()));
    }
}
