package wexa.core.renaming;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import wexa.core.account.AccountChange;
import wexa.core.account.UserNames;
import wexa.core.finding.Finding;
import wexa.core.model.Account;
import wexa.core.model.Capability;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.person.PersonChange;
import wexa.core.value.Id;

/**
 * What a change of name comes to: the person as they should be, what stands in the way of it, and each open account's
 * user name by its tenant's rule (rule 13). Costs what the person's accounts are in number.
 */
public record RenamePlan(Person after, List<Finding> findings, List<Line> accounts) {
    /** Why a user name changes, or does not. */
    public enum Fate {
        /** It was made from the former names by the tenant's rule, and becomes what the rule makes of the new ones. */
        FOLLOWS,
        /** Somebody chose it: it follows no rule, and stays unless somebody says otherwise. */
        CHOSEN,
        /** It is what the tenant's rule makes of the new names, as of a staff number. */
        SAME,
        /** The tenant's rule has nothing to make one from, such as an address. */
        NO_BASIS,
        /** The tenant keeps the user name that an account was made with (RFC 7643 7, mutability {@code immutable}). */
        FIXED
    }

    /**
     * One account.
     *
     * @param then the name that it would get; the present one where it would not change
     * @param taken what the rule makes, where somebody else has or had that: {@code then} is a free one like it
     */
    public record Line(Account account, Fate fate, String then, Optional<String> taken) {
        /** Whether there is another name that it could get. */
        public boolean canChange() {
            return fate == Fate.FOLLOWS || fate == Fate.CHOSEN;
        }
    }

    public RenamePlan {
        findings = List.copyOf(findings);
        accounts = List.copyOf(accounts);
    }

    public static RenamePlan of(Model model, Person before, Person after, Instant now) {
        List<Line> lines = new ArrayList<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, before.id())) {
            if (account.isOpen()) {
                lines.add(line(model, account, before, after, now));
            }
        }
        lines.sort(Comparator.comparing(
                line -> model.path(model.tenants().get(line.account().tenant()))));
        return new RenamePlan(
                after, new PersonChange.Edit(after).resolve(model, now).findings(), lines);
    }

    private static Line line(Model model, Account account, Person before, Person after, Instant now) {
        Tenant tenant = model.tenants().get(account.tenant());
        if (tenant.can(Capability.FIXED_USER_NAMES)) {
            return new Line(account, Fate.FIXED, account.userName(), Optional.empty());
        }
        Optional<String> rule = UserNames.byRule(model, tenant, after, now);
        if (rule.isEmpty() || rule.get().equals(account.userName())) {
            Fate fate = rule.isEmpty() ? Fate.NO_BASIS : Fate.SAME;
            return new Line(account, fate, account.userName(), Optional.empty());
        }
        String made = rule.get();
        Fate fate = wasMadeByRule(model, tenant, account, before, now) ? Fate.FOLLOWS : Fate.CHOSEN;
        Optional<String> free = new AccountChange.Edit(account.named(made))
                .resolve(model, now).findings().stream()
                        .flatMap(finding -> Optional.ofNullable(finding.facts().get("free")).stream())
                        .findFirst();
        return new Line(account, fate, free.orElse(made), free.map(any -> made));
    }

    /** Of the names that the person has, or had when a directory brought the new ones. */
    private static boolean wasMadeByRule(Model model, Tenant tenant, Account account, Person before, Instant now) {
        return UserNames.byRule(model, tenant, before, now)
                        .filter(account.userName()::equalsIgnoreCase)
                        .isPresent()
                || switch (tenant.userNameRule()) {
                    case MAIL -> had(model, IssuedName.Sort.MAIL, account.userName(), before.id());
                    case HANDLE -> had(model, IssuedName.Sort.HANDLE, account.userName(), before.id());
                    case STAFF_NUMBER -> false;
                };
    }

    private static boolean had(Model model, IssuedName.Sort sort, String text, Id<Person> person) {
        return model
                .table(Kind.ISSUED_NAME)
                .by(IssuedName.BY_NAME, IssuedName.key(sort, text.toLowerCase(Locale.ROOT)))
                .stream()
                .anyMatch(issued -> issued.person().equals(Optional.of(person)));
    }
}
