package wexa.core.account;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** Changes to who holds licences (rule 12): never more than the pool has, at any instant. */
public sealed interface SeatChange extends Change {
    /** An account gets a seat. */
    record Give(Seat seat) implements SeatChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Seat wanted = new Seat(
                    seat.id(), seat.account(), seat.kind(), seat.window().notBefore(now));
            Optional<Account> account = model.table(Kind.ACCOUNT).find(wanted.account());
            if (account.isEmpty()) {
                return Resolution.blocked(References.unresolved("account", wanted.account()));
            }
            for (Seat other : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, wanted.account())) {
                if (other.window().overlaps(wanted.window())) {
                    return other.kind().equals(wanted.kind())
                            ? Resolution.kept(other)
                            : Resolution.blocked(Finding.of(
                                    AccountCodes.SEAT_HELD,
                                    "kind",
                                    "held",
                                    other.kind().text(),
                                    "id",
                                    other.id().toString()));
                }
            }
            return Resolution.make(wanted, check(wanted, account.get(), model));
        }

        @Override
        public Form form() {
            return SeatForms.GIVE;
        }

        @Override
        public Values values() {
            return SeatForms.values(seat);
        }
    }

    /** A seat becomes one of another kind; the old one is given back first. */
    record Swap(Seat seat) implements SeatChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Seat> before = model.table(Kind.SEAT).find(seat.id());
            Optional<Account> account =
                    before.flatMap(held -> model.table(Kind.ACCOUNT).find(held.account()));
            if (before.isEmpty() || account.isEmpty()) {
                return Resolution.blocked(
                        Finding.of(Code.FACT_GONE, "seat", "id", seat.id().toString()));
            }
            return Resolution.replace(before.get(), seat, check(seat, account.get(), model));
        }

        @Override
        public Form form() {
            return SeatForms.SWAP;
        }

        @Override
        public Values values() {
            return SeatForms.values(seat).put(SeatForms.SEAT, seat);
        }
    }

    /** A seat is given back at an instant. */
    record Return(Seat seat, Instant at) implements SeatChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Instant end = Window.whole(at.isBefore(now) ? now : at);
            return model.table(Kind.SEAT)
                    .find(seat.id())
                    .map(held -> Resolution.ended(
                            held,
                            held.window(),
                            end,
                            window -> new Seat(held.id(), held.account(), held.kind(), window)))
                    .orElseGet(() -> Resolution.kept(seat));
        }

        @Override
        public Form form() {
            return SeatForms.RETURN;
        }

        @Override
        public Values values() {
            return new Values().put(SeatForms.SEAT, seat).putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }

    private static List<Finding> check(Seat seat, Account account, Model model) {
        Tenant tenant = model.tenants().get(account.tenant());
        App app = model.appOf(tenant);
        List<Finding> findings = new ArrayList<>();
        if (app.seatKind(seat.kind()).isEmpty()) {
            String kinds = String.join(
                    ", ",
                    app.seatKinds().stream().map(kind -> kind.key().text()).toList());
            findings.add(Finding.of(
                    AccountCodes.SEAT_KIND_UNKNOWN, "kind", "value", seat.kind().text(), "kinds", kinds));
            return findings;
        }
        missingAttributes(app, seat.kind(), account, model).forEach(findings::add);
        SeatPool pool = SeatPool.of(model, tenant, seat.kind());
        if (pool.mostTakenWithin(seat.window(), seat.id()) >= pool.size()) {
            findings.add(Finding.of(
                    AccountCodes.SEAT_POOL_EMPTY,
                    "kind",
                    "kind",
                    seat.kind().text(),
                    "size",
                    Integer.toString(pool.size()),
                    "tenant",
                    tenant.name()));
        }
        return findings;
    }

    private static List<Finding> missingAttributes(App app, Key kind, Account account, Model model) {
        return app.needs().stream()
                .filter(need -> need.seatKind().equals(kind) && !has(account, need.attribute(), model))
                .map(need -> Finding.of(
                        AccountCodes.SEAT_ATTRIBUTE_MISSING,
                        need.attribute(),
                        "attribute",
                        need.attribute(),
                        "kind",
                        kind.text()))
                .toList();
    }

    private static boolean has(Account account, String attribute, Model model) {
        if (attribute.equals("phone")) {
            Optional<Id<Person>> person = account.person();
            return person.isPresent()
                    && model.people().get(person.get()).phone().isPresent();
        }
        return account.attributes().containsKey(attribute);
    }
}
