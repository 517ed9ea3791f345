package wexa.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import wexa.core.governance.Reach;
import wexa.core.governance.Reached;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.preview.Snapshot;
import wexa.core.registry.Rooms;
import wexa.core.room.Marks;
import wexa.core.value.Id;
import wexa.core.value.Mail;
import wexa.core.value.Window;
import wexa.server.snapshot.SnapshotStore;

/**
 * People in lists. The sorted list is kept: after a changeset only those whom it touched are placed anew, and everything is
 * sorted again only when a date has passed at which somebody's place changes.
 */
@Component
class PersonRows {
    private static final int MOST_CHANGESETS_FOLLOWED = 50;
    private static final Duration SOON = Duration.ofDays(14);
    private static final Duration NEW = Duration.ofDays(7);
    private static final Comparator<Line> ORDER = Comparator.comparingInt(Line::urgency)
            .thenComparing(line -> line.row().name())
            .thenComparing(line -> line.row().id());

    private final SnapshotStore snapshots;
    private volatile Sorted kept =
            new Sorted(-1, Instant.MIN, Instant.MIN, List.of(), Texts.of(List.of()), new Coding());

    private volatile NameWords nameWords = new NameWords(List.of(), Set.of());

    PersonRows(SnapshotStore snapshots) {
        this.snapshots = snapshots;
    }

    /** A row, the text that a search looks into, what sorts it, and what it is filtered by. */
    record Line(PersonRow row, String text, int urgency, Origin origin, Coding.Coded coded) {}

    /** Lines with the codes that they carry. */
    record Lines(List<Line> lines, Coding coding) {}

    /**
     * What a row is made of: parts of the engagement, empty for whoever was never engaged, and values by the keys of the
     * organisation's own fields.
     */
    record Origin(Optional<Id<Unit>> unit, Optional<Id<Person>> manager, Map<String, String> custom) {}

    /** Everybody who is seen and whose row has every word of the text, most urgent first. */
    Lines lines(Snapshot snapshot, String text, Reach sight, Instant at) {
        Sorted sorted = sorted(snapshot, at);
        if (!sight.isEverywhere()) {
            sorted = sorted.seen(sight, snapshot.model(), at);
        }
        if (text.isBlank()) {
            return new Lines(sorted.lines(), sorted.coding());
        }
        List<Line> all = sorted.lines();
        List<Line> found = new ArrayList<>();
        sorted.texts().find(words(text), place -> found.add(all.get(place)));
        return new Lines(found, sorted.coding());
    }

    static String[] words(String text) {
        return text.strip().toLowerCase(Locale.ROOT).split("\\s+");
    }

    /** All lines as they stand from {@code at} until a date moves one of them. */
    private record Sorted(long version, Instant at, Instant until, List<Line> lines, Texts texts, Coding coding) {
        boolean holdsAt(Instant now) {
            return !now.isBefore(at) && now.isBefore(until);
        }

        /** Those of them who are seen. Costs everybody. */
        Sorted seen(Reach sight, Model model, Instant now) {
            List<Line> some = lines.stream()
                    .filter(line ->
                            Reached.isSeen(sight, model, Id.of(line.row().id()), now))
                    .toList();
            return new Sorted(version, at, until, some, Texts.of(some), coding);
        }
    }

    /** The texts of all lines in one string, one after the other: a search runs through it without touching the lines. */
    private record Texts(String all, int[] starts) {
        static Texts of(List<Line> lines) {
            StringBuilder all = new StringBuilder();
            int[] starts = new int[lines.size() + 1];
            for (int place = 0; place < lines.size(); place++) {
                all.append(lines.get(place).text()).append('\n');
                starts[place + 1] = all.length();
            }
            return new Texts(all.toString(), starts);
        }

        /** Places of the lines that have every word, in order. */
        void find(String[] words, IntConsumer found) {
            String rarest = Arrays.stream(words)
                    .max(Comparator.comparingInt(String::length))
                    .orElse("");
            int at = all.indexOf(rarest);
            while (at >= 0 && at < all.length()) {
                int exact = Arrays.binarySearch(starts, at);
                int place = exact >= 0 ? exact : -exact - 2;
                String line = all.substring(starts[place], starts[place + 1]);
                if (Arrays.stream(words).allMatch(line::contains)) {
                    found.accept(place);
                }
                at = all.indexOf(rarest, starts[place + 1]);
            }
        }
    }

