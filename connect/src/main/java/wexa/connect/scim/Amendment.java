package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.consistency.Fields;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;

/**
 * The PATCH operations (RFC 7644 3.5.2) that bring a resource to a state: only the paths whose values differ, so that what
 * others keep in it stays.
 */
final class Amendment {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private final ArrayNode operations = NODES.arrayNode();
    private final List<String> unlinked = new ArrayList<>();
    private final Links links;

    private Amendment(Links links) {
        this.links = links;
    }

    /** What a step changes in the resource as it is; nothing where it agrees. */
    static Amendment of(Step step, JsonNode resource, Links links) {
        Amendment amendment = new Amendment(links);
        TenantObject is = new Resources(links).read(step.object().type(), resource);
        // what the step is not about is wanted as it is
        TenantObject wanted = step.after(Optional.of(is));
        if (wanted instanceof AccountState account) {
            amendment.account(account, (AccountState) is);
            if (step.fields().include(Fields.ACTIVITY)) {
                amendment.activity(account.activity(), resource);
            }
            amendment.contact("emails", account.mail(), ((AccountState) is).mail(), resource);
            amendment.contact("phoneNumbers", account.phone(), ((AccountState) is).phone(), resource);
        } else if (wanted instanceof GroupState group) {
            amendment.group(group, (GroupState) is);
        } else if (wanted instanceof RoleState role) {
            amendment.role(role, (RoleState) is);
        } else if (wanted instanceof AssignmentState assignment) {
            amendment.assignment(assignment, (AssignmentState) is);
        }
        return amendment;
    }

    /** Gives a resource our id, where it has none: another program's stays. */
    static ArrayNode ourId(String id) {
        Amendment amendment = new Amendment(new Links());
        amendment.put("add", "externalId", NODES.textNode(id));
        return amendment.operations;
    }

    static ArrayNode password(String password) {
        Amendment amendment = new Amendment(new Links());
        amendment.put("replace", "password", NODES.textNode(password));
        return amendment.operations;
    }

    ArrayNode operations() {
        return operations;
    }

    /** Objects of ours that the state names and that are not in the tenant. */
    List<String> unlinked() {
        return unlinked;
    }

    private void account(AccountState wanted, AccountState is) {
        text("userName", wanted.userName(), is.userName());
        text("name.givenName", wanted.givenName(), is.givenName());
        text("name.familyName", wanted.familyName(), is.familyName());
        if (!wanted.attributes().equals(is.attributes())) {
            put("replace", Resources.SEATS + ":attributes", Resources.more(wanted));
        }
        if (!wanted.seats().equals(is.seats())) {
            put("replace", Resources.SEATS + ":seats", Resources.seats(wanted));
        }
        values(Resources.ROLES, TenantObject.ROLES, wanted, is);
        values(Resources.ENTITLEMENTS, TenantObject.ENTITLEMENTS, wanted, is);
    }

    /** Each value by itself: those that others gave stay. */
    private void values(String attribute, String prefix, AccountState wanted, AccountState is) {
        Set<String> leaving = Resources.valuesOf(prefix, is);
        leaving.removeAll(Resources.valuesOf(prefix, wanted));
        leaving.forEach(value -> operations
                .addObject()
                .put("op", "remove")
                .put("path", attribute + "[value eq " + NODES.textNode(value) + "]"));
        Set<String> joining = Resources.valuesOf(prefix, wanted);
        joining.removeAll(Resources.valuesOf(prefix, is));
        if (!joining.isEmpty()) {
            put("add", attribute, Resources.referring(joining));
        }
    }

    /** Said as well where the tenant does not say it: nobody knows what it does then. */
    private void activity(TenantObject.Activity wanted, JsonNode resource) {
        boolean isOpen = wanted == TenantObject.Activity.OPEN;
        if (!Resources.truth(resource.path("active"), !isOpen).equals(isOpen)) {
            put("replace", "active", NODES.booleanNode(isOpen));
        }
    }

