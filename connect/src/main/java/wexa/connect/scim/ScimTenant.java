package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.Capability;

/** One tenant reached by SCIM 2.0 (RFC 7644). */
public final class ScimTenant {
    private static final int PAGE = 200;
    private static final int MOST_PAGES = 5_000;
    private static final String CONFIG = "urn:wexa:scim:schemas:extension:1.0:ServiceProviderConfig";
    private static final String PATCH_OP = "urn:ietf:params:scim:api:messages:2.0:PatchOp";

    private final Exchange exchange;

    public ScimTenant(Exchange exchange) {
        this.exchange = exchange;
    }

    /**
     * What the tenant announces in {@code /ResourceTypes} and {@code /ServiceProviderConfig} (RFC 7644 4), and what it tells
     * of its permissions, seats and areas where it has resources for them. Reads, and changes nothing.
     */
    public Outcome<Announced> discover() {
        return resourceTypes()
                .then(found -> read("ServiceProviderConfig").then(config -> {
                    if (config.path("changePassword").path("supported").asBoolean()) {
                        found.add(Capability.PASSWORDS);
                    }
                    if (config.path(CONFIG).path("liveRights").path("supported").asBoolean()) {
                        found.add(Capability.LIVE_RIGHTS);
                    }
                    return announced(found);
                }));
    }

    private Outcome<Announced> announced(Set<Capability> found) {
        return listed(found, Capability.ROLES, "Permissions")
                .then(permissions -> listed(found, Capability.SEATS, "SeatKinds")
                        .then(kinds -> listed(found, Capability.AREAS, "Areas")
                                .then(areas -> read("Users?count=0")
                                        .map(users -> Announced.of(
                                                found,
                                                permissions,
                                                kinds,
                                                areas,
                                                users.path("totalResults").asInt())))));
    }

    /** All of a resource that goes with a capability; nothing where the tenant has no such resource. */
    private Outcome<List<JsonNode>> listed(Set<Capability> found, Capability wanted, String endpoint) {
        if (!found.contains(wanted)) {
            return new Outcome.Done<>(List.of());
        }
        Outcome<List<JsonNode>> all = readAll(endpoint);
        return all instanceof Outcome.Refused<List<JsonNode>> refused && refused.status() == 404
                ? new Outcome.Done<>(List.of())
                : all;
    }

    private Outcome<Set<Capability>> resourceTypes() {
        return read("ResourceTypes").map(answer -> {
            Set<Capability> found = EnumSet.noneOf(Capability.class);
            for (JsonNode type : answer.path("Resources")) {
                switch (type.path("endpoint").asText()) {
                    case "/Users" -> found.add(Capability.USERS);
                    case "/Groups" -> found.add(Capability.GROUPS);
                    case "/Areas" -> found.add(Capability.AREAS);
                    case "/Roles" -> found.add(Capability.ROLES);
                    case "/Assignments" -> found.add(Capability.ASSIGNMENTS);
                    default -> {}
                }
                type.path("schemaExtensions").forEach(extension -> {
                    if (extension.path("schema").asText().equals(Resources.SEATS)) {
                        found.add(Capability.SEATS);
                    }
                });
            }
            return found;
        });
    }

    /** Everything the tenant holds, read page by page. A reading that is cut short is no reading. */
    public Outcome<Observation> read(Set<Capability> capabilities) {
        Map<ObjectKey.Type, List<JsonNode>> resources = new EnumMap<>(ObjectKey.Type.class);
        for (ObjectKey.Type type : ObjectKey.Type.values()) {
            if (!capabilities.contains(capabilityFor(type))) {
                continue;
            }
            Outcome<List<JsonNode>> all = readAll(Resources.endpoint(type));
            if (all instanceof Outcome.Done<List<JsonNode>> done) {
                resources.put(type, done.value());
            } else {
                return all.map(any -> Observation.empty());
            }
        }
        return new Outcome.Done<>(observation(resources));
    }

    private static Capability capabilityFor(ObjectKey.Type type) {
        return switch (type) {
            case ACCOUNT -> Capability.USERS;
            case GROUP -> Capability.GROUPS;
            case ROLE -> Capability.ROLES;
            case ASSIGNMENT -> Capability.ASSIGNMENTS;
        };
    }