    /** Rows whose name, handle, job, unit or kind has every word of the text in it, most urgent first. */
    PeopleService.PeopleFound search(Snapshot snapshot, String text, Reach sight, Instant at, int from, int limit) {
        Sorted sorted = sorted(snapshot, at);
        if (!sight.isEverywhere()) {
            sorted = sorted.seen(sight, snapshot.model(), at);
        }
        List<Line> lines = sorted.lines();
        if (text.isBlank()) {
            int start = Math.min(from, lines.size());
            return new PeopleService.PeopleFound(
                    lines.size(), rows(lines.subList(start, Math.min(start + limit, lines.size()))));
        }
        List<Line> found = new ArrayList<>();
        int[] total = {0};
        sorted.texts().find(words(text), place -> {
            if (total[0] >= from && found.size() < limit) {
                found.add(lines.get(place));
            }
            total[0]++;
        });
        return new PeopleService.PeopleFound(total[0], rows(found));
    }

    /** The words of the names of everybody, each once; made when first asked for. */
    Set<String> nameWords(Snapshot snapshot, Instant at) {
        Sorted sorted = sorted(snapshot, at);
        NameWords known = nameWords;
        if (known.of() != sorted.lines()) {
            Set<String> words = new HashSet<>();
            sorted.lines().forEach(line -> words.addAll(List.of(words(line.row().name()))));
            known = new NameWords(sorted.lines(), words);
            nameWords = known;
        }
        return known.words();
    }

    private record NameWords(List<Line> of, Set<String> words) {}

    private static List<PersonRow> rows(List<Line> lines) {
        return lines.stream().map(Line::row).toList();
    }

    private Sorted sorted(Snapshot snapshot, Instant at) {
        Sorted known = kept;
        if (!known.holdsAt(at) || snapshot.version() - known.version() > MOST_CHANGESETS_FOLLOWED) {
            known = all(snapshot, at);
        } else if (known.version() < snapshot.version()) {
            known = followed(known, snapshot, at);
        }
        kept = known;
        return known;
    }

    private Sorted all(Snapshot snapshot, Instant at) {
        Model model = snapshot.model();
        List<Line> lines = new ArrayList<>(model.people().size());
        Coding coding = new Coding();
        model.people().forEach(person -> lines.add(line(model, person, at, coding)));
        lines.sort(ORDER);
        Instant[] until = {Instant.MAX};
        model.table(Kind.ENGAGEMENT).forEach(engagement -> until[0] = nextMove(until[0], engagement.window(), at));
        model.table(Kind.ABSENCE).forEach(absence -> until[0] = nextMove(until[0], absence.window(), at));
        return new Sorted(snapshot.version(), at, until[0], lines, Texts.of(lines), coding);
    }

    /** Kinds of facts that a line is made of. */
    private static final Set<Kind<?>> SHOWN = Set.of(Kind.PERSON, Kind.ENGAGEMENT, Kind.UNIT, Kind.ABSENCE);

    /** Reads marks as the people whose line may be another. */
    private record Shown(Model model, Set<Id<Person>> people) implements Marks {
        @Override
        public void person(Id<Person> person) {
            people.add(person);
        }

        @Override
        public void unit(Id<Unit> unit) {
            model.table(Kind.ENGAGEMENT).stream()
                    .filter(engagement -> engagement.unit().equals(unit))
                    .forEach(engagement -> people.add(engagement.person()));
        }

        @Override
        public void members(Id<Group> group) {
            // a line says nothing of groups
        }

        @Override
        public void holders(Id<Role> role) {
            // a line says nothing of roles
        }

        @Override
        public void tenant(Id<Tenant> tenant) {
            // a line says nothing of tenants
        }

        @Override
        public void history(Id<? extends Fact> fact) {
            // a line says nothing of what was
        }

        @Override
        public void everything() {
            model.people().forEach(person -> people.add(person.id()));
        }
    }

