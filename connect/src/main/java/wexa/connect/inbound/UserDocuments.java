package wexa.connect.inbound;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Users from and to JSON (RFC 7643 4.1, 4.3), and changes to them by PATCH (RFC 7644 3.5.2). */
public final class UserDocuments {
    static final String USER = "urn:ietf:params:scim:schemas:core:2.0:User";
    static final String ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";
    static final String ENGAGEMENT = "urn:wexa:scim:schemas:extension:1.0:Engagement";
    private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse";
    private static final int LONGEST = 200;
    private static final int MOST_OPERATIONS = 100;

    private UserDocuments() {}

    /** What the server adds to a user (RFC 7643 3.1). */
    public record Meta(String id, long version, Instant created, Instant changed, String location) {
        /** The weak entity tag of this version (RFC 7644 3.14). */
        public String tag() {
            return "W/\"" + version + "\"";
        }
    }

    /** Reads a user; what is unknown is ignored, what has the wrong type is refused by its name. */
    public static PushedUser read(String text) throws ScimFault {
        return user(object(text));
    }

    /** The user after the operations of a PATCH request; all of them or none. */
    public static PushedUser patched(PushedUser before, String text) throws ScimFault {
        ObjectNode document = document(before);
        ObjectNode sent = object(text);
        if (sent.path("Operations").size() > MOST_OPERATIONS) {
            throw new ScimFault(
                    413, "tooMany", "A PATCH has at most " + MOST_OPERATIONS + " operations; send several.");
        }
        for (JsonNode operation : sent.path("Operations")) {
            if (operation.path("op").asText().equalsIgnoreCase("remove") && !operation.has("path")) {
                throw new ScimFault(400, "noTarget", "A remove operation needs a path.");
            }
        }
        try {
            PatchRequest request =
                    JsonUtils.getObjectReader().forType(PatchRequest.class).readValue(sent);
            for (var operation : request.getOperations()) {
                String path =
                        operation.getPath() == null ? "" : operation.getPath().toString();
                if (path.equals("id") || path.startsWith("meta")) {
                    throw new ScimFault(400, "mutability", path + " is the server's and cannot be changed.");
                }
            }
            request.apply(new com.unboundid.scim2.common.GenericScimResource(document));
        } catch (ScimException refused) {
            throw ScimFault.of(refused);
        } catch (JsonProcessingException malformed) {
            throw syntax(malformed);
        } catch (java.io.IOException | RuntimeException malformed) {
            throw new ScimFault(400, "invalidSyntax", "This is no PATCH request: " + malformed.getMessage());
        }
        return user(document);
    }

    private static ScimFault syntax(JsonProcessingException malformed) {
        return new ScimFault(400, "invalidSyntax", "The body cannot be read: " + malformed.getOriginalMessage());
    }

    private static ObjectNode object(String text) throws ScimFault {
        try {
            JsonNode read = JsonUtils.getObjectReader().readTree(text);
            if (read instanceof ObjectNode object) {
                return object;
            }
        } catch (JsonProcessingException malformed) {
            throw syntax(malformed);
        }
        throw new ScimFault(400, "invalidSyntax", "The body must be a JSON object.");
    }

    private static PushedUser user(ObjectNode document) throws ScimFault {
        JsonNode name = complex(document, "name");
        JsonNode enterprise = complex(document, ENTERPRISE);
        JsonNode engagement = complex(document, ENGAGEMENT);
        return new PushedUser(
                text(document, "", "userName").orElseThrow(() -> ScimFault.value("userName", "is needed")),
                text(document, "", "externalId"),
                text(name, "name.", "givenName").orElseThrow(() -> ScimFault.value("name.givenName", "is needed")),
                text(name, "name.", "familyName").orElseThrow(() -> ScimFault.value("name.familyName", "is needed")),
                chosen(document, "emails", "work"),
                chosen(document, "phoneNumbers", "mobile"),
                text(document, "", "title"),
                text(document, "", "userType"),
                active(document),
                text(enterprise, ENTERPRISE + ":", "employeeNumber"),
                text(enterprise, ENTERPRISE + ":", "department"),
                text(engagement, ENGAGEMENT + ":", "from"),
                text(engagement, ENGAGEMENT + ":", "until"));
    }

    private static JsonNode complex(JsonNode of, String name) throws ScimFault {
        JsonNode value = of.path(name);
        if (!value.isMissingNode() && !value.isNull() && !value.isObject()) {
            throw ScimFault.value(name, "must be an object");
        }
        return value;
    }