    private Outcome<List<JsonNode>> readAll(String endpoint) {
        List<JsonNode> all = new ArrayList<>();
        for (int page = 0; page < MOST_PAGES; page++) {
            Outcome<JsonNode> answer = read(endpoint + "?count=" + PAGE + "&startIndex=" + (all.size() + 1));
            if (!(answer instanceof Outcome.Done<JsonNode> done)) {
                return answer.map(any -> all);
            }
            JsonNode found = done.value().path("Resources");
            found.forEach(all::add);
            int total = done.value().path("totalResults").asInt();
            if (all.size() >= total) {
                return new Outcome.Done<>(all);
            }
            if (found.isEmpty()) {
                return new Outcome.Refused<>(
                        200, "incomplete", endpoint + ": " + all.size() + " of " + total + " came, then an empty page");
            }
        }
        return new Outcome.Refused<>(200, "tooMany", endpoint + " has more than " + MOST_PAGES + " pages");
    }

    private static Observation observation(Map<ObjectKey.Type, List<JsonNode>> resources) {
        Links links = new Links();
        resources.forEach((type, all) -> all.forEach(resource -> keyOf(type, resource)
                .ifPresent(key -> links.add(key, resource.path("id").asText()))));
        Resources reader = new Resources(links);
        TreeMap<ObjectKey, Seen> known = new TreeMap<>();
        List<Observation.Stranger> strangers = new ArrayList<>();
        resources.forEach((type, all) -> all.forEach(resource -> {
            TenantObject state = reader.read(type, resource);
            String remoteId = resource.path("id").asText();
            keyOf(type, resource)
                    .ifPresentOrElse(
                            key -> known.put(key, new Seen(remoteId, state)),
                            () -> strangers.add(new Observation.Stranger(type, remoteId, state)));
        }));
        return new Observation(known, strangers);
    }

    private static Optional<ObjectKey> keyOf(ObjectKey.Type type, JsonNode resource) {
        try {
            return Optional.of(new ObjectKey(
                    type, UUID.fromString(resource.path("externalId").asText(""))));
        } catch (IllegalArgumentException notOurs) {
            return Optional.empty();
        }
    }

    /** One object as the tenant has it now, found by our id; empty if it has none such. */
    public Outcome<Optional<Seen>> find(ObjectKey key, Links links) {
        return resource(key).map(found -> found.map(resource -> seen(key, resource, links)));
    }

    private Outcome<Optional<JsonNode>> resource(ObjectKey key) {
        String filter = URLEncoder.encode("externalId eq \"" + key.id() + "\"", StandardCharsets.UTF_8);
        return read(Resources.endpoint(key.type()) + "?filter=" + filter).map(answer -> {
            JsonNode first = answer.path("Resources").path(0);
            return first.isMissingNode() ? Optional.empty() : Optional.of(first);
        });
    }

    private static Seen seen(ObjectKey key, JsonNode resource, Links links) {
        links.add(key, resource.path("id").asText());
        return new Seen(resource.path("id").asText(), new Resources(links).read(key.type(), resource));
    }

    private Outcome<JsonNode> read(String path) {
        return exchange.send(Exchange.Nature.READING, "GET", path, Optional.empty(), Optional.empty())
                .map(Exchange.Answer::body);
    }

    /** Carries one step. The answer is the object as the tenant shows it afterwards; empty after a removal. */
    public Outcome<Optional<Seen>> carry(Step step, Links links) {
        return step.verb() == Step.Verb.CREATE ? create(step, links) : amend(step, links);
    }

    private Outcome<Optional<Seen>> create(Step step, Links links) {
        TenantObject target = step.target().orElseThrow();
        JsonNode body = new Resources(links).create(step.object(), target);
        Outcome<Exchange.Answer> made = exchange.send(
                Exchange.Nature.WRITING,
                "POST",
                Resources.endpoint(step.object().type()),
                Optional.of(body),
                Optional.empty());
        if (made instanceof Outcome.Refused<Exchange.Answer> refused && refused.status() == 409) {
            return adopt(step, links, refused);
        }
        return made.map(answer -> Optional.of(seen(step.object(), answer.body(), links)));
    }

    /** A clash with an object that carries our id: it landed earlier. Anything else that is in the way stays a refusal. */
    private Outcome<Optional<Seen>> adopt(Step step, Links links, Outcome.Refused<Exchange.Answer> refused) {
        return resource(step.object())
                .then(found -> found.isPresent()
                        ? amend(step, links)
                        : new Outcome.Refused<>(refused.status(), refused.type(), refused.detail()));
    }

