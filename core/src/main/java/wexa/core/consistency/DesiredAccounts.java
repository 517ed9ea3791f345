package wexa.core.consistency;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** What the accounts of one tenant should be at one instant. */
record DesiredAccounts(Model model, Tenant tenant, Instant at, BoundValues values) {
    Optional<Account> of(Id<Person> person) {
        return Account.of(person, tenant.id(), model);
    }

    /** The account of a person who can use it. */
    Optional<Account> openOf(Id<Person> person) {
        return of(person).filter(this::isOpen);
    }

    boolean isOpen(Account account) {
        return account.isOpen()
                && account.person()
                        .map(person -> PersonStatus.of(model, person, at) == PersonStatus.HERE)
                        .orElse(true);
    }

    /** Whoever comes back finds the seat that they had. */
    private boolean keepsSeats(Account account) {
        return account.isOpen()
                && account.person()
                        .filter(person -> PersonStatus.of(model, person, at).isStopped())
                        .filter(person ->
                                Absence.releasing(model, person).stream().noneMatch(window -> window.contains(at)))
                        .isPresent();
    }

    /** Emergency accounts are passed by (rule 11). */
    Optional<TenantObject> state(Account account) {
        if (account.kind() == AccountKind.EMERGENCY) {
            return Optional.empty();
        }
        Optional<Person> person = account.person().flatMap(model.people()::find);
        boolean open = isOpen(account);
        Set<String> seats = tenant.can(Capability.SEATS) && (open || keepsSeats(account)) ? seatsOf(account) : Set.of();
        return Optional.of(new TenantObject.AccountState(
                account.userName(),
                person.map(Person::givenName).orElse(""),
                person.map(Person::familyName).orElse(""),
                person.flatMap(Person::mail).map(Object::toString),
                person.flatMap(Person::phone).map(Object::toString),
                open ? TenantObject.Activity.OPEN : TenantObject.Activity.CLOSED,
                seats,
                tenant.can(Capability.SEATS) ? account.attributes() : Map.of(),
                values.of(open ? account.person() : Optional.empty())));
    }

    private Set<String> seatsOf(Account account) {
        return model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                .filter(seat -> seat.window().contains(at))
                .map(seat -> seat.kind().text())
                .collect(Collectors.toSet());
    }
}
