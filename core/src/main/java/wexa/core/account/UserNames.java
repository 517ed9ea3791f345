package wexa.core.account;

import java.time.Instant;
import java.util.Comparator;
import java.util.Optional;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.person.IssuedNames;
import wexa.core.value.Id;

/** User names by a tenant's rule (rule 13). */
public final class UserNames {
    private UserNames() {}

    /** What the rule makes of the person, if it has what it needs: an e-mail address, a staff number or a handle. */
    public static Optional<String> byRule(Model model, Tenant tenant, Person person, Instant now) {
        return switch (tenant.userNameRule()) {
            case MAIL -> person.mail().map(Object::toString);
            case HANDLE -> Optional.of(person.handle().text());
            case STAFF_NUMBER -> staffNumber(model, person, now);
        };
    }

    private static Optional<String> staffNumber(Model model, Person person, Instant now) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(engagement -> engagement.staffNumber().isPresent()
                        && engagement.window().until().isAfter(now))
                .min(Comparator.comparing(engagement -> engagement.window().from()))
                .flatMap(Engagement::staffNumber);
    }

    /** Who has the name in the tenant, other than this account. */
    static Optional<Account> holder(Model model, Id<Tenant> tenant, String userName, Id<Account> self) {
        return model.table(Kind.ACCOUNT).by(Account.BY_USER_NAME, Account.uniqueName(tenant, userName)).stream()
                .filter(account -> !account.id().equals(self))
                .findFirst();
    }

    private static boolean isUsed(Model model, Id<Tenant> tenant, String userName, Id<Account> self) {
        return holder(model, tenant, userName, self).isPresent()
                || IssuedNames.holder(
                                model,
                                IssuedName.Sort.USER_NAME,
                                Account.uniqueName(tenant, userName),
                                Optional.empty())
                        .isPresent();
    }

    /** The name with the lowest number that nobody has or had; in an address the number goes before the at sign. */
    static String free(Model model, Id<Tenant> tenant, String taken, Id<Account> self) {
        int at = taken.indexOf('@');
        String stem = at < 0 ? taken : taken.substring(0, at);
        String rest = at < 0 ? "" : taken.substring(at);
        int number = 2;
        while (isUsed(model, tenant, stem + number + rest, self)) {
            number++;
        }
        return stem + number + rest;
    }
}