    /**
     * Sets the password of an account (RFC 7643 4.1.1: write only, never answered). The tenant's refusal, such as of a
     * password that it finds too weak, is handed on in its own words.
     */
    public Outcome<Boolean> setPassword(ObjectKey account, String password) {
        return resource(account).then(found -> {
            if (found.isEmpty()) {
                return new Outcome.Refused<>(404, "", "the account is not there yet");
            }
            ArrayNode operations = JsonNodeFactory.instance.arrayNode();
            replace(operations, "password", JsonNodeFactory.instance.textNode(password));
            String path = "Users/" + found.get().path("id").asText();
            return patch(path, Optional.empty(), operations).map(any -> true);
        });
    }

    /**
     * Makes an account that is there already one of ours: from then on it carries our id as {@code externalId} (RFC 7643
     * 3.1), which every client keeps for itself.
     */
    public Outcome<Optional<Seen>> link(ObjectKey key, String remoteId, Links links) {
        return read("Users/" + URLEncoder.encode(remoteId, StandardCharsets.UTF_8))
                .then(resource -> patch(
                        "Users/" + resource.path("id").asText(),
                        Optional.of(resource.path("meta").path("version").asText(""))
                                .filter(text -> !text.isEmpty()),
                        externalId(key)))
                .map(body -> Optional.of(seen(key, body, links)));
    }

    private static ArrayNode externalId(ObjectKey key) {
        ArrayNode operations = JsonNodeFactory.instance.arrayNode();
        replace(
                operations,
                "externalId",
                JsonNodeFactory.instance.textNode(key.id().toString()));
        return operations;
    }

    /** Reads the object's version first, so that a change made meanwhile by others is met with 412 and read again. */
    private Outcome<Optional<Seen>> amend(Step step, Links links) {
        return resource(step.object()).then(found -> {
            if (found.isEmpty()) {
                return step.verb() == Step.Verb.REMOVE
                        ? new Outcome.Done<>(Optional.empty())
                        : new Outcome.Refused<>(404, "", "the object is no longer there");
            }
            JsonNode resource = found.get();
            links.add(step.object(), resource.path("id").asText());
            String path = Resources.endpoint(step.object().type()) + "/"
                    + resource.path("id").asText();
            Optional<String> version = Optional.of(
                            resource.path("meta").path("version").asText(""))
                    .filter(text -> !text.isEmpty());
            return step.verb() == Step.Verb.REMOVE
                    ? remove(path, version)
                    : patch(path, version, operations(step, links))
                            .map(body -> Optional.of(seen(step.object(), body, links)));
        });
    }

    private Outcome<Optional<Seen>> remove(String path, Optional<String> version) {
        Outcome<Exchange.Answer> removed =
                exchange.send(Exchange.Nature.WRITING, "DELETE", path, Optional.empty(), version);
        boolean gone = removed instanceof Outcome.Refused<Exchange.Answer> refused && refused.status() == 404;
        return gone ? new Outcome.Done<>(Optional.empty()) : meanwhile(removed).map(any -> Optional.empty());
    }

    private Outcome<JsonNode> patch(String path, Optional<String> version, ArrayNode operations) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putArray("schemas").add(PATCH_OP);
        body.set("Operations", operations);
        return meanwhile(exchange.send(Exchange.Nature.WRITING, "PATCH", path, Optional.of(body), version))
                .map(Exchange.Answer::body);
    }

    /** 412: somebody was quicker; the step is sent again on what is there then. */
    private static <T> Outcome<T> meanwhile(Outcome<T> outcome) {
        return outcome instanceof Outcome.Refused<T> refused && refused.status() == 412
                ? new Outcome.TryLater<>(java.time.Duration.ZERO, "the object was changed meanwhile")
                : outcome;
    }

    private static ArrayNode operations(Step step, Links links) {
        ArrayNode operations = JsonNodeFactory.instance.arrayNode();
        TenantObject target = step.target().orElseThrow();
        if (step.verb() == Step.Verb.SEAT) {
            replace(operations, Resources.SEATS + ":seats", Resources.seats((AccountState) target));
            return operations;
        }
        new Resources(links).attributes(target).forEach((path, value) -> {
            if (path.equals(Resources.SEATS)) {
                replace(operations, Resources.SEATS + ":attributes", value.path("attributes"));
            } else {
                replace(operations, path, value);
            }
        });
        return operations;
    }

    private static void replace(ArrayNode operations, String path, JsonNode value) {
        operations.addObject().put("op", "replace").put("path", path).set("value", value);
    }
}
