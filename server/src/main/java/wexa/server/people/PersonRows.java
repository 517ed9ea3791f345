package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;
import wexa.core.lifecycle.Standing;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;

/** People in lists: the sorted list of one snapshot is kept until the snapshot or the minute is another. */
@Component
class PersonRows {
    private static final long SORTED_FOR_SECONDS = 60;

    private volatile Sorted kept = new Sorted(-1, Instant.MIN, List.of(), List.of());

    private record Sorted(long version, Instant at, List<PersonRow> rows, List<String> texts) {}

    /** Rows whose name, handle, job, unit or number has every word of the text in it, most urgent first. */
    List<PersonRow> search(Snapshot snapshot, String text, Instant at) {
        Sorted sorted = sorted(snapshot, at);
        String[] words = text.strip().toLowerCase(Locale.ROOT).split("\\s+");
        if (text.isBlank()) {
            return sorted.rows();
        }
        List<PersonRow> found = new ArrayList<>();
        for (int place = 0; place < sorted.rows().size(); place++) {
            if (hasAll(sorted.texts().get(place), words)) {
                found.add(sorted.rows().get(place));
            }
        }
        return found;
    }

    private static boolean hasAll(String text, String[] words) {
        for (String word : words) {
            if (!text.contains(word)) {
                return false;
            }
        }
        return true;
    }

    private Sorted sorted(Snapshot snapshot, Instant at) {
        Sorted now = kept;
        boolean fresh = now.version() == snapshot.version()
                && !at.isBefore(now.at())
                && at.isBefore(now.at().plusSeconds(SORTED_FOR_SECONDS));
        if (fresh) {
            return now;
        }
        List<PersonRow> rows = snapshot.model().people().stream()
                .map(person -> row(snapshot.model(), person, at))
                .sorted(Comparator.comparingInt((PersonRow row) -> urgency(row, at))
                        .thenComparing(PersonRow::name))
                .toList();
        List<String> texts = rows.stream()
                .map(row -> String.join(" ", row.name(), row.handle(), row.job(), row.unit(), row.kind())
                        .toLowerCase(Locale.ROOT))
                .toList();
        Sorted made = new Sorted(snapshot.version(), at, rows, texts);
        kept = made;
        return made;
    }

    /** Those who are about to come or go, then those here, then the rest. */
    private static int urgency(PersonRow row, Instant at) {
        Instant soon = at.plusSeconds(14 * 86_400L);
        return switch (row.standing()) {
            case "EXPECTED" -> 0;
            case "UNENGAGED" -> 1;
            case "HERE" -> row.until() != null && row.until().isBefore(soon) ? 2 : isNew(row, at) ? 3 : 4;
            case "PAUSED" -> 5;
            default -> 6;
        };
    }

    private static boolean isNew(PersonRow row, Instant at) {
        return row.from() != null && row.from().isAfter(at.minusSeconds(7 * 86_400L));
    }

    PersonRow row(Model model, Person person, Instant at) {
        List<Engagement> engagements = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id());
        Optional<Engagement> current = engagements.stream()
                .filter(engagement -> engagement.window().until().isAfter(at))
                .min(Comparator.comparing(engagement -> engagement.window().from()))
                .or(() -> engagements.stream()
                        .max(Comparator.comparing(
                                engagement -> engagement.window().until())));
        return new PersonRow(
                person.id().value(),
                person.handle().text(),
                person.name(),
                current.map(Engagement::job).orElse(""),
                current.map(one -> model.table(Kind.UNIT).get(one.unit()).name())
                        .orElse(""),
                current.map(one -> one.kind().name()).orElse(""),
                Standing.of(person, engagements, at).name(),
                current.map(one -> one.window().from())
                        .filter(from -> !from.equals(Instant.MIN))
                        .orElse(null),
                current.map(one -> one.window().until())
                        .filter(until -> !until.equals(Instant.MAX))
                        .orElse(null),
                person.home().text());
    }
}
