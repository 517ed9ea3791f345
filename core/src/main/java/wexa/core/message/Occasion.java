package wexa.core.message;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;

/** Why somebody gets a letter. */
public enum Occasion {
    /** The first accounts that somebody has here. */
    FIRST_ACCOUNTS,
    /** Accounts that come to others. */
    MORE_ACCOUNTS;

    /**
     * Who is to get a letter because of a changeset: one each, whatever the number of accounts that it opens. Linear in the
     * effects.
     *
     * @param before the model that the effects changed
     */
    public static Map<Id<Person>, Occasion> of(Model before, List<Effect> effects) {
        Map<Id<Person>, Occasion> found = new LinkedHashMap<>();
        for (Effect effect : effects) {
            if (effect.after().orElse(null) instanceof Account opened && opened.isOpen()) {
                boolean wasOpen = before.table(Kind.ACCOUNT)
                        .find(opened.id())
                        .filter(Account::isOpen)
                        .isPresent();
                if (!wasOpen) {
                    opened.person().ifPresent(person -> found.computeIfAbsent(person, any -> occasion(before, any)));
                }
            }
        }
        return found;
    }

    private static Occasion occasion(Model before, Id<Person> person) {
        boolean hadSome = before.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                .anyMatch(Account::isOpen);
        return hadSome ? MORE_ACCOUNTS : FIRST_ACCOUNTS;
    }
}
