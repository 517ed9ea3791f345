package wexa.core.directory;

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
import wexa.core.custom.FieldValue;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.PersonField;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Phone;

/**
 * One whole reading of a directory against the people whose home it is. Entries that somebody is linked to are compared
 * field by field; the others are newcomers, unless their address, staff number or user id is somebody's. Costs what the
 * reading and the people are in number.
 */
public final class Comparison {
    private final Model model;
    private final Key home;
    private final Map<String, Listed> reading = new TreeMap<>();
    private final Map<String, Person> linked = new HashMap<>();
    private final Set<Id<Person>> foundAgain = new HashSet<>();
    private final List<Pair> pairs = new ArrayList<>();
    private int newcomers;
    private int agreeing;

    private Comparison(Model model, Key home) {
        this.model = model;
        this.home = home;
    }

    public static Comparison of(Model model, Key home, List<Listed> reading) {
        Comparison comparison = new Comparison(model, home);
        for (Listed listed : reading) {
            comparison.reading.put(plain(listed.id()), listed);
        }
        for (Person person : model.people().stream().toList()) {
            if (person.home().equals(home)) {
                person.directoryEntry().ifPresent(entry -> comparison.linked.put(plain(entry), person));
            }
        }
        comparison.compareUnlinked();
        comparison.compareLinked();
        comparison.pairs.sort(Comparator.comparing(Pair::kind)
                .thenComparing(pair -> pair.person().handle())
                .thenComparing(pair -> pair.listed().map(Listed::id).orElse("")));
        return comparison;
    }

    /** Compared without regard to case, as {@code entryUUID}, names and {@code uid} are (RFC 4530 2.2, RFC 4519 2.39). */
    static String plain(String id) {
        return id.toLowerCase(Locale.ROOT);
    }

    private void compareUnlinked() {
        Map<Id<Person>, List<Pair>> likeVanished = new HashMap<>();
        for (Map.Entry<String, Listed> one : reading.entrySet()) {
            if (linked.containsKey(one.getKey()) || !one.getValue().isReadable()) {
                continue;
            }
            List<Pair> alike = alike(model, home, one.getValue());
            if (alike.isEmpty()) {
                newcomers++;
            }
            for (Pair pair : alike) {
                if (hasVanished(pair.person())) {
                    likeVanished
                            .computeIfAbsent(pair.person().id(), any -> new ArrayList<>())
                            .add(pair);
                } else {
                    pairs.add(pair);
                }
            }
        }
        // one that looks like the vanished entry is that entry renamed; of several nobody can say which
        likeVanished.values().forEach(alike -> {
            for (Pair pair : alike) {
                pairs.add(
                        alike.size() == 1
                                ? new Pair(
                                        Pair.Case.RENAMED,
                                        pair.person(),
                                        pair.listed(),
                                        pair.same(),
                                        pair.differing(),
                                        pair.values())
                                : pair);
            }
        });
        foundAgain.addAll(likeVanished.keySet());
    }

    private boolean hasVanished(Person person) {
        return person.home().equals(home)
                && person.directoryEntry()
                        .filter(entry -> !reading.containsKey(plain(entry)))
                        .isPresent();
    }

