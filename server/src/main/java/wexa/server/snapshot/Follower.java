package wexa.server.snapshot;

import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.jdbc.support.SQLExceptionSubclassTranslator;
import org.springframework.stereotype.Component;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.preview.Snapshot;
import wexa.server.stored.StoredForms;

/**
 * Publishes snapshots of what is committed, and of nothing else. It reads over a connection of its own, in one view of the
 * whole store for each look, so that it sees neither what a request has written and not committed, nor facts of one version
 * and the number of another. Indexes are compiled beside, while what is known goes on being read.
 */
@Component
class Follower {
    private static final Logger LOG = LoggerFactory.getLogger(Follower.class);
    private static final long IDLE_NANOS = TimeUnit.SECONDS.toNanos(1);
    private static final int FACTS_AT_A_TIME = 5_000;
    private static final UUID FIRST_ID = new UUID(0, 0);

    private final HikariDataSource store;
    private final StoredForms forms;
    private final ScheduledExecutorService beside = Executors.newSingleThreadScheduledExecutor(
            Thread.ofPlatform().name("compile-", 0).daemon().factory());

    /** Kept from one look to the next: to wait for one while callers hold all others would be to wait for them. */
    private @Nullable Connection own;

    private volatile Snapshot latest = Snapshot.compile(-1, Model.empty());
    /** Absent while nothing is compiled, or what is compiled is worth nothing. */
    private @Nullable Compiling compiling;

    /** When the last look began, and how it failed, if it did: whoever asked before is told at once. */
    private long lookBegan;

    private @Nullable DataAccessException failure;

    /** One changeset's effects. */
    private record Step(long version, List<Effect> effects) {}

    /** What is being compiled, and what came since. */
    private record Compiling(Snapshot from, List<Step> since) {}

    Follower(HikariDataSource store, StoredForms forms) {
        this.store = store;
        this.forms = forms;
        beside.scheduleWithFixedDelay(this::giveBackIdle, IDLE_NANOS, IDLE_NANOS, TimeUnit.NANOSECONDS);
    }

    @PreDestroy
    synchronized void stop() {
        beside.shutdownNow();
        letGo();
    }

    /** The newest committed snapshot. Costs one look at the head, and what was applied since the last call. */
    Snapshot latest() {
        long asked = System.nanoTime();
        synchronized (this) {
            // whoever waits may hold a connection that keeps a broken store from being opened again
            if (failure != null && lookBegan - asked > 0) {
                throw new TransientDataAccessResourceException("the store could not be read", failure);
            }
            lookBegan = System.nanoTime();
            try {
                Snapshot seen = look();
                failure = null;
                return seen;
            } catch (DataAccessException broken) {
                failure = broken;
                throw broken;
            }
        }
    }

    private Snapshot look() {
        return inOneView(view -> {
            long version = version(view);
            if (version != latest.version()) {
                // a store that was put back knows less than what is held here, which is then worth nothing
                boolean isKnown = latest.version() >= 0 && latest.version() < version;
                publish(isKnown ? caughtUp(view, version) : load(view, version));
            }
            return latest;
        });
    }

    /**
     * Takes over what a changeset came to, after its commit, so that nobody has to read it back. Left alone where the
     * version known here is not the one before.
     */
    synchronized void committed(Snapshot after, List<Effect> effects) {
        if (latest.version() + 1 == after.version()) {
            if (compiling != null) {
                compiling.since().add(new Step(after.version(), effects));
            }
            publish(after);
        }
    }

    /** A model and the version that it is of. */
    record Versioned(long version, Model model) {}

    /** The facts as rows have them, read anew; nothing is published. */
    synchronized Versioned reloaded() {
        return inOneView(view -> new Versioned(version(view), facts(view)));
    }

    private void publish(Snapshot next) {
        latest = next;
        if (next.isScattered() && compiling == null) {
            Compiling work = new Compiling(next, new ArrayList<>());
            compiling = work;
            beside.execute(() -> compile(work));
        }
    }

    private void compile(Compiling work) {
        try {
            Snapshot compiled =
                    Snapshot.compile(work.from().version(), work.from().model());
            synchronized (this) {
                if (compiling == work) {
                    Snapshot next = onTop(compiled, work.since());
                    compiling = null;
                    publish(next);
                }
            }
        } catch (RuntimeException failure) {
            LOG.error(
                    "the index of version {} could not be compiled", work.from().version(), failure);
            synchronized (this) {
                compiling = compiling == work ? null : compiling;
            }
        }
    }

    private static Snapshot onTop(Snapshot before, List<Step> since) {
        Snapshot next = before;
        for (Step step : since) {
            next = next.with(step.version(), step.effects());
        }
        return next;
    }

    private interface Look<T> {
        T at(Connection view) throws SQLException;
    }

