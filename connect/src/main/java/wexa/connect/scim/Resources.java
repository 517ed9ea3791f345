package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Locale;
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
    static final String ROLES = "roles";
    static final String ENTITLEMENTS = "entitlements";
    private static final String CORE = "urn:ietf:params:scim:schemas:core:2.0:";
    static final String USER = CORE + "User";
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
                counting(user.path("emails")).flatMap(one -> text(one.path("value"))),
                counting(user.path("phoneNumbers")).flatMap(one -> text(one.path("value"))),
                truth(user.path("active"), true) ? TenantObject.Activity.OPEN : TenantObject.Activity.CLOSED,
                seats,
                attributes,
                values(user));
    }

    /** The roles and entitlements (RFC 7643 4.1.2), also where they stand as bare texts. */
    private static Map<String, Boolean> values(JsonNode user) {
        Map<String, Boolean> values = new TreeMap<>();
        addValues(user.path(ROLES), TenantObject.ROLES, values);
        addValues(user.path(ENTITLEMENTS), TenantObject.ENTITLEMENTS, values);
        return values;
    }

    private static void addValues(JsonNode array, String prefix, Map<String, Boolean> to) {
        for (JsonNode one : array) {
            String value = one.isTextual() ? one.asText() : one.path("value").asText("");
            if (!value.isBlank() && value.length() <= Listing.LONGEST_ID) {
                to.put(prefix + value, true);
            }
        }
    }

    /** Values of one of the attributes, without what stands before them. */
    static Set<String> valuesOf(String prefix, AccountState account) {
        Set<String> found = new TreeSet<>();
        account.held().stream()
                .filter(value -> value.startsWith(prefix))
                .forEach(value -> found.add(value.substring(prefix.length())));
        return found;
    }

    static ArrayNode referring(Set<String> values) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode();
        values.forEach(value -> array.addObject().put("value", value));
        return array;
    }

    /**
     * Of several values the one that counts: the primary one (RFC 7643 2.4), else the only one of work, else the first.
     */
    static Optional<JsonNode> counting(JsonNode values) {
        JsonNode atWork = null;
        int works = 0;
        for (JsonNode one : values) {
            if (truth(one.path("primary"), false)) {
                return Optional.of(one);
            }
            if (one.path("type").asText("").equalsIgnoreCase("work")) {
                atWork = one;
                works++;
            }
        }
        if (atWork != null && works == 1) {
            return Optional.of(atWork);
        }
        return values.isArray() && !values.isEmpty() ? Optional.of(values.path(0)) : Optional.empty();
    }

    /** A boolean (RFC 7643 2.3.2), also as the text that some write instead; {@code otherwise} where it is neither. */
    static Boolean truth(JsonNode node, boolean otherwise) {
        if (node.isBoolean()) {
            return node.booleanValue();
        }
        return switch (node.asText("").strip().toLowerCase(Locale.ROOT)) {
            case "true", "1", "yes" -> true;
            case "false", "0", "no" -> false;
            default -> otherwise;
        };
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

    /** An end that cannot be read is an end all the same: it must not pass for none. */
    private static Optional<Instant> instant(String text) {
        try {
            return Optional.of(Instant.parse(text));
        } catch (DateTimeParseException unreadable) {
            return Optional.of(Instant.EPOCH);
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

    /** The whole resource, for creating it; what it names has to be linked. */
    ObjectNode create(ObjectKey key, TenantObject state) {
        ObjectNode resource = JsonNodeFactory.instance.objectNode();
        boolean core = key.type() == ObjectKey.Type.ACCOUNT || key.type() == ObjectKey.Type.GROUP;
        String name = endpoint(key.type()).substring(0, endpoint(key.type()).length() - 1);
        resource.putArray("schemas").add((core ? CORE : OURS) + name);
        resource.put("externalId", key.id().toString());
        if (state instanceof AccountState account) {
            addAccount(account, resource);
        } else if (state instanceof GroupState group) {
            resource.put("displayName", group.name());
            ArrayNode members = resource.putArray("members");
            group.members()
                    .forEach(member -> links.remoteId(member)
                            .ifPresent(id -> members.addObject().put("value", id)));
        } else if (state instanceof RoleState role) {
            resource.put("displayName", role.name());
            resource.set("permissions", texts(role.permissions()));
        } else if (state instanceof AssignmentState assignment) {
            resource.set("subject", subject(assignment, remote(assignment.subject())));
            resource.set("role", reference(remote(assignment.role())));
            assignment.area().ifPresent(area -> resource.put("area", area));
            assignment.until().ifPresent(until -> resource.put("validUntil", until.toString()));
        }
        return resource;
    }

    private static void addAccount(AccountState account, ObjectNode resource) {
        resource.put("userName", account.userName());
        resource.putObject("name").put("givenName", account.givenName()).put("familyName", account.familyName());
        resource.put("active", account.activity() == TenantObject.Activity.OPEN);
        account.mail().ifPresent(mail -> resource.set("emails", one(mail)));
        account.phone().ifPresent(phone -> resource.set("phoneNumbers", one(phone)));
        addValues(ROLES, valuesOf(TenantObject.ROLES, account), resource);
        addValues(ENTITLEMENTS, valuesOf(TenantObject.ENTITLEMENTS, account), resource);
        if (!account.attributes().isEmpty()) {
            ((ArrayNode) resource.path("schemas")).add(SEATS);
            resource.putObject(SEATS).set("attributes", more(account));
        }
    }

    private static void addValues(String attribute, Set<String> values, ObjectNode to) {
        if (!values.isEmpty()) {
            to.set(attribute, referring(values));
        }
    }

    /** What the app needs of an account besides. */
    static ArrayNode more(AccountState account) {
        ArrayNode more = JsonNodeFactory.instance.arrayNode();
        account.attributes()
                .forEach((key, value) -> more.addObject().put("name", key).put("value", value));
        return more;
    }

    static ArrayNode one(String value) {
        ArrayNode values = JsonNodeFactory.instance.arrayNode();
        values.addObject().put("value", value).put("type", "work").put("primary", true);
        return values;
    }

    static ArrayNode seats(AccountState account) {
        ArrayNode seats = JsonNodeFactory.instance.arrayNode();
        account.seats().forEach(seat -> seats.addObject().put("value", seat));
        return seats;
    }

    static ArrayNode texts(Set<String> values) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode();
        values.forEach(array::add);
        return array;
    }

    static ObjectNode subject(AssignmentState assignment, String remoteId) {
        boolean group = assignment.subject().startsWith(ObjectKey.Type.GROUP.name());
        return reference(remoteId).put("type", group ? "Group" : "User");
    }

    static ObjectNode reference(String remoteId) {
        return JsonNodeFactory.instance.objectNode().put("value", remoteId);
    }

    private String remote(String name) {
        return links.remoteId(name).orElseThrow(() -> new IllegalArgumentException(name + " is named and not linked"));
    }

    /** Objects of ours that a state cannot do without and that are not in the tenant. A group does without a member. */
    List<String> unlinked(TenantObject state) {
        List<String> named = state instanceof AssignmentState assignment
                ? List.of(assignment.subject(), assignment.role())
                : List.of();
        return named.stream().filter(name -> links.remoteId(name).isEmpty()).toList();
    }
}
