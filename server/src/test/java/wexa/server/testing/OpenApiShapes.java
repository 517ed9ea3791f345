package wexa.server.testing;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.security.web.csrf.CsrfToken;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.rights.Actor;

/**
 * Says of every property of a record that it is there, unless the record marks it as nullable or optional: what the
 * server's JSON does, and what a library that knows Java's older annotations alone does not see.
 */
public final class OpenApiShapes {
    private OpenApiShapes() {}

    /** The session is not a parameter that callers send. */
    public static void ignoreSession() {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Actor.class, CsrfToken.class);
    }

    public static void require(JsonNode document) throws ClassNotFoundException {
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
    public static void tablesAreText(JsonNode document) {
        for (JsonNode path : document.path("paths")) {
            for (JsonNode operation : path) {
                JsonNode table = operation.path("requestBody").path("content").path("text/csv");
                if (table instanceof ObjectNode body) {
                    body.putObject("schema").put("type", "string");
                }
            }
        }
    }

    /** What is known of the whole: what it is, who gets in how, and how failures look (RFC 9457). */
    public static void describe(JsonNode document) throws IOException {
        ObjectNode root = (ObjectNode) document;
        root.putObject("info")
                .put("title", "Wexa")
                .put("version", "1")
                .put(
                        "description",
                        "The API of Wexa's own pages. Times are RFC 3339 in UTC, failures problem details (RFC 9457).");
        ObjectNode components = (ObjectNode) root.path("components");
        ObjectNode schemes = components.putObject("securitySchemes");
        schemes.putObject("session")
                .put("type", "apiKey")
                .put("in", "cookie")
                .put("name", "wexa")
                .put("description", "What signing in at POST /api/v1/session sets.");
        schemes.putObject("forgery")
                .put("type", "apiKey")
                .put("in", "header")
                .put("name", "X-XSRF-TOKEN")
                .put("description", "The value of the cookie XSRF-TOKEN, with everything that is not a GET.");
        problem((ObjectNode) components.path("schemas"));
        Map<String, Operations.Operation> known = new HashMap<>();
        Operations.all().forEach(operation -> known.put(operation.name(), operation));
        for (Map.Entry<String, JsonNode> path : root.path("paths").properties()) {
            for (Map.Entry<String, JsonNode> method : path.getValue().properties()) {
                String name = method.getKey().toUpperCase(Locale.ROOT) + " " + path.getKey();
                Operations.Operation operation = known.remove(name);
                if (operation == null) {
                    throw new IllegalStateException(
                            name + " is missing in operations.txt; say there who may ask for it");
                }
                describe((ObjectNode) method.getValue(), operation);
            }
        }
        if (!known.isEmpty()) {
            throw new IllegalStateException("operations.txt names what there is not: " + known.keySet());
        }
    }

    private static void problem(ObjectNode schemas) {
        ObjectNode field = schemas.putObject("FieldProblem");
        field.put("type", "object");
        ObjectNode fieldProperties = field.putObject("properties");
        List.of("field", "code", "text")
                .forEach(one -> fieldProperties.putObject(one).put("type", "string"));
        field.putArray("required").add("field").add("code").add("text");
        ObjectNode problem = schemas.putObject("Problem");
        problem.put("type", "object");
        ObjectNode properties = problem.putObject("properties");
        List.of("type", "title", "detail", "instance", "code")
                .forEach(one -> properties.putObject(one).put("type", "string"));
        properties.putObject("status").put("type", "integer").put("format", "int32");
        ObjectNode fields = properties.putObject("fields");
        fields.put("type", "array");
        fields.putObject("items").put("$ref", "#/components/schemas/FieldProblem");
        problem.putArray("required").add("status").add("detail").add("code").add("fields");
    }

    private static void describe(ObjectNode target, Operations.Operation operation) {
        target.put("summary", operation.summary());
        ArrayNode security = target.putArray("security");
        ObjectNode needed = JsonNodeFactory.instance.objectNode();
        if (operation.who() != Operations.Who.ANYBODY) {
            needed.putArray("session");
        }
        if (!operation.method().equals("GET")) {
            needed.putArray("forgery");
        }
        security.add(needed);
        ObjectNode responses = (ObjectNode) target.path("responses");
        JsonNode schema = JsonNodeFactory.instance.missingNode();
        for (JsonNode response : responses) {
            for (JsonNode content : response.path("content")) {
                schema = content.path("schema");
            }
        }
        responses.removeAll();
        ObjectNode success = responses.putObject(Integer.toString(operation.status()));
        success.put("description", "Done");
        JsonNode answered = schema;
        operation.media().ifPresent(media -> {
            ObjectNode content = success.putObject("content").putObject(media);
            if (media.equals("application/json")) {
                content.set("schema", answered);
            } else {
                content.putObject("schema").put("type", "string");
            }
        });
        ObjectNode failed = responses.putObject("default");
        failed.put("description", "Refused, or it did not work: the problem tells which, and the way out");
        failed.putObject("content")
                .putObject("application/problem+json")
                .putObject("schema")
                .put("$ref", "#/components/schemas/Problem");
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
            // the document knows records by their simple names alone: of two that are called alike one would hide the
            // other
            if (loaded.getSimpleName().endsWith("View") && found.containsKey(loaded.getSimpleName())) {
                throw new IllegalStateException(
                        "there are two views called " + loaded.getSimpleName() + "; rename " + loaded.getName());
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
