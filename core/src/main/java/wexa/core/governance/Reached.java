package wexa.core.governance;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Whom somebody reaches at an instant, by what is so and not by what a draft would make so. */
public final class Reached {
    private Reached() {}

    /** By one of the engagements that run, else by the next, else by the last one. Who has none is reached by everybody. */
    public static boolean person(Reach reach, Model model, Id<Person> person, Instant now) {
        List<Engagement> counting = counting(model, person, now);
        return reach.units().isEmpty()
                || counting.isEmpty()
                || counting.stream().anyMatch(engagement -> reach.covers(engagement.unit(), model));
    }

    /**
     * With all that they are: every unit in which they work or will, and every tenant in which they have an account. Whoever
     * decides by what somebody is known, or gets them a new password, can become them there.
     */
    public static boolean identity(Reach reach, Model model, Id<Person> person, Instant now) {
        boolean hasTenants = model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                .allMatch(account -> reach.covers(account.tenant()));
        return hasTenants && units(reach, model, person, now);
    }

    /**
     * Whether somebody who sees only so much sees the person: one of their units, and an account of theirs in one of the
     * tenants. Who is of no unit is not seen by those who see some units only.
     */
    public static boolean isSeen(Reach sight, Model model, Id<Person> person, Instant now) {
        boolean isOfUnit = sight.units().isEmpty()
                || counting(model, person, now).stream().anyMatch(engagement -> sight.covers(engagement.unit(), model));
        return isOfUnit
                && (sight.tenants().isEmpty()
                        || model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                                .anyMatch(account -> sight.covers(account.tenant())));
    }

    /** Every unit in which they work or will. */
    static boolean units(Reach reach, Model model, Id<Person> person, Instant now) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person).stream()
                .filter(engagement -> !engagement.window().endsBy(now))
                .allMatch(engagement -> reach.covers(engagement.unit(), model));
    }

    private static List<Engagement> counting(Model model, Id<Person> person, Instant now) {
        List<Engagement> known = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person);
        List<Engagement> running = known.stream()
                .filter(engagement -> engagement.window().contains(now))
                .toList();
        if (!running.isEmpty()) {
            return running;
        }
        return known.stream()
                .filter(engagement -> !engagement.window().endsBy(now))
                .min(Comparator.comparing(engagement -> engagement.window().from()))
                .or(() -> known.stream()
                        .max(Comparator.comparing(
                                engagement -> engagement.window().until())))
                .stream()
                .toList();
    }
}
