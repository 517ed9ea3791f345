package wexa.server.desk;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictException;
import wexa.core.model.Engagement;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Lookup;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Table;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;
import wexa.server.inbound.Services;

/** What comes in the next days: who starts, leaves or returns, what ends, and what was scheduled. Costs those days, and a look at absences and exceptions. */
final class ComingItems {
    private static final Duration SOON = Duration.ofDays(8);
    private static final Duration KEYS_WITHIN = Duration.ofDays(30);

    private ComingItems() {}

    static void addPeople(Model model, Instant now, List<DeskView.Item> items) {
        List<DeskView.Item> coming = new ArrayList<>();
        Table<Engagement> engagements = model.table(Kind.ENGAGEMENT);
        for (Engagement engagement : soon(engagements, Engagement.BY_LAST_DAY, now)) {
            Instant until = engagement.window().until();
            if (isComing(until, now)) {
                Person person = model.people().get(engagement.person());
                coming.add(person("LEAVER", person, engagement, until, "Leaves soon"));
            }
        }
        for (Engagement engagement : soon(engagements, Engagement.BY_FIRST_DAY, now)) {
            Instant from = engagement.window().from();
            Person person = model.people().get(engagement.person());
            if (isComing(from, now) && !isComing(engagement.window().until(), now) && hasNothing(model, person)) {
                coming.add(person("COMING", person, engagement, from, "Starts soon and has no account yet"));
            }
        }
        addReturns(model, now, coming);
        coming.sort(Comparator.comparing(item -> item.at() == null ? Instant.MAX : item.at()));
        items.addAll(coming);
    }

    /** Whose accounts are opened again soon: what they hold is what they had, whatever has changed since. */
    private static void addReturns(Model model, Instant now, List<DeskView.Item> items) {
        for (Absence absence : model.table(Kind.ABSENCE).stream().toList()) {
            if (absence.manner().stopsSignIn()
                    && absence.window().contains(now)
                    && isComing(absence.window().until(), now)) {
                items.add(new DeskView.Item(
                        "RETURN",
                        model.people().get(absence.person()).name(),
                        "Returns from leave: accounts reopen with the access from before. Compare it with what the job"
                                + " has now",
                        "Compare with the job",
                        absence.person().toString(),
                        absence.window().until(),
                        null,
                        null));
            }
        }
    }

