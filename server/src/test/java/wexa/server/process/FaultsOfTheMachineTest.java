package wexa.server.process;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Stage;

/** A clock that was put back, a key file that was lost, and who may read the data folder. */
class FaultsOfTheMachineTest {
    @Test
    void nothingWaitsForYearsAndALostKeyFileIsNamedAndRecoverable(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder)) {
            assertClosed(folder.resolve("data"));
            JdbcTemplate jdbc = stage.bean(JdbcTemplate.class);
            patiently()
                    .until(() -> jdbc.queryForObject(
                                    "select count(*) from scheduled_tasks where task_name = 'send-messages'",
                                    Integer.class)
                            == 1);
            Instant inYears = Instant.now().plus(Duration.ofDays(3_650));
            patiently()
                    .until(() -> jdbc.update(
                                    "update scheduled_tasks set execution_time = ? where task_name = 'send-messages'"
                                            + " and picked = false",
                                    Timestamp.from(inYears))
                            == 1);
            patiently()
                    .until(() -> jdbc.queryForObject(
                                    "select count(*) from scheduled_tasks where execution_time > ?",
                                    Integer.class,
                                    Timestamp.from(Instant.now().plus(Duration.ofDays(9))))
                            == 0);

            stage.stopServer();
            Files.delete(folder.resolve("data/tenant-tokens.key"));
            stage.forgetDemoTokens();
            stage.startServer();
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            JsonNode tenant = tove.get("/api/v1/tenants").body().path(0);
            String id = tenant.path("id").asString();
            JsonNode read = tove.send("POST", "/api/v1/tenants/" + id + "/readings", tove.object())
                    .body();
            assertThat(read.path("tenant").path("reading").asString()).isEqualTo("FAILED");
            assertThat(read.path("tenant").path("readingDetail").asString()).contains("enter it again");
            Browserless.Answer without = tove.send(
                    "PUT", "/api/v1/tenants/" + id + "/connection", tove.object("door", "https://x.example/"));
            assertThat(without.status()).isEqualTo(400);
            assertThat(without.body().toString()).contains("cannot be read. Enter it again");
            String token = stage.token(tenant.path("path").asString().replace("/", "-"));
            assertThat(tove.send("PUT", "/api/v1/tenants/" + id + "/connection", tove.object("token", token))
                            .status())
                    .isEqualTo(204);
            assertThat(tove.send("POST", "/api/v1/tenants/" + id + "/readings", tove.object())
                            .body()
                            .path("tenant")
                            .path("reading")
                            .asString())
                    .isEqualTo("DONE");
        }
    }

    private static void assertClosed(Path data) throws Exception {
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(data)))
                .isEqualTo("rwx------");
        try (Stream<Path> all = Files.list(data)) {
            List<Path> files = all.filter(Files::isRegularFile).toList();
            assertThat(files).isNotEmpty();
            for (Path file : files) {
                assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                        .as("%s", file)
                        .isEqualTo("rw-------");
            }
        }
    }
}
