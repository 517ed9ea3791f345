package wexa.core.account;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** How accounts are opened, changed and closed. An account is named by its person and its tenant, else by its user name. */
final class AccountForms {
    /** The one attribute that applications ask for so far. */
    private static final String DEVICE_ID = "device";

    private static final Field<Id<Person>> PERSON = Field.required("person", NamedTypes.PERSON, "Person");
    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");
    private static final Field<String> LOGIN = Field.required("login", Types.WORD, "User name");
    private static final Field<String> AS = Field.optional("as", Types.WORD, "User name");
    private static final Field<String> DEVICE = Field.optional("with." + DEVICE_ID, Types.TEXT, "Device id");

    /** The id of a login that is there already and is taken over. */
    static final Field<String> FOUND = Field.optional("found", Types.WORD, "Found there as");

    /** One account. */
    public static final Reference<Account> REFERENCE = new Reference<>(
            Kind.ACCOUNT,
            "an account, such as wren.castellane in pelagia/north",
            List.of(
                    new Reference.Wording("login {login} in {tenant}", LOGIN, TENANT),
                    new Reference.Wording("{person} in {tenant}", PERSON, TENANT)),
            new Naming());

    static final Field<Account> ACCOUNT = Field.required("account", REFERENCE, "Account");

    static final Form OPEN = Form.makes(Kind.ACCOUNT, "open", "Open an account")
            .orReopens(AccountForms::existing)
            .with(PERSON, TENANT, AS, DEVICE, FOUND)
            .says("open account for {person} in {tenant}[ as {as}][ device {with.device}][ found {found}]")
            .reads(AccountForms::opened);

    static final Form EDIT = Form.changes(Kind.ACCOUNT, "edit", "Change an account")
            .with(ACCOUNT, AS, DEVICE)
            .says("change account of {account}[ as {as}][ device {with.device}]")
            .reads(in -> in.get(ACCOUNT).map(before -> edited(before, in)));

    static final Form CLOSE = Form.ends(Kind.ACCOUNT, "close", "Close an account")
            .with(ACCOUNT)
            .says("close account of {account}")
            .reads(in -> in.get(ACCOUNT).map(AccountChange.Close::new));

    private AccountForms() {}

    static Values values(Account account) {
        return new Values()
                .put(PERSON, account.person())
                .put(TENANT, account.tenant())
                .putText(AS, account.userName())
                .put(DEVICE, Optional.ofNullable(account.attributes().get(DEVICE_ID)));
    }

    /** A person has one account in a tenant at most: a closed one is opened again. */
    private static Optional<Id<Account>> existing(Reading in) {
        Optional<Id<Person>> person = in.get(PERSON);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        return person.flatMap(one -> tenant.flatMap(there -> Account.of(one, there, in.model())))
                .map(Account::id);
    }

    private static Optional<Change> opened(Reading in) {
        Optional<Id<Account>> id = in.newId();
        Optional<Id<Person>> person = in.get(PERSON);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        String given = in.text(AS);
        Optional<String> found = in.get(FOUND);
        Map<String, String> attributes = attributes(Map.of(), in);
        if (id.isEmpty() || person.isEmpty() || tenant.isEmpty()) {
            return Optional.empty();
        }
        String userName = given.isEmpty() ? byRule(person.get(), tenant.get(), in) : given;
        Account account = new Account(
                id.get(), tenant.get(), AccountKind.PERSON, person, userName, Account.State.OPEN, attributes);
        return Optional.of(new AccountChange.Open(account, found));
    }

    private static String byRule(Id<Person> person, Id<Tenant> tenant, Reading in) {
        return UserNames.byRule(
                        in.model(),
                        in.model().tenants().get(tenant),
                        in.model().people().get(person),
                        in.now())
                .orElse("");
    }

    private static Change edited(Account before, Reading in) {
        String userName = in.textOrKept(AS, before.userName());
        boolean isByRule = userName.isEmpty() && before.person().isPresent();
        return new AccountChange.Edit(new Account(
                before.id(),
                before.tenant(),
                before.kind(),
                before.person(),
                isByRule ? byRule(before.person().get(), before.tenant(), in) : userName,
                before.state(),
                attributes(before.attributes(), in),
                before.ownership()));
    }

    private static Map<String, String> attributes(Map<String, String> before, Reading in) {
        Map<String, String> attributes = new TreeMap<>(before);
        if (in.isGiven(DEVICE)) {
            in.get(DEVICE)
                    .ifPresentOrElse(device -> attributes.put(DEVICE_ID, device), () -> attributes.remove(DEVICE_ID));
        }
        return attributes;
    }

    private static final class Naming implements Reference.Naming<Account> {
        @Override
        public Values parts(Account account, Names names) {
            return (account.person().isPresent()
                            ? new Values().put(PERSON, account.person())
                            : new Values().put(LOGIN, account.userName()))
                    .put(TENANT, account.tenant());
        }

        @Override
        public int phrase(Account account) {
            return account.person().isPresent() ? 1 : 0;
        }

        @Override
        public List<Account> candidates(Reading parts) {
            Optional<Id<Tenant>> tenant = parts.get(TENANT);
            if (tenant.isEmpty()) {
                return List.of();
            }
            if (parts.has(LOGIN)) {
                return parts.model()
                        .table(Kind.ACCOUNT)
                        .by(Account.BY_USER_NAME, Account.uniqueName(tenant.get(), parts.text(LOGIN)));
            }
            return parts.get(PERSON)
                    .map(person -> parts.model()
                            .table(Kind.ACCOUNT)
                            .by(Account.BY_HOLDER, new Account.Holder(tenant.get(), person)))
                    .orElse(List.of());
        }
    }
}
