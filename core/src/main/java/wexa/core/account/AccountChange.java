package wexa.core.account;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.lifecycle.Identity;
import wexa.core.message.SignIn;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Capability;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.person.IssuedNames;
import wexa.core.person.PersonCodes;
import wexa.core.value.Id;

/** Changes to logins. Emergency accounts are passed by (rule 11). */
public sealed interface AccountChange extends Change {
    /**
     * A login for a person. One that was closed is opened again rather than doubled.
     *
     * @param found the tenant's own id of a login that is there already and becomes this one; empty for a new login
     */
    record Open(Account account, Optional<String> found) implements AccountChange {
        public Open(Account account) {
            this(account, Optional.empty());
        }

        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = new ArrayList<>();
            if (model.tenants().find(account.tenant()).isEmpty()) {
                findings.add(References.unresolved("tenant", account.tenant()));
            }
            account.person()
                    .filter(person -> model.people().find(person).isEmpty())
                    .ifPresent(person -> findings.add(References.unresolved("person", person)));
            if (!findings.isEmpty()) {
                return new Resolution(List.of(), findings);
            }
            if (account.userName().isBlank()) {
                Tenant tenant = model.tenants().get(account.tenant());
                findings.add(Finding.of(
                        AccountCodes.USER_NAME_NEEDS,
                        "as",
                        "rule",
                        tenant.userNameRule().name(),
                        "tenant",
                        tenant.name()));
            }
            findings.addAll(nameClash(account, model));
            findings.addAll(identity(model));
            findings.addAll(signIn(model));
            Optional<Account> has = account.person().flatMap(person -> Account.of(person, account.tenant(), model));
            if (has.isPresent() && !has.get().id().equals(account.id())) {
                return has.get().isOpen() ? Resolution.kept(has.get()) : Resolution.blocked(exists(has.get()));
            }
            return has.map(known -> edited(known, account, findings, model))
                    .orElseGet(() -> Resolution.make(account, findings));
        }

        /** Whom nobody but us says to exist is invited first. */
        private List<Finding> identity(Model model) {
            return account.person().flatMap(model.people()::find).stream()
                    .filter(person -> !Identity.of(person, model).isEnough())
                    .map(person -> Identity.of(person, model) == Identity.UNKNOWN
                            ? Finding.of(PersonCodes.IDENTITY_UNKNOWN, "person", facts(person, model))
                            : Finding.of(PersonCodes.IDENTITY_AWAITED, "person", facts(person, model)))
                    .toList();
        }

        private static String[] facts(Person person, Model model) {
            return new String[] {"holder", person.name(), "home", Identity.homeName(person, model)};
        }

        /** An account that nobody can sign in with is better seen before it is made. */
        private List<Finding> signIn(Model model) {
            Tenant tenant = model.tenants().get(account.tenant());
            return account.person().flatMap(model.people()::find).stream()
                    .filter(person -> Identity.of(person, model).isEnough())
                    .filter(person -> SignIn.of(person, tenant) == SignIn.NONE)
                    .map(person -> Finding.of(
                            AccountCodes.ACCOUNT_NO_SIGN_IN,
                            "tenant",
                            "holder",
                            person.name(),
                            "tenant",
                            model.title(tenant)))
                    .toList();
        }

        private Finding exists(Account known) {
            return Finding.of(
                    AccountCodes.ACCOUNT_EXISTS,
                    "tenant",
                    "userName",
                    known.userName(),
                    "id",
                    known.id().toString());
        }

        @Override
        public Form form() {
            return AccountForms.OPEN;
        }

