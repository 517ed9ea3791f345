package wexa.server.people;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.custom.FieldValue;
import wexa.core.governance.Reached;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.value.Id;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** The organisation's own fields of people. They are made and changed by drafts. */
@UseCases
public class PersonFieldService {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    PersonFieldService(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /** All fields in the order in which they were made, counted among those who are seen. Costs a look at everybody. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    List<PersonFieldViews.PersonFieldView> all(Actor actor) {
        Model model = snapshots.current().model();
        List<PersonField> fields = model.table(Kind.PERSON_FIELD).stream().toList();
        Map<String, Integer> filled = new HashMap<>();
        Map<String, Integer> lacking = new HashMap<>();
        if (!fields.isEmpty()) {
            Instant now = clock.now();
            boolean seesAll = actor.sight().isEverywhere();
            model.people().stream()
                    .filter(person -> seesAll || Reached.isSeen(actor.sight(), model, person.id(), now))
                    .forEach(person -> {
                        person.custom().keySet().forEach(key -> filled.merge(key, 1, Integer::sum));
                        Set<EngagementKind> kinds = kinds(model, person, now);
                        fields.stream()
                                .filter(field -> isLacking(field, person, kinds))
                                .forEach(field -> lacking.merge(field.key().text(), 1, Integer::sum));
                    });
        }
        return fields.stream()
                .map(field -> new PersonFieldViews.PersonFieldView(
                        field.id().value(),
                        field.key().text(),
                        field.label(),
                        field.type(),
                        field.choices(),
                        List.copyOf(field.requiredFor()),
                        field.attribute().orElse(null),
                        filled.getOrDefault(field.key().text(), 0),
                        lacking.getOrDefault(field.key().text(), 0),
                        actor.sight().isEverywhere() ? rules(model, field) : List.of()))
                .toList();
    }

    private static boolean isLacking(PersonField field, Person person, Set<EngagementKind> kinds) {
        return field.of(person).isEmpty() && field.requiredFor().stream().anyMatch(kinds::contains);
    }

    private static Set<EngagementKind> kinds(Model model, Person person, Instant now) {
        Set<EngagementKind> kinds = new TreeSet<>();
        for (Engagement engagement : model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id())) {
            if (!engagement.window().endsBy(now)) {
                kinds.add(engagement.kind());
            }
        }
        return kinds;
    }

    private static List<String> rules(Model model, PersonField field) {
        return model.groups().by(Group.BY_RULED, true).stream()
                .filter(group -> group.condition()
                        .filter(rule -> rule.values().containsKey(field.key().text()))
                        .isPresent())
                .map(Group::name)
                .sorted()
                .toList();
    }

    /** What a person has in each field, also in those that are empty. */
    static List<PersonFieldViews.ValueView> of(Model model, Person person, Instant now) {
        Set<EngagementKind> kinds = kinds(model, person, now);
        return model.table(Kind.PERSON_FIELD).stream()
                .map(field -> new PersonFieldViews.ValueView(
                        field.id().value(),
                        field.key().text(),
                        field.label(),
                        field.type(),
                        field.of(person).orElse(null),
                        text(field, person, model),
                        named(field, person),
                        field.requiredFor().stream().anyMatch(kinds::contains)))
                .toList();
    }

    /** What a person has in a field, for people to read. */
    static String text(PersonField field, Person person, Model model) {
        return field.of(person)
                .map(value -> FieldValue.told(field.type(), value, model))
                .orElse("");
    }

    private static @Nullable UUID named(PersonField field, Person person) {
        return field.type() == PersonField.Type.PERSON
                ? field.of(person).map(value -> Id.<Person>of(value).value()).orElse(null)
                : null;
    }
}
