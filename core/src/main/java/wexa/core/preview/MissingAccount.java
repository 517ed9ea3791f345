package wexa.core.preview;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Access;
import wexa.core.access.Usability;
import wexa.core.account.AccountChange;
import wexa.core.cancelling.Cancellation;
import wexa.core.intake.Intake;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/**
 * An account that somebody would need to use what a draft gives them, with the least seat that carries all that they can do
 * there. {@code identity} says whether it could be opened yet, {@code isDrafted} that it stands in the draft and cannot be
 * opened before something is settled; {@code closed} is the account that they had before and that would be opened again;
 * {@code during} is the engagement for which the seat is needed.
 */
public record MissingAccount(
        Id<Person> person,
        Id<Tenant> tenant,
        Identity identity,
        boolean isDrafted,
        Optional<Id<Account>> closed,
        Optional<Key> seat,
        Optional<Window> during) {
    /** Whether somebody else than us has to say first who the person is, who is from outside. */
    public boolean isWaiting() {
        return !identity.isEnough();
    }

    /** Whether it is for the draft to open it, and does not stand there yet. */
    public boolean canBeOpened() {
        return identity.isEnough() && !isDrafted;
    }

    /** What is missing with the draft at an instant, person by person. Costs what the draft gives. */
    public static List<MissingAccount> in(Preview preview, Instant at) {
        Map<Id<Person>, Set<Id<Tenant>>> given = new LinkedHashMap<>();
        preview.impactAt(at).changes().stream()
                .filter(change -> !change.gains().isEmpty())
                .forEach(change -> given.computeIfAbsent(change.person(), any -> new LinkedHashSet<>())
                        .add(change.tenant()));
        Set<Place> drafted = drafted(preview);
        List<MissingAccount> missing = new ArrayList<>();
        given.forEach((person, tenants) -> add(person, tenants, drafted, preview, at, missing));
        return missing;
    }

    private record Place(Id<Person> person, Id<Tenant> tenant) {}

    /** Where accounts stand in the draft that cannot be opened yet. */
    private static Set<Place> drafted(Preview preview) {
        Intake intake = new Intake(preview.model(), ZoneOffset.UTC, preview.now());
        Set<Place> places = new HashSet<>();
        for (Preview.Outcome outcome : preview.outcomes()) {
            if (!outcome.state().isDone()
                    && outcome.entry().form().equals("account.open")
                    && intake.read(outcome.entry()).change().orElse(null) instanceof AccountChange.Open open) {
                Account account = open.account();
                account.person().ifPresent(person -> places.add(new Place(person, account.tenant())));
            }
        }
        return places;
    }

    private static void add(
            Id<Person> id,
            Set<Id<Tenant>> tenants,
            Set<Place> drafted,
            Preview preview,
            Instant at,
            List<MissingAccount> missing) {
        Cancellation.check();
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
                        drafted.contains(new Place(id, tenant)),
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
