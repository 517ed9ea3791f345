package wexa.server.messages;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import wexa.core.ending.Ending;
import wexa.core.message.Blank;
import wexa.core.message.Door;
import wexa.core.message.MessageTemplate;
import wexa.core.message.Occasion;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.connections.Connections;
import wexa.server.wiring.Settings;

/** Fills templates with what is known of a person. */
@Component
class Wording {
    /** What is kept in the place of a link. */
    static final String LINK_WAS_HERE = "(the link stands in the mail only)";

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);

    private final Connections connections;
    private final OpenTasks tasks;
    private final Settings settings;
    private final MailSettings mail;

    Wording(Connections connections, OpenTasks tasks, Settings settings, MailSettings mail) {
        this.connections = connections;
        this.tasks = tasks;
        this.settings = settings;
        this.mail = mail;
    }

    /** The engagement that somebody starts with next, or is in. */
    static Optional<Engagement> engagement(Model model, Id<Person> person, Instant now) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person).stream()
                .filter(one -> one.window().until().isAfter(now))
                .min(Comparator.comparing(one -> one.window().from()));
    }

    /** The doors that a message tells of: all of them at first, later those that were opened. */
    static List<Door> doors(Model model, Id<Person> person, Occasion occasion, List<Id<Account>> opened) {
        Set<Id<Account>> named = new HashSet<>(opened);
        return Door.of(model, person).stream()
                .filter(door -> occasion == Occasion.FIRST_ACCOUNTS
                        || named.contains(door.account().id()))
                .toList();
    }

    /** What the template asks for in the middle of a sentence and nobody knows, in words. */
    Optional<String> gaps(
            Occasion occasion, MessageTemplate template, Model model, Person person, List<Door> doors, Instant now) {
        // where nobody needs a link, the line that it would stand in goes away
        Set<Blank> gaps = template.gaps(values(occasion, model, person, doors, Optional.of(LINK_WAS_HERE), now));
        return gaps.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        gaps.stream().map(blank -> "{" + blank.text() + "}").collect(Collectors.joining(" and ")));
    }

    /** @param link the address for choosing a password, or what stands in its place; empty where nobody needs one */
    MessageTemplate.Filled fill(
            Occasion occasion,
            MessageTemplate template,
            Model model,
            Person person,
            List<Door> doors,
            Optional<String> link,
            Instant now) {
        return template.filled(values(occasion, model, person, doors, link, now));
    }

    private Map<Blank, String> values(
            Occasion occasion, Model model, Person person, List<Door> doors, Optional<String> link, Instant now) {
        Map<Blank, String> values = new EnumMap<>(Blank.class);
        values.put(Blank.GIVEN_NAME, person.givenName());
        values.put(Blank.NAME, person.name());
        engagement(model, person.id(), now).ifPresent(engagement -> {
            ZoneId zone = settings.zone();
            values.put(Blank.JOB, engagement.job());
            values.put(Blank.UNIT, model.table(Kind.UNIT).get(engagement.unit()).name());
            values.put(
                    Blank.FIRST_DAY,
                    DAY.format(LocalDate.ofInstant(engagement.window().from(), zone)));
        });
        if (occasion == Occasion.ENDINGS) {
            values.put(
                    Blank.ENDINGS,
                    Excerpt.of(
                            endings(model, person.id(), now).stream()
                                    .map(this::line)
                                    .toList(),
                            "\n"));
        }
        if (occasion == Occasion.TASKS) {
            values.put(Blank.TASKS, Excerpt.of(tasks.lines(model, person.id(), now), "\n\n"));
        }
        values.put(Blank.DOORS, doors.stream().map(this::line).collect(Collectors.joining("\n")));
        values.put(
                Blank.ACTIVATION,
                link.map(address -> activation(occasion, address)).orElse(""));
        return values;
    }

    /** The last day, and what it is the last day of. */
    private String line(Ending ending) {
        LocalDate last = LocalDate.ofInstant(ending.until().minusNanos(1), settings.zone());
        return "  " + DAY.format(last) + "  " + ending.text();
    }

    /** What ends soon and this person is told of. */
    static List<Ending> endings(Model model, Id<Person> told, Instant now) {
        return Ending.soon(model, now).stream()
                .filter(ending -> ending.told().equals(told))
                .toList();
    }

    /** Somebody for whom work by hand waits. */
    Optional<Id<Person>> withTasks(Model model, Instant now) {
        return tasks.all(model, now).keySet().stream().findFirst();
    }

    /** Whether any work by hand waits for somebody still. */
    boolean hasTasks(Model model, Id<Person> person, Instant now) {
        return tasks.hasSome(model, person, now);
    }

    private String activation(Occasion occasion, String link) {
        return (occasion == Occasion.INVITATION ? "Say so here, within " : "Choose your password here, within ")
                + mail.linkValidity().toHours() + " hours:\n\n  " + link;
    }

    private String line(Door door) {
        String how = switch (door.signIn()) {
            case DIRECTORY -> "your usual work account, no new password";
            case OWN_PASSWORD -> "a password that you choose yourself";
            case NONE -> "not yet: ask the person who engaged you";
        };
        String where = connections
                .door(door.tenant().id())
                .map(address -> "\n    " + address)
                .orElse("");
        return "  " + door.name() + "\n    as " + door.account().userName() + ", with " + how + where;
    }
}