    /** Absent when missing, null or blank. */
    private static Optional<String> text(JsonNode of, String before, String name) throws ScimFault {
        JsonNode value = of.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return Optional.empty();
        }
        if (!value.isTextual()) {
            throw ScimFault.value(before + name, "must be a string");
        }
        if (value.textValue().length() > LONGEST) {
            throw ScimFault.value(
                    before + name, "has " + value.textValue().length() + " characters, and " + LONGEST + " fit");
        }
        return Optional.of(value.textValue().strip()).filter(text -> !text.isEmpty());
    }

    /** Users are active unless it is said that they are not. */
    private static boolean active(JsonNode document) throws ScimFault {
        JsonNode value = document.path("active");
        if (!value.isMissingNode() && !value.isNull() && !value.isBoolean()) {
            throw ScimFault.value("active", "must be true or false");
        }
        return value.asBoolean(true);
    }

    /** The value marked as primary, else the first of the type, else the first of all. */
    private static Optional<String> chosen(JsonNode document, String name, String type) throws ScimFault {
        JsonNode values = document.path(name);
        if (values.isMissingNode() || values.isNull()) {
            return Optional.empty();
        }
        if (!values.isArray()) {
            throw ScimFault.value(name, "must be an array");
        }
        Optional<String> found = Optional.empty();
        int best = 0;
        for (JsonNode one : values) {
            if (!one.isObject()) {
                throw ScimFault.value(name, "must have objects in it");
            }
            Optional<String> value = text(one, name + ".", "value");
            int rank = one.path("primary").asBoolean(false)
                    ? 3
                    : type.equalsIgnoreCase(one.path("type").asText()) ? 2 : 1;
            if (value.isPresent() && rank > best) {
                found = value;
                best = rank;
            }
        }
        return found;
    }

    /** A user without what the server adds. */
    static ObjectNode document(PushedUser user) {
        ObjectNode document = JsonUtils.getJsonNodeFactory().objectNode();
        document.putArray("schemas").add(USER).add(ENTERPRISE).add(ENGAGEMENT);
        document.put("userName", user.userName());
        user.externalId().ifPresent(id -> document.put("externalId", id));
        document.putObject("name")
                .put("givenName", user.given())
                .put("familyName", user.family())
                .put("formatted", user.name());
        user.mail().ifPresent(mail -> put(document, "emails", "work", mail));
        user.phone().ifPresent(phone -> put(document, "phoneNumbers", "mobile", phone));
        user.title().ifPresent(title -> document.put("title", title));
        user.userType().ifPresent(type -> document.put("userType", type));
        document.put("active", user.isActive());
        ObjectNode enterprise = document.putObject(ENTERPRISE);
        user.number().ifPresent(number -> enterprise.put("employeeNumber", number));
        user.department().ifPresent(department -> enterprise.put("department", department));
        ObjectNode engagement = document.putObject(ENGAGEMENT);
        user.from().ifPresent(from -> engagement.put("from", from));
        user.until().ifPresent(until -> engagement.put("until", until));
        return document;
    }

    private static void put(ObjectNode document, String name, String type, String value) {
        document.putArray(name)
                .addObject()
                .put("value", value)
                .put("type", type)
                .put("primary", true);
    }

    /** The user as it is kept. */
    public static String write(PushedUser user) {
        return document(user).toString();
    }

    /** The user as it is answered. */
    public static String write(PushedUser user, Meta meta) {
        return resource(user, meta).toString();
    }

    static ObjectNode resource(PushedUser user, Meta meta) {
        ObjectNode document = document(user);
        document.put("id", meta.id());
        document.putObject("meta")
                .put("resourceType", "User")
                .put("created", meta.created().toString())
                .put("lastModified", meta.changed().toString())
                .put("location", meta.location())
                .put("version", meta.tag());
        return document;
    }

    /** A stretch of a list (RFC 7644 3.4.2.4); {@code startIndex} counts from 1. */
    public static String list(List<String> resources, long total, long startIndex) {
        ObjectNode list = JsonNodeFactory.instance.objectNode();
        list.putArray("schemas").add(LIST);
        list.put("totalResults", total);
        list.put("startIndex", startIndex);
        list.put("itemsPerPage", resources.size());
        var items = list.putArray("Resources");
        for (String resource : resources) {
            items.addRawValue(new com.fasterxml.jackson.databind.util.RawValue(resource));
        }
        try {
            return JsonUtils.getObjectWriter().writeValueAsString(list);
        } catch (JsonProcessingException impossible) {
            throw new IllegalStateException("a list of written resources cannot be written", impossible);
        }
    }
}
