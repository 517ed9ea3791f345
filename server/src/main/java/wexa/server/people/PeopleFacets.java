package wexa.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.access.PersonSet;
import wexa.core.governance.Reach;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Unit;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.people.PersonRows.Line;
import wexa.server.problems.Problem;

/**
 * Filters lines by several parts at once, and counts for each part how many would pass by each of its values. Costs the lines once;
 * a part that looks at groups, roles or accounts besides whom those concern.
 */
final class PeopleFacets {
    private static final Map<String, Duration> WITHIN =
            Map.of("WEEK", Duration.ofDays(7), "MONTH", Duration.ofDays(30), "QUARTER", Duration.ofDays(91));

    private final Snapshot snapshot;
    private final Instant at;
    private final Reach sight;
    private final List<Part> parts = new ArrayList<>();
    private final Map<Id<Unit>, List<String>> unitPaths = new HashMap<>();

    /** Whom the values of a part concern, where that is not told by a line. */
    private final Map<String, Map<String, PersonSet>> setParts = new HashMap<>();

    /**
     * One part of a filter.
     *
     * @param chosen keys of which one has to fit; none lets everybody pass
     * @param keys tells the keys that a line has
     */
    private record Part(String name, Set<String> chosen, BiConsumer<Line, Set<String>> keys) {
        boolean passes(Set<String> has) {
            return chosen.isEmpty() || has.stream().anyMatch(chosen::contains);
        }
    }

    /** Those who pass, in the order of the lines, and the counts of each part's values. */
    record Found(List<Line> lines, Map<String, Map<String, Integer>> counts) {}

    PeopleFacets(Snapshot snapshot, Instant at, PeopleFilter filter, Set<String> more, PeopleSets sets, Reach sight) {
        this.snapshot = snapshot;
        this.at = at;
        this.sight = sight;
        part(
                "unit",
                texts(PeopleFilter.of(filter.unit())),
                (line, keys) -> line.origin().unit().ifPresent(unit -> keys.addAll(path(unit))));
        part(
                "standing",
                Set.copyOf(PeopleFilter.of(filter.standing())),
                (line, keys) -> keys.add(line.row().standing()));
        part(
                "kind",
                Set.copyOf(PeopleFilter.of(filter.kind())),
                (line, keys) -> add(line.row().kind(), keys));
        part(
                "job",
                Set.copyOf(PeopleFilter.of(filter.job())),
                (line, keys) -> add(line.row().job(), keys));
        part("ends", Set.copyOf(PeopleFilter.of(filter.ends())), this::ends);
        part(
                "begins",
                Set.copyOf(PeopleFilter.of(filter.begins())),
                (line, keys) -> within(line.row().from(), keys));
        part(
                "manager",
                texts(PeopleFilter.of(filter.manager())),
                (line, keys) -> line.origin().manager().ifPresent(manager -> keys.add(manager.toString())));
        ownFields(filter, more);
        setPart("group", texts(PeopleFilter.of(filter.group())), more, sets);
        setPart("role", texts(PeopleFilter.of(filter.role())), more, sets);
        setPart("account", Set.copyOf(PeopleFilter.of(filter.account())), more, sets);
    }

    /** Fields with a list to choose from are always counted, as that has an end; others where they are asked for. */
    private void ownFields(PeopleFilter filter, Set<String> more) {
        Set<String> unknown = new HashSet<>(filter.fieldKeys());
        snapshot.model().table(Kind.PERSON_FIELD).forEach(field -> {
            String key = field.key().text();
            unknown.remove(key);
            Set<String> chosen = filter.valuesOf(key);
            if (field.type() == PersonField.Type.CHOICE || !chosen.isEmpty() || more.contains(PeopleFilter.OWN + key)) {
                part(
                        PeopleFilter.OWN + key,
                        chosen,
                        (line, keys) -> keys.add(line.origin().custom().getOrDefault(key, "")));
            }
        });
        // nobody has a value in a field that is not kept any more
        unknown.forEach(key -> part(PeopleFilter.OWN + key, filter.valuesOf(key), (line, keys) -> {}));
    }

    private void part(String name, Set<String> chosen, BiConsumer<Line, Set<String>> keys) {
        parts.add(new Part(name, chosen, keys));
    }

    /** A part that is looked at only where it is asked for: whom each of its values concerns is found first. */
    private void setPart(String name, Set<String> chosen, Set<String> more, PeopleSets sets) {
        boolean isCounted = more.contains(name);
        if (!chosen.isEmpty() || isCounted) {
            Map<String, PersonSet> values =
                    isCounted ? sets.all(name, snapshot, at, sight) : sets.some(name, chosen, snapshot, at, sight);
            Optional<PersonSet> passing = PersonSet.union(values.entrySet().stream()
                    .filter(value -> chosen.contains(value.getKey()))
                    .map(Map.Entry::getValue)
                    .toList());
            setParts.put(name, values);
            parts.add(new Part(name, chosen, (line, keys) -> {
                if (passing.filter(set -> set.contains(Id.<Person>of(line.row().id())))
                        .isPresent()) {
                    keys.addAll(chosen);
                }
            }));
        }
    }

