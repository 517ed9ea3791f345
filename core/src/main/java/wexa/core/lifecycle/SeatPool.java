package wexa.core.lifecycle;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import wexa.core.model.Absence;
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
    private final List<Taken> taken;

    /** A seat, and a span in which somebody has it. */
    private record Taken(Id<Seat> seat, Window window) {}

    private SeatPool(int size, List<Taken> taken) {
        this.size = size;
        this.taken = taken;
    }

    public static SeatPool of(Model model, Tenant tenant, Key kind) {
        List<Taken> taken = new ArrayList<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            for (Seat seat : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
                if (seat.kind().equals(kind)) {
                    List<Window> free = account.person()
                            .map(person -> Absence.releasing(model, person))
                            .orElse(List.of());
                    seat.window().without(free).forEach(window -> taken.add(new Taken(seat.id(), window)));
                }
            }
        }
        return new SeatPool(tenant.pools().getOrDefault(kind, 0), taken);
    }

    public int size() {
        return size;
    }

    public int takenAt(Instant instant) {
        return (int)
                taken.stream().filter(one -> one.window().contains(instant)).count();
    }

    /** Coming instants at which seats are taken or given back, in order. */
    public List<Instant> changesAfter(Instant now) {
        return taken.stream()
                .flatMap(one -> Stream.of(one.window().from(), one.window().until()))
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
        int running = 0;
        List<Turn> turns = new ArrayList<>();
        for (Taken one : taken) {
            if (one.seat().equals(except) || !one.window().overlaps(window)) {
                continue;
            }
            if (one.window().contains(window.from())) {
                running++;
            } else {
                turns.add(new Turn(one.window().from(), 1));
            }
            if (one.window().until().isBefore(window.until())) {
                turns.add(new Turn(one.window().until(), -1));
            }
        }
        // what ends at an instant is free again at it
        turns.sort(Comparator.comparing(Turn::at).thenComparingInt(Turn::by));
        int most = running;
        for (Turn turn : turns) {
            running += turn.by();
            most = Math.max(most, running);
        }
        return most;
    }
}
