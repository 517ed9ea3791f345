package wexa.core.message;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Accounts that a changeset opens for one person, or an invitation: cause for one message, however many accounts. */
public record Opening(Id<Person> person, Occasion occasion, List<Id<Account>> accounts) {
    public Opening {
        accounts = List.copyOf(accounts);
    }

    /**
     * Who is to get a message because of a changeset, in the order of its effects. An account that was open before, under
     * whatever name, is none of them. Linear in the effects.
     *
     * @param before the model that the effects change
     * @param found accounts that their owners had in the tenant before it was connected: they know how to sign in
     */
    public static List<Opening> in(Model before, List<Effect> effects, Set<Id<Account>> found) {
        Map<Id<Person>, List<Id<Account>>> opened = new LinkedHashMap<>();
        for (Effect effect : effects) {
            effect.after(Kind.ACCOUNT)
                    .filter(account -> account.isOpen() && !found.contains(account.id()))
                    .filter(account -> !wasOpen(account.id(), before))
                    .ifPresent(account -> account.person()
                            .ifPresent(person -> opened.computeIfAbsent(person, any -> new ArrayList<>())
                                    .add(account.id())));
        }
        return opened.entrySet().stream()
                .map(one -> new Opening(one.getKey(), occasion(before, one.getKey()), one.getValue()))
                .toList();
    }

    /** Whom a changeset invites, in the order of its effects. */
    public static List<Opening> invited(List<Effect> effects) {
        return effects.stream()
                .filter(effect -> effect.before().isEmpty())
                .flatMap(effect -> effect.after(Kind.INVITATION).stream())
                .map(invitation -> new Opening(invitation.person(), Occasion.INVITATION, List.of()))
                .toList();
    }

    private static boolean wasOpen(Id<Account> account, Model before) {
        return before.table(Kind.ACCOUNT).find(account).filter(Account::isOpen).isPresent();
    }

    private static Occasion occasion(Model before, Id<Person> person) {
        boolean hadSome = before.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream()
                .anyMatch(Account::isOpen);
        return hadSome ? Occasion.MORE_ACCOUNTS : Occasion.FIRST_ACCOUNTS;
    }
}
