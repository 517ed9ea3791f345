package wexa.core.lifecycle;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Window;

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

    /** One seat more or less from an instant on. */
    private record Turn(Instant at, int by) {}

    /**
     * The most seats taken at any instant of the window by others than the given one. Costs one look at each seat, and
     * sorting those that begin or end inside the window.
     */
    public int mostTakenWithin(Window window, Id<Seat> except) {
        int taken = 0;
        List<Turn> turns = new ArrayList<>();
        for (Seat seat : seats) {
            if (seat.id().equals(except) || !seat.window().overlaps(window)) {
                continue;
            }
            if (seat.window().contains(window.from())) {
                taken++;
            } else {
                turns.add(new Turn(seat.window().from(), 1));
            }
            if (seat.window().until().isBefore(window.until())) {
                turns.add(new Turn(seat.window().until(), -1));
            }
        }
        // what ends at an instant is free again at it
        turns.sort(Comparator.comparing(Turn::at).thenComparingInt(Turn::by));
        int most = taken;
        for (Turn turn : turns) {
            taken += turn.by();
            most = Math.max(most, taken);
        }
        return most;
    }
}
