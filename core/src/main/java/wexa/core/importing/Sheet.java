package wexa.core.importing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PersonField;

/** What the rows of a table are about, with the columns that such a table can have. */
public enum Sheet {
    /** People, why they are here, and the groups that they start in. */
    PEOPLE(
            new Column("handle", "handle", false, "login", "username", "user", "id", "uid"),
            new Column("given", "given name", true, "first name", "forename", "givenname"),
            new Column("family", "family name", true, "last name", "surname", "sn"),
            new Column("mail", "e-mail", false, "mail", "mail address", "e-mail address"),
            new Column("phone", "mobile", false, "phone", "telephone", "mobile number", "telephone number"),
            new Column("home", "home", false, "directory", "organisation", "organization"),
            new Column("kind", "works as", false, "kind", "employment", "employee type", "type"),
            new Column("number", "staff number", false, "number", "employee number", "personnel number"),
            new Column("unit", "unit", false, "department", "site", "ou"),
            new Column("job", "job", false, "title", "position", "job title"),
            new Column("manager", "manager", false, "sponsor"),
            new Column("from", "first day", false, "from", "start", "start date", "begins"),
            new Column("until", "last day", false, "until", "end", "end date", "ends"),
            new Column("groups", "groups", false, "group", "teams")),
    /** Groups themselves; with a kind, unit or job its members follow from that rule, else they are put in. */
    GROUPS(
            new Column("key", "short name", true, "key", "group key"),
            new Column("name", "name", true, "group", "group name", "display name"),
            new Column("description", "what it is for", false, "description", "about"),
            new Column("owners", "owners", false, "owner", "owned by"),
            new Column("tags", "tags", false, "tag", "labels"),
            new Column("kinds", "kinds", false, "works as", "kind"),
            new Column("units", "units", false, "unit", "site"),
            new Column("jobs", "jobs", false, "job", "title"),
            new Column("where", "fields", false, "where", "values")),
    /** Who is in which group. */
    MEMBERSHIPS(
            new Column("member", "member", true, "handle", "person", "who"),
            new Column("group", "group", true, "group key", "team"),
            new Column("from", "first day", false, "from", "start"),
            new Column("until", "last day", false, "until", "end"),
            new Column("because", "reason", false, "because", "why")),
    /** Who has which role where. */
    ASSIGNMENTS(
            new Column("subject", "for whom", true, "subject", "handle", "person", "who"),
            new Column("role", "role", true, "role key"),
            new Column("tenant", "tenant", true, "app and tenant"),
            new Column("area", "area", false, "place", "where"),
            new Column("from", "first day", false, "from", "start"),
            new Column("until", "last day", false, "until", "end"),
            new Column("because", "reason", false, "because", "why"));

    /** What the name of a column for one of the organisation's own fields begins with. */
    public static final String OWN_FIELD = "field.";

    private final List<Column> columns;

    /** A column by the field of the entries that it fills; {@code title} is its header in tables that we write. */
    public record Column(String field, String title, boolean isNeeded, List<String> others) {
        Column(String field, String title, boolean isNeeded, String... others) {
            this(field, title, isNeeded, List.of(others));
        }

        boolean isCalled(String header) {
            String plain = plain(header);
            return plain(title).equals(plain)
                    || others.stream().anyMatch(other -> plain(other).equals(plain));
        }

        private static String plain(String header) {
            return header.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
        }
    }

    Sheet(Column... columns) {
        this.columns = List.of(columns);
    }

    public List<Column> columns() {
        return columns;
    }

    /** With those for the organisation's own fields of people. */
    public List<Column> columns(Model model) {
        return this == PEOPLE
                ? Stream.concat(
                                columns.stream(),
                                model.table(Kind.PERSON_FIELD).stream().map(Sheet::column))
                        .toList()
                : columns;
    }

    private static Column column(PersonField field) {
        List<String> others = new ArrayList<>(List.of(field.key().text()));
        field.attribute().ifPresent(others::add);
        return new Column(OWN_FIELD + field.key(), field.label(), false, others);
    }

    /** The field of each header by its position, empty where no column is called that; no field is given twice. */
    public List<Optional<String>> matched(List<String> header, Model model) {
        return matched(header, columns(model));
    }

    private static List<Optional<String>> matched(List<String> header, List<Column> columns) {
        List<Optional<String>> fields = new ArrayList<>();
        for (String name : header) {
            fields.add(columns.stream()
                    .filter(column -> column.isCalled(name))
                    .map(Column::field)
                    .filter(field -> !fields.contains(Optional.of(field)))
                    .findFirst());
        }
        return fields;
    }

    /** The sheet whose columns most headers are called like, where all its needed ones are there. */
    public static Optional<Sheet> guessed(List<String> header) {
        Map<Sheet, Long> hits = new LinkedHashMap<>();
        for (Sheet sheet : values()) {
            List<Optional<String>> fields = matched(header, sheet.columns);
            boolean isWhole = sheet.columns.stream()
                    .filter(Column::isNeeded)
                    .allMatch(column -> fields.contains(Optional.of(column.field())));
            if (isWhole) {
                hits.put(sheet, fields.stream().filter(Optional::isPresent).count());
            }
        }
        return hits.entrySet().stream().max(Map.Entry.comparingByValue()).map(Map.Entry::getKey);
    }
}
