package wexa.server.messages;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Account;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Secrets;

/**
 * Links for choosing a password, or for accepting an invitation. A token is made when its message is handed in and is nowhere afterwards but in the mail;
 * a newer link of the same person ends the older ones. Its time goes by the machine's clock, as every token's.
 */
@Component
class Activations {
    private static final Duration LONGEST_CLAIM = Duration.ofMinutes(5);

    private final Rows rows;
    private final Secrets secrets;
    private final Ids ids;
    private final Clock machineClock;

    /** Rows of links. */
    interface Rows extends Repository<ActivationRow, UUID> {
        Optional<ActivationRow> findByTokenHash(String tokenHash);

        List<ActivationRow> findByPersonId(UUID personId);

        @Modifying
        @Query(
                "update ActivationRow link set link.claimedAt = :now where link.tokenHash = :hash and link.endedAt is null"
                        + " and (link.claimedAt is null or link.claimedAt < :stale)")
        int claim(String hash, Instant now, Instant stale);

        @Modifying
        @Query("update ActivationRow link set link.claimedAt = null where link.tokenHash = :hash")
        void release(String hash);

        @Modifying
        @Query(
                "update ActivationRow link set link.endedAt = :now where link.tokenHash = :hash and link.endedAt is null")
        int end(String hash, Instant now);

        void save(ActivationRow row);
    }

    /** A link that is still good: whose it is, and for which accounts the password is not set yet. */
    record Open(Id<Person> person, List<Id<Account>> accounts, List<Id<Account>> left, Instant expiresAt) {}

    Activations(Rows rows, Secrets secrets, Ids ids, Clock machineClock) {
        this.rows = rows;
        this.secrets = secrets;
        this.ids = ids;
        this.machineClock = machineClock;
    }

    /** The token of a fresh link. What an older one had still open goes into the new one. */
    @Transactional
    String make(UUID message, Id<Person> person, List<Id<Account>> accounts, Duration validity) {
        Instant now = machineClock.instant();
        Set<Id<Account>> all = new TreeSet<>(accounts);
        for (ActivationRow older : rows.findByPersonId(person.value())) {
            if (older.endedAt == null) {
                all.addAll(left(older));
                older.endedAt = now;
                rows.save(older);
            }
        }
        String token = secrets.fresh();
        ActivationRow row = new ActivationRow();
        row.id = ids.next();
        row.messageId = message;
        row.personId = person.value();
        row.tokenHash = Secrets.hash(token);
        row.accounts = MessageStore.text(new ArrayList<>(all));
        row.done = "";
        row.madeAt = now;
        row.expiresAt = now.plus(validity);
        rows.save(row);
        return token;
    }

    @Transactional(readOnly = true)
    Optional<Open> find(String token) {
        return good(token)
                .map(row ->
                        new Open(Id.of(row.personId), MessageStore.accounts(row.accounts), left(row), row.expiresAt));
    }

    /**
     * Takes a link for oneself while its work is done; false if somebody else has it. Who died with it has it no longer than
     * the work can take.
     */
    @Transactional
    public boolean claim(String token) {
        Instant now = machineClock.instant();
        return rows.claim(Secrets.hash(token), now, now.minus(LONGEST_CLAIM)) == 1;
    }

    @Transactional
    public void release(String token) {
        rows.release(Secrets.hash(token));
    }

    private Optional<ActivationRow> good(String token) {
        return rows.findByTokenHash(Secrets.hash(token))
                .filter(row -> row.endedAt == null && machineClock.instant().isBefore(row.expiresAt));
    }

    private static List<Id<Account>> left(ActivationRow row) {
        List<Id<Account>> left = new ArrayList<>(MessageStore.accounts(row.accounts));
        left.removeAll(MessageStore.accounts(row.done));
        return left;
    }

    /** The password of one account was set; with the last one the link has done its work. */
    @Transactional
    void done(String token, Id<Account> account) {
        good(token).ifPresent(row -> {
            Set<Id<Account>> done = new TreeSet<>(MessageStore.accounts(row.done));
            done.add(account);
            row.done = MessageStore.text(new ArrayList<>(done));
            if (left(row).isEmpty()) {
                row.endedAt = machineClock.instant();
            }
            rows.save(row);
        });
    }

    /** The link has done its work; false if it had before. */
    @Transactional
    public boolean end(String token) {
        return rows.end(Secrets.hash(token), machineClock.instant()) == 1;
    }

    /** Accounts of a person whose password was set through a link of ours. */
    @Transactional(readOnly = true)
    Set<Id<Account>> settled(Id<Person> person) {
        Set<Id<Account>> found = new TreeSet<>();
        rows.findByPersonId(person.value()).forEach(row -> found.addAll(MessageStore.accounts(row.done)));
        return found;
    }
}
