package wexa.server.messages;

import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.message.Occasion;
import wexa.core.message.Opening;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Plans a message to whoever has new work to do by hand: one about all of it, and the next one not before a while. */
@Component
class TaskNotices {
    private static final Logger LOG = LoggerFactory.getLogger(TaskNotices.class);

    /** A job makes its tasks one after another: they are not told of one by one. */
    private static final Duration APART = Duration.ofMinutes(10);

    /** Whoever has not done it by then is told again. */
    private static final Duration REMEMBERED = Duration.ofDays(30);

    private final Rows rows;
    private final NewRows newRows;
    private final MessageStore store;
    private final Templates templates;
    private final OpenTasks tasks;
    private final SnapshotStore snapshots;
    private final MailSettings mail;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    /** Rows of work that was told of. */
    interface Rows extends JpaRepository<ToldTaskRow, ToldTaskRow.Name> {
        @Query("select row.name from ToldTaskRow row")
        List<ToldTaskRow.Name> names();

        @Modifying
        @Query("delete from ToldTaskRow row where row.toldAt < :before")
        void forget(Instant before);
    }

    TaskNotices(
            Rows rows,
            NewRows newRows,
            MessageStore store,
            Templates templates,
            OpenTasks tasks,
            SnapshotStore snapshots,
            MailSettings mail,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.newRows = newRows;
        this.store = store;
        this.templates = templates;
        this.tasks = tasks;
        this.snapshots = snapshots;
        this.mail = mail;
        this.clock = clock;
        this.transactions = transactions;
    }

    /** Looks at all work that waits. Costs that, and what was told of already. */
    void round() {
        if (!mail.isSet()) {
            return;
        }
        Instant now = clock.now();
        transactions.executeWithoutResult(status -> rows.forget(now.minus(REMEMBERED)));
        Model model = snapshots.current().model();
        Map<Id<Person>, List<OpenTasks.Work>> open = tasks.all(model, now);
        Set<ToldTaskRow.Name> told = open.isEmpty() ? Set.of() : new HashSet<>(rows.names());
        open.forEach((person, work) -> {
            List<ToldTaskRow.Name> fresh = work.stream()
                    .flatMap(one -> one.tasks().stream())
                    .map(task -> new ToldTaskRow.Name(task.id(), person.value()))
                    .filter(name -> !told.contains(name))
                    .toList();
            if (!fresh.isEmpty()) {
                try {
                    transactions.executeWithoutResult(status -> plan(person, fresh, now));
                } catch (RuntimeException failure) {
                    // the others are told all the same, and this one the next time
                    LOG.warn("telling person {} of work failed", person, failure);
                }
            }
        });
    }

    private void plan(Id<Person> person, List<ToldTaskRow.Name> fresh, Instant now) {
        if (store.hasSince(person, Occasion.TASKS, now.minus(APART))) {
            return;
        }
        newRows.insert(fresh.stream().map(name -> new ToldTaskRow(name, now)).toList());
        store.add(
                List.of(new Opening(person, Occasion.TASKS, List.of())),
                !templates.of(Occasion.TASKS).isAutomatic(),
                now);
    }
}
