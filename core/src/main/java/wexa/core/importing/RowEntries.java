package wexa.core.importing;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.regex.Pattern;
import wexa.core.change.Days;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.model.Assignment;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Handle;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Window;

/**
 * Turns rows into entries: what is not there is made, what is there is changed where the row says otherwise. Ids follow
 * from the import and the line, so that the same table comes to the same entries each time.
 */
final class RowEntries {
    private static final Pattern BETWEEN_GROUPS = Pattern.compile("[\\s,;|]+");
    private static final Pattern NOT_IN_HANDLES = Pattern.compile("[^a-z0-9.-]");
    private static final Pattern NOT_AT_ENDS = Pattern.compile("^[.-]+|[.-]+$");

    private final Model model;
    private final String importId;
    private final Key home;
    private final Instant now;
    private final ZoneId zone;
    private final Set<String> handles = new HashSet<>();
    private final Map<String, Integer> nextNumbers = new HashMap<>();

    RowEntries(Model model, DryRun.Setting setting) {
        this.model = model;
        this.importId = setting.importId().toString();
        this.home = setting.home();
        this.now = setting.now();
        this.zone = setting.zone();
    }

    /** What a row comes to, and what stands against taking it. */
    record Read(List<Entry> entries, List<Finding> against) {}

    Read read(Sheet sheet, Row row) {
        return switch (sheet) {
            case PEOPLE -> {
                Optional<Person> known = known(row);
                yield new Read(
                        person(row, known),
                        known.flatMap(person -> ofSomebodyElse(row, person))
                                .map(List::of)
                                .orElse(List.of()));
            }
            case GROUPS -> new Read(List.of(group(row)), List.of());
            case MEMBERSHIPS ->
                new Read(List.of(membership(row, row.get("member"), row.get("group"), "membership")), List.of());
            case ASSIGNMENTS -> new Read(List.of(assignment(row)), List.of());
        };
    }

    /** Somebody who is known by number or address alone must be called like the row says, at least in part. */
    private static Optional<Finding> ofSomebodyElse(Row row, Person person) {
        if (row.has("handle")
                || person.givenName().equalsIgnoreCase(row.get("given"))
                || person.familyName().equalsIgnoreCase(row.get("family"))) {
            return Optional.empty();
        }
        boolean isByMail = person.mail()
                .map(Mail::text)
                .filter(row.get("mail")::equalsIgnoreCase)
                .isPresent();
        String field = isByMail ? "mail" : "number";
        return Optional.of(Finding.of(
                ImportCodes.ROW_OF_SOMEBODY_ELSE,
                field,
                "value",
                row.get(field),
                "holder",
                person.name(),
                "holderHandle",
                person.handle().text()));
    }

    private List<Entry> person(Row row, Optional<Person> known) {
        List<Entry> entries = new ArrayList<>(2);
        String id = known.map(one -> one.id().toString())
                .orElseGet(() -> id(row, "person").toString());
        Map<String, String> fields = taken(row, "handle", "given", "family", "mail", "phone");
        if (known.isPresent()) {
            fields.put("person", id);
            entries.add(seeing(row, "person.edit", "person-entry", fields, known.get()));
        } else {
            fields.put("id", id);
            fields.put("home", row.has("home") ? row.get("home") : home.text());
            fields.putIfAbsent("handle", freeHandle(row));
            entries.add(entry(row, "person.add", "person-entry", fields));
        }
        if (row.has("kind") || row.has("unit") || row.has("job") || row.has("number")) {
            entries.add(engagement(row, id, known));
        }
        row.values().keySet().stream()
                .filter(field -> field.startsWith(Sheet.OWN_FIELD) && row.has(field))
                .sorted()
                .map(field -> value(row, id, field))
                .forEach(entries::add);
        for (String group : BETWEEN_GROUPS.split(row.get("groups"))) {
            if (!group.isEmpty()) {
                String member = known.map(one -> one.handle().text()).orElse("person:" + id);
                entries.add(membership(row, member, group, "group " + group));
            }
        }
        return entries;
    }

    /** Each value is an entry of its own, so that those which the row does not have stay. */
    private Entry value(Row row, String person, String field) {
        String key = field.substring(Sheet.OWN_FIELD.length());
        return entry(
                row,
                "person.fill",
                field,
                new TreeMap<>(Map.of("person", person, "field-value", key + "=" + row.get(field))));
    }

