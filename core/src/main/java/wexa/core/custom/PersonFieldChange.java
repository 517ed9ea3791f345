package wexa.core.custom;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.value.Id;

/** Changes to what the organisation keeps about people. */
sealed interface PersonFieldChange extends Change {
    /** All values of a person have to fit into one change. */
    int MOST_FIELDS = 20;

    int MOST_CHOICES = 50;
    int LONGEST_CHOICE = 60;

    /** A field that was not there before. */
    record Make(PersonField field) implements PersonFieldChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<PersonField> same = model.table(Kind.PERSON_FIELD).find(field.id());
            if (same.isPresent() && same.get().equals(field)) {
                return Resolution.kept(field);
            }
            List<Finding> findings = check(field, model);
            if (model.table(Kind.PERSON_FIELD).size() >= MOST_FIELDS) {
                findings.add(Finding.of(PersonFieldCodes.TOO_MANY, "key", "most", Integer.toString(MOST_FIELDS)));
            }
            return Resolution.make(field, findings);
        }

        @Override
        public Form form() {
            return PersonFieldForms.MAKE;
        }

        @Override
        public Values values() {
            return PersonFieldForms.values(field);
        }
    }

    /** The field as it should be from now on. Costs a look at everybody where a choice goes. */
    record Edit(PersonField field) implements PersonFieldChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.PERSON_FIELD)
                    .find(field.id())
                    .map(before -> Resolution.replace(before, field, checkEdit(before, model)))
                    .orElseGet(() -> gone(field.id()));
        }

        private List<Finding> checkEdit(PersonField before, Model model) {
            List<Finding> findings = check(field, model);
            for (String choice : before.choices()) {
                if (!field.choices().contains(choice)) {
                    long having = holders(before, model).stream()
                            .filter(person -> before.of(person).equals(Optional.of(choice)))
                            .count();
                    if (having > 0) {
                        findings.add(Finding.of(
                                PersonFieldCodes.CHOICE_USED,
                                "choices",
                                "value",
                                choice,
                                "people",
                                Long.toString(having)));
                    }
                }
            }
            return findings;
        }

        @Override
        public Form form() {
            return PersonFieldForms.EDIT;
        }

        @Override
        public Values values() {
            return PersonFieldForms.values(field).put(PersonFieldForms.FIELD, field.id());
        }
    }

    /** The field is kept no longer, and with it what people have in it. Costs a look at everybody. */
    record Retire(Id<PersonField> field) implements PersonFieldChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.PERSON_FIELD)
                    .find(field)
                    .map(going -> retired(going, model))
                    .orElseGet(() -> gone(field));
        }

        private static Resolution retired(PersonField going, Model model) {
            List<Effect> effects = new ArrayList<>();
            holders(going, model).forEach(person -> effects.add(Effect.replace(person, without(person, going))));
            effects.add(Effect.drop(going));
            List<Finding> findings = model.groups().by(Group.BY_RULED, true).stream()
                    .filter(group -> group.condition()
                            .filter(rule ->
                                    rule.values().containsKey(going.key().text()))
                            .isPresent())
                    .map(group -> Finding.of(PersonFieldCodes.USED_BY_RULE, "person-field", "group", group.name()))
                    .toList();
            return new Resolution(effects, findings);
        }

        private static Person without(Person person, PersonField field) {
            Map<String, String> left = new TreeMap<>(person.custom());
            left.remove(field.key().text());
            return person.with(left);
        }

        @Override
        public Form form() {
            return PersonFieldForms.RETIRE;
        }

        @Override
        public Values values() {
            return new Values().put(PersonFieldForms.FIELD, field);
        }
    }

    private static List<Person> holders(PersonField field, Model model) {
        return model.people().stream()
                .filter(person -> field.of(person).isPresent())
                .toList();
    }

    private static Resolution gone(Id<PersonField> id) {
        return Resolution.blocked(Finding.of(Code.FACT_GONE, "person-field", "id", id.toString()));
    }

    private static List<Finding> check(PersonField field, Model model) {
        List<Finding> findings = new ArrayList<>();
        for (PersonField other : model.table(Kind.PERSON_FIELD).stream().toList()) {
            if (!other.id().equals(field.id()) && other.key().equals(field.key())) {
                findings.add(Finding.of(
                        PersonFieldCodes.KEY_TAKEN, "key", "value", field.key().text(), "holder", other.label()));
            }
            if (!other.id().equals(field.id()) && other.label().equalsIgnoreCase(field.label())) {
                findings.add(Finding.of(PersonFieldCodes.LABEL_TAKEN, "name", "value", field.label()));
            }
        }
        if (!areChoicesFit(field)) {
            findings.add(Finding.of(PersonFieldCodes.CHOICES_UNFIT, "choices", "most", Integer.toString(MOST_CHOICES)));
        }
        return findings;
    }

    private static boolean areChoicesFit(PersonField field) {
        if (field.type() != PersonField.Type.CHOICE) {
            return field.choices().isEmpty();
        }
        HashSet<String> spelled = new HashSet<>();
        return field.choices().size() >= 2
                && field.choices().size() <= MOST_CHOICES
                && field.choices().stream()
                        .allMatch(choice ->
                                choice.length() <= LONGEST_CHOICE && spelled.add(choice.toLowerCase(Locale.ROOT)));
    }
}
