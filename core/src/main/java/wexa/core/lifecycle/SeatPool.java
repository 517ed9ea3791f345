package wexa.core.lifecycle;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import wexa.core.model.Account;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.model.Window;

/** Seats of one kind in one tenant over time (rule 12). */
public final class SeatPool {
    private final int size;
    private final List<Seat> seats;

    private SeatPool(int size, List<Seat> seats) {
        this.size = size;
        this.seats = seats;
    }

    public static SeatPool of(Model model, Tenant tenant, Key kind) {
        List<Seat> seats = new ArrayList<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            for (Seat seat : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
                if (seat.kind().equals(kind)) {
                    seats.add(seat);
                }
            }
        }
        return new SeatPool(tenant.pools().getOrDefault(kind, 0), seats);
    }

    public int size() {
        return size;
    }

    public int takenAt(Instant instant) {
        return (int)
                seats.stream().filter(seat -> seat.window().contains(instant)).count();
    }

    /** Coming instants at which seats are taken or given back, in order. */
    public List<Instant> changesAfter(Instant now) {
        return seats.stream()
                .flatMap(seat -> Stream.of(seat.window().from(), seat.window().until()))
                .filter(at -> at.isAfter(now) && !at.equals(Instant.MAX))
                .distinct()
                .sorted()
                .toList();
    }

    /** The most seats taken at any instant of the window by others than the given one: counted at each beginning. */
    public int mostTakenWithin(Window window, Id<Seat> except) {
        List<Seat> others = seats.stream()
                .filter(seat -> !seat.id().equals(except) && seat.window().overlaps(window))
                .sorted(Comparator.comparing(seat -> seat.window().from()))
                .toList();
        int most = 0;
        for (Seat start : others) {
            Instant at = start.window().from().isBefore(window.from())
                    ? window.from()
                    : start.window().from();
            most = Math.max(most, (int)
                    others.stream().filter(seat -> seat.window().contains(at)).count());
        }
        return most;
    }
}
