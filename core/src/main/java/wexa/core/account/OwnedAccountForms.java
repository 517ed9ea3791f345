package wexa.core.account;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/** How non-personal accounts come to be known, and who answers for them. */
final class OwnedAccountForms {
    /** What becomes of a non-personal account. */
    enum Kept {
        SHARED,
        PROGRAM,
        /** Nobody uses it: it is closed. */
        UNUSED
    }

    private static final Field<String> LOGIN = Field.required("login", Types.WORD, "User name");
    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");
    private static final Field<Kept> KEPT =
            Field.required("kept-as", Types.choice("shared, program or unused", Kept.class), "Kept as");
    private static final Field<String> PURPOSE = Field.required("purpose", Types.TEXT, "Purpose");
    private static final Field<List<Id<Person>>> OWNERS =
            Field.required("owners", Types.listOf(NamedTypes.PERSON), "Owners");
    private static final Field<Id<Unit>> UNIT = Field.optional("unit", NamedTypes.UNIT, "Unit");

    static final Form KEEP = Form.makes(Kind.ACCOUNT, "keep", "Keep a non-personal account")
            .orReopens(OwnedAccountForms::existing)
            .with(LOGIN, TENANT, KEPT, PURPOSE, OWNERS, UNIT, AccountForms.FOUND)
            .says(
                    "keep login {login} in {tenant} as {kept-as} for {purpose} owners {owners}[ unit {unit}][ found {found}]")
            .reads(OwnedAccountForms::kept);

    static final Form OWN = Form.changes(Kind.ACCOUNT, "own", "Change the owners of an account")
            .with(AccountForms.ACCOUNT, PURPOSE, OWNERS, UNIT)
            .says("change owners of account {account}[ purpose {purpose}][ owners {owners}][ unit {unit}]")
            .reads(in -> in.get(AccountForms.ACCOUNT).map(before -> owned(before, in)));

    private OwnedAccountForms() {}

    static Values values(Account account) {
        Optional<Account.Ownership> ownership = account.ownership();
        return new Values()
                .putText(LOGIN, account.userName())
                .put(TENANT, account.tenant())
                .put(KEPT, kept(account))
                .putText(PURPOSE, ownership.map(Account.Ownership::purpose).orElse(""))
                .putAll(OWNERS, ownership.map(Account.Ownership::owners).orElse(List.of()))
                .put(UNIT, ownership.flatMap(Account.Ownership::unit));
    }

    private static Kept kept(Account account) {
        if (!account.isOpen()) {
            return Kept.UNUSED;
        }
        return account.kind() == AccountKind.SERVICE ? Kept.PROGRAM : Kept.SHARED;
    }

    private static Optional<Id<Account>> existing(Reading in) {
        return in.get(TENANT)
                .flatMap(tenant -> in
                        .model()
                        .table(Kind.ACCOUNT)
                        .by(Account.BY_USER_NAME, Account.uniqueName(tenant, in.text(LOGIN)))
                        .stream()
                        .filter(account -> account.person().isEmpty())
                        .map(Account::id)
                        .findFirst());
    }

    private static Optional<Change> kept(Reading in) {
        Optional<Id<Account>> id = in.newId();
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        Optional<Kept> kept = in.get(KEPT);
        String login = in.text(LOGIN);
        Account.Ownership ownership = new Account.Ownership(in.text(PURPOSE), in.get(UNIT), in.several(OWNERS));
        Optional<String> found = in.get(AccountForms.FOUND);
        if (id.isEmpty() || tenant.isEmpty() || kept.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new AccountChange.Keep(
                new Account(
                        id.get(),
                        tenant.get(),
                        kept.get() == Kept.PROGRAM ? AccountKind.SERVICE : AccountKind.SHARED,
                        Optional.empty(),
                        login,
                        kept.get() == Kept.UNUSED ? Account.State.CLOSED : Account.State.OPEN,
                        Map.of(),
                        Optional.of(ownership)),
                found));
    }

    private static Change owned(Account before, Reading in) {
        Optional<Account.Ownership> known = before.ownership();
        return new AccountChange.Own(before.owned(new Account.Ownership(
                in.textOrKept(PURPOSE, known.map(Account.Ownership::purpose).orElse("")),
                in.orKept(UNIT, known.flatMap(Account.Ownership::unit)),
                in.severalOrKept(OWNERS, known.map(Account.Ownership::owners).orElse(List.of())))));
    }
}
