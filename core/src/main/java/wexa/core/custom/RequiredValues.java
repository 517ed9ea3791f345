package wexa.core.custom;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import wexa.core.finding.Finding;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;

/** What somebody needs a value of to be engaged as something. */
public final class RequiredValues {
    private RequiredValues() {}

    /** Fields that are required for that and in which the person has nothing. */
    public static List<PersonField> missing(Person person, EngagementKind kind, Model model) {
        return model.table(Kind.PERSON_FIELD).stream()
                .filter(field ->
                        field.requiredFor().contains(kind) && field.of(person).isEmpty())
                .toList();
    }

    /** One finding for each value that is taken from somebody who is engaged, or will be, as what needs it. */
    public static List<Finding> cleared(Person before, Person after, Model model, Instant now) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, before.id()).stream()
                .filter(engagement -> !engagement.window().endsBy(now))
                .map(Engagement::kind)
                .distinct()
                .flatMap(kind -> missing(after, kind, model).stream()
                        .filter(field -> field.of(before).isPresent())
                        .map(field -> finding(after, field, kind)))
                .toList();
    }

    /** One finding for each of them. */
    public static List<Finding> findings(Person person, EngagementKind kind, Model model) {
        return missing(person, kind, model).stream()
                .map(field -> finding(person, field, kind))
                .toList();
    }

    private static Finding finding(Person person, PersonField field, EngagementKind kind) {
        return Finding.of(
                PersonFieldCodes.VALUE_REQUIRED,
                "person",
                "holder",
                person.name(),
                "label",
                field.label(),
                "value",
                field.key().text(),
                "kind",
                kind.name().toLowerCase(Locale.ROOT));
    }
}
