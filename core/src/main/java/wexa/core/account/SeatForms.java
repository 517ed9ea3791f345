package wexa.core.account;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Seat;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

/** How seats are given, swapped and returned. A seat is named by the account that holds it. */
final class SeatForms {
    private static final Field<Id<Account>> ACCOUNT =
            Field.required("account", AccountForms.REFERENCE.ids(), "Account");
    private static final Field<Key> KIND = Field.required("kind", Types.KEY, "Seat");

    static final Field<Seat> SEAT = Field.required(
            "seat",
            new Reference<>(
                    Kind.SEAT,
                    "a seat, such as the one of wren.castellane in pelagia/north",
                    List.of(new Reference.Wording("{account}", ACCOUNT)),
                    new Naming()),
            "Seat");

    static final Form GIVE = Form.makes(Kind.SEAT, "give", "Give a seat")
            .with(ACCOUNT, KIND, Types.FROM, Types.UNTIL)
            .says("seat {account} as {kind}[ from {from}][ until {until}]")
            .reads(SeatForms::given);

    static final Form SWAP = Form.changes(Kind.SEAT, "swap", "Swap a seat")
            .with(SEAT, KIND)
            .says("swap seat of {seat}[ to {kind}]")
            .reads(in -> in.get(SEAT)
                    .flatMap(known -> in.get(KIND)
                            .map(kind ->
                                    new SeatChange.Swap(new Seat(known.id(), known.account(), kind, known.window())))));

    static final Form RETURN = Form.ends(Kind.SEAT, "return", "Return a seat")
            .with(SEAT, Types.UNTIL)
            .says("return seat of {seat}[ until {until}]")
            .reads(in -> in.ending(SEAT, SeatChange.Return::new));

    private SeatForms() {}

    static Values values(Seat seat) {
        return new Values().put(ACCOUNT, seat.account()).put(KIND, seat.kind()).put(seat.window());
    }

    private static Optional<Change> given(Reading in) {
        Optional<Id<Seat>> id = in.newId();
        Optional<Id<Account>> account = in.get(ACCOUNT);
        Optional<Key> kind = in.get(KIND);
        Optional<Window> window = in.window(Reading.WHEN_APPLIED);
        if (id.isEmpty() || account.isEmpty() || kind.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new SeatChange.Give(new Seat(id.get(), account.get(), kind.get(), window.get())));
    }

    private static final class Naming implements Reference.Naming<Seat> {
        @Override
        public Values parts(Seat seat, Names names) {
            return new Values().put(ACCOUNT, seat.account());
        }

        @Override
        public List<Seat> candidates(Reading parts) {
            return parts.get(ACCOUNT)
                    .map(account -> parts.model().table(Kind.SEAT).by(Seat.BY_ACCOUNT, account))
                    .orElse(List.of());
        }

        @Override
        public Optional<Window> window(Seat seat) {
            return Optional.of(seat.window());
        }
    }
}
