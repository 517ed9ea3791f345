package wexa.server.jobs;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.consistency.Amended;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.App;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** What is to be entered in a tenant by hand, field by field. */
final class TaskWords {
    private final Optional<App> app;

    TaskWords(Model model, Id<Tenant> tenant) {
        this.app = model.tenants().find(tenant).map(model::appOf);
    }

    /** What a step is about; of an account that is there, what becomes another. */
    List<ByHand.TaskValue> of(Step step, Optional<TenantObject> before) {
        List<ByHand.TaskValue> values = new ArrayList<>();
        if (!(step.target().orElse(null) instanceof AccountState)) {
            return values;
        }
        AccountState after = (AccountState) step.after(before);
        if (step.verb() == Step.Verb.SEAT) {
            values.add(new ByHand.TaskValue("Seat", seats(after.seats())));
            return values;
        }
        if (!(before.orElse(null) instanceof AccountState was)) {
            values.add(new ByHand.TaskValue("User name", after.userName()));
            add("First name", after.givenName(), values);
            add("Last name", after.familyName(), values);
            after.mail().ifPresent(mail -> values.add(new ByHand.TaskValue("E-mail", mail)));
            after.phone().ifPresent(phone -> values.add(new ByHand.TaskValue("Phone", phone)));
            add("Rights", rights(after.held()), values);
            return values;
        }
        Map<Amended.Attribute, Integer> amended = Amended.between(was, after).values();
        for (Amended.Attribute attribute : Amended.Attribute.values()) {
            if (amended.containsKey(attribute)) {
                amended(attribute, was, after).ifPresent(values::add);
            }
        }
        return values;
    }

    private static Optional<ByHand.TaskValue> amended(Amended.Attribute attribute, AccountState was, AccountState is) {
        return Optional.ofNullable(
                switch (attribute) {
                    case OPENED -> new ByHand.TaskValue("Sign-in", "allow");
                    case CLOSED -> new ByHand.TaskValue("Sign-in", "block");
                    case USER_NAME -> new ByHand.TaskValue("User name", was.userName() + " → " + is.userName());
                    case GIVEN_NAME -> new ByHand.TaskValue("First name", is.givenName());
                    case FAMILY_NAME -> new ByHand.TaskValue("Last name", is.familyName());
                    case MAIL -> new ByHand.TaskValue("E-mail", is.mail().orElse(""));
                    case PHONE -> new ByHand.TaskValue("Phone", is.phone().orElse(""));
                    case VALUES_ADDED -> new ByHand.TaskValue("Add rights", rights(less(is.held(), was.held())));
                    case VALUES_REMOVED -> new ByHand.TaskValue("Remove rights", rights(less(was.held(), is.held())));
                    default -> null;
                });
    }

    private static void add(String label, String value, List<ByHand.TaskValue> into) {
        if (!value.isEmpty()) {
            into.add(new ByHand.TaskValue(label, value));
        }
    }

    private static Set<String> less(Set<String> some, Set<String> others) {
        Set<String> left = new TreeSet<>(some);
        left.removeAll(others);
        return left;
    }

    /** Without the name of the attribute before each value. */
    private static String rights(Set<String> values) {
        return String.join(
                ", ",
                values.stream()
                        .map(value -> value.substring(value.indexOf(':') + 1))
                        .toList());
    }

    private String seats(Set<String> kinds) {
        return kinds.isEmpty()
                ? "none"
                : String.join(
                        ", ",
                        kinds.stream()
                                .map(kind -> app.flatMap(one -> one.seatKind(Key.of(kind)))
                                        .map(App.SeatKind::name)
                                        .orElse(kind))
                                .toList());
    }
}
