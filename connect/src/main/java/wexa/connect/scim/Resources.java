package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;

/**
 * SCIM resources from and to the states of core: User and Group as RFC 7643 4.1 and 4.2 have them, seats as an extension
 * of User (3.3), Role and Assignment as further resource types (6).
 */
final class Resources {
    static final String SEATS = "urn:wexa:scim:schemas:extension:1.0:Seat";
    private static final String CORE = "urn:ietf:params:scim:schemas:core:2.0:";
    private static final String OURS = "urn:wexa:scim:schemas:1.0:";

    private final Links links;

    Resources(Links links) {
        this.links = links;
    }

    static String endpoint(ObjectKey.Type type) {
        return switch (type) {
            case ACCOUNT -> "Users";
            case GROUP -> "Groups";
            case ROLE -> "Roles";
            case ASSIGNMENT -> "Assignments";
        };
    }

    TenantObject read(ObjectKey.Type type, JsonNode resource) {
        return switch (type) {
            case ACCOUNT -> account(resource);
            case GROUP -> group(resource);
            case ROLE -> new RoleState(resource.path("displayName").asText(), texts(resource.path("permissions")));
            case ASSIGNMENT -> assignment(resource);
        };
    }

    private static AccountState account(JsonNode user) {
        Set<String> seats = new TreeSet<>();
        user.path(SEATS)
                .path("seats")
                .forEach(seat -> seats.add(seat.path("value").asText()));
        Map<String, String> attributes = new TreeMap<>();
        user.path(SEATS)
                .path("attributes")
                .forEach(one -> attributes.put(
                        one.path("name").asText(), one.path("value").asText()));
        return new AccountState(
                user.path("userName").asText(),
                user.path("name").path("givenName").asText(),
                user.path("name").path("familyName").asText(),
                text(user.path("emails").path(0).path("value")),
                text(user.path("phoneNumbers").path(0).path("value")),
                user.path("active").asBoolean(true) ? TenantObject.Activity.OPEN : TenantObject.Activity.CLOSED,
                seats,
                attributes);
    }

    private GroupState group(JsonNode group) {
        Set<String> members = new TreeSet<>();
        group.path("members")
                .forEach(member -> members.add(
                        links.name(ObjectKey.Type.ACCOUNT, member.path("value").asText())));
        return new GroupState(group.path("displayName").asText(), members);
    }

    private AssignmentState assignment(JsonNode assignment) {
        JsonNode subject = assignment.path("subject");
        ObjectKey.Type type =
                subject.path("type").asText().equals("Group") ? ObjectKey.Type.GROUP : ObjectKey.Type.ACCOUNT;
        return new AssignmentState(
                links.name(type, subject.path("value").asText()),
                links.name(
                        ObjectKey.Type.ROLE,
                        assignment.path("role").path("value").asText()),
                text(assignment.path("area")),
                text(assignment.path("validUntil")).flatMap(Resources::instant));
    }

    private static Optional<Instant> instant(String text) {
        try {
            return Optional.of(Instant.parse(text));
        } catch (DateTimeParseException unreadable) {
            return Optional.empty();
        }
    }

    private static Optional<String> text(JsonNode node) {
        String value = node.asText("");
        return value.isEmpty() ? Optional.empty() : Optional.of(value);
    }

    private static Set<String> texts(JsonNode array) {
        Set<String> found = new TreeSet<>();
        array.forEach(one -> found.add(one.asText()));
        return found;
    }

    /** The whole resource, for creating it. */
    ObjectNode create(ObjectKey key, TenantObject state) {
        ObjectNode resource = JsonNodeFactory.instance.objectNode();
        boolean core = key.type() == ObjectKey.Type.ACCOUNT || key.type() == ObjectKey.Type.GROUP;
        String name = endpoint(key.type()).substring(0, endpoint(key.type()).length() - 1);
        resource.putArray("schemas").add((core ? CORE : OURS) + name);
        resource.put("externalId", key.id().toString());
        attributes(state).forEach(resource::set);
        return resource;
    }

    /** The attributes that a step governs, by the paths under which PATCH knows them. */
    Map<String, JsonNode> attributes(TenantObject state) {
        Map<String, JsonNode> attributes = new TreeMap<>();
        if (state instanceof AccountState account) {
            addAccount(account, attributes);
        } else if (state instanceof GroupState group) {
            attributes.put("displayName", text(group.name()));
            ArrayNode members = JsonNodeFactory.instance.arrayNode();
            group.members().forEach(member -> members.addObject().put("value", remote(member)));
            attributes.put("members", members);
        } else if (state instanceof RoleState role) {
            attributes.put("displayName", text(role.name()));
            ArrayNode permissions = JsonNodeFactory.instance.arrayNode();
            role.permissions().forEach(permissions::add);
            attributes.put("permissions", permissions);
        } else if (state instanceof AssignmentState assignment) {
            addAssignment(assignment, attributes);
        }
        return attributes;
    }

    private static void addAccount(AccountState account, Map<String, JsonNode> attributes) {
        attributes.put("userName", text(account.userName()));
        ObjectNode name = JsonNodeFactory.instance.objectNode();
        name.put("givenName", account.givenName());
        name.put("familyName", account.familyName());
        attributes.put("name", name);
        attributes.put(
                "active", JsonNodeFactory.instance.booleanNode(account.activity() == TenantObject.Activity.OPEN));
        account.mail().ifPresent(mail -> attributes.put("emails", one(mail)));
        account.phone().ifPresent(phone -> attributes.put("phoneNumbers", one(phone)));
        if (!account.attributes().isEmpty()) {
            ArrayNode more = JsonNodeFactory.instance.arrayNode();
            account.attributes()
                    .forEach((key, value) -> more.addObject().put("name", key).put("value", value));
            ObjectNode extension = JsonNodeFactory.instance.objectNode();
            extension.set("attributes", more);
            attributes.put(SEATS, extension);
        }
    }

    private static ArrayNode one(String value) {
        ArrayNode values = JsonNodeFactory.instance.arrayNode();
        values.addObject().put("value", value).put("type", "work").put("primary", true);
        return values;
    }

    static ArrayNode seats(AccountState account) {
        ArrayNode seats = JsonNodeFactory.instance.arrayNode();
        account.seats().forEach(seat -> seats.addObject().put("value", seat));
        return seats;
    }

    private void addAssignment(AssignmentState assignment, Map<String, JsonNode> attributes) {
        ObjectNode subject = JsonNodeFactory.instance.objectNode();
        boolean group = assignment.subject().startsWith(ObjectKey.Type.GROUP.name());
        subject.put("type", group ? "Group" : "User").put("value", remote(assignment.subject()));
        attributes.put("subject", subject);
        ObjectNode role = JsonNodeFactory.instance.objectNode();
        role.put("value", remote(assignment.role()));
        attributes.put("role", role);
        assignment.area().ifPresent(area -> attributes.put("area", text(area)));
        assignment.until().ifPresent(until -> attributes.put("validUntil", text(until.toString())));
    }

    private static JsonNode text(String value) {
        return JsonNodeFactory.instance.textNode(value);
    }

    private String remote(String key) {
        return key.indexOf(':') < 0 ? key : links.remoteId(ObjectKey.parse(key)).orElse("?");
    }
}