    /** People here whom an entry that nobody is linked to may be. */
    public static List<Pair> alike(Model model, Key home, Listed listed) {
        Map<Id<Person>, List<String>> common = new HashMap<>();
        listed.mail()
                .filter(Mail::accepts)
                .map(Mail::of)
                .ifPresent(mail ->
                        model.people().by(Person.BY_MAIL, mail).forEach(person -> note(common, person.id(), "mail")));
        listed.number()
                .ifPresent(number -> model.table(Kind.ENGAGEMENT).by(Engagement.BY_STAFF_NUMBER, number).stream()
                        .filter(engagement ->
                                model.people().get(engagement.person()).home().equals(home))
                        .forEach(engagement -> note(common, engagement.person(), "number")));
        String handle = plain(listed.userId());
        if (!handle.isEmpty()) {
            // linked by what they sign in with, before entries were known by something that stays
            model.people().by(Person.BY_DIRECTORY_ENTRY, home + "/" + handle).stream()
                    .forEach(person -> note(common, person.id(), "entry"));
        }
        if (Handle.accepts(handle)) {
            model.people().by(Person.BY_HANDLE, Handle.of(handle)).stream()
                    .filter(person -> person.home().equals(home))
                    .forEach(person -> note(common, person.id(), "handle"));
        }
        return common.entrySet().stream()
                .map(one -> {
                    Person person = model.people().get(one.getKey());
                    return pair(Pair.Case.COLLIDES, person, listed, one.getValue(), model);
                })
                .sorted(Comparator.comparing(pair -> pair.person().handle()))
                .toList();
    }

    private static void note(Map<Id<Person>, List<String>> common, Id<Person> person, String what) {
        List<String> known = common.computeIfAbsent(person, any -> new ArrayList<>());
        if (!known.contains(what)) {
            known.add(what);
        }
    }

    private void compareLinked() {
        for (Map.Entry<String, Person> one : linked.entrySet()) {
            Listed listed = reading.get(one.getKey());
            Person person = one.getValue();
            if (listed == null) {
                if (!foundAgain.contains(person.id())) {
                    pairs.add(new Pair(Pair.Case.VANISHED, person, Optional.empty(), List.of(), List.of(), Map.of()));
                }
                continue;
            }
            Pair pair = pair(Pair.Case.DIFFERS, person, listed, List.of(), model);
            if (!listed.isReadable() || pair.differing().isEmpty()) {
                agreeing++;
            } else {
                pairs.add(pair);
            }
        }
    }

    private static Pair pair(Pair.Case kind, Person person, Listed listed, List<String> same, Model model) {
        Map<String, String> values = new TreeMap<>(values(listed, model));
        values.entrySet().removeIf(one -> one.getValue().equals(person.custom().get(one.getKey())));
        List<String> differing = differing(person, listed);
        if (!values.isEmpty()) {
            differing.add("fields");
        }
        return new Pair(kind, person, Optional.of(listed), same, differing, values);
    }

    /** What an entry says in the organisation's own fields, by their keys; what is no value of the field is not said. */
    public static Map<String, String> values(Listed listed, Model model) {
        Map<String, String> values = new TreeMap<>();
        for (PersonField field : model.table(Kind.PERSON_FIELD).stream().toList()) {
            field.attribute()
                    .map(Comparison::plain)
                    .map(listed.attributes()::get)
                    .flatMap(text -> FieldValue.kept(field, text, model))
                    .ifPresent(value -> values.put(field.key().text(), value));
        }
        return values;
    }

    /** What the entry says otherwise. What it leaves out, or says in no form that can be used, it does not say. */
    private static List<String> differing(Person person, Listed listed) {
        List<String> differing = new ArrayList<>(4);
        if (!listed.given().isBlank() && !listed.given().equals(person.givenName())) {
            differing.add("given");
        }
        if (!listed.family().isBlank() && !listed.family().equals(person.familyName())) {
            differing.add("family");
        }
        if (listed.mail()
                .filter(Mail::accepts)
                .map(Mail::of)
                .filter(mail -> !Optional.of(mail).equals(person.mail()))
                .isPresent()) {
            differing.add("mail");
        }
        if (listed.phone()
                .filter(Phone::accepts)
                .map(Phone::of)
                .filter(phone -> !Optional.of(phone).equals(person.phone()))
                .isPresent()) {
            differing.add("phone");
        }
        return differing;
    }

    /** In the order of {@link Pair.Case}, then of handles. */
    public List<Pair> pairs() {
        return List.copyOf(pairs);
    }

    /** Entries that are nobody's here. */
    public int newcomers() {
        return newcomers;
    }

    /** People whose entry says the same. */
    public int agreeing() {
        return agreeing;
    }
}
