package wexa.server.process;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.nio.file.Path;
import java.util.UUID;
import org.awaitility.core.ConditionFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.server.testing.Browserless;
import wexa.server.testing.FullDisk;
import wexa.server.testing.Stage;

/** A disk that was full: what could not be kept is refused, health says so, and it goes on by itself. */
class FullDiskTest {
    @Test
    void afterSpaceWasFreedItGoesOnByItself(@TempDir Path folder) throws Exception {
        FullDisk.setFull(false);
        String store = "jdbc:h2:full:" + folder.resolve("data/wexa").toAbsolutePath()
                + ";MODE=PostgreSQL;DATABASE_TO_LOWER=TRUE;DEFAULT_NULL_ORDERING=HIGH;WRITE_DELAY=0;DB_CLOSE_ON_EXIT=FALSE";
        try (Stage stage = new Stage(folder, "--spring.datasource.url=" + store)) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            assertThat(tove.send("POST", "/api/v1/drafts", tove.object("name", "Before"))
                            .status())
                    .isEqualTo(201);
            FullDisk.setFull(true);
            throughFailures()
                    .until(() -> tove.send("POST", "/api/v1/drafts", tove.object("name", "Meanwhile"))
                                    .status()
                            >= 500);
            throughFailures()
                    .until(() -> new Browserless(stage.address())
                                    .get("/actuator/health")
                                    .status()
                            == 503);
            FullDisk.setFull(false);
            String name = "After " + UUID.randomUUID();
            throughFailures()
                    .until(() -> tove.send("POST", "/api/v1/drafts", tove.object("name", name))
                                    .status()
                            == 201);
            throughFailures()
                    .until(() -> new Browserless(stage.address())
                                    .get("/actuator/health")
                                    .status()
                            == 200);
            assertThat(tove.get("/api/v1/drafts").body().toString()).contains("Before", name);
        } finally {
            FullDisk.setFull(false);
        }
    }

    /** Whatever was at work when the disk filled up may say so by any thread. */
    private static ConditionFactory throughFailures() {
        return patiently().dontCatchUncaughtExceptions();
    }
}
