package wexa.core.access;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * Whether what a person should be able to do in a tenant can be used (rule 6): the person is here, the account open, and
 * a seat held that carries the permission, if any seat kind carries it.
 */
public final class Usability {
    private final PersonStatus status;
    private final Optional<Account> account;
    private final Optional<Seat> seat;
    private final App app;

    /** Why something that should be possible is not. */
    public enum Block {
        NOT_HERE,
        NO_ACCOUNT,
        ACCOUNT_CLOSED,
        SEAT_MISSING
    }

    private Usability(PersonStatus status, Optional<Account> account, Optional<Seat> seat, App app) {
        this.status = status;
        this.account = account;
        this.seat = seat;
        this.app = app;
    }

    public static Usability of(Model model, Id<Person> person, Id<Tenant> tenant, Instant at) {
        Optional<Account> account = Account.of(person, tenant, model);
        Optional<Seat> seat = account.flatMap(login -> model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, login.id()).stream()
                .filter(candidate -> candidate.window().contains(at))
                .findFirst());
        return new Usability(
                PersonStatus.of(model, person, at),
                account,
                seat,
                model.appOf(model.tenants().get(tenant)));
    }

    public Optional<Account> account() {
        return account;
    }

    public Optional<Seat> seat() {
        return seat;
    }

    /** All on which it depends what can be used: with equal extents in tenants of one app, the same can be. */
    public record Extent(PersonStatus status, Optional<Boolean> isAccountOpen, Optional<Key> seat) {}

    public Extent extent() {
        return new Extent(status, account.map(Account::isOpen), seat.map(Seat::kind));
    }

    /** Whether whatever is held can be used here if it can be used there. */
    public boolean isSameAs(Usability other) {
        return extent().equals(other.extent()) && app.equals(other.app);
    }

    /** Each reason that stands in the way, empty if it is usable. */
    public List<Block> blocks(Permission permission) {
        List<Block> blocks = new ArrayList<>(2);
        if (status != PersonStatus.HERE) {
            blocks.add(Block.NOT_HERE);
        }
        if (account.isEmpty()) {
            blocks.add(Block.NO_ACCOUNT);
        } else if (!account.get().isOpen()) {
            blocks.add(Block.ACCOUNT_CLOSED);
        }
        List<App.SeatKind> carriers = app.carriersOf(permission);
        if (!carriers.isEmpty()
                && seat.filter(held ->
                                carriers.stream().anyMatch(kind -> kind.key().equals(held.kind())))
                        .isEmpty()) {
            blocks.add(Block.SEAT_MISSING);
        }
        return blocks;
    }

    /** The least seat kind that carries all the given permissions that need a seat; empty if none needs one. */
    public static Optional<App.SeatKind> leastSeat(App app, Iterable<Permission> permissions) {
        List<Permission> needing = new ArrayList<>();
        for (Permission permission : permissions) {
            if (permission.app().equals(app.key())
                    && !app.carriersOf(permission).isEmpty()) {
                needing.add(permission);
            }
        }
        if (needing.isEmpty()) {
            return Optional.empty();
        }
        return app.seatKinds().stream()
                .filter(kind -> kind.carries().containsAll(needing))
                .findFirst();
    }
}
