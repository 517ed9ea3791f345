package wexa.core.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Seat;
import wexa.core.room.Marks;
import wexa.core.room.Objects;
import wexa.core.room.Room;
import wexa.core.room.Scopes;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** Without a seat that carries it nothing can be used (rule 6). */
public final class SeatRoom implements Room<Seat> {
    @Override
    public Kind<Seat> kind() {
        return Kind.SEAT;
    }

    @Override
    public List<Window> windows(Seat seat, Model model) {
        return List.of(seat.window());
    }

    @Override
    public void marks(Seat seat, Model model, Marks to) {
        to.history(seat.account());
        model.table(Kind.ACCOUNT).find(seat.account()).ifPresent(account -> {
            account.person().ifPresent(person -> {
                to.person(person);
                to.history(person);
            });
            to.history(account.tenant());
        });
    }

    @Override
    public void objects(Seat seat, Model model, Objects to) {
        to.seats(seat.account());
    }

    @Override
    public void scope(Seat seat, Model model, Scopes to) {
        model.table(Kind.ACCOUNT).find(seat.account()).ifPresent(account -> {
            to.tenant(account.tenant());
            account.person().ifPresent(to::person);
        });
    }

    @Override
    public List<Form> forms() {
        return List.of(SeatForms.GIVE, SeatForms.SWAP, SeatForms.RETURN);
    }

    @Override
    public Values values(Seat seat) {
        return SeatForms.values(seat);
    }

    @Override
    public Optional<WayBack> changingBack(Seat before, Seat after, Instant now) {
        return Optional.of(
                before.window().equals(after.window())
                        ? new WayBack(SeatForms.SWAP, values(before), WayBack.Identity.SAME)
                        : new WayBack(SeatForms.GIVE, values(before).without(Types.FROM), WayBack.Identity.ANEW));
    }
}