    private <T> T inOneView(Look<T> look) {
        try {
            if (own != null) {
                try {
                    return at(own, look);
                } catch (SQLException stale) {
                    LOG.debug("the store may have closed itself and be open again", stale);
                }
            }
            return at(taken(), look);
        } catch (SQLException broken) {
            throw new SQLExceptionSubclassTranslator().translate("follow the changelog", null, broken);
        }
    }

    /** However a look breaks off, its view ends with it: the next one would see what was so then. */
    private <T> T at(Connection view, Look<T> look) throws SQLException {
        boolean isOver = false;
        try {
            T seen = look.at(view);
            view.commit();
            isOver = true;
            return seen;
        } finally {
            if (!isOver) {
                letGo();
            }
        }
    }

    private Connection taken() throws SQLException {
        Connection taken = store.getConnection();
        own = taken;
        try {
            taken.setAutoCommit(false);
            taken.setTransactionIsolation(Connection.TRANSACTION_SERIALIZABLE);
            return taken;
        } catch (SQLException broken) {
            letGo();
            throw broken;
        }
    }

    /**
     * A store that closed itself opens again only when the last connection to it has gone, and nobody finds out that one is
     * broken while it lies here.
     */
    private synchronized void giveBackIdle() {
        Connection idle = own;
        if (idle != null && System.nanoTime() - lookBegan > IDLE_NANOS) {
            own = null;
            try {
                idle.close();
            } catch (SQLException | RuntimeException broken) {
                // whatever breaks here must not end the looking after it
                LOG.debug("the pool was told of a broken connection", broken);
            }
        }
    }

    /** Nobody else gets it: it may be broken. */
    private void letGo() {
        if (own != null) {
            store.evictConnection(own);
            own = null;
        }
    }

    private static long version(Connection view) throws SQLException {
        try (PreparedStatement statement = view.prepareStatement("select version from head where id = 1");
                ResultSet rows = statement.executeQuery()) {
            if (!rows.next()) {
                throw new IllegalStateException("the store has no head");
            }
            return rows.getLong(1);
        }
    }

    private Snapshot caughtUp(Connection view, long version) throws SQLException {
        List<Step> steps = new ArrayList<>();
        // a changeset may have no effects, and is a step all the same
        try (PreparedStatement statement = view.prepareStatement(
                "select changeset.version, effect.kind, effect.form_version, effect.before_body, effect.after_body"
                        + " from changeset left join effect on effect.version = changeset.version"
                        + " where changeset.version > ? order by changeset.version, effect.place")) {
            statement.setLong(1, latest.version());
            try (ResultSet rows = statement.executeQuery()) {
                while (rows.next()) {
                    long next = rows.getLong(1);
                    if (steps.isEmpty() || steps.getLast().version() != next) {
                        if (next != latest.version() + 1 + steps.size()) {
                            return load(view, version);
                        }
                        steps.add(new Step(next, new ArrayList<>()));
                    }
                    if (rows.getString(2) != null) {
                        steps.getLast()
                                .effects()
                                .add(forms.readEffect(
                                        rows.getString(2), rows.getInt(3), rows.getString(4), rows.getString(5)));
                    }
                }
            }
        }
        if (latest.version() + steps.size() != version) {
            return load(view, version);
        }
        Snapshot next = onTop(latest, steps);
        if (compiling != null) {
            compiling.since().addAll(steps);
        }
        return next;
    }

    private Snapshot load(Connection view, long version) throws SQLException {
        // what is being compiled led to something else
        compiling = null;
        return Snapshot.compile(version, facts(view));
    }

    /** Kind by kind, in the order of their ids: never more than a page of rows is at hand. */
    private Model facts(Connection view) throws SQLException {
        Model.Builder model = Model.builder();
        try (PreparedStatement first = page(view, ">=");
                PreparedStatement next = page(view, ">")) {
            for (Kind<?> kind : Kind.all()) {
                UUID last = add(first, kind, FIRST_ID, model);
                while (last != null) {
                    last = add(next, kind, last, model);
                }
            }
        }
        return model.build();
    }

    private static PreparedStatement page(Connection view, String beyond) throws SQLException {
        return view.prepareStatement("select id, form_version, body from fact where kind = ? and id " + beyond
                + " ? order by kind, id fetch first " + FACTS_AT_A_TIME + " rows only");
    }

    /** Adds a page of facts; the id of its last one, or null where no more are to come. */
    private @Nullable UUID add(PreparedStatement page, Kind<?> kind, UUID from, Model.Builder model)
            throws SQLException {
        page.setString(1, kind.text());
        page.setObject(2, from);
        UUID last = from;
        int count = 0;
        try (ResultSet rows = page.executeQuery()) {
            for (; rows.next(); count++) {
                last = rows.getObject(1, UUID.class);
                model.add(forms.readFact(kind.text(), rows.getInt(2), rows.getString(3)));
            }
        }
        return count < FACTS_AT_A_TIME ? null : last;
    }
}