    private static Set<String> texts(List<UUID> ids) {
        return new HashSet<>(ids.stream().map(UUID::toString).toList());
    }

    private static void add(String key, Set<String> keys) {
        if (!key.isEmpty()) {
            keys.add(key);
        }
    }

    /** A unit and those above it. */
    private List<String> path(Id<Unit> unit) {
        List<String> known = unitPaths.get(unit);
        if (known == null) {
            known = new ArrayList<>();
            Optional<Id<Unit>> up = Optional.of(unit);
            while (up.isPresent() && !known.contains(up.get().toString())) {
                known.add(up.get().toString());
                up = snapshot.model().table(Kind.UNIT).find(up.get()).flatMap(Unit::parent);
            }
            unitPaths.put(unit, known);
        }
        return known;
    }

    private void ends(Line line, Set<String> keys) {
        if (line.row().until() == null && !line.row().kind().isEmpty()) {
            keys.add("NEVER");
        }
        within(line.row().until(), keys);
    }

    private void within(@Nullable Instant instant, Set<String> keys) {
        if (instant != null && instant.isAfter(at)) {
            WITHIN.forEach((name, duration) -> {
                if (!instant.isAfter(at.plus(duration))) {
                    keys.add(name);
                }
            });
        }
    }

    /** Whoever fails one part alone still counts for the values of that part. */
    Found of(List<Line> all) {
        List<Line> passing = new ArrayList<>();
        Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
        Map<String, List<Line>> failingOne = new HashMap<>();
        List<Set<String>> has = new ArrayList<>();
        for (Part part : parts) {
            counts.put(part.name(), new HashMap<>());
            failingOne.put(part.name(), new ArrayList<>());
            has.add(new HashSet<>());
        }
        for (Line line : all) {
            int failing = -1;
            int fails = 0;
            for (int place = 0; place < parts.size() && fails < 2; place++) {
                Set<String> keys = has.get(place);
                keys.clear();
                parts.get(place).keys().accept(line, keys);
                if (!parts.get(place).passes(keys)) {
                    failing = place;
                    fails++;
                }
            }
            if (fails == 0) {
                passing.add(line);
            }
            for (int place = 0; fails < 2 && place < parts.size(); place++) {
                String name = parts.get(place).name();
                if (setParts.containsKey(name)) {
                    if (fails == 1 && place == failing) {
                        failingOne.getOrDefault(name, passing).add(line);
                    }
                } else if (fails == 0 || place == failing) {
                    Map<String, Integer> counted = counts.getOrDefault(name, Map.of());
                    has.get(place).forEach(key -> counted.merge(key, 1, Integer::sum));
                }
            }
        }
        setParts.forEach((name, values) -> {
            PersonSet counted = snapshot.index()
                    .setOf(Stream.concat(passing.stream(), failingOne.getOrDefault(name, List.of()).stream())
                            .map(line -> Id.<Person>of(line.row().id()))
                            .toList());
            values.forEach((key, people) -> {
                int count = people.and(counted).size();
                if (count > 0) {
                    counts.getOrDefault(name, Map.of()).put(key, count);
                }
            });
        });
        return new Found(passing, counts);
    }

    /** Throws a 400 for a value that no filter has. */
    static void check(PeopleFilter filter) {
        Predicate<String> isSpan = value -> WITHIN.containsKey(value);
        require("begins", PeopleFilter.of(filter.begins()), isSpan, "WEEK, MONTH or QUARTER");
        require("ends", PeopleFilter.of(filter.ends()), isSpan.or("NEVER"::equals), "WEEK, MONTH, QUARTER or NEVER");
        require(
                "account",
                PeopleFilter.of(filter.account()),
                value -> value.matches("[0-9a-f-]{36}:(OPEN|CLOSED|NONE)"),
                "a tenant's id, a colon, and OPEN, CLOSED or NONE");
        require(
                "field",
                PeopleFilter.of(filter.field()),
                PeopleFacets::isPair,
                "the short name of a field, an equals sign, and the value");
    }

    private static boolean isPair(String value) {
        return value.indexOf('=') > 0;
    }

    private static void require(String field, List<String> values, Predicate<String> isKnown, String hint) {
        values.stream().filter(isKnown.negate()).findFirst().ifPresent(wrong -> {
            throw Problem.badField(
                    field,
                    "filter.unknown",
                    "“" + wrong.substring(0, Math.min(60, wrong.length())) + "” is not a value of this filter. Send "
                            + hint + ".");
        });
    }
}