        @Override
        public Values values() {
            return AccountForms.values(account).put(AccountForms.FOUND, found);
        }
    }

    /** The login's name, attributes or state are others from now on. */
    record Edit(Account account) implements AccountChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ACCOUNT)
                    .find(account.id())
                    .map(before -> edited(before, account, naming(before, model), model))
                    .orElseGet(() -> gone(account.id()));
        }

        private List<Finding> naming(Account before, Model model) {
            Tenant tenant = model.tenants().get(account.tenant());
            boolean isFixed = tenant.can(Capability.FIXED_USER_NAMES)
                    && !before.userName().equals(account.userName());
            return isFixed
                    ? List.of(Finding.of(
                            AccountCodes.USER_NAME_FIXED,
                            "as",
                            "tenant",
                            model.title(tenant),
                            "value",
                            before.userName()))
                    : nameClash(account, model);
        }

        @Override
        public Form form() {
            return AccountForms.EDIT;
        }

        @Override
        public Values values() {
            return AccountForms.values(account).put(AccountForms.ACCOUNT, account);
        }
    }

    /**
     * A non-personal login that a tenant has is known from now on: several people use it, a program does, or nobody
     * does any more and it is to be closed.
     *
     * @param found the tenant's own id of it
     */
    record Keep(Account account, Optional<String> found) implements AccountChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Account> known = model.table(Kind.ACCOUNT).find(account.id());
            List<Finding> findings = new ArrayList<>(nameClash(account, model));
            findings.addAll(Owners.findings(account, model, now));
            if (known.isEmpty() && found.isEmpty()) {
                findings.add(Finding.of(AccountCodes.ACCOUNT_NOT_FOUND, "found", "userName", account.userName()));
            }
            return known.map(before -> Resolution.replace(before, account, findings))
                    .orElseGet(() -> Resolution.make(account, findings));
        }

        @Override
        public Form form() {
            return OwnedAccountForms.KEEP;
        }

        @Override
        public Values values() {
            return OwnedAccountForms.values(account).put(AccountForms.FOUND, found);
        }
    }

    /** Others answer for a non-personal login. */
    record Own(Account account) implements AccountChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ACCOUNT)
                    .find(account.id())
                    .map(before -> Resolution.replace(before, account, Owners.findings(account, model, now)))
                    .orElseGet(() -> gone(account.id()));
        }

        @Override
        public Form form() {
            return OwnedAccountForms.OWN;
        }

        @Override
        public Values values() {
            return OwnedAccountForms.values(account).put(AccountForms.ACCOUNT, account);
        }
    }

    /** Nobody can sign in with it any more; it stays, with its history. */
    record Close(Account account) implements AccountChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Account> found = model.table(Kind.ACCOUNT).find(account.id());
            if (found.isEmpty()) {
                return gone(account.id());
            }
            Account before = found.get();
            if (before.kind() == AccountKind.EMERGENCY) {
                return Resolution.blocked(
                        Finding.of(AccountCodes.EMERGENCY_ACCOUNT, "account", "userName", before.userName()));
            }
            return Resolution.replace(before, before.closed(), List.of());
        }

        @Override
        public Form form() {
            return AccountForms.CLOSE;
        }

        @Override
        public Values values() {
            return new Values().put(AccountForms.ACCOUNT, account);
        }
    }

    private static Resolution edited(Account before, Account after, List<Finding> findings, Model model) {
        return Resolution.replace(before, after, findings).and(IssuedNames.givenUp(before, after, model));
    }

    private static Resolution gone(Id<Account> id) {
        return Resolution.blocked(Finding.of(Code.FACT_GONE, "account", "id", id.toString()));
    }

    private static List<Finding> nameClash(Account account, Model model) {
        Optional<Account> holder = UserNames.holder(model, account.tenant(), account.userName(), account.id());
        Optional<IssuedName> once = IssuedNames.holder(
                model,
                IssuedName.Sort.USER_NAME,
                Account.uniqueName(account.tenant(), account.userName()),
                account.person());
        if (holder.isEmpty() && once.isEmpty()) {
            return List.of();
        }
        String free = UserNames.free(model, account.tenant(), account.userName(), account.id());
        return List.of(
                holder.isPresent()
                        ? Finding.of(AccountCodes.USER_NAME_TAKEN, "as", "value", account.userName(), "free", free)
                        : IssuedNames.finding(model, once.orElseThrow(), "as", account.userName(), free));
    }
}
