package wexa.sandbox;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.GenericScimResource;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.utils.FilterEvaluator;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** SCIM 2.0 over one tenant's resources: discovery (RFC 7644 4), query (3.4.2), create, PATCH (3.5.2), replace, delete. */
final class ScimEndpoint {
    private static final String CONFIG = "urn:wexa:scim:schemas:extension:1.0:ServiceProviderConfig";
    private static final int LARGEST_PAGE = 200;
    private static final String SEAT_KIND = "urn:wexa:scim:schemas:1.0:SeatKind";
    private static final String TASK = "urn:wexa:scim:schemas:1.0:Task";
    private static final String PERMISSION_SET = "urn:wexa:scim:schemas:1.0:PermissionSet";

    private final TenantState tenant;

    ScimEndpoint(TenantState tenant) {
        this.tenant = tenant;
    }

    /** A request without its transport. */
    record Request(
            String method, List<String> path, Map<String, String> query, String body, Optional<String> ifMatch) {}

    /** An answer without its transport; no body for 204. */
    record Answer(int status, Optional<ObjectNode> body) {
        static Answer of(int status, ObjectNode body) {
            return new Answer(status, Optional.of(body));
        }
    }

    Answer handle(Request request) {
        try {
            return request.path().size() == 1 ? onType(request) : onResource(request);
        } catch (Refusal refusal) {
            return error(refusal.status(), refusal.scimType(), String.valueOf(refusal.getMessage()));
        } catch (ScimException bad) {
            return error(bad.getScimError().getStatus(), "invalidValue", String.valueOf(bad.getMessage()));
        } catch (JsonProcessingException malformed) {
            return error(400, "invalidSyntax", "the body is not JSON");
        }
    }

