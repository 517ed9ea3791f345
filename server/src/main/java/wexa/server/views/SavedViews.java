package wexa.server.views;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
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

/** Filters that are kept by name. Everybody has their own, and sees those that others share; whoever made one changes it. */
@UseCases
public class SavedViews {
    /** The list whose filter is applied here; the others are filtered by the page that shows them. */
    static final String PEOPLE = "people";

    private static final int MOST = 200;

    private final Rows rows;
    private final PeopleCounts counts;
    private final BusinessClock clock;
    private final Ids ids;
    private final TransactionTemplate transactions;

    /** Rows of views. */
    interface Rows extends Repository<SavedViewRow, UUID> {
        Optional<SavedViewRow> findById(UUID id);

        List<SavedViewRow> findByOwner(String owner);

        List<SavedViewRow> findByIsSharedTrue();

        void save(SavedViewRow row);

        void deleteById(UUID id);
    }

    SavedViews(Rows rows, PeopleCounts counts, BusinessClock clock, Ids ids, TransactionTemplate transactions) {
        this.rows = rows;
        this.counts = counts;
        this.clock = clock;
        this.ids = ids;
        this.transactions = transactions;
    }

    /**
     * @param place the list that is filtered: people, groups, roles, jobs or messages
     * @param filter what stands behind the question mark of the list's address
     */
    public record SavedView(
            UUID id, String name, String place, String filter, boolean isShared, boolean isOwn, String owner) {}

    /** One's own and those that are shared, by name. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public List<SavedView> all(Actor actor) {
        return Stream.concat(
                        rows.findByOwner(actor.login()).stream(),
                        rows.findByIsSharedTrue().stream().filter(row -> !row.owner.equals(actor.login())))
                .map(row -> view(row, actor))
                .sorted(Comparator.comparing(SavedView::name, String.CASE_INSENSITIVE_ORDER)
                        .thenComparing(SavedView::id))
                .toList();
    }

    /** Keeps a filter under a name; one of one's own with the same name is replaced. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public SavedView keep(Actor actor, String name, String place, String filter, boolean isShared) {
        if (place.equals(PEOPLE)) {
            counts.check(filter);
        }
        return transactions.execute(status -> {
            List<SavedViewRow> own = rows.findByOwner(actor.login());
            SavedViewRow row = own.stream()
                    .filter(one -> one.place.equals(place) && one.name.equalsIgnoreCase(name))
                    .findFirst()
                    .orElseGet(() -> {
                        if (own.size() >= MOST) {
                            throw Problem.badField(
                                    "name",
                                    "too-many",
                                    "You have " + MOST + " views. Remove one that you no longer use.");
                        }
                        SavedViewRow made = new SavedViewRow();
                        made.id = ids.next();
                        made.madeAt = clock.now();
                        return made;
                    });
            row.owner = actor.login();
            row.name = name;
            row.place = place;
            row.filter = filter;
            row.isShared = isShared;
            rows.save(row);
            return view(row, actor);
        });
    }

    /** Removes one's own view, and the pins of it, whoever has them. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public void remove(Actor actor, UUID id) {
        transactions.executeWithoutResult(status -> {
            SavedViewRow row = rows.findById(id)
                    .filter(one -> one.owner.equals(actor.login()))
                    .orElseThrow(() -> Problem.notFound("view of yours", id));
            rows.deleteById(row.id);
        });
    }

    /** A view that the asker may use. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public Optional<SavedView> find(Actor actor, UUID id) {
        return rows.findById(id)
                .filter(row -> row.isShared || row.owner.equals(actor.login()))
                .map(row -> view(row, actor));
    }

    private static SavedView view(SavedViewRow row, Actor actor) {
        return new SavedView(
                row.id, row.name, row.place, row.filter, row.isShared, row.owner.equals(actor.login()), row.owner);
    }
}
