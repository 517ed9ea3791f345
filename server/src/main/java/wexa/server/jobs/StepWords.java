package wexa.server.jobs;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.consistency.Amended;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observed;
import wexa.core.consistency.Step;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.value.Id;

/** A step in words. */
final class StepWords {
    private StepWords() {}

    /** The step in words: what is done to which object, and whose it is. */
    static String of(Step step, Observed seen, Model model) {
        String object = name(step, model)
                + whose(step, model).map(name -> " (" + name + ")").orElse("");
        return switch (step.verb()) {
            case CREATE ->
                switch (step.object().type()) {
                    case ACCOUNT -> "open account " + object;
                    case ASSIGNMENT -> "give role " + object;
                    case GROUP -> "make " + object;
                    case ROLE -> "make " + object;
                };
            case AMEND -> amending(step, seen, model, object);
            case SEAT -> "set seat of " + object;
            case REMOVE -> "take away " + object;
        };
    }

    /** Names what changes: only that is sent. */
    private static String amending(Step step, Observed seen, Model model, String object) {
        Map<Amended.Attribute, Integer> values = seen.find(step.object())
                .map(was -> Amended.between(was.state(), step.after(Optional.of(was.state())))
                        .values())
                .orElse(Map.of());
        String account = step.object().type() == ObjectKey.Type.ACCOUNT ? "account " : "";
        List<String> words = new ArrayList<>();
        for (Amended.Attribute attribute : Amended.Attribute.values()) {
            if (values.containsKey(attribute)) {
                words.add(words(attribute, values.get(attribute)));
            }
        }
        return "update " + account + object + (words.isEmpty() ? "" : ": " + String.join(", ", words));
    }

    private static String words(Amended.Attribute attribute, int count) {
        return switch (attribute) {
            case OPENED -> "open it";
            case CLOSED -> "close it";
            case USER_NAME -> "user name";
            case GIVEN_NAME -> "first name";
            case FAMILY_NAME -> "last name";
            case MAIL -> "e-mail address";
            case PHONE -> "phone number";
            case OTHER_ATTRIBUTES -> "further attributes";
            case VALUES_ADDED -> "add " + counted(count, "value");
            case VALUES_REMOVED -> "remove " + counted(count, "value");
            case DISPLAY_NAME -> "name";
            case MEMBERS_ADDED -> "add " + counted(count, "member");
            case MEMBERS_REMOVED -> "remove " + counted(count, "member");
            case PERMISSIONS_ADDED -> "add " + counted(count, "permission");
            case PERMISSIONS_REMOVED -> "remove " + counted(count, "permission");
            case SUBJECT -> "who has it";
            case ROLE -> "which role";
            case AREA -> "area";
            case END -> "last day";
        };
    }

    private static String counted(int count, String noun) {
        return count + " " + noun + (count == 1 ? "" : "s");
    }

    private static String name(Step step, Model model) {
        Id<?> id = Id.of(step.object().id());
        return switch (step.object().type()) {
            case ACCOUNT ->
                model.find(Kind.ACCOUNT, id)
                        .map(fact -> ((Account) fact).userName())
                        .orElse("account");
            case GROUP ->
                "group "
                        + model.find(Kind.GROUP, id)
                                .map(fact -> ((Group) fact).name())
                                .or(() -> model.find(Kind.BINDING, id).map(fact -> ((Binding) fact).name()))
                                .orElse("");
            case ROLE ->
                "role "
                        + model.find(Kind.ROLE, id)
                                .map(fact -> ((Role) fact).name())
                                .orElse("");
            case ASSIGNMENT ->
                model.find(Kind.ASSIGNMENT, id)
                        .map(fact -> assignment((Assignment) fact, model))
                        .orElse("assignment");
        };
    }

    private static Optional<String> whose(Step step, Model model) {
        Id<?> id = Id.of(step.object().id());
        return switch (step.object().type()) {
            case ACCOUNT ->
                model.find(Kind.ACCOUNT, id)
                        .flatMap(fact -> ((Account) fact).person())
                        .flatMap(model.people()::find)
                        .map(Person::name);
            case ASSIGNMENT ->
                model.find(Kind.ASSIGNMENT, id).flatMap(fact -> name(((Assignment) fact).subject(), model));
            case GROUP, ROLE -> Optional.empty();
        };
    }

    private static Optional<String> name(Subject subject, Model model) {
        return subject instanceof Subject.OfPerson one
                ? model.people().find(one.person()).map(Person::name)
                : model.groups().find(((Subject.OfGroup) subject).group()).map(Group::name);
    }

    private static String assignment(Assignment assignment, Model model) {
        return model.roles().get(assignment.role()).name()
                + assignment
                        .area()
                        .map(area -> " at " + model.table(Kind.AREA).get(area).name())
                        .orElse("");
    }
}
