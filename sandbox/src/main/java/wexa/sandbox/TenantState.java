package wexa.sandbox;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The resources of one tenant, with the rules that keep them sound. All access is through its lock. */
final class TenantState {
    static final String SEATS = "urn:wexa:scim:schemas:extension:1.0:Seat";
    static final List<String> TYPES = List.of("Users", "Groups", "Roles", "Areas", "Assignments");

    private final String key;
    private final ObjectNode settings;
    private final ResourceStore store;
    private final Clock clock;
    private final Passwords passwords;
    private final Map<String, Map<String, ObjectNode>> resources = new LinkedHashMap<>();

    TenantState(ObjectNode file, ResourceStore store, Clock clock) throws SQLException {
        this.key = file.get("key").asText();
        this.settings = file;
        this.store = store;
        this.clock = clock;
        this.passwords = new Passwords(store);
        TYPES.forEach(type -> resources.put(type, new LinkedHashMap<>()));
        List<ResourceStore.Stored> kept = store.load(key);
        if (kept.isEmpty()) {
            seed(file);
        } else {
            kept.forEach(stored -> of(stored.type()).put(stored.id(), stored.body()));
        }
    }

    private void seed(ObjectNode file) {
        Map<String, String> idsByExternalId = new HashMap<>();
        for (String type : TYPES) {
            for (JsonNode source : file.path(type)) {
                ObjectNode resource = source.deepCopy();
                String id = UUID.nameUUIDFromBytes(
                                (key + type + of(type).size()).getBytes(java.nio.charset.StandardCharsets.UTF_8))
                        .toString();
                resource.put("id", id);
                if (resource.has("externalId")) {
                    idsByExternalId.put(resource.get("externalId").asText(), id);
                }
                resource.path("members").forEach(member -> link(member, idsByExternalId));
                link(resource.path("subject"), idsByExternalId);
                link(resource.path("role"), idsByExternalId);
                stamp(resource, type, 1);
                of(type).put(id, resource);
            }
        }
        List<ResourceStore.Stored> all = new ArrayList<>();
        resources.forEach(
                (type, byId) -> byId.forEach((id, body) -> all.add(new ResourceStore.Stored(key, type, id, body))));
        store.save(all);
    }

    private static void link(JsonNode reference, Map<String, String> ids) {
        if (reference instanceof ObjectNode object && object.has("externalId")) {
            object.put("value", ids.getOrDefault(object.remove("externalId").asText(), "?"));
        }
    }

    String key() {
        return key;
    }

    ObjectNode settings() {
        return settings;
    }

    boolean can(String capability) {
        for (JsonNode announced : settings.path("capabilities")) {
            if (announced.asText().equals(capability)) {
                return true;
            }
        }
        return false;
    }

    private Map<String, ObjectNode> of(String type) {
        Map<String, ObjectNode> found = resources.get(type);
        if (found == null
                || (type.equals("Roles") && !can("ROLES"))
                || (type.equals("Assignments") && !can("ASSIGNMENTS"))) {
            throw new Refusal(404, "", "there is no resource type " + type + " here");
        }
        return found;
    }

    synchronized List<ObjectNode> list(String type) {
        return of(type).values().stream().map(ObjectNode::deepCopy).toList();
    }

    /** The same without copies, for whoever only looks: what is kept is replaced as a whole, never changed where it stands. */
    synchronized List<ObjectNode> kept(String type) {
        return List.copyOf(of(type).values());
    }

    synchronized ObjectNode get(String type, String id) {
        ObjectNode found = of(type).get(id);
        if (found == null) {
            throw new Refusal(404, "", "resource " + id + " not found");
        }
        return found.deepCopy();
    }

    synchronized ObjectNode create(String type, ObjectNode body) {
        ObjectNode resource = body.deepCopy();
        String id = UUID.randomUUID().toString();
        resource.put("id", id);
        check(type, resource);
        takePassword(type, id, resource);
        stamp(resource, type, 1);
        of(type).put(id, resource);
        store.save(List.of(new ResourceStore.Stored(key, type, id, resource)));
        return resource.deepCopy();
    }

    synchronized ObjectNode replace(String type, String id, ObjectNode body, Optional<String> ifMatch) {
        ObjectNode before = get(type, id);
        requireVersion(before, ifMatch);
        ObjectNode resource = body.deepCopy();
        resource.put("id", id);
        resource.set("meta", before.get("meta"));
        takePassword(type, id, resource);
        if (resource.equals(before)) {
            return before;
        }
        if (type.equals("Users")
                && can("FIXED_USER_NAMES")
                && !before.get("userName").equals(resource.get("userName"))) {
            throw new Refusal(400, "mutability", "a user keeps the name that it was made with");
        }
        check(type, resource);
        stamp(resource, type, versionOf(before) + 1);
        of(type).put(id, resource);
        store.save(List.of(new ResourceStore.Stored(key, type, id, resource)));
        return resource.deepCopy();
    }

    /** A password is kept as its hash, apart from the user, and never answered (RFC 7643 4.1.1). */
    private void takePassword(String type, String id, ObjectNode resource) {
        if (!type.equals("Users") || !resource.has("password")) {
            return;
        }
        String password = resource.remove("password").asText();
        if (!can("PASSWORDS")) {
            throw new Refusal(400, "mutability", "this tenant takes no passwords");
        }
        if (password.length() < Passwords.SHORTEST) {
            throw new Refusal(
                    400, "invalidValue", "a password has at least " + Passwords.SHORTEST + " characters here");
        }
        passwords.set(key, id, password);
    }

