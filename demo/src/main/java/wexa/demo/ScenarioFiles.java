package wexa.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes the scenario into a folder: {@code model.json}, {@code trust.ldif}, {@code orrin.ldif}, {@code tenants.json},
 * {@code tenants/KEY.json}, and {@code manual.json} with {@code accounts.csv} for the tenant that is worked in by hand. The same seed writes the same bytes.
 */
public final class ScenarioFiles {
    private ScenarioFiles() {}

    /** Takes the folder as its one argument. */
    public static void main(String[] arguments) throws IOException {
        if (arguments.length != 1) {
            throw new IllegalArgumentException("say into which folder to write: ScenarioFiles FOLDER");
        }
        write(Path.of(arguments[0]));
    }

    public static void write(Path folder) throws IOException {
        JsonMapper json = JsonMapper.builder()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                .build();
        Scenario scenario = new Scenario();
        List<Fact> facts = scenario.make();
        Files.createDirectories(folder.resolve("tenants"));
        Files.writeString(
                folder.resolve("model.json"),
                json.writeValueAsString(
                        Map.of("facts", facts.stream().map(Fact::form).toList())));
        DirectoryFiles directories = new DirectoryFiles(scenario.workers());
        Files.writeString(folder.resolve("trust.ldif"), directories.trust(), StandardCharsets.UTF_8);
        Files.writeString(folder.resolve("orrin.ldif"), directories.partner(), StandardCharsets.UTF_8);
        TenantFiles tenants = new TenantFiles(scenario.workers(), scenario.catalogue());
        List<Map<String, Object>> connections = new ArrayList<>();
        ManualFiles manual = new ManualFiles(scenario.workers());
        for (Place place : Place.all()) {
            if (place.isManual()) {
                manual.write(folder, place, json);
                continue;
            }
            Files.writeString(
                    folder.resolve("tenants").resolve(place.path() + ".json"),
                    json.writeValueAsString(tenants.of(place)));
            Map<String, Object> connection = new LinkedHashMap<>();
            connection.put("tenant", place.id());
            connection.put("key", place.path());
            connection.put("token", "demo-token-" + Fact.id("token", place.path()));
            connections.add(connection);
        }
        Files.writeString(folder.resolve("tenants.json"), json.writeValueAsString(connections));
    }
}