    private static boolean hasNothing(Model model, Person person) {
        return model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).isEmpty();
    }

    private static DeskView.Item person(String kind, Person person, Engagement engagement, Instant at, String text) {
        return new DeskView.Item(
                kind,
                person.name(),
                engagement.job() + ", " + engagement.kind().name().toLowerCase(Locale.ROOT) + ". " + text,
                kind.equals("COMING") ? "Prepare" : "Offboard",
                person.id().toString(),
                at,
                null,
                null);
    }

    static void addEnding(Model model, Instant now, List<DeskView.Item> items) {
        addExceptions(model, now, items);
        addMemberships(model, now, items);
        for (Assignment assignment : soon(model.table(Kind.ASSIGNMENT), Assignment.BY_LAST_DAY, now)) {
            Instant until = assignment.window().until();
            if (isComing(until, now) && assignment.subject() instanceof Subject.OfPerson one) {
                Person person = model.people().get(one.person());
                Tenant tenant = model.tenants().get(assignment.tenant());
                items.add(new DeskView.Item(
                        "ENDING",
                        person.name(),
                        model.roles().get(assignment.role()).name() + " in " + model.title(tenant) + " ends",
                        "Open",
                        person.id().toString(),
                        until,
                        tenant.id().value(),
                        tenant.colour()));
            }
        }
    }

    /** Direct memberships, such as those that are kept for a while after a move. */
    private static void addMemberships(Model model, Instant now, List<DeskView.Item> items) {
        for (Membership membership : soon(model.table(Kind.MEMBERSHIP), Membership.BY_LAST_DAY, now)) {
            Instant until = membership.window().until();
            if (isComing(until, now) && membership.member() instanceof Subject.OfPerson one) {
                items.add(new DeskView.Item(
                        "ENDING",
                        model.people().get(one.person()).name(),
                        "Membership in "
                                + model.groups().get(membership.group()).name() + " ends",
                        "Open",
                        one.person().toString(),
                        until,
                        null,
                        null));
            }
        }
    }

    /** Keys of programs: whoever uses them has to get others in time, so that they are told earlier. */
    static void addKeys(List<Services.Key> keys, Instant now, List<DeskView.Item> items) {
        for (Services.Key key : keys) {
            if (key.expiresAt().isBefore(now.plus(KEYS_WITHIN))) {
                items.add(new DeskView.Item(
                        "KEY_ENDS",
                        "The key of “" + key.program() + "” expires",
                        key.isInUse(now)
                                ? "It is in use. " + key.owner() + " answers for it"
                                : "It was not used in the last 31 days",
                        "See keys",
                        key.program(),
                        key.expiresAt(),
                        null,
                        null));
            }
        }
    }

    /** Exceptions that end: what they let be is found again. */
    private static void addExceptions(Model model, Instant now, List<DeskView.Item> items) {
        for (ConflictException one :
                model.table(Kind.CONFLICT_EXCEPTION).stream().toList()) {
            if (isComing(one.window().until(), now)) {
                items.add(new DeskView.Item(
                        "ENDING",
                        model.people().get(one.person()).name(),
                        "Exception from “"
                                + model.table(Kind.CONFLICT_RULE)
                                        .get(one.rule())
                                        .name() + "” ends",
                        "Open",
                        one.person().toString(),
                        one.window().until(),
                        null,
                        null));
            }
        }
        for (ExceptedDifference one :
                model.table(Kind.EXCEPTED_DIFFERENCE).stream().toList()) {
            if (isComing(one.window().until(), now)) {
                Tenant tenant = model.tenants().get(one.tenant());
                items.add(new DeskView.Item(
                        "DIFFERENCE",
                        model.title(tenant) + ": an exception ends",
                        "“" + one.reason() + "”, "
                                + model.people().get(one.owner()).name(),
                        "See what differs",
                        tenant.id().toString(),
                        one.window().until(),
                        tenant.id().value(),
                        tenant.colour()));
            }
        }
    }

    private record Coming(Instant from, String what) {}

    /** What was applied and begins on a coming day: it can still be taken back. */
    static void addScheduled(Model model, Instant now, List<DeskView.Item> items) {
        Map<Id<Person>, List<Coming>> byPerson = new LinkedHashMap<>();
        for (Assignment assignment : soon(model.table(Kind.ASSIGNMENT), Assignment.BY_FIRST_DAY, now)) {
            Instant from = assignment.window().from();
            if (isComing(from, now) && assignment.subject() instanceof Subject.OfPerson one) {
                byPerson.computeIfAbsent(one.person(), any -> new ArrayList<>())
                        .add(new Coming(
                                from, model.roles().get(assignment.role()).name()));
            }
        }
        for (Membership membership : soon(model.table(Kind.MEMBERSHIP), Membership.BY_FIRST_DAY, now)) {
            Instant from = membership.window().from();
            if (isComing(from, now) && membership.member() instanceof Subject.OfPerson one) {
                byPerson.computeIfAbsent(one.person(), any -> new ArrayList<>())
                        .add(new Coming(
                                from, model.groups().get(membership.group()).name()));
            }
        }
        byPerson.forEach((person, coming) -> items.add(new DeskView.Item(
                "SCHEDULED",
                model.people().get(person).name(),
                "Gets " + coming.stream().map(Coming::what).collect(Collectors.joining(", "))
                        + ". Nothing to do; it can be taken back",
                "Open",
                person.toString(),
                coming.stream().map(Coming::from).min(Comparator.naturalOrder()).orElse(now),
                null,
                null)));
    }

    private static boolean isComing(Instant at, Instant now) {
        return at.isAfter(now) && at.isBefore(now.plus(SOON));
    }

    /** Facts that begin, or end, in the coming days; costs those. */
    private static <T extends Fact> List<T> soon(Table<T> table, Lookup<T, Long> byDay, Instant now) {
        List<T> found = new ArrayList<>();
        for (long day = Window.day(now); day <= Window.day(now.plus(SOON)); day++) {
            found.addAll(table.by(byDay, day));
        }
        return found;
    }
}
