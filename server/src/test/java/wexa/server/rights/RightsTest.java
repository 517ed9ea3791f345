package wexa.server.rights;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;
import wexa.server.testing.Operations;

/** Every operation of the OpenAPI document, asked for by somebody who may not: nothing is open by being forgotten. */
class RightsTest {
    /** What somebody who has not signed in may ask: who they are, to sign in and out, and whether Wexa is new. */
    private static final Set<String> OPEN = Set.of(
            "get /api/v1/session",
            "post /api/v1/session",
            "get /api/v1/first",
            "post /api/v1/first",
            "post /api/v1/activations",
            "post /api/v1/activations/look",
            "post /api/v1/invitations",
            "post /api/v1/invitations/look");

    /** Writes that are everybody's own, whatever they may do otherwise. */
    private static final Set<String> OWN = Set.of(
            "delete /api/v1/session",
            "put /api/v1/me/password",
            "delete /api/v1/me/sessions",
            "delete /api/v1/me/sessions/{id}",
            "post /api/v1/me/second-factor",
            "put /api/v1/me/second-factor",
            "post /api/v1/me/second-factor/removal",
            "post /api/v1/me/recovery-codes",
            "put /api/v1/desk/order",
            "put /api/v1/desk/lines/{line}/quiet",
            "delete /api/v1/desk/lines/{line}/quiet",
            "post /api/v1/desk/lines/{line}/comments",
            "post /api/v1/views",
            "delete /api/v1/views/{id}",
            "put /api/v1/pins");

    /** Sent because they take their time or go to a tenant, but they only look. */
    private static final Set<String> LOOKING = Set.of(
            "post /api/v1/people/{id}/ask",
            "post /api/v1/reports/{kind}/export",
            "post /api/v1/reports/leavers/comparison",
            "post /api/v1/reports/leavers/comparison/export",
            "post /api/v1/people/{id}/removal/export",
            "post /api/v1/exports/lists",
            "post /api/v1/exports/log",
            "post /api/v1/messages/templates/{occasion}/sample",
            "post /api/v1/people/table/export",
            "post /api/v1/people/{id}/leaving",
            "post /api/v1/people/{id}/move",
            "post /api/v1/people/{id}/rename",
            "post /api/v1/people/{id}/return",
            "post /api/v1/people/table/pasted",
            "post /api/v1/roles/conflicts/export",
            "post /api/v1/roles/compare/export",
            "post /api/v1/roles/cover");

    private final JsonMapper json = new JsonMapper();
    private final JsonNode document = json.readTree(Files.readString(Path.of("../web/openapi.json")));
    private final Cast cast = Cast.shared();

    RightsTest() throws Exception {}

    private record Operation(String method, String path, JsonNode described) {
        String name() {
            return method + " " + path;
        }

        boolean isSent() {
            return !method.equals("get");
        }

        boolean isWrite() {
            return isSent() && !OPEN.contains(name()) && !OWN.contains(name()) && !LOOKING.contains(name());
        }
    }

    private List<Operation> operations() {
        List<Operation> all = new ArrayList<>();
        document.path("paths")
                .properties()
                .forEach(path -> path.getValue()
                        .properties()
                        .forEach(method -> all.add(new Operation(method.getKey(), path.getKey(), method.getValue()))));
        assertThat(all).hasSizeGreaterThan(40);
        return all;
    }

    /** An address with something in each of its places. */
    private static String address(Operation operation) {
        StringBuilder query = new StringBuilder();
        String path = operation.path();
        for (JsonNode parameter : operation.described().path("parameters")) {
            String name = parameter.path("name").asString();
            String value = sampleText(parameter.path("schema"));
            if (parameter.path("in").asString().equals("path")) {
                path = path.replace("{" + name + "}", value);
            } else if (parameter.path("in").asString().equals("query")
                    && parameter.path("required").asBoolean()) {
                query.append(query.isEmpty() ? '?' : '&')
                        .append(name)
                        .append('=')
                        .append(value);
            }
        }
        return path + query;
    }

    private static String sampleText(JsonNode schema) {
        if (schema.has("enum")) {
            return schema.path("enum").path(0).asString();
        }
        if (schema.path("format").asString("").equals("uuid")) {
            return UUID.randomUUID().toString();
        }
        if (schema.path("format").asString("").equals("date-time")) {
            return "2026-11-30T07:00:00Z";
        }
        if (schema.path("format").asString("").equals("date")) {
            return "2099-11-30";
        }
        return schema.path("type").asString("").equals("integer") ? "1" : "sample";
    }

    /** A body of the described shape, so that it is the right that is refused and not the form. */
    private JsonNode sample(JsonNode schema) {
        if (schema.has("$ref")) {
            String name = schema.path("$ref").asString();
            return sample(document.path("components").path("schemas").path(name.substring(name.lastIndexOf('/') + 1)));
        }
        String type = schema.path("type").isArray()
                ? schema.path("type").path(0).asString()
                : schema.path("type").asString("object");
        return switch (type) {
            case "object" -> {
                ObjectNode made = json.createObjectNode();
                schema.path("properties").properties().forEach(one -> made.set(one.getKey(), sample(one.getValue())));
                yield made;
            }
            case "array" -> {
                ArrayNode made = json.createArrayNode();
                for (int some = 0; some < schema.path("minItems").asInt(); some++) {
                    made.add(sample(schema.path("items")));
                }
                yield made;
            }
            case "integer", "number" -> json.getNodeFactory().numberNode(1);
            case "boolean" -> json.getNodeFactory().booleanNode(true);
            default -> json.getNodeFactory().stringNode(sampleText(schema));
        };
    }

