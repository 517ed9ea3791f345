package wexa.server.structure;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Browserless;
import wexa.server.testing.OpenApiShapes;
import wexa.server.testing.Stage;

/** The committed OpenAPI document is the one that the server has. {@code ./wexa openapi} writes it anew. */
class OpenApiTest {
    private static final Path COMMITTED = Path.of("../web/openapi.json");

    @Test
    void theCommittedDocumentIsTheServersOwn(@TempDir Path folder) throws Exception {
        OpenApiShapes.ignoreSession();
        try (Stage stage = new Stage(
                folder,
                "--springdoc.api-docs.enabled=true",
                "--springdoc.api-docs.version=openapi_3_1",
                "--springdoc.default-produces-media-type=application/json",
                "--springdoc.default-flat-param-object=true",
                // what is under /scim is described by its own standard
                "--springdoc.paths-to-match=/api/**",
                "--springdoc.writer-with-order-by-keys=true")) {
            JsonMapper json = JsonMapper.builder()
                    .enable(SerializationFeature.INDENT_OUTPUT)
                    .build();
            JsonNode document =
                    new Browserless(stage.address()).get("/v3/api-docs").body();
            ((tools.jackson.databind.node.ObjectNode) document).remove("servers");
            OpenApiShapes.require(document);
            OpenApiShapes.tablesAreText(document);
            OpenApiShapes.describe(document);
            String text = json.writeValueAsString(document) + "\n";
            if (Boolean.getBoolean("wexa.openapi.write")) {
                Files.writeString(COMMITTED, text);
            }
            assertThat(Files.readString(COMMITTED))
                    .as("web/openapi.json differs from the server's document; run ./wexa openapi and commit it")
                    .isEqualTo(text);
        }
    }
}
