package wexa.server.views;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.data.repository.Repository;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.server.people.PeopleCounts;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** What each administrator pinned to their Desk: views with their counts, and acts. */
@UseCases
public class Pins {
    private static final int MOST = 30;

    private final Rows rows;
    private final Counts counted;
    private final SavedViews views;
    private final PeopleCounts counts;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;
    private final TransactionTemplate transactions;

    /** Rows of pins. */
    interface Rows extends Repository<PinRow, UUID> {
        List<PinRow> findByLoginOrderByPlace(String login);

        void save(PinRow row);

        void deleteByLogin(String login);

        void deleteById(UUID id);
    }

    /** Rows of counts. */
    interface Counts extends Repository<PinCountRow, PinCountRow.Key> {
        Optional<PinCountRow> findById(PinCountRow.Key id);

        Optional<PinCountRow> findFirstByIdPinAndIdDayBeforeOrderByIdDayDesc(UUID pin, LocalDate day);

        void save(PinCountRow row);
    }

    Pins(
            Rows rows,
            Counts counted,
            SavedViews views,
            PeopleCounts counts,
            BusinessClock clock,
            Settings settings,
            Ids ids,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.counted = counted;
        this.views = views;
        this.counts = counts;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
        this.transactions = transactions;
    }

    /**
     * One of {@code view} and {@code act} is there.
     *
     * @param act what is begun: a name of an act, or a name, a colon and the id of what it is about
     * @param count how many people the view finds now; nothing for views of other lists
     * @param before how many it found when it was last counted on an earlier day
     */
    public record PinView(
            UUID id,
            SavedViews.@Nullable SavedView view,
            @Nullable String act,
            @Nullable Integer count,
            @Nullable Before before) {}

    public record Before(LocalDate day, int count) {}

    /** What is wanted: a view's id or an act. */
    public record Wanted(@Nullable UUID view, @Nullable String act) {}

    /** One's own pins in their order, each view of people counted now; a view that is no longer shared is left out. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public List<PinView> all(Actor actor) {
        LocalDate today = LocalDate.ofInstant(clock.now(), settings.zone());
        List<PinView> all = new ArrayList<>();
        for (PinRow row : rows.findByLoginOrderByPlace(actor.login())) {
            UUID view = row.viewId;
            if (view == null) {
                all.add(new PinView(row.id, null, row.act, null, null));
            } else {
                views.find(actor, view).ifPresent(found -> {
                    all.add(
                            found.place().equals(SavedViews.PEOPLE)
                                    ? counted(actor, row, found, today)
                                    : new PinView(row.id, found, null, null, null));
                });
            }
        }
        return all;
    }

    private PinView counted(Actor actor, PinRow row, SavedViews.SavedView found, LocalDate today) {
        int count = counts.count(actor, found.filter());
        keep(row.id, today, count);
        Before before = counted.findFirstByIdPinAndIdDayBeforeOrderByIdDayDesc(row.id, today)
                .map(one -> new Before(one.id.day(), one.total))
                .orElse(null);
        return new PinView(row.id, found, null, count, before);
    }

    /** Remembers today's count, so that tomorrow can be held against it. */
    private void keep(UUID pin, LocalDate today, int count) {
        PinCountRow.Key key = new PinCountRow.Key(pin, today);
        if (counted.findById(key).filter(row -> row.total == count).isEmpty()) {
            PinCountRow row = new PinCountRow();
            row.id = key;
            row.total = count;
            try {
                counted.save(row);
            } catch (DataIntegrityViolationException raced) {
                // another look at the same Desk was faster, and counted the same
            }
        }
    }

    /** Sets one's own pins, in this order. What was pinned before keeps its counts. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public void set(Actor actor, List<Wanted> wanted) {
        if (wanted.size() > MOST) {
            throw Problem.badField("pins", "too-many", "The Desk holds " + MOST + " pins. Remove one first.");
        }
        for (int at = 0; at < wanted.size(); at++) {
            UUID view = wanted.get(at).view();
            if ((view == null) == (wanted.get(at).act() == null)) {
                throw Problem.badField("pins[" + at + "]", "one-of", "A pin is a view or an act, one of the two.");
            }
            if (view != null && views.find(actor, view).isEmpty()) {
                throw Problem.badField(
                        "pins[" + at + "].view", "unknown", "This view is gone or no longer shared. Reload the page.");
            }
        }
        transactions.executeWithoutResult(status -> {
            List<PinRow> before = new ArrayList<>(rows.findByLoginOrderByPlace(actor.login()));
            int place = 0;
            for (Wanted one : wanted.stream().distinct().toList()) {
                PinRow row = before.stream()
                        .filter(each -> one.equals(new Wanted(each.viewId, each.act)))
                        .findFirst()
                        .orElseGet(PinRow::new);
                if (!before.remove(row)) {
                    row.id = ids.next();
                }
                row.login = actor.login();
                row.viewId = one.view();
                row.act = one.act();
                row.place = place++;
                rows.save(row);
            }
            before.forEach(row -> rows.deleteById(row.id));
        });
    }
}
