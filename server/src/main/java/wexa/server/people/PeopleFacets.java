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
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
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
import wexa.server.people.Coding.Coded;
import wexa.server.people.PersonRows.Line;
import wexa.server.problems.Problem;

/**
 * Filters lines by several parts at once, and counts for each part how many would pass by each of its values. Costs the lines once;
 * a part that looks at groups, roles or accounts besides whom those concern.
 */
final class PeopleFacets {
    /** Each lies within those after it. */
    private static final List<String> SPANS = List.of("WEEK", "MONTH", "QUARTER");

    private static final List<Duration> LENGTHS = List.of(Duration.ofDays(7), Duration.ofDays(30), Duration.ofDays(91));
    private static final String NEVER = "NEVER";
    private static final int NEVER_CODE = SPANS.size() + 1;

    private final Snapshot snapshot;
    private final Instant at;
    private final Reach sight;
    private final PeopleFilter filter;
    private final Set<String> more;
    private final PeopleSets sets;
    private final List<Part> parts = new ArrayList<>();

    /** Whom the values of a part concern, where that is not told by a line. */
    private final Map<String, Map<String, PersonSet>> setParts = new HashMap<>();

    /**
     * One part of a filter. What a line has is a code, whose keys in the filter are found once and not for each line; a code of
     * {@link Codes#NOTHING} has none.
     */
    private static final class Part {
        private static final byte PASSES = 1;
        private static final byte FAILS = 2;

        private final String name;
        private final Set<String> chosen;
        private final ToIntFunction<Line> code;
        private final IntFunction<List<String>> keys;
        private final byte[] passing;
        private final int[] counted;

        /**
         * @param chosen keys of which one has to fit; none lets everybody pass
         * @param codes how many codes there are
         */
        Part(String name, Set<String> chosen, int codes, ToIntFunction<Line> code, IntFunction<List<String>> keys) {
            this.name = name;
            this.chosen = chosen;
            this.code = code;
            this.keys = keys;
            this.passing = new byte[codes];
            this.counted = new int[codes];
            this.passing[Codes.NOTHING] = chosen.isEmpty() ? PASSES : FAILS;
        }

        boolean passes(int value) {
            if (passing[value] == 0) {
                boolean fits = chosen.isEmpty() || keys.apply(value).stream().anyMatch(chosen::contains);
                passing[value] = fits ? PASSES : FAILS;
            }
            return passing[value] == PASSES;
        }

        void count(int value) {
            counted[value]++;
        }

        Map<String, Integer> counts() {
            Map<String, Integer> counts = new HashMap<>();
            for (int value = Codes.NOTHING + 1; value < counted.length; value++) {
                if (counted[value] > 0) {
                    for (String key : keys.apply(value)) {
                        counts.merge(key, counted[value], Integer::sum);
                    }
                }
            }
            return counts;
        }
    }

    /** Those who pass, in the order of the lines, and the counts of each part's values. */
    record Found(List<Line> lines, Map<String, Map<String, Integer>> counts) {}

    PeopleFacets(Snapshot snapshot, Instant at, PeopleFilter filter, Set<String> more, PeopleSets sets, Reach sight) {
        this.snapshot = snapshot;
        this.at = at;
        this.filter = filter;
        this.more = more;
        this.sets = sets;
        this.sight = sight;
    }

    private void addParts(Coding coding) {
        part("unit", texts(PeopleFilter.of(filter.unit())), coding.unit(), Coded::unit, unit -> path((Id<?>) unit));
        textPart("standing", filter.standing(), coding.standing(), Coded::standing);
        textPart("kind", filter.kind(), coding.kind(), Coded::kind);
        textPart("job", filter.job(), coding.job(), Coded::job);
        spanPart(
                "ends",
                Set.copyOf(PeopleFilter.of(filter.ends())),
                coded -> coded.until() == Coded.UNSET && coded.kind() != Codes.NOTHING
                        ? NEVER_CODE
                        : within(coded.until()));
        spanPart("begins", Set.copyOf(PeopleFilter.of(filter.begins())), coded -> within(coded.from()));
        part(
                "manager",
                texts(PeopleFilter.of(filter.manager())),
                coding.manager(),
                Coded::manager,
                manager -> List.of(manager.toString()));
        ownFields(coding.custom());
        setPart("group", texts(PeopleFilter.of(filter.group())));
        setPart("role", texts(PeopleFilter.of(filter.role())));
        setPart("account", Set.copyOf(PeopleFilter.of(filter.account())));
    }

    private void textPart(String name, @Nullable List<String> chosen, Codes codes, ToIntFunction<Coded> code) {
        part(name, Set.copyOf(PeopleFilter.of(chosen)), codes, code, value -> List.of(value.toString()));
    }

    private void part(
            String name,
            Set<String> chosen,
            Codes codes,
            ToIntFunction<Coded> code,
            Function<Object, List<String>> keys) {
        parts.add(new Part(
                name,
                chosen,
                codes.size(),
                line -> code.applyAsInt(line.coded()),
                value -> keys.apply(codes.value(value))));
    }

