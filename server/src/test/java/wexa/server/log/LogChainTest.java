package wexa.server.log;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.server.WexaServer;
import wexa.server.snapshot.SnapshotStore;

/** Lines of the log are bound to each other: whoever changes one behind the program's back is found out. */
@Tag("store")
class LogChainTest {
    @TempDir
    static Path folder;

    private static ConfigurableApplicationContext server;
    private static JdbcTemplate store;

    @BeforeAll
    static void start() {
        server = new SpringApplicationBuilder(WexaServer.class)
                .run("--server.port=0", "--wexa.data=" + folder.resolve("data"));
        store = new JdbcTemplate(server.getBean(javax.sql.DataSource.class));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @BeforeEach
    void beginAnew() {
        List.of("log_subject", "log_entry", "log_link").forEach(table -> store.update("delete from " + table));
    }

    private void write(int count) {
        server.getBean(TransactionTemplate.class).executeWithoutResult(status -> {
            server.getBean(SnapshotStore.class).lockHead();
            List<Log.Line> lines = IntStream.range(0, count)
                    .mapToObj(line -> new Log.Line("put somebody in group night # " + line, Set.of(UUID.randomUUID())))
                    .toList();
            server.getBean(Log.class)
                    .write(
                            0,
                            Instant.parse("2026-11-23T08:00:00.123456789Z"),
                            "tove",
                            new Reason("winter rota", "CHG-7"),
                            lines);
        });
    }

    private LogChain.Verified verified() {
        return server.getBean(LogChain.class).verified();
    }

    @Test
    void whatWasWrittenIsWholeAndEachLineMovesTheLastLink() {
        write(3);
        LogChain.Verified first = verified();
        assertThat(first.broken()).isEmpty();
        assertThat(first.links()).isEqualTo(3);
        write(2_500);
        LogChain.Verified all = verified();
        assertThat(all.broken()).isEmpty();
        assertThat(all.links()).isEqualTo(2_503);
        assertThat(all.withoutText()).isZero();
        assertThat(all.last()).hasSize(64).isNotEqualTo(first.last());
    }

    @Test
    void linesThatAreWrittenMeanwhileBreakNothing() throws Exception {
        write(4_100);
        try (ExecutorService writers = Executors.newFixedThreadPool(2)) {
            writers.submit(() -> write(300));
            writers.submit(() -> write(300));
            for (int round = 0; round < 5; round++) {
                assertThat(verified().broken()).isEmpty();
            }
        }
        assertThat(verified().links()).isEqualTo(4_700);
    }

    @Test
    void aLineThatWasChangedIsTheFirstThatIsNotAsWritten() {
        write(9);
        for (String change : List.of(
                "update log_entry set sentence = 'put somebody else in group night' where number = 4",
                "update log_entry set actor = 'bram' where number = 4",
                "update log_entry set at = timestamp with time zone '2026-11-24 08:00:00Z' where number = 4",
                "update log_entry set ticket = '' where number = 4")) {
            List<java.util.Map<String, Object>> before = store.queryForList("select * from log_entry where number = 4");
            assertThat(store.update(change)).isEqualTo(1);
            assertThat(verified().broken()).as(change).contains(4L);
            java.util.Map<String, Object> row = before.getFirst();
            store.update(
                    "update log_entry set sentence = ?, actor = ?, at = ?, ticket = ? where number = 4",
                    row.get("SENTENCE"),
                    row.get("ACTOR"),
                    row.get("AT"),
                    row.get("TICKET"));
            assertThat(verified().broken()).isEmpty();
        }
    }

    @Test
    void aLinkThatWasTakenOutOrMadeAnewAndALineWithoutOneAreFound() {
        write(9);
        String hash = store.queryForObject("select hash from log_link where number = 9", String.class);
        store.update("update log_link set hash = ? where number = 5", hash);
        assertThat(verified().broken()).contains(5L);
        store.update("delete from log_link where number = 5");
        assertThat(verified().broken()).contains(5L);
        store.update("delete from log_link where number > 4");
        assertThat(verified().broken()).as("lines that nothing binds").contains(5L);
    }

    @Test
    void whenTheTextOfALineGoesTheChainStaysWholeAndTellsHowMany() {
        write(9);
        store.update("delete from log_subject where number in (3, 7)");
        store.update("delete from log_entry where number in (3, 7)");
        LogChain.Verified verified = verified();
        assertThat(verified.broken()).isEqualTo(Optional.empty());
        assertThat(verified.withoutText()).isEqualTo(2);
        assertThat(verified.links()).isEqualTo(9);
        write(1);
        assertThat(verified().links()).isEqualTo(10);
    }

    @Test
    void whenTheTextOfTheLastLinesGoesTheirNumbersAreNotGivenAgain() {
        write(9);
        store.update("delete from log_subject where number > 7");
        store.update("delete from log_entry where number > 7");
        write(2);
        LogChain.Verified verified = verified();
        assertThat(verified.broken()).isEmpty();
        assertThat(verified.links()).isEqualTo(11);
        assertThat(verified.withoutText()).isEqualTo(2);
    }

    @Test
    void aSaltACommitmentOrALinkThatIsNoHexadecimalNumberIsFoundOut() {
        write(9);
        for (String change : List.of(
                "update log_entry set salt = 'zz' where number = 4",
                "update log_link set commitment = 'zz' where number = 3",
                "update log_link set hash = 'zz' where number = 2")) {
            assertThat(store.update(change)).isEqualTo(1);
            long number = Long.parseLong(change.substring(change.length() - 1));
            assertThat(verified().broken()).as(change).contains(number);
        }
    }

    @Test
    void theSameTextHasAnotherCommitmentEachTime() {
        Link.Text text = new Link.Text(1, Instant.EPOCH, "tove", 0, "a", "", "");
        assertThat(Link.commitment(text, new byte[] {1})).isNotEqualTo(Link.commitment(text, new byte[] {2}));
        Link.Text moved = new Link.Text(1, Instant.EPOCH, "tovea", 0, "", "", "");
        Link.Text other = new Link.Text(1, Instant.EPOCH, "tove", 0, "a", "", "");
        assertThat(Link.commitment(moved, new byte[0])).isNotEqualTo(Link.commitment(other, new byte[0]));
    }
}