    /** The person whom the row is about: by handle, else by staff number, else by address. */
    private Optional<Person> known(Row row) {
        if (row.has("handle")) {
            return Handle.accepts(row.get("handle"))
                    ? model.people().by(Person.BY_HANDLE, Handle.of(row.get("handle"))).stream()
                            .findFirst()
                    : Optional.empty();
        }
        String own = row.has("home") ? row.get("home") : home.text();
        Optional<Person> byNumber =
                model.table(Kind.ENGAGEMENT).by(Engagement.BY_STAFF_NUMBER, row.get("number")).stream()
                        .map(engagement -> model.people().get(engagement.person()))
                        .filter(person -> person.home().text().equals(own))
                        .findFirst();
        return byNumber.or(() -> Mail.accepts(row.get("mail"))
                ? model.people().by(Person.BY_MAIL, Mail.of(row.get("mail"))).stream()
                        .findFirst()
                : Optional.empty());
    }

    /**
     * The engagement with the row's number, or with its kind, unit and job, is kept and changed; of several, as of somebody who came
     * back, the last. Else a new one begins.
     */
    private Entry engagement(Row row, String person, Optional<Person> known) {
        Map<String, String> fields = taken(row, "kind", "number", "unit", "job", "manager", "from", "until");
        Optional<Engagement> before =
                known.flatMap(one -> model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, one.id()).stream()
                        .filter(engagement -> isSame(engagement, row))
                        .max(Comparator.comparing(
                                engagement -> engagement.window().until())));
        if (before.isEmpty()) {
            fields.put("person", person);
            fields.put("id", id(row, "engagement").toString());
            return entry(row, "engagement.begin", "engagement-entry", fields);
        }
        fields.put("engagement", before.get().id().toString());
        return seeing(row, "engagement.edit", "engagement-entry", fields, before.get());
    }

    private boolean isSame(Engagement engagement, Row row) {
        if (row.has("number") && engagement.staffNumber().isPresent()) {
            return engagement.staffNumber().get().equals(row.get("number"));
        }
        String unit = model.table(Kind.UNIT).get(engagement.unit()).key().text();
        return engagement.kind().name().equalsIgnoreCase(row.get("kind"))
                && engagement.job().equals(row.get("job"))
                && (unit.equals(row.get("unit")) || engagement.unit().toString().equals(row.get("unit")))
                && engagement.window().until().isAfter(now);
    }

    private Entry membership(Row row, String member, String group, String what) {
        Map<String, String> fields = taken(row, "from", "until", "because");
        if (!what.equals("membership")) {
            // of a person's row the dates are the engagement's: groups begin with it, and do not end by themselves
            fields.remove("until");
        }
        Optional<Membership> before = subject(member)
                .flatMap(subject -> groupNamed(group)
                        .flatMap(found -> model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject).stream()
                                .filter(one -> one.group().equals(found.id()) && isMeant(one.window(), row))
                                .min(Comparator.comparing(one -> !beginsAs(one.window(), row)))));
        if (before.isPresent() && what.equals("membership")) {
            fields.put("membership", before.get().id().toString());
            return seeing(row, "membership.edit", what + "-entry", fields, before.get());
        }
        fields.put("id", id(row, what).toString());
        fields.put("member", member);
        fields.put("group", group);
        return entry(row, "membership.put", what + "-entry", fields);
    }

    private Entry group(Row row) {
        Map<String, String> fields =
                taken(row, "name", "description", "owners", "tags", "kinds", "units", "jobs", "where");
        Optional<Group> before = groupNamed(row.get("key"));
        if (before.isPresent()) {
            fields.put("group", before.get().id().toString());
            return seeing(row, "group.edit", "group-entry", fields, before.get());
        }
        boolean isRuled = row.has("kinds") || row.has("units") || row.has("jobs") || row.has("where");
        fields.put("id", id(row, "group").toString());
        fields.put("key", row.get("key"));
        fields.put("sort", isRuled ? "ruled" : "assigned");
        return entry(row, "group.make", "group-entry", fields);
    }

    private Entry assignment(Row row) {
        Map<String, String> fields = taken(row, "area", "from", "until", "because");
        Optional<Assignment> before = subject(row.get("subject")).stream()
                .flatMap(subject -> model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject).stream())
                .filter(one -> isSame(one, row))
                .min(Comparator.comparing(one -> !beginsAs(one.window(), row)));
        if (before.isPresent()) {
            fields.put("assignment", before.get().id().toString());
            return seeing(row, "assignment.edit", "assignment-entry", fields, before.get());
        }
        fields.putAll(taken(row, "subject", "role", "tenant"));
        fields.put("id", id(row, "assignment").toString());
        return entry(row, "assignment.give", "assignment-entry", fields);
    }

    /** Whether a row can be about something of that span: it has not ended, neither now nor before the row begins. */
    private boolean isMeant(Window window, Row row) {
        try {
            Instant from = row.has("from") ? Days.beginning(row.get("from"), 0, zone) : now;
            return window.until().isAfter(now) && window.until().isAfter(from);
        } catch (DateTimeParseException noDay) {
            return window.until().isAfter(now);
        }
    }

    /** Of several that have not ended, the one that begins on the row's day is meant. */
    private boolean beginsAs(Window window, Row row) {
        return window.from().equals(Instant.MIN)
                ? !row.has("from")
                : Days.text(window.from(), 0, zone).equals(row.get("from"));
    }

    /** Intervals of the same four do not overlap, so at most one that has not ended fits. */
    private boolean isSame(Assignment one, Row row) {
        String area = one.area()
                .map(id -> model.table(Kind.AREA).get(id).key().text())
                .orElse("");
        return isMeant(one.window(), row)
                && model.roles().get(one.role()).key().text().equals(row.get("role"))
                && model.path(model.tenants().get(one.tenant())).equals(row.get("tenant"))
                && area.equals(row.get("area"));
    }

    private Optional<Subject> subject(String text) {
        if (text.startsWith("group ")) {
            return groupNamed(text.substring("group ".length())).map(group -> new Subject.OfGroup(group.id()));
        }
        return Handle.accepts(text)
                ? model.people().by(Person.BY_HANDLE, Handle.of(text)).stream()
                        .findFirst()
                        .map(person -> new Subject.OfPerson(person.id()))
                : Optional.empty();
    }

    private Optional<Group> groupNamed(String key) {
        return Key.accepts(key)
                ? model.groups().by(Group.BY_KEY, Key.of(key)).stream().findFirst()
                : Optional.empty();
    }

    /** {@code ines.abara} from the row's names, with a number behind it where somebody has that already. */
    private String freeHandle(Row row) {
        String name = Normalizer.normalize(row.get("given") + "." + row.get("family"), Normalizer.Form.NFKD)
                .toLowerCase(Locale.ROOT);
        String plain =
                NOT_AT_ENDS.matcher(NOT_IN_HANDLES.matcher(name).replaceAll("")).replaceAll("");
        String stem = plain.substring(0, Math.min(plain.length(), 58));
        String free = stem;
        // of many rows that are called alike each goes on where the one before stopped
        int number = nextNumbers.getOrDefault(stem, 1);
        while (isTaken(free)) {
            number++;
            free = stem + number;
        }
        nextNumbers.put(stem, number);
        handles.add(free);
        return free;
    }

    private boolean isTaken(String handle) {
        return handles.contains(handle)
                || (Handle.accepts(handle)
                        && !model.people()
                                .by(Person.BY_HANDLE, Handle.of(handle))
                                .isEmpty());
    }

    private static Map<String, String> taken(Row row, String... names) {
        Map<String, String> fields = new TreeMap<>();
        for (String name : names) {
            if (row.has(name)) {
                fields.put(name, row.get(name));
            }
        }
        return fields;
    }

    private UUID id(Row row, String what) {
        return UUID.nameUUIDFromBytes((importId + " " + row.line() + " " + what).getBytes(StandardCharsets.UTF_8));
    }

    private Entry entry(Row row, String form, String what, Map<String, String> fields) {
        return new Entry(new Entry.Id(id(row, what)), form, fields);
    }

    private Entry seeing(Row row, String form, String what, Map<String, String> fields, Fact seen) {
        return new Entry(new Entry.Id(id(row, what)), form, fields, Optional.of(seen));
    }
}