    /** Whatever lies within a span lies within the longer ones. */
    private void spanPart(String name, Set<String> chosen, ToIntFunction<Coded> span) {
        parts.add(new Part(
                name,
                chosen,
                NEVER_CODE + 1,
                line -> span.applyAsInt(line.coded()),
                code -> code == NEVER_CODE ? List.of(NEVER) : SPANS.subList(code - 1, SPANS.size())));
    }

    /** The code of the shortest span in which an instant comes. */
    private int within(long seconds) {
        if (seconds > at.getEpochSecond()) {
            for (int span = 0; span < LENGTHS.size(); span++) {
                if (seconds <= at.getEpochSecond() + LENGTHS.get(span).toSeconds()) {
                    return span + 1;
                }
            }
        }
        return Codes.NOTHING;
    }

    /** Fields with a list to choose from are always counted, as that has an end; others where they are asked for. */
    private void ownFields(Codes custom) {
        Set<String> unknown = new HashSet<>(filter.fieldKeys());
        snapshot.model().table(Kind.PERSON_FIELD).forEach(field -> {
            String key = field.key().text();
            unknown.remove(key);
            Set<String> chosen = filter.valuesOf(key);
            if (field.type() == PersonField.Type.CHOICE || !chosen.isEmpty() || more.contains(PeopleFilter.OWN + key)) {
                part(
                        PeopleFilter.OWN + key,
                        chosen,
                        custom,
                        Coded::custom,
                        values -> List.of(
                                values instanceof Map<?, ?> all && all.get(key) instanceof String text ? text : ""));
            }
        });
        // nobody has a value in a field that is not kept any more
        unknown.forEach(key -> parts.add(
                new Part(PeopleFilter.OWN + key, filter.valuesOf(key), 1, line -> Codes.NOTHING, code -> List.of())));
    }

    /** A part that is looked at only where it is asked for: whom each of its values concerns is found first. */
    private void setPart(String name, Set<String> chosen) {
        boolean isCounted = more.contains(name);
        if (!chosen.isEmpty() || isCounted) {
            Map<String, PersonSet> values =
                    isCounted ? sets.all(name, snapshot, at, sight) : sets.some(name, chosen, snapshot, at, sight);
            Optional<PersonSet> passing = PersonSet.union(values.entrySet().stream()
                    .filter(value -> chosen.contains(value.getKey()))
                    .map(Map.Entry::getValue)
                    .toList());
            setParts.put(name, values);
            parts.add(new Part(
                    name,
                    chosen,
                    2,
                    line -> passing.filter(set -> set.contains(
                                            Id.<Person>of(line.row().id())))
                                    .isPresent()
                            ? 1
                            : Codes.NOTHING,
                    code -> List.copyOf(chosen)));
        }
    }

    private static Set<String> texts(List<UUID> ids) {
        return new HashSet<>(ids.stream().map(UUID::toString).toList());
    }

    /** A unit and those above it. */
    private List<String> path(Id<?> unit) {
        List<String> known = new ArrayList<>();
        Optional<Id<Unit>> up = Optional.of(Id.of(unit.value()));
        while (up.isPresent() && !known.contains(up.get().toString())) {
            known.add(up.get().toString());
            up = snapshot.model().table(Kind.UNIT).find(up.get()).flatMap(Unit::parent);
        }
        return known;
    }

    /** Whoever fails one part alone still counts for the values of that part. */
    Found of(PersonRows.Lines all) {
        addParts(all.coding());
        List<Line> passing = new ArrayList<>();
        Map<String, List<Line>> failingOne = new HashMap<>();
        parts.forEach(part -> failingOne.put(part.name, new ArrayList<>()));
        Part[] looked = parts.toArray(Part[]::new);
        boolean[] isSet = new boolean[looked.length];
        for (int place = 0; place < looked.length; place++) {
            isSet[place] = setParts.containsKey(looked[place].name);
        }
        int[] has = new int[looked.length];
        for (Line line : all.lines()) {
            int failing = -1;
            int fails = 0;
            for (int place = 0; place < looked.length && fails < 2; place++) {
                has[place] = looked[place].code.applyAsInt(line);
                if (!looked[place].passes(has[place])) {
                    failing = place;
                    fails++;
                }
            }
            if (fails == 0) {
                passing.add(line);
                for (int place = 0; place < looked.length; place++) {
                    if (!isSet[place]) {
                        looked[place].count(has[place]);
                    }
                }
            } else if (fails == 1 && isSet[failing]) {
                failingOne.getOrDefault(looked[failing].name, passing).add(line);
            } else if (fails == 1) {
                looked[failing].count(has[failing]);
            }
        }
        Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
        parts.forEach(part -> counts.put(part.name, setParts.containsKey(part.name) ? new HashMap<>() : part.counts()));
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
        Predicate<String> isSpan = SPANS::contains;
        require("begins", PeopleFilter.of(filter.begins()), isSpan, "WEEK, MONTH or QUARTER");
        require("ends", PeopleFilter.of(filter.ends()), isSpan.or(NEVER::equals), "WEEK, MONTH, QUARTER or NEVER");
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
