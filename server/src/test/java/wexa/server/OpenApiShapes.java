package wexa.server;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.lang.reflect.RecordComponent;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.security.web.csrf.CsrfToken;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.administrators.Actor;

/**
 * Says of every property of a record that it is there, unless the record marks it as nullable or optional: what the
 * server's JSON does, and what a library that knows Java's older annotations alone does not see.
 */
final class OpenApiShapes {
    private OpenApiShapes() {}

    /** The session is not a parameter that callers send. */
    static void ignoreSession() {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Actor.class, CsrfToken.class);
    }

    static void require(JsonNode document) throws ClassNotFoundException {
        Map<String, Set<String>> absent = maybeAbsent();
        for (Map.Entry<String, JsonNode> schema :
                document.path("components").path("schemas").properties()) {
            if (!absent.containsKey(schema.getKey())) {
                continue;
            }
            ArrayNode required = ((ObjectNode) schema.getValue()).putArray("required");
            for (String property : schema.getValue().path("properties").propertyNames()) {
                if (!absent.get(schema.getKey()).contains(property)) {
                    required.add(property);
                }
            }
        }
    }

    /** A table is sent as it is, not inside of anything. */
    static void tablesAreText(JsonNode document) {
        for (JsonNode path : document.path("paths")) {
            for (JsonNode operation : path) {
                JsonNode table = operation.path("requestBody").path("content").path("text/csv");
                if (table instanceof ObjectNode body) {
                    body.putObject("schema").put("type", "string");
                }
            }
        }
    }

    private static Map<String, Set<String>> maybeAbsent() throws ClassNotFoundException {
        Map<String, Set<String>> found = new HashMap<>();
        for (JavaClass type : new ClassFileImporter()
                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                .importPackages("wexa.server")) {
            Class<?> loaded = Class.forName(type.getName());
            if (!loaded.isRecord()) {
                continue;
            }
            Set<String> names = found.computeIfAbsent(loaded.getSimpleName(), any -> new HashSet<>());
            for (RecordComponent component : loaded.getRecordComponents()) {
                boolean nullable = component.getAnnotatedType().isAnnotationPresent(Nullable.class);
                if (nullable || component.getType().equals(Optional.class)) {
                    names.add(component.getName());
                }
            }
        }
        return found;
    }
}
