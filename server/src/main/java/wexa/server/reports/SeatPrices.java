package wexa.server.reports;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.repository.Repository;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.App;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.reporting.SeatReports;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;

/** What seats cost: nothing is bought here, the reports multiply by it. */
@UseCases
public class SeatPrices {
    private final Rows rows;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final TransactionTemplate transactions;

    /** Rows of prices. */
    interface Rows extends Repository<SeatPriceRow, SeatPriceRow.Key> {
        List<SeatPriceRow> findAll();

        void save(SeatPriceRow row);

        void deleteById(SeatPriceRow.Key id);
    }

    SeatPrices(Rows rows, SnapshotStore snapshots, Notes notes, TransactionTemplate transactions) {
        this.rows = rows;
        this.snapshots = snapshots;
        this.notes = notes;
        this.transactions = transactions;
    }

    /** A kind of seat in a tenant; {@code amount} is the price of one a month, where one is set. */
    public record PriceView(
            UUID tenant,
            String tenantName,
            int colour,
            String kind,
            String name,
            int size,
            @Nullable BigDecimal amount) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<PriceView> all(Actor actor) {
        Model model = snapshots.current().model();
        Map<SeatReports.SeatType, BigDecimal> prices = prices();
        List<PriceView> views = new ArrayList<>();
        for (Tenant tenant : model.tenants().stream()
                .sorted(Comparator.comparingInt(Tenant::colour))
                .toList()) {
            for (App.SeatKind kind : model.appOf(tenant).seatKinds()) {
                views.add(new PriceView(
                        tenant.id().value(),
                        model.title(tenant),
                        tenant.colour(),
                        kind.key().text(),
                        kind.name(),
                        tenant.pools().getOrDefault(kind.key(), 0),
                        prices.get(new SeatReports.SeatType(tenant.id(), kind.key()))));
            }
        }
        return views;
    }

    /** Sets the price of one seat a month; none takes it away. */
    @Requires(value = Act.GOVERN, over = Over.EVERYTHING)
    public void set(Actor actor, UUID tenant, String kind, @Nullable BigDecimal amount) {
        Model model = snapshots.current().model();
        Tenant found = model.tenants().find(Id.of(tenant)).orElseThrow(() -> Problem.notFound("tenant", tenant));
        App.SeatKind seat = model.appOf(found).seatKinds().stream()
                .filter(one -> one.key().text().equals(kind))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("kind of seat", kind));
        transactions.executeWithoutResult(status -> {
            notes.write(
                    actor.login(),
                    "price of a " + seat.name() + " seat in " + model.path(found) + " a month: "
                            + (amount == null ? "none" : amount.toPlainString()));
            SeatPriceRow.Key key = new SeatPriceRow.Key(tenant, kind);
            if (amount == null) {
                rows.deleteById(key);
            } else {
                SeatPriceRow row = new SeatPriceRow();
                row.id = key;
                row.amount = amount;
                rows.save(row);
            }
        });
    }

    Map<SeatReports.SeatType, BigDecimal> prices() {
        Map<SeatReports.SeatType, BigDecimal> prices = new HashMap<>();
        rows.findAll()
                .forEach(row -> prices.put(
                        new SeatReports.SeatType(Id.of(row.id.tenant()), Key.of(row.id.kind())), row.amount));
        return prices;
    }
}
