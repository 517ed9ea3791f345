package wexa.server.snapshot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.spy;
import static wexa.server.testing.Patience.patiently;

import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.preview.Snapshot;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.WexaServer;
import wexa.server.stored.StoredForms;

/** What is published is what is committed: while writers write, roll back, and others begin to read. */
@Tag("store")
class FollowerTest {
    @TempDir
    static Path folder;

    private static ConfigurableApplicationContext server;
    private static SnapshotStore snapshots;
    private static Follower follower;
    private static TransactionTemplate transactions;

    @BeforeAll
    static void start() {
        server = new SpringApplicationBuilder(WexaServer.class)
                .run("--server.port=0", "--wexa.data=" + folder.resolve("data"));
        snapshots = server.getBean(SnapshotStore.class);
        follower = server.getBean(Follower.class);
        transactions = server.getBean(TransactionTemplate.class);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static Unit unit() {
        Id<Unit> id = Id.of(UUID.randomUUID());
        return new Unit(id, Key.of("u" + id.value()), "Unit", Optional.empty(), ZoneOffset.UTC);
    }

    /** Each changeset makes one unit, so that a version tells how many there are. */
    private static long write(List<? extends Effect> effects) {
        snapshots.lockHead();
        return snapshots.write(new Changeset(
                UUID.randomUUID(),
                Changeset.Origin.DRAFT,
                "one more",
                "test",
                Instant.now(),
                Optional.empty(),
                Optional.empty(),
                List.copyOf(effects),
                List.of()));
    }

    private static long units(Model model) {
        return model.table(Kind.UNIT).size();
    }

    private static Follower.Versioned following() {
        Snapshot seen = snapshots.current();
        return new Follower.Versioned(seen.version(), seen.model());
    }

    @Test
    void whatIsWrittenIsTheWritersOwnUntilItIsCommitted() throws Exception {
        Snapshot before = snapshots.current();
        try (ExecutorService others = Executors.newSingleThreadExecutor()) {
            transactions.executeWithoutResult(status -> {
                write(List.of(Effect.make(unit())));
                assertThat(units(snapshots.current().model())).isEqualTo(units(before.model()) + 1);
                try {
                    assertThat(others.submit(snapshots::current).get().version())
                            .isEqualTo(before.version());
                } catch (Exception failure) {
                    throw new AssertionError(failure);
                }
                status.setRollbackOnly();
            });
            assertThat(snapshots.current().version()).isEqualTo(before.version());
            assertThat(units(snapshots.current().model())).isEqualTo(units(before.model()));
            assertThatThrownBy(() -> transactions.executeWithoutResult(status -> {
                        write(List.of(Effect.make(unit())));
                        snapshots.current();
                        throw new IllegalStateException("no");
                    }))
                    .hasMessage("no");
            assertThat(snapshots.current().version()).isEqualTo(before.version());
            transactions.executeWithoutResult(status -> write(List.of(Effect.make(unit()))));
            assertThat(others.submit(snapshots::current).get().version()).isEqualTo(before.version() + 1);
            assertThat(units(snapshots.current().model())).isEqualTo(units(before.model()) + 1);
        }
    }

    /** One reads all rows anew each time, as an instance that starts would; others follow. */
    @Test
    void noReaderSeesFactsOfOneVersionAndTheNumberOfAnother() throws Exception {
        Snapshot before = snapshots.current();
        long apart = before.version() - units(before.model());
        AtomicBoolean isOver = new AtomicBoolean();
        List<Future<Integer>> readers = new ArrayList<>();
        try (ExecutorService others = Executors.newFixedThreadPool(3)) {
            for (int reader = 0; reader < 3; reader++) {
                boolean isAnew = reader == 0;
                readers.add(others.submit(() -> {
                    int looks = 0;
                    long last = 0;
                    while (!isOver.get()) {
                        Follower.Versioned seen = isAnew ? follower.reloaded() : following();
                        assertThat(seen.version() - units(seen.model())).isEqualTo(apart);
                        assertThat(seen.version()).isGreaterThanOrEqualTo(last);
                        last = seen.version();
                        looks++;
                    }
                    return looks;
                }));
            }
            for (int round = 0; round < 150; round++) {
                boolean isTakenBack = round % 3 == 2;
                transactions.executeWithoutResult(status -> {
                    write(List.of(Effect.make(unit())));
                    if (isTakenBack) {
                        status.setRollbackOnly();
                    }
                });
            }
            isOver.set(true);
            for (Future<Integer> reader : readers) {
                assertThat(reader.get()).isPositive();
            }
        }
        assertThat(snapshots.current().version()).isEqualTo(before.version() + 100);
        assertThat(snapshots.reloaded()).isEqualTo(snapshots.current().model());
    }

    /** A row that cannot be read, or a caller that gives up: the view that was open then is not looked through again. */
    @Test
    void whoeverLooksAfterALookThatBrokeOffSeesWhatIsSoNow() {
        StoredForms forms = spy(server.getBean(StoredForms.class));
        Follower second = new Follower(server.getBean(HikariDataSource.class), forms);
        try {
            second.latest();
            transactions.executeWithoutResult(status -> write(List.of(Effect.make(unit()))));
            doThrow(new IllegalStateException("broke off"))
                    .doCallRealMethod()
                    .when(forms)
                    .readEffect(anyString(), anyInt(), any(), any());
            assertThatThrownBy(second::latest).hasMessage("broke off");
            transactions.executeWithoutResult(status -> write(List.of(Effect.make(unit()))));
            assertThat(second.latest().version()).isEqualTo(snapshots.current().version());
            assertThat(second.latest().model()).isEqualTo(snapshots.reloaded());
        } finally {
            second.stop();
        }
    }

    private static List<Effect> people(int count) {
        List<Effect> made = new ArrayList<>();
        for (int number = 0; number < count; number++) {
            Id<Person> id = Id.of(UUID.randomUUID());
            made.add(Effect.make(new Person(
                    id,
                    Handle.of("p" + id.value()),
                    "Ines",
                    "Abara",
                    Optional.empty(),
                    Optional.empty(),
                    Key.of("skerrow"),
                    Optional.empty(),
                    Map.of())));
        }
        return made;
    }

    /** An index is compiled beside after many rows; what is applied meanwhile is in it. */
    @Test
    void whatIsAppliedWhileAnIndexIsCompiledIsInIt() throws Exception {
        transactions.executeWithoutResult(status -> write(people(6_000)));
        for (int more = 0; more < 20; more++) {
            transactions.executeWithoutResult(status -> write(people(1)));
            assertThat(snapshots.current().model()).isEqualTo(snapshots.reloaded());
        }
        patiently().until(() -> !snapshots.current().isScattered());
        assertThat(snapshots.current().model()).isEqualTo(snapshots.reloaded());
    }
}
