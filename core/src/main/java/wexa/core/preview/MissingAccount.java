package wexa.core.preview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Access;
import wexa.core.access.Usability;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Engagement;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Permission;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.Window;

/**
 * An account that somebody would need to use what a draft gives them, with the least seat that carries all that they can do
 * there. {@code identity} says whether it could be opened yet; {@code closed} is the account that they had before and that
 * would be opened again; {@code during} is the engagement for which the seat is needed.
 */
public record MissingAccount(
        Id<Person> person,
        Id<Tenant> tenant,
        Identity identity,
        Optional<Id<Account>> closed,
        Optional<Key> seat,
        Optional<Window> during) {
    /** Whether it can be opened now: of people from outside somebody else than us has to say first who they are. */
    public boolean canBeOpened() {
        return identity.isEnough();
    }

    /** What is missing with the draft at an instant, person by person. Costs what the draft gives. */
    public static List<MissingAccount> in(Preview preview, Instant at) {
        Map<Id<Person>, Set<Id<Tenant>>> given = new LinkedHashMap<>();
        preview.impactAt(at)
                .gains()
                .forEach(shift -> given.computeIfAbsent(shift.person(), any -> new LinkedHashSet<>())
                        .add(shift.tenant()));
        List<MissingAccount> missing = new ArrayList<>();
        given.forEach((person, tenants) -> add(person, tenants, preview, at, missing));
        return missing;
    }

    private static void add(
            Id<Person> id, Set<Id<Tenant>> tenants, Preview preview, Instant at, List<MissingAccount> missing) {
        Model model = preview.model();
        Identity identity = Identity.of(model.people().get(id), model);
        Map<Id<Tenant>, Account> accounts = new LinkedHashMap<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, id)) {
            if (account.kind() == AccountKind.PERSON) {
                accounts.merge(account.tenant(), account, (one, other) -> one.isOpen() ? one : other);
            }
        }
        for (Id<Tenant> tenant : tenants) {
            Optional<Account> known = Optional.ofNullable(accounts.get(tenant));
            if (known.filter(Account::isOpen).isEmpty()) {
                missing.add(new MissingAccount(
                        id,
                        tenant,
                        identity,
                        known.map(Account::id),
                        seat(id, tenant, preview, at),
                        during(id, model, at)));
            }
        }
    }

    /** The engagement that lasts longest of those at the instant. */
    private static Optional<Window> during(Id<Person> person, Model model, Instant at) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person).stream()
                .map(Engagement::window)
                .filter(window -> window.contains(at))
                .max(Comparator.comparing(Window::until));
    }

    private static Optional<Key> seat(Id<Person> person, Id<Tenant> tenant, Preview preview, Instant at) {
        List<Permission> held = new ArrayList<>();
        for (Access.Reach reach : preview.index().of(person, at).reaches()) {
            if (reach.tenant().equals(tenant)) {
                held.addAll(reach.permissions());
            }
        }
        Model model = preview.model();
        return Usability.leastSeat(model.appOf(model.tenants().get(tenant)), held)
                .map(App.SeatKind::key);
    }
}
