package wexa.core.ending;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictException;
import wexa.core.model.Engagement;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Lookup;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Table;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * Something with an end of its own that comes soon, and the person who is told of it: who leads the person whose it is, or who
 * answers for it. What nobody who is here leads or answers for is told to nobody.
 *
 * @param fact the id of what ends; with another last day it is told of anew
 * @param until the first instant at which it is over
 * @param text whose it is, and what
 */
public record Ending(UUID fact, Id<Person> told, Instant until, String text) {
    /** Whoever is told knows of it for so long. */
    public static final Duration AHEAD = Duration.ofDays(30);

    /** They are told when so many days are left, or fewer. */
    private static final List<Integer> DAYS = List.of(1, 7, 30);

    /** With how many days left they should have been told by now: 30, 7 or 1. */
    public int due(Instant now) {
        Duration left = Duration.between(now, until);
        return DAYS.stream()
                .filter(days -> left.compareTo(Duration.ofDays(days)) <= 0)
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(until + " is more than 30 days after " + now));
    }

    /**
     * All that ends within 30 days and somebody is told of, the soonest first. Costs what ends on those days, and the
     * exceptions.
     */
    public static List<Ending> soon(Model model, Instant now) {
        List<Ending> found = new ArrayList<>();
        for (Engagement one : days(model.table(Kind.ENGAGEMENT), Engagement.BY_LAST_DAY, now)) {
            String text = name(model, one.person()) + ": last day as " + one.job();
            add(found, one, one.manager(), one.window(), text, model, now);
        }
        for (Membership one : days(model.table(Kind.MEMBERSHIP), Membership.BY_LAST_DAY, now)) {
            if (one.member() instanceof Subject.OfPerson member && goesOn(member.person(), one.window(), model, now)) {
                String text = name(model, member.person()) + ": member of "
                        + model.groups().get(one.group()).name();
                add(found, one, leader(member.person(), model, now), one.window(), text, model, now);
            }
        }
        for (Assignment one : days(model.table(Kind.ASSIGNMENT), Assignment.BY_LAST_DAY, now)) {
            String text = name(model, one.subject()) + ": "
                    + model.roles().get(one.role()).name() + " in "
                    + model.title(model.tenants().get(one.tenant()));
            add(found, one, answering(one, model, now), one.window(), text, model, now);
        }
        for (ConflictException one :
                model.table(Kind.CONFLICT_EXCEPTION).stream().toList()) {
            String text = name(model, one.person()) + ": exception from “"
                    + model.table(Kind.CONFLICT_RULE).get(one.rule()).name() + "”";
            add(found, one, leader(one.person(), model, now), one.window(), text, model, now);
        }
        for (ExceptedDifference one :
                model.table(Kind.EXCEPTED_DIFFERENCE).stream().toList()) {
            String text =
                    model.title(model.tenants().get(one.tenant())) + ": excepted difference, “" + one.reason() + "”";
            add(found, one, Optional.of(one.owner()), one.window(), text, model, now);
        }
        found.sort(Comparator.comparing(Ending::until).thenComparing(Ending::fact));
        return found;
    }

    private static String name(Model model, Id<Person> person) {
        return model.people().get(person).name();
    }

    private static String name(Model model, Subject subject) {
        return switch (subject) {
            case Subject.OfPerson one -> name(model, one.person());
            case Subject.OfGroup one -> model.groups().get(one.group()).name();
        };
    }

    private static void add(
            List<Ending> found,
            Fact fact,
            Optional<Id<Person>> told,
            Window window,
            String text,
            Model model,
            Instant now) {
        boolean isSoon =
                window.until().isAfter(now) && !window.until().isAfter(now.plus(AHEAD)) && window.contains(now);
        if (isSoon) {
            told.filter(one -> PersonStatus.of(model, one, now) == PersonStatus.HERE)
                    .ifPresent(one -> found.add(new Ending(fact.id().value(), one, window.until(), text)));
        }
    }

    /** What ends with somebody's last day needs no word of its own. */
    private static boolean goesOn(Id<Person> person, Window window, Model model, Instant now) {
        return MainEngagement.of(model, person, now)
                .filter(one -> one.window().until().isAfter(window.until()))
                .isPresent();
    }

    private static Optional<Id<Person>> answering(Assignment one, Model model, Instant now) {
        return switch (one.subject()) {
            case Subject.OfPerson person ->
                goesOn(person.person(), one.window(), model, now)
                        ? leader(person.person(), model, now)
                        : Optional.empty();
            case Subject.OfGroup group -> owner(model.groups().get(group.group()), model, now);
        };
    }

    private static Optional<Id<Person>> owner(Group group, Model model, Instant now) {
        return group.owners().stream()
                .filter(owner -> PersonStatus.of(model, owner, now) == PersonStatus.HERE)
                .min(Comparator.naturalOrder());
    }

    private static Optional<Id<Person>> leader(Id<Person> person, Model model, Instant now) {
        return MainEngagement.of(model, person, now).flatMap(Engagement::manager);
    }

    private static <T extends Fact> List<T> days(Table<T> table, Lookup<T, Long> byDay, Instant now) {
        List<T> found = new ArrayList<>();
        for (long day = Window.day(now); day <= Window.day(now.plus(AHEAD)); day++) {
            found.addAll(table.by(byDay, day));
        }
        return found;
    }
}
