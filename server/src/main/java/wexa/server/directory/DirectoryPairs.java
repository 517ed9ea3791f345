package wexa.server.directory;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import wexa.core.custom.FieldValue;
import wexa.core.directory.Pair;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.value.Key;

/** People and entries that do not go together as they should, without those that somebody said are two. */
@Component
public class DirectoryPairs {
    private final DirectorySources sources;
    private final Comparisons comparisons;
    private final ApartRows apart;

    /** Rows of what was said to be two. */
    interface ApartRows extends JpaRepository<ApartRow, ApartRow.Name> {
        List<ApartRow> findByNameDirectory(String directory);
    }

    DirectoryPairs(DirectorySources sources, Comparisons comparisons, ApartRows apart) {
        this.sources = sources;
        this.comparisons = comparisons;
        this.apart = apart;
    }

    /** Without those that somebody said are two. */
    List<Pair> pairs(DirectorySettings.Source source) {
        Set<ApartRow.Name> two = apart.findByNameDirectory(source.key()).stream()
                .map(row -> row.name)
                .collect(Collectors.toSet());
        return comparisons.of(source).people().pairs().stream()
                .filter(pair -> pair.kind() != Pair.Case.COLLIDES
                        || pair.listed().stream()
                                .flatMap(listed -> Stream.of(listed.id(), listed.userId()))
                                .noneMatch(id -> two.contains(new ApartRow.Name(
                                        source.key(), id, pair.person().id().value()))))
                .toList();
    }

    /** A directory with pairs, and groups that it lists no longer, that nobody but a person can settle. */
    public record ToSettle(String name, int colliding, int vanished, int vanishedGroups) {
        public int all() {
            return colliding + vanished + vanishedGroups;
        }
    }

    public List<ToSettle> toSettle() {
        return sources.active().stream()
                .map(source -> {
                    List<Pair> found = pairs(source);
                    int groups = comparisons
                            .of(source)
                            .groups()
                            .map(compared -> compared.vanished().size())
                            .orElse(0);
                    return new ToSettle(
                            source.name(), count(found, Pair.Case.COLLIDES), count(found, Pair.Case.VANISHED), groups);
                })
                .filter(one -> one.all() > 0)
                .toList();
    }

    private static int count(List<Pair> pairs, Pair.Case kind) {
        return (int) pairs.stream().filter(pair -> pair.kind() == kind).count();
    }

    void keepApart(ApartRow.Name name, String by, Instant at) {
        apart.save(new ApartRow(name, by, at));
    }

    PairsView.PairView view(Model model, String directory, Pair pair) {
        Person person = pair.person();
        String numbers = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .flatMap(engagement -> engagement.staffNumber().stream())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
        return new PairsView.PairView(
                directory,
                pair.kind(),
                new PairsView.PersonSide(
                        person.id().value(),
                        person.handle().text(),
                        person.givenName(),
                        person.familyName(),
                        person.mail().map(Object::toString).orElse(null),
                        person.phone().map(Object::toString).orElse(null),
                        numbers,
                        person.directoryEntry().orElse(null)),
                pair.listed()
                        .map(listed -> new PairsView.EntrySide(
                                listed.id(),
                                listed.userId(),
                                listed.given(),
                                listed.family(),
                                listed.mail().orElse(null),
                                listed.phone().orElse(null),
                                listed.number().orElse(null),
                                FieldValue.text(pair.merged())))
                        .orElse(null),
                pair.same(),
                pair.differing(),
                pair.values().entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .flatMap(one -> line(model, person, one.getKey(), one.getValue()).stream())
                        .toList());
    }

    private static Optional<PairsView.ValueLine> line(Model model, Person person, String key, String there) {
        return model.table(Kind.PERSON_FIELD).by(PersonField.BY_KEY, Key.of(key)).stream()
                .findFirst()
                .map(field -> new PairsView.ValueLine(
                        field.label(),
                        field.of(person)
                                .map(here -> FieldValue.told(field.type(), here, model))
                                .orElse(""),
                        FieldValue.told(field.type(), there, model)));
    }
}