    private int status(Browserless who, Operation operation) throws Exception {
        JsonNode content = operation.described().path("requestBody").path("content");
        String type = content.propertyNames().stream()
                .filter(one -> one.startsWith("text/"))
                .findFirst()
                .orElse("application/json");
        String body = !operation.isSent()
                ? null
                : type.startsWith("text/")
                        ? "handle\n"
                        : sample(content.path(type).path("schema")).toString();
        return who.sendText(
                        operation.method().toUpperCase(java.util.Locale.ROOT),
                        address(operation),
                        body,
                        "Content-Type",
                        type,
                        "Accept",
                        "*/*",
                        "If-Match",
                        "\"1\"")
                .status();
    }

    @Test
    void whoHasNotSignedInIsAskedToDoSoEverywhere() throws Exception {
        Browserless nobody = new Browserless(cast.stage.address());
        nobody.get("/api/v1/session");
        List<String> wrong = new ArrayList<>();
        for (Operation operation : operations()) {
            if (!OPEN.contains(operation.name())) {
                int status = status(nobody, operation);
                if (status != 401) {
                    wrong.add(operation.name() + " answered " + status);
                }
            }
        }
        assertThat(wrong).isEmpty();
    }

    @Test
    void whoMayOnlyLookWritesNothing() throws Exception {
        Browserless bram = Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
        List<String> wrong = new ArrayList<>();
        for (Operation operation : operations()) {
            if (operation.isWrite()) {
                int status = status(bram, operation);
                if (status != 403) {
                    wrong.add(operation.name() + " answered " + status);
                }
            }
        }
        assertThat(wrong).isEmpty();
    }

    @Test
    void whoMayOnlyLookSeesEveryPlace() throws Exception {
        Browserless bram = Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
        for (String place :
                List.of("desk", "people", "groups", "roles", "tenants", "drafts", "jobs", "changesets", "log")) {
            assertThat(bram.get("/api/v1/" + place).status()).as(place).isEqualTo(200);
        }
    }

    /** Whatever concerns all tenants or everybody is refused to those who reach only part of it, with all rights there. */
    @Test
    void whoReachesOnlyPartOfItIsRefusedWhatConcernsEverything() throws Exception {
        String login = Cast.unique("part");
        ObjectNode made = cast.tove.object("login", login, "name", "Part Ly", "password", "given for the test");
        made.putArray("acts").add("PREPARE").add("APPLY").add("APPROVE").add("GOVERN");
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        ObjectNode reach = cast.tove.object();
        reach.putArray("tenants").add(cast.find("/api/v1/tenants", "path", "pelagia/north"));
        String id = cast.find("/api/v1/administrators", "login", login);
        assertThat(cast.tove
                        .send("PUT", "/api/v1/administrators/" + id + "/reach", reach)
                        .status())
                .isEqualTo(204);
        Browserless part = Browserless.signedIn(cast.stage.address(), login, "given for the test");
        List<String> everywhere = Operations.all().stream()
                .filter(Operations.Operation::needsEverything)
                .map(one -> one.name().toLowerCase(java.util.Locale.ROOT))
                .toList();
        assertThat(everywhere).hasSizeGreaterThan(10);
        for (Operation operation : operations()) {
            if (everywhere.contains(operation.name().toLowerCase(java.util.Locale.ROOT))) {
                assertThat(status(part, operation)).as(operation.name()).isEqualTo(403);
            }
        }
    }

    /** Whoever sees only their scope is refused whatever would show more, whether or not anybody thought of it. */
    @Test
    void whoSeesOnlyTheirScopeIsRefusedWhatShowsMore() throws Exception {
        Browserless part = Lookers.looker(cast, List.of("pelagia/north"), List.of("south-bay"));
        List<String> scoped = Operations.all().stream()
                .filter(Operations.Operation::isScoped)
                .map(one -> one.name().toLowerCase(java.util.Locale.ROOT))
                .toList();
        List<String> wrong = new ArrayList<>();
        for (Operation operation : operations()) {
            boolean isOwn = Operations.all().stream()
                    .filter(one -> one.who() == Operations.Who.ANYBODY || one.who() == Operations.Who.OWN)
                    .anyMatch(one -> one.name().equalsIgnoreCase(operation.name()));
            // the stream of a job's events begins with the question for the job
            boolean isStream = operation.name().endsWith("/events");
            if (!isOwn && !isStream && !scoped.contains(operation.name().toLowerCase(java.util.Locale.ROOT))) {
                int status = status(part, operation);
                if (status != 403) {
                    wrong.add(operation.name() + " answered " + status);
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(scoped).hasSize(35);
    }
}