    /** Whether somebody signs in with that; accounts that are closed and unknown user names do not. */
    synchronized boolean isSignIn(String userName, String password) {
        return of("Users").values().stream()
                .filter(user -> user.path("userName").asText().equalsIgnoreCase(userName))
                .filter(user -> user.path("active").asBoolean(false))
                .anyMatch(user -> passwords.matches(key, user.get("id").asText(), password));
    }

    synchronized void delete(String type, String id, Optional<String> ifMatch) {
        requireVersion(get(type, id), ifMatch);
        of(type).remove(id);
        store.remove(key, type, id);
    }

    private static void requireVersion(ObjectNode resource, Optional<String> ifMatch) {
        String version = resource.path("meta").path("version").asText();
        if (ifMatch.isPresent() && !ifMatch.get().equals(version)) {
            throw new Refusal(412, "", "version is " + version + ", request said " + ifMatch.get());
        }
    }

    private static int versionOf(ObjectNode resource) {
        String version = resource.path("meta").path("version").asText();
        return Integer.parseInt(version.replaceAll("\\D", ""));
    }

    private void stamp(ObjectNode resource, String type, int version) {
        ObjectNode meta = resource.putObject("meta");
        String now = clock.instant().toString();
        meta.put("resourceType", type.substring(0, type.length() - 1));
        meta.put("version", "W/\"" + version + "\"");
        meta.put("lastModified", now);
        meta.put(
                "location",
                "/" + key + "/scim/v2/" + type + "/" + resource.get("id").asText());
        ArrayNode schemas = JsonNodeFactory.instance.arrayNode();
        schemas.add(schemaOf(type));
        if (resource.has(SEATS)) {
            schemas.add(SEATS);
        }
        resource.set("schemas", schemas);
    }

    static String schemaOf(String type) {
        String name = type.substring(0, type.length() - 1);
        boolean core = type.equals("Users") || type.equals("Groups");
        return (core ? "urn:ietf:params:scim:schemas:core:2.0:" : "urn:wexa:scim:schemas:1.0:") + name;
    }

    private void check(String type, ObjectNode resource) {
        switch (type) {
            case "Users" -> checkUser(resource);
            case "Groups" -> require(resource, "displayName");
            case "Roles" -> require(resource, "displayName");
            case "Assignments" -> checkAssignment(resource);
            default -> throw new Refusal(403, "mutability", type + " cannot be written here");
        }
        String externalId = resource.path("externalId").asText("");
        for (ObjectNode other : of(type).values()) {
            boolean same = other.get("id").equals(resource.get("id"));
            if (!same
                    && !externalId.isEmpty()
                    && externalId.equals(other.path("externalId").asText())) {
                throw new Refusal(409, "uniqueness", "externalId " + externalId + " is taken");
            }
        }
    }

    private void checkUser(ObjectNode user) {
        require(user, "userName");
        for (ObjectNode other : of("Users").values()) {
            if (!other.get("id").equals(user.get("id"))
                    && other.path("userName")
                            .asText()
                            .equalsIgnoreCase(user.path("userName").asText())) {
                throw new Refusal(
                        409, "uniqueness", "userName " + user.path("userName").asText() + " is taken");
            }
        }
        for (JsonNode seat : user.path(SEATS).path("seats")) {
            checkSeat(seat.path("value").asText(), user);
        }
    }

    private void checkSeat(String kind, ObjectNode user) {
        int size = settings.path("pools").path(kind).asInt(-1);
        if (size < 0) {
            throw new Refusal(400, "invalidValue", "there is no seat kind " + kind);
        }
        long taken = of("Users").values().stream()
                .filter(other -> !other.get("id").equals(user.get("id")))
                .filter(other -> hasSeat(other, kind))
                .count();
        if (taken >= size) {
            throw new Refusal(400, "invalidValue", "all " + size + " seats of kind " + kind + " are taken");
        }
    }

    static boolean hasSeat(JsonNode user, String kind) {
        for (JsonNode seat : user.path(SEATS).path("seats")) {
            if (seat.path("value").asText().equals(kind)) {
                return true;
            }
        }
        return false;
    }

    private void checkAssignment(ObjectNode assignment) {
        String subjects = assignment.path("subject").path("type").asText().equals("Group") ? "Groups" : "Users";
        requireKnown(subjects, assignment.path("subject").path("value").asText(), "subject");
        requireKnown("Roles", assignment.path("role").path("value").asText(), "role");
        String area = assignment.path("area").asText("");
        boolean known = of("Areas").values().stream()
                .anyMatch(one -> one.path("key").asText().equals(area));
        if (!area.isEmpty() && !known) {
            throw new Refusal(400, "invalidValue", "there is no area " + area);
        }
    }

    private void requireKnown(String type, String id, String attribute) {
        if (!of(type).containsKey(id)) {
            throw new Refusal(400, "invalidValue", attribute + " " + id + " is not known here");
        }
    }

    private static void require(ObjectNode resource, String attribute) {
        if (resource.path(attribute).asText("").isBlank()) {
            throw new Refusal(400, "invalidValue", attribute + " is required");
        }
    }
}
