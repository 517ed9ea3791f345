package wexa.core.importing;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wexa.core.change.Days;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Condition;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Subject;
import wexa.core.sentence.Items;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** What is there as rows of a sheet: read again, they change nothing. What has ended is left out. */
public final class Export {
    private final Model model;
    private final Instant now;
    private final ZoneId zone;
    private final List<Row> rows = new ArrayList<>();

    private Export(Model model, Instant now, ZoneId zone) {
        this.model = model;
        this.now = now;
        this.zone = zone;
    }

    public static List<Row> of(Model model, Sheet sheet, Instant now, ZoneId zone) {
        Export export = new Export(model, now, zone);
        switch (sheet) {
            case PEOPLE -> model.people().forEach(export::person);
            case GROUPS -> model.groups().forEach(export::group);
            case MEMBERSHIPS -> model.table(Kind.MEMBERSHIP).forEach(export::membership);
            case ASSIGNMENTS -> model.table(Kind.ASSIGNMENT).forEach(export::assignment);
        }
        return List.copyOf(export.rows);
    }

    private void add(Map<String, String> values) {
        rows.add(new Row(rows.size() + 2L, values, false));
    }

    /** One row per person, with the engagement that holds now or comes next; groups have a sheet of their own. */
    private void person(Person person) {
        Map<String, String> values = new TreeMap<>();
        values.put("handle", person.handle().text());
        put(values, "given", person.givenName());
        put(values, "family", person.familyName());
        person.mail().ifPresent(mail -> values.put("mail", mail.text()));
        person.phone().ifPresent(phone -> values.put("phone", phone.text()));
        values.put("home", person.home().text());
        model.table(Kind.PERSON_FIELD)
                .forEach(field -> field.of(person)
                        .ifPresent(value -> values.put(Sheet.OWN_FIELD + field.key(), named(field, value))));
        model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(engagement -> engagement.window().until().isAfter(now))
                .min(Comparator.comparing(engagement -> engagement.window().from()))
                .ifPresent(engagement -> engaged(values, engagement));
        add(values);
    }

    /** People by their handles. */
    private String named(PersonField field, String value) {
        return field.type() == PersonField.Type.PERSON
                ? model.people().get(Id.of(value)).handle().text()
                : value;
    }

    private void engaged(Map<String, String> values, Engagement engagement) {
        values.put("kind", engagement.kind().name().toLowerCase(Locale.ROOT));
        engagement.staffNumber().ifPresent(number -> values.put("number", number));
        values.put("unit", model.table(Kind.UNIT).get(engagement.unit()).key().text());
        put(values, "job", engagement.job());
        engagement
                .manager()
                .map(manager -> model.people().get(manager).handle())
                .map(Handle::text)
                .ifPresent(manager -> values.put("manager", manager));
        put(values, engagement.window());
    }

    /** Groups of a directory are that directory's, and left out. */
    private void group(Group group) {
        if (group.kind() != GroupKind.DIRECTORY) {
            Map<String, String> values = new TreeMap<>();
            values.put("key", group.key().text());
            put(values, "name", group.name());
            put(values, "description", group.description());
            put(
                    values,
                    "owners",
                    join(group.owners().stream()
                            .map(owner -> model.people().get(owner).handle().text())));
            put(values, "tags", join(group.tags().stream()));
            group.condition().ifPresent(rule -> {
                put(
                        values,
                        "kinds",
                        join(rule.kinds().stream().map(kind -> kind.name().toLowerCase(Locale.ROOT))));
                put(
                        values,
                        "units",
                        join(rule.units().stream()
                                .map(unit ->
                                        model.table(Kind.UNIT).get(unit).key().text())
                                .sorted()));
                put(values, "jobs", join(rule.jobs().stream().sorted()));
                put(values, "where", where(rule));
            });
            add(values);
        }
    }

    private String where(Condition rule) {
        List<String> wanted = new ArrayList<>();
        for (PersonField field : model.table(Kind.PERSON_FIELD).stream().toList()) {
            for (String value : rule.values().getOrDefault(field.key().text(), Set.of())) {
                wanted.add(field.key() + "=" + named(field, value));
            }
        }
        return Items.join(wanted);
    }

    private static String join(Stream<String> values) {
        return values.collect(Collectors.joining(", "));
    }

    private void membership(Membership membership) {
        Group group = model.groups().get(membership.group());
        if (membership.window().until().isAfter(now) && group.kind() == GroupKind.ASSIGNED) {
            Map<String, String> values = new TreeMap<>();
            values.put("member", name(membership.member()));
            values.put("group", group.key().text());
            put(values, "because", membership.reason());
            put(values, membership.window());
            add(values);
        }
    }

    private void assignment(Assignment assignment) {
        if (assignment.window().until().isAfter(now)) {
            Map<String, String> values = new TreeMap<>();
            values.put("subject", name(assignment.subject()));
            values.put("role", model.roles().get(assignment.role()).key().text());
            values.put("tenant", model.path(model.tenants().get(assignment.tenant())));
            Optional<Area> area = assignment.area().map(model.table(Kind.AREA)::get);
            area.ifPresent(found -> values.put("area", found.key().text()));
            put(values, "because", assignment.reason());
            put(values, assignment.window());
            add(values);
        }
    }

    private String name(Subject subject) {
        return subject instanceof Subject.OfGroup many
                ? "group " + model.groups().get(many.group()).key()
                : model.people()
                        .get(((Subject.OfPerson) subject).person())
                        .handle()
                        .text();
    }

    private static void put(Map<String, String> values, String field, String value) {
        if (!value.isEmpty()) {
            values.put(field, value);
        }
    }

    /** Days where both ends are midnights, as people write them; else instants. */
    private void put(Map<String, String> values, Window window) {
        if (!window.from().equals(Instant.MIN)) {
            values.put("from", Days.text(window.from(), 0, zone));
        }
        if (!window.isOpenEnded()) {
            values.put("until", Days.text(window.until(), 1, zone));
        }
    }
}
