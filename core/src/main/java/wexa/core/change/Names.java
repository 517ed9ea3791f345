package wexa.core.change;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Condition;
import wexa.core.model.Group;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.model.Window;

/** How facts are named in sentences: by handle and key. What the model does not have is named by its id. */
public final class Names {
    private final Model model;
    private final ZoneId zone;

    public Names(Model model, ZoneId zone) {
        this.model = model;
        this.zone = zone;
    }

    String person(Id<Person> id) {
        return model.people().find(id).map(person -> person.handle().text()).orElseGet(id::toString);
    }

    String group(Id<Group> id) {
        return model.groups().find(id).map(group -> group.key().text()).orElseGet(id::toString);
    }

    String role(Id<Role> id) {
        return model.roles().find(id).map(role -> role.key().text()).orElseGet(id::toString);
    }

    String tenant(Id<Tenant> id) {
        return model.tenants().find(id).map(model::path).orElseGet(id::toString);
    }

    String area(Id<Area> id) {
        return model.table(Kind.AREA).find(id).map(area -> area.key().text()).orElseGet(id::toString);
    }

    String unit(Id<Unit> id) {
        return model.table(Kind.UNIT).find(id).map(unit -> unit.key().text()).orElseGet(id::toString);
    }

    /** {@code kind volunteer, unit north-pier or south-bay, job Guide}: what a rule asks for. */
    String rule(Condition rule) {
        List<String> parts = new ArrayList<>();
        add(parts, "kind", rule.kinds().stream().map(kind -> kind.name().toLowerCase(Locale.ROOT)));
        add(parts, "unit", rule.units().stream().map(this::unit).sorted());
        add(parts, "job", rule.jobs().stream());
        return String.join(", ", parts);
    }

    private static void add(List<String> parts, String what, Stream<String> values) {
        String all = values.collect(Collectors.joining(" or "));
        if (!all.isEmpty()) {
            parts.add(what + " " + all);
        }
    }

    /** A person by handle alone, a group with the word before it. */
    String subject(Subject subject) {
        return subject instanceof Subject.OfGroup many
                ? "group " + group(many.group())
                : person(((Subject.OfPerson) subject).person());
    }

    String owner(Id<Account> id) {
        Optional<Account> account = model.table(Kind.ACCOUNT).find(id);
        return account.flatMap(Account::person)
                .map(this::person)
                .or(() -> account.map(Account::userName))
                .orElseGet(id::toString);
    }

    String tenantOf(Id<Account> id) {
        return model.table(Kind.ACCOUNT)
                .find(id)
                .map(account -> tenant(account.tenant()))
                .orElse("");
    }

    /** The first day, or the instant where it is not a midnight. Empty for a start that was always. */
    Optional<String> from(Window window) {
        return window.from().equals(Instant.MIN) ? Optional.empty() : Optional.of(Days.text(window.from(), 0, zone));
    }

    /** The last day: people read the day before the midnight at which it ends (rule 9). */
    Optional<String> until(Window window) {
        return window.isOpenEnded() ? Optional.empty() : Optional.of(lastDay(window.until()));
    }

    /** Empty for an end that is when it is applied. */
    String lastDay(Instant end) {
        return end.equals(Instant.MIN) ? "" : Days.text(end, 1, zone);
    }
}