    static Answer error(int status, String scimType, String detail) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putArray("schemas").add("urn:ietf:params:scim:api:messages:2.0:Error");
        body.put("status", Integer.toString(status));
        if (!scimType.isEmpty()) {
            body.put("scimType", scimType);
        }
        body.put("detail", detail);
        return Answer.of(status, body);
    }

    private Answer onType(Request request) throws ScimException, JsonProcessingException {
        String type = request.path().get(0);
        return switch (type) {
            case "ServiceProviderConfig" -> Answer.of(200, serviceProviderConfig());
            case "ResourceTypes" ->
                Answer.of(200, listOf(resourceTypes(), 1, resourceTypes().size()));
            case "Schemas" -> Answer.of(200, listOf(schemas(), 1, schemas().size()));
            case "SeatKinds" -> Answer.of(200, page(seatKinds(), request.query()));
            case "Permissions" -> Answer.of(200, page(catalogue(), request.query()));
            case "Tasks" -> Answer.of(200, page(named("tasks", TASK, "needs"), request.query()));
            case "PermissionSets" ->
                Answer.of(200, page(named("permissionSets", PERMISSION_SET, "permissions"), request.query()));
            default ->
                request.method().equals("POST")
                        ? Answer.of(201, tenant.create(type, parse(request.body())))
                        : Answer.of(200, query(type, request.query()));
        };
    }

    private Answer onResource(Request request) throws ScimException, JsonProcessingException {
        String type = request.path().get(0);
        String id = request.path().get(1);
        switch (request.method()) {
            case "GET":
                return Answer.of(200, tenant.get(type, id));
            case "PUT":
                return Answer.of(200, tenant.replace(type, id, parse(request.body()), request.ifMatch()));
            case "PATCH":
                PatchRequest patch =
                        JsonUtils.getObjectReader().forType(PatchRequest.class).readValue(request.body());
                GenericScimResource resource = new GenericScimResource(tenant.get(type, id));
                patch.apply(resource);
                return Answer.of(200, tenant.replace(type, id, resource.getObjectNode(), request.ifMatch()));
            case "DELETE":
                tenant.delete(type, id, request.ifMatch());
                return new Answer(204, Optional.empty());
            default:
                return error(405, "", "method " + request.method() + " is not allowed");
        }
    }

    private static ObjectNode parse(String body) throws JsonProcessingException {
        JsonNode read = JsonUtils.getObjectReader().readTree(body);
        if (read instanceof ObjectNode object) {
            return object;
        }
        throw new Refusal(400, "invalidSyntax", "the body is not a JSON object");
    }

    private ObjectNode query(String type, Map<String, String> query) throws ScimException {
        List<ObjectNode> found = new ArrayList<>();
        String text = query.getOrDefault("filter", "");
        Filter filter = text.isEmpty() ? null : Filter.fromString(text);
        for (ObjectNode resource : tenant.list(type)) {
            if (filter == null || FilterEvaluator.evaluate(filter, resource)) {
                found.add(resource);
            }
        }
        return page(found, query);
    }

    private static ObjectNode page(List<ObjectNode> found, Map<String, String> query) {
        int start = Math.max(1, number(query, "startIndex", 1));
        int count = Math.min(LARGEST_PAGE, Math.max(0, number(query, "count", LARGEST_PAGE)));
        return listOf(found, start, count);
    }

    /** The catalogue: everything that can be done in the app, to be read only. */
    private List<ObjectNode> catalogue() {
        List<ObjectNode> permissions = new ArrayList<>();
        for (JsonNode type : tenant.settings().path("catalogue")) {
            for (JsonNode action : type.path("actions")) {
                ObjectNode made = JsonNodeFactory.instance.objectNode();
                made.putArray("schemas").add("urn:wexa:scim:schemas:1.0:Permission");
                made.put(
                        "id",
                        tenant.settings().path("app").asText() + ":"
                                + type.path("key").asText() + ":"
                                + action.path("key").asText());
                made.put(
                        "displayName",
                        type.path("name").asText() + ": " + action.path("label").asText());
                made.put("sort", action.path("sort").asText());
                made.put("description", action.path("description").asText());
                permissions.add(made);
            }
        }
        return permissions;
    }

    /** The kinds of seat with the size of each pool, to be read only. */
    private List<ObjectNode> seatKinds() {
        List<ObjectNode> kinds = new ArrayList<>();
        for (JsonNode kind : tenant.settings().path("seatKinds")) {
            String key = kind.path("key").asText();
            ObjectNode made = JsonNodeFactory.instance.objectNode();
            made.putArray("schemas").add(SEAT_KIND);
            made.put("id", key);
            made.put("displayName", key.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + key.substring(1));
            made.put("size", tenant.settings().path("pools").path(key).asInt());
            made.put("description", kind.path("description").asText());
            made.set("carries", kind.path("carries").deepCopy());
            kinds.add(made);
        }
        return kinds;
    }

    /** Names for several permissions: what people call the work, or sets that the app offers; to be read only. */
    private List<ObjectNode> named(String several, String schema, String permissions) {
        List<ObjectNode> all = new ArrayList<>();
        for (JsonNode one : tenant.settings().path(several)) {
            ObjectNode made = JsonNodeFactory.instance.objectNode();
            made.putArray("schemas").add(schema);
            made.put("id", one.path("key").asText());
            made.put("displayName", one.path("name").asText());
            made.put("description", one.path("description").asText());
            made.set("permissions", one.path(permissions).deepCopy());
            all.add(made);
        }
        return all;
    }

    private static int number(Map<String, String> query, String name, int otherwise) {
        try {
            return Integer.parseInt(query.getOrDefault(name, Integer.toString(otherwise)));
        } catch (NumberFormatException wrong) {
            throw new Refusal(400, "invalidValue", name + " is not a number");
        }
    }

    private static ObjectNode listOf(List<ObjectNode> all, int start, int count) {
        ObjectNode list = JsonNodeFactory.instance.objectNode();
        list.putArray("schemas").add("urn:ietf:params:scim:api:messages:2.0:ListResponse");
        list.put("totalResults", all.size());
        list.put("startIndex", start);
        ArrayNode page = list.putArray("Resources");
        all.stream().skip(start - 1L).limit(count).forEach(page::add);
        list.put("itemsPerPage", page.size());
        return list;
    }

    private ObjectNode serviceProviderConfig() {
        ObjectNode config = JsonNodeFactory.instance.objectNode();
        config.putArray("schemas")
                .add("urn:ietf:params:scim:schemas:core:2.0:ServiceProviderConfig")
                .add(CONFIG);
        ObjectNode more = config.putObject(CONFIG);
        more.putObject("liveRights").put("supported", tenant.can("LIVE_RIGHTS"));
        if (tenant.can("ROLES")) {
            more.put(
                    "catalogueVersion",
                    tenant.settings().path("catalogueVersion").asText());
        }
        config.putObject("patch").put("supported", true);
        config.putObject("bulk").put("supported", false).put("maxOperations", 0).put("maxPayloadSize", 0);
        config.putObject("filter").put("supported", true).put("maxResults", LARGEST_PAGE);
        config.putObject("changePassword").put("supported", tenant.can("PASSWORDS"));
        config.putObject("sort").put("supported", false);
        config.putObject("etag").put("supported", true);
        config.putArray("authenticationSchemes")
                .addObject()
                .put("type", "oauthbearertoken")
                .put("name", "Bearer token")
                .put("description", "RFC 6750");
        return config;
    }

    private List<ObjectNode> resourceTypes() {
        List<ObjectNode> types = new ArrayList<>();
        for (String type : TenantState.TYPES) {
            String capability = type.equals("Users") ? "USERS" : type.toUpperCase(java.util.Locale.ROOT);
            if (tenant.can(capability)) {
                ObjectNode made = JsonNodeFactory.instance.objectNode();
                made.put("id", type.substring(0, type.length() - 1));
                made.put("name", type.substring(0, type.length() - 1));
                made.put("endpoint", "/" + type);
                made.put("schema", TenantState.schemaOf(type));
                if (type.equals("Users") && tenant.can("SEATS")) {
                    made.putArray("schemaExtensions")
                            .addObject()
                            .put("schema", TenantState.SEATS)
                            .put("required", false);
                }
                types.add(made);
            }
        }
        if (tenant.can("ROLES")) {
            types.add(readOnly("Permission", "urn:wexa:scim:schemas:1.0:Permission"));
            types.add(readOnly("Task", TASK));
            types.add(readOnly("PermissionSet", PERMISSION_SET));
        }
        if (tenant.can("SEATS")) {
            types.add(readOnly("SeatKind", SEAT_KIND));
        }
        return types;
    }

    private static ObjectNode readOnly(String name, String schema) {
        return JsonNodeFactory.instance
                .objectNode()
                .put("id", name)
                .put("name", name)
                .put("endpoint", "/" + name + "s")
                .put("schema", schema);
    }

    private List<ObjectNode> schemas() {
        List<ObjectNode> schemas = new ArrayList<>();
        for (ObjectNode type : resourceTypes()) {
            schemas.add(
                    type.get("name").asText().equals("User")
                            ? users()
                            : schema(
                                    type.get("schema").asText(),
                                    type.get("name").asText()));
        }
        if (tenant.can("SEATS")) {
            schemas.add(schema(TenantState.SEATS, "Seat"));
        }
        return schemas;
    }

    /** The schema of users says which attributes they have besides those that every user has (RFC 7643 7). */
    private ObjectNode users() {
        ObjectNode schema = schema(TenantState.schemaOf("Users"), "User");
        if (tenant.can("ROLE_VALUES")) {
            addAttribute("roles", schema);
        }
        if (tenant.can("ENTITLEMENTS")) {
            addAttribute("entitlements", schema);
        }
        if (tenant.can("FIXED_USER_NAMES")) {
            ((ArrayNode) schema.get("attributes"))
                    .addObject()
                    .put("name", "userName")
                    .put("type", "string")
                    .put("required", true)
                    .put("mutability", "immutable");
        }
        return schema;
    }

    private static void addAttribute(String name, ObjectNode schema) {
        ((ArrayNode) schema.get("attributes"))
                .addObject()
                .put("name", name)
                .put("type", "complex")
                .put("multiValued", true);
    }

    private static ObjectNode schema(String id, String name) {
        ObjectNode schema = JsonNodeFactory.instance.objectNode();
        schema.putArray("schemas").add("urn:ietf:params:scim:schemas:core:2.0:Schema");
        schema.put("id", id);
        schema.put("name", name);
        schema.putArray("attributes");
        return schema;
    }
}
