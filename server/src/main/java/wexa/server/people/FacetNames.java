package wexa.server.people;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import wexa.core.custom.FieldValue;
import wexa.core.governance.Reach;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** What the values of the parts of a filter are called; tenants and units that are not seen are left out. */
final class FacetNames {
    /** Of jobs, managers, groups and roles there may be thousands: those that most people have are offered. */
    private static final int MOST = 40;

    private final Model model;

    FacetNames(Model model) {
        this.model = model;
    }

    List<TableViews.FacetValue> values(String part, Map<String, Integer> counts, Reach sight) {
        boolean isWhole = part.equals("unit") || part.equals("account");
        // names are looked up for those that can be among the first
        int least = isWhole || counts.size() <= MOST
                ? 0
                : counts.values().stream()
                        .sorted(Comparator.reverseOrder())
                        .toList()
                        .get(MOST - 1);
        List<TableViews.FacetValue> all = counts.entrySet().stream()
                .filter(count -> count.getValue() >= least)
                .flatMap(count -> value(part, count.getKey(), count.getValue(), sight).stream())
                .sorted(Comparator.comparingInt(TableViews.FacetValue::count)
                        .reversed()
                        .thenComparing(TableViews.FacetValue::name))
                .toList();
        return isWhole ? all : all.subList(0, Math.min(MOST, all.size()));
    }

    /** Several values of a part in one line; an account's state stands behind its tenant. */
    String words(String part, List<String> keys, Reach sight) {
        return keys.stream()
                .map(key -> value(part, key, 0, sight)
                        .map(value -> part.equals("account")
                                ? value.name() + " " + key.substring(key.indexOf(':') + 1)
                                : value.name())
                        .orElse(key))
                .collect(Collectors.joining(" or "));
    }

    private Optional<TableViews.FacetValue> value(String part, String key, int count, Reach sight) {
        return switch (part) {
            case "unit" ->
                model.table(Kind.UNIT)
                        .find(Id.of(key))
                        .map(unit -> new TableViews.FacetValue(
                                key,
                                unit.name(),
                                count,
                                unit.parent().map(Id::toString).orElse(null)));
            case "group" -> model.groups().find(Id.<Group>of(key)).map(group -> plain(key, group.name(), count));
            case "role" -> model.roles().find(Id.<Role>of(key)).map(role -> plain(key, role.name(), count));
            case "manager" -> model.people().find(Id.<Person>of(key)).map(person -> plain(key, person.name(), count));
            case "account" -> {
                String tenant = key.substring(0, key.indexOf(':'));
                yield model.tenants()
                        .find(Id.<Tenant>of(tenant))
                        .filter(one -> sight.covers(one.id()))
                        .map(one -> new TableViews.FacetValue(key, model.title(one), count, tenant));
            }
            default -> Optional.of(plain(key, part.startsWith(PeopleFilter.OWN) ? ownValue(part, key) : key, count));
        };
    }

    private String ownValue(String part, String value) {
        return value.isEmpty()
                ? "No value"
                : model
                        .table(Kind.PERSON_FIELD)
                        .by(PersonField.BY_KEY, Key.of(part.substring(PeopleFilter.OWN.length())))
                        .stream()
                        .findFirst()
                        .map(field -> FieldValue.told(field.type(), value, model))
                        .orElse(value);
    }

    private static TableViews.FacetValue plain(String key, String name, int count) {
        return new TableViews.FacetValue(key, name, count, null);
    }
}
