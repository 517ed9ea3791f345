package wexa.bench;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.directory.Comparison;
import wexa.core.directory.GroupComparison;
import wexa.core.directory.Listed;
import wexa.core.directory.ListedGroup;
import wexa.core.directory.Pair;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Key;

/** Compares a whole reading of a large directory with the people whose home it is, and prints what that takes. */
public final class DirectoryBench {
    private static final double LIMIT_SECONDS = 3;
    private static final int ROUNDS = 5;

    private DirectoryBench() {}

    /** An argument is the number of entries; 200,000 if there is none. */
    public static void main(String[] arguments) {
        int entries = arguments.length == 0 ? 200_000 : Integer.parseInt(arguments[0]);
        Generator generator = new Generator(7, entries);
        Model model = linked(generator.model());
        List<Listed> reading = reading(model);
        List<ListedGroup> listed = groups(reading);
        for (int round = 1; round <= ROUNDS; round++) {
            // a model of its own each time: what it keeps for look-ups is part of the cost
            List<Fact> facts = new ArrayList<>();
            Kind.all().forEach(kind -> model.table(kind).forEach(facts::add));
            Model fresh = Model.of(facts);
            long began = System.nanoTime();
            Comparison comparison = Comparison.of(fresh, Key.of("home"), reading);
            double seconds = (System.nanoTime() - began) / 1e9;
            long groupsBegan = System.nanoTime();
            GroupComparison groups = GroupComparison.of(fresh, Key.of("home"), reading, listed, Instant.EPOCH);
            double ofGroups = (System.nanoTime() - groupsBegan) / 1e9;
            Map<Pair.Case, Integer> kinds = new HashMap<>();
            comparison.pairs().forEach(pair -> kinds.merge(pair.kind(), 1, Integer::sum));
            System.out.printf(
                    Locale.ROOT,
                    "comparison of %,d entries: %.2f s (%.2f of the limit), %,d agree, %,d new, %s%n",
                    reading.size(),
                    seconds,
                    seconds / LIMIT_SECONDS,
                    comparison.agreeing(),
                    comparison.newcomers(),
                    kinds);
            System.out.printf(
                    Locale.ROOT,
                    "comparison of %,d groups with %,d members each: %.2f s, %,d people come in%n",
                    listed.size(),
                    listed.get(0).members().size(),
                    ofGroups,
                    groups.shifts().stream()
                            .mapToInt(shift -> shift.joining().size())
                            .sum());
        }
    }

    /** A hundred groups, each with every fiftieth entry. */
    private static List<ListedGroup> groups(List<Listed> reading) {
        List<ListedGroup> groups = new ArrayList<>();
        for (int number = 0; number < 100; number++) {
            Set<String> members = new HashSet<>();
            for (int place = number % 50; place < reading.size(); place += 50) {
                members.add(reading.get(place).userId());
            }
            groups.add(new ListedGroup("directory-group-" + number, "directory-group-" + number, "", members, 0));
        }
        return groups;
    }

    /** Everybody with an entry in the one directory. */
    private static Model linked(Model model) {
        List<Effect> effects = new ArrayList<>();
        model.people()
                .forEach(person -> effects.add(Effect.replace(
                        person,
                        new Person(
                                person.id(),
                                person.handle(),
                                person.givenName(),
                                person.familyName(),
                                person.mail(),
                                person.phone(),
                                Key.of("home"),
                                Optional.of(person.handle().text()),
                                person.custom()))));
        return model.with(effects);
    }

    /** What the directory lists: of a hundred one is missing, one is named otherwise and one has another user id. */
    private static List<Listed> reading(Model model) {
        List<Listed> reading = new ArrayList<>();
        int number = 0;
        for (Person person : model.people().stream().toList()) {
            int kind = number++ % 100;
            if (kind != 0) {
                reading.add(new Listed(
                        (kind == 1 ? "moved." : "") + person.handle(),
                        (kind == 1 ? "moved." : "") + person.handle(),
                        person.givenName(),
                        kind == 2 ? "Otherwise" : person.familyName(),
                        person.mail().map(Object::toString),
                        Optional.empty(),
                        Optional.of("N" + number),
                        true));
            }
        }
        return reading;
    }
}