    /** Those whom the changesets since touched are taken out and placed anew. */
    private Sorted followed(Sorted known, Snapshot snapshot, Instant at) {
        Model model = snapshot.model();
        Set<Id<Person>> touched = new LinkedHashSet<>();
        Instant until = known.until();
        for (long version = known.version() + 1; version <= snapshot.version(); version++) {
            for (Effect effect : snapshots.effects(version)) {
                if (SHOWN.contains(effect.kind())) {
                    Shown shown = new Shown(model, touched);
                    effect.before().ifPresent(fact -> Rooms.marks(fact, model, shown));
                    effect.after().ifPresent(fact -> Rooms.marks(fact, model, shown));
                    for (Window window : Rooms.windows(effect.subject(), model)) {
                        until = nextMove(until, window, at);
                    }
                }
            }
        }
        if (touched.isEmpty()) {
            return new Sorted(
                    snapshot.version(), known.at(), known.until(), known.lines(), known.texts(), known.coding());
        }
        List<Line> lines = new ArrayList<>(known.lines().size() + touched.size());
        for (Line line : known.lines()) {
            if (!touched.contains(Id.<Person>of(line.row().id()))) {
                lines.add(line);
            }
        }
        for (Id<Person> id : touched) {
            model.people()
                    .find(id)
                    .map(person -> line(model, person, at, known.coding()))
                    .ifPresent(line -> {
                        int place = Collections.binarySearch(lines, line, ORDER);
                        lines.add(place < 0 ? -place - 1 : place, line);
                    });
        }
        return new Sorted(snapshot.version(), known.at(), until, lines, Texts.of(lines), known.coding());
    }

    /** The nearest instant at which somebody comes, goes, is about to go, or is no longer new. */
    private static Instant nextMove(Instant nearest, Window window, Instant at) {
        Instant next = nearest;
        if (!window.from().equals(Instant.MIN)) {
            next = nearer(next, window.from(), at);
            next = nearer(next, window.from().plus(NEW), at);
        }
        if (!window.isOpenEnded()) {
            next = nearer(next, window.until(), at);
            next = nearer(next, window.until().minus(SOON), at);
        }
        return next;
    }

    private static Instant nearer(Instant nearest, Instant instant, Instant after) {
        return instant.isAfter(after) && instant.isBefore(nearest) ? instant : nearest;
    }

    private Line line(Model model, Person person, Instant at, Coding coding) {
        PersonRow row = row(model, person, at);
        Optional<Engagement> engagement = MainEngagement.of(model, person.id(), at);
        Origin origin =
                new Origin(engagement.map(Engagement::unit), engagement.flatMap(Engagement::manager), person.custom());
        String text = String.join(
                        " ",
                        row.name(),
                        row.handle(),
                        row.job(),
                        row.unit(),
                        row.kind(),
                        row.number(),
                        person.mail().map(Mail::text).orElse(""),
                        values(model, person))
                .toLowerCase(Locale.ROOT);
        return new Line(row, text, urgency(row, at), origin, coding.coded(row, origin));
    }

    /** Values that people would type; who is named in a field is found on that person's own row. */
    private static String values(Model model, Person person) {
        return person.custom().isEmpty()
                ? ""
                : model.table(Kind.PERSON_FIELD).stream()
                        .filter(field -> field.type() != PersonField.Type.PERSON)
                        .flatMap(field -> field.of(person).stream())
                        .collect(Collectors.joining(" "));
    }

    /** Those who are about to come or go, then those here, then the rest. */
    private static int urgency(PersonRow row, Instant at) {
        return switch (row.standing()) {
            case "EXPECTED" -> 0;
            case "UNENGAGED" -> 1;
            case "HERE" ->
                row.until() != null && row.until().isBefore(at.plus(SOON))
                        ? 2
                        : row.from() != null && row.from().isAfter(at.minus(NEW)) ? 3 : 4;
            case "PAUSED", "SUSPENDED" -> 5;
            default -> 6;
        };
    }

    PersonRow row(Model model, Person person, Instant at) {
        List<Engagement> engagements = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id());
        Optional<Engagement> current = MainEngagement.of(engagements, at);
        return new PersonRow(
                person.id().value(),
                person.handle().text(),
                person.name(),
                current.flatMap(Engagement::staffNumber).orElse(""),
                current.map(Engagement::job).orElse(""),
                current.map(one -> model.table(Kind.UNIT).get(one.unit()).name())
                        .orElse(""),
                current.map(one -> one.kind().name()).orElse(""),
                PersonStatus.of(model, person.id(), engagements, at).name(),
                current.map(one -> one.window().from())
                        .filter(from -> !from.equals(Instant.MIN))
                        .orElse(null),
                current.map(one -> one.window().until())
                        .filter(until -> !until.equals(Instant.MAX))
                        .orElse(null),
                person.home().text());
    }
}
