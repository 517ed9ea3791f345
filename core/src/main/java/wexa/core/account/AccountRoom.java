package wexa.core.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** Without an account nothing can be used (rule 6). */
public final class AccountRoom implements Room<Account> {
    @Override
    public Kind<Account> kind() {
        return Kind.ACCOUNT;
    }

    @Override
    public List<Window> windows(Account account, Model model) {
        return List.of();
    }

    @Override
    public void marks(Account account, Model model, Marks to) {
        account.person().ifPresent(person -> {
            to.person(person);
            to.history(person);
        });
        account.ownership().ifPresent(ownership -> ownership.owners().forEach(to::history));
        to.history(account.tenant());
    }

    @Override
    public void objects(Account account, Model model, Objects to) {
        to.account(account.id());
    }

    @Override
    public void scope(Account account, Model model, Scopes to) {
        to.tenant(account.tenant());
        account.person().ifPresent(to::person);
    }

    @Override
    public List<Form> forms() {
        return List.of(
                AccountForms.OPEN,
                AccountForms.EDIT,
                AccountForms.CLOSE,
                OwnedAccountForms.KEEP,
                OwnedAccountForms.OWN);
    }

    @Override
    public Values values(Account account) {
        return account.ownership().isPresent() ? OwnedAccountForms.values(account) : AccountForms.values(account);
    }

    /** An account is never taken out, and so never comes back. */
    @Override
    public Optional<WayBack> remaking(Account gone) {
        return Optional.empty();
    }

    @Override
    public Optional<WayBack> changingBack(Account before, Account after, Instant now) {
        if (before.ownership().isPresent()) {
            return Optional.of(
                    before.isOpen() == after.isOpen()
                            ? new WayBack(
                                    OwnedAccountForms.OWN, OwnedAccountForms.values(before), WayBack.Identity.SAME)
                            : before.isOpen()
                                    ? new WayBack(
                                            OwnedAccountForms.KEEP,
                                            OwnedAccountForms.values(before),
                                            WayBack.Identity.SAME)
                                    : new WayBack(AccountForms.CLOSE, new Values(), WayBack.Identity.SAME));
        }
        if (before.isOpen() == after.isOpen()) {
            return Optional.of(new WayBack(AccountForms.EDIT, values(before), WayBack.Identity.SAME));
        }
        return Optional.of(
                before.isOpen()
                        ? new WayBack(AccountForms.OPEN, values(before), WayBack.Identity.SAME)
                        : new WayBack(AccountForms.CLOSE, new Values(), WayBack.Identity.SAME));
    }
}
