package wexa.core.account;

import java.util.List;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Window;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;

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
}
