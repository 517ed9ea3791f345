package wexa.core.account;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import wexa.core.change.References;
import wexa.core.finding.Finding;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Who answers for a non-personal account: somebody who is here; two people and a unit where several people use it. */
final class Owners {
    private Owners() {}

    static List<Finding> findings(Account account, Model model, Instant now) {
        List<Finding> findings = new ArrayList<>();
        if (account.person().isPresent() || account.ownership().isEmpty()) {
            findings.add(Finding.of(AccountCodes.ACCOUNT_IS_A_PERSONS, "account", "userName", account.userName()));
            return findings;
        }
        Account.Ownership ownership = account.ownership().get();
        if (model.tenants().find(account.tenant()).isEmpty()) {
            findings.add(References.unresolved("tenant", account.tenant()));
        }
        ownership
                .unit()
                .filter(unit -> model.table(Kind.UNIT).find(unit).isEmpty())
                .ifPresent(unit -> findings.add(References.unresolved("unit", unit)));
        for (Id<Person> owner : ownership.owners()) {
            if (model.people().find(owner).isEmpty()) {
                findings.add(References.unresolved("owners", owner));
            } else if (PersonStatus.of(model, owner, now) != PersonStatus.HERE) {
                findings.add(Finding.of(
                        AccountCodes.OWNER_NOT_HERE,
                        "owners",
                        "holder",
                        model.people().get(owner).name()));
            }
        }
        boolean isShared = account.kind() == AccountKind.SHARED && account.isOpen();
        int owners = new HashSet<>(ownership.owners()).size();
        if (isShared && (owners < 2 || ownership.unit().isEmpty())) {
            findings.add(Finding.of(AccountCodes.SHARED_NEEDS, "owners"));
        } else if (owners == 0) {
            findings.add(Finding.of(AccountCodes.OWNER_NEEDED, "owners"));
        }
        return findings;
    }
}
