package wexa.core.intake;

import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Invitation;
import wexa.core.model.Membership;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Window;

/** A fact as the fields that entries about it have. */
public final class FactFields {
    private final Map<String, String> fields = new TreeMap<>();

    public FactFields(Fact fact) {
        if (fact instanceof Person person) {
            put("handle", person.handle());
            put("given", person.givenName());
            put("family", person.familyName());
            put("mail", person.mail());
            put("phone", person.phone());
            fields.put("entry", person.directoryEntry().orElse(""));
        } else if (fact instanceof Invitation invitation) {
            put("person", invitation.person());
        } else if (fact instanceof Engagement engagement) {
            put("person", engagement.person());
            put("kind", engagement.kind().name().toLowerCase(Locale.ROOT));
            put("number", engagement.staffNumber());
            put("unit", engagement.unit());
            put("job", engagement.job());
            put("manager", engagement.manager());
            put(engagement.window());
        } else if (fact instanceof Group group) {
            put("key", group.key());
            put("name", group.name());
            put("description", group.description());
            put("owners", join(group.owners().stream().map(Object::toString)));
            fields.put("tags", join(group.tags().stream()));
            put("entry", group.entry());
            group.condition().ifPresent(rule -> {
                put("sort", "ruled");
                fields.put(
                        "kinds",
                        join(rule.kinds().stream().map(kind -> kind.name().toLowerCase(Locale.ROOT))));
                fields.put("units", join(rule.units().stream().map(Object::toString)));
                fields.put("jobs", join(rule.jobs().stream()));
            });
        } else if (fact instanceof Membership membership) {
            put("member", membership.member());
            put("group", membership.group());
            put("because", membership.reason());
            put(membership.window());
        } else if (fact instanceof Account account) {
            put("person", account.person());
            put("tenant", account.tenant());
            put("as", account.userName());
            account.attributes().forEach((name, value) -> put("with." + name, value));
        } else if (fact instanceof Seat seat) {
            put("account", seat.account());
            put("kind", seat.kind());
            put(seat.window());
        } else if (fact instanceof Assignment assignment) {
            put("subject", assignment.subject());
            put("role", assignment.role());
            put("tenant", assignment.tenant());
            put("area", assignment.area());
            put("engagement", assignment.engagement());
            put("because", assignment.reason());
            put(assignment.window());
        }
    }

    private static String join(Stream<String> values) {
        return values.collect(Collectors.joining(","));
    }

    private void put(Window window) {
        if (!window.from().equals(Instant.MIN)) {
            put("from", window.from());
        }
        if (!window.isOpenEnded()) {
            put("until", window.until());
        }
    }

    private void put(String name, Object value) {
        Object given = value instanceof Optional<?> optional ? optional.orElse(null) : value;
        if (given != null && !given.toString().isEmpty()) {
            fields.put(name, given.toString());
        }
    }

    public FactFields with(String name, String value) {
        fields.put(name, value);
        return this;
    }

    /** Without what never changes about the fact, which entries that change it do not have. */
    public FactFields without(String... names) {
        fields.keySet().removeAll(Set.of(names));
        return this;
    }

    public Map<String, String> map() {
        return fields;
    }
}
