package wexa.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The scenario keeps the promises that tests, manual and pictures build on. */
class ScenarioFilesTest {
    @Test
    void theSameSeedWritesTheSameBytes(@TempDir Path one, @TempDir Path other) throws IOException {
        ScenarioFiles.write(one);
        ScenarioFiles.write(other);
        try (var files = Files.walk(one)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                assertThat(other.resolve(one.relativize(file))).hasSameBinaryContentAs(file);
            }
        }
    }

    @Test
    void sixHundredAndFortyPeopleAndTenTenants() {
        List<Fact> facts = new Scenario().make();
        assertThat(facts).filteredOn(fact -> fact.kind().equals("person")).hasSize(640);
        assertThat(facts).filteredOn(fact -> fact.kind().equals("tenant")).hasSize(10);
    }

    @Test
    void everyIdStandsOnce() {
        Set<Object> ids = new HashSet<>();
        assertThat(new Scenario().make()).allMatch(fact -> ids.add(fact.body().get("id")));
    }

    @Test
    void theNewcomerIsInTheDirectoryAndNotInTheModel() {
        Scenario scenario = new Scenario();
        assertThat(new DirectoryFiles(scenario.workers()).trust()).contains("uid: odile.marrick");
        assertThat(scenario.workers()).noneMatch(worker -> worker.handle().equals("odile.marrick"));
    }
}
