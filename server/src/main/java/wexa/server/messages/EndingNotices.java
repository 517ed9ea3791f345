package wexa.server.messages;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
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
import wexa.core.ending.Ending;
import wexa.core.message.Occasion;
import wexa.core.message.Opening;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.database.NewRows;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/**
 * Plans one message a day at most to whoever leads somebody, or answers for something, when an end comes 30, 7 or 1 days near. What
 * was missed while nothing ran is told of once, with the days that are left then.
 */
@Component
class EndingNotices {
    private static final Logger LOG = LoggerFactory.getLogger(EndingNotices.class);

    /** Nobody is written to at night. */
    private static final LocalTime EARLIEST = LocalTime.of(7, 0);

    private final Rows rows;
    private final NewRows newRows;
    private final MessageStore store;
    private final Templates templates;
    private final SnapshotStore snapshots;
    private final MailSettings mail;
    private final BusinessClock clock;
    private final Settings settings;
    private final TransactionTemplate transactions;

    /** Rows of ends that were told of. */
    interface Rows extends JpaRepository<ToldEndingRow, ToldEndingRow.Name> {
        @Query("select row.name from ToldEndingRow row")
        List<ToldEndingRow.Name> names();

        @Modifying
        @Query("delete from ToldEndingRow row where row.name.untilAt < :now")
        void forget(Instant now);
    }

    EndingNotices(
            Rows rows,
            NewRows newRows,
            MessageStore store,
            Templates templates,
            SnapshotStore snapshots,
            MailSettings mail,
            BusinessClock clock,
            Settings settings,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.newRows = newRows;
        this.store = store;
        this.templates = templates;
        this.snapshots = snapshots;
        this.mail = mail;
        this.clock = clock;
        this.settings = settings;
        this.transactions = transactions;
    }

    /** Looks at everything that ends soon. Costs that, and what was told of already. */
    void round() {
        Instant now = clock.now();
        ZonedDateTime local = now.atZone(settings.zone());
        if (!mail.isSet() || local.toLocalTime().isBefore(EARLIEST)) {
            return;
        }
        transactions.executeWithoutResult(status -> rows.forget(now));
        Set<ToldEndingRow.Name> told = new HashSet<>(rows.names());
        Map<Id<Person>, List<ToldEndingRow.Name>> fresh = new LinkedHashMap<>();
        for (Ending ending : Ending.soon(snapshots.current().model(), now)) {
            ToldEndingRow.Name name = new ToldEndingRow.Name(ending.fact(), ending.until(), ending.due(now));
            if (!told.contains(name)) {
                fresh.computeIfAbsent(ending.told(), any -> new ArrayList<>()).add(name);
            }
        }
        Instant midnight = midnight(local.toLocalDate());
        fresh.forEach((person, ends) -> {
            try {
                transactions.executeWithoutResult(status -> plan(person, ends, midnight, now));
            } catch (RuntimeException failure) {
                // the others are told all the same, and this one the next time
                LOG.warn("telling person {} of what ends failed", person, failure);
            }
        });
    }

    private Instant midnight(LocalDate day) {
        return day.atStartOfDay(settings.zone()).toInstant();
    }

    /** Who had one today has the next one tomorrow. */
    private void plan(Id<Person> person, List<ToldEndingRow.Name> ends, Instant midnight, Instant now) {
        if (store.hasSince(person, Occasion.ENDINGS, midnight)) {
            return;
        }
        newRows.insert(ends.stream().map(name -> new ToldEndingRow(name, now)).toList());
        store.add(
                List.of(new Opening(person, Occasion.ENDINGS, List.of())),
                !templates.of(Occasion.ENDINGS).isAutomatic(),
                now);
    }
}