    /**
     * Of several values the one that counts as the person's is changed, and the others stay. Nothing is taken away where
     * none is wanted: whoever entered it may need it.
     */
    private void contact(String attribute, Optional<String> wanted, Optional<String> is, JsonNode resource) {
        if (wanted.isEmpty() || wanted.equals(is)) {
            return;
        }
        Optional<JsonNode> counting = Resources.counting(resource.path(attribute));
        if (counting.isEmpty()) {
            put("add", attribute, Resources.one(wanted.get()));
            return;
        }
        put(
                "replace",
                attribute + "[" + selector(counting.get(), resource.path(attribute)) + "].value",
                NODES.textNode(wanted.get()));
    }

    /** A filter that only this value fulfils (RFC 7644 3.5.2, {@code valuePath}). */
    private static String selector(JsonNode value, JsonNode all) {
        String type = value.path("type").asText("");
        if (!type.isEmpty() && count(all, "type", value.path("type")) == 1) {
            return "type eq " + NODES.textNode(type);
        }
        if (Resources.truth(value.path("primary"), false) && count(all, "primary", value.path("primary")) == 1) {
            return "primary eq true";
        }
        return "value eq " + NODES.textNode(value.path("value").asText(""));
    }

    private static int count(JsonNode all, String name, JsonNode value) {
        int count = 0;
        for (JsonNode one : all) {
            count += one.path(name).equals(value) ? 1 : 0;
        }
        return count;
    }

    private void group(GroupState wanted, GroupState is) {
        text("displayName", wanted.name(), is.name());
        Set<String> leaving = new TreeSet<>(is.members());
        leaving.removeAll(wanted.members());
        for (String member : leaving) {
            links.remoteId(member)
                    .ifPresent(id -> operations
                            .addObject()
                            .put("op", "remove")
                            .put("path", "members[value eq " + NODES.textNode(id) + "]"));
        }
        Set<String> joining = new TreeSet<>(wanted.members());
        joining.removeAll(is.members());
        ArrayNode values = NODES.arrayNode();
        // who has no account there yet keeps nobody else out
        joining.forEach(member ->
                links.remoteId(member).ifPresent(id -> values.addObject().put("value", id)));
        if (!values.isEmpty()) {
            put("add", "members", values);
        }
    }

    private void role(RoleState wanted, RoleState is) {
        text("displayName", wanted.name(), is.name());
        if (!wanted.permissions().equals(is.permissions())) {
            put("replace", "permissions", Resources.texts(wanted.permissions()));
        }
    }

    private void assignment(AssignmentState wanted, AssignmentState is) {
        if (!wanted.subject().equals(is.subject())) {
            remote(wanted.subject()).ifPresent(id -> put("replace", "subject", Resources.subject(wanted, id)));
        }
        if (!wanted.role().equals(is.role())) {
            remote(wanted.role()).ifPresent(id -> put("replace", "role", Resources.reference(id)));
        }
        text("area", wanted.area(), is.area());
        text("validUntil", wanted.until().map(Object::toString), is.until().map(Object::toString));
    }

    private Optional<String> remote(String name) {
        Optional<String> id = links.remoteId(name);
        if (id.isEmpty()) {
            unlinked.add(name);
        }
        return id;
    }

    private void text(String path, String wanted, String is) {
        if (!wanted.equals(is)) {
            put("replace", path, NODES.textNode(wanted));
        }
    }

    private void text(String path, Optional<String> wanted, Optional<String> is) {
        if (Objects.equals(wanted, is)) {
            return;
        }
        if (wanted.isPresent()) {
            put("replace", path, NODES.textNode(wanted.get()));
        } else {
            operations.addObject().put("op", "remove").put("path", path);
        }
    }

    private void put(String operation, String path, JsonNode value) {
        ObjectNode made = operations.addObject().put("op", operation).put("path", path);
        made.set("value", value);
    }
}
