package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
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
    private static final String PATCH_OP = "urn:ietf:params:scim:api:messages:2.0:PatchOp";

    /** Long enough not to fill the line with tries at a tenant whose versions never agree. */
    private static final Duration MEANWHILE = Duration.ofSeconds(1);

    private final Exchange exchange;
    private final Lookup lookup;
    private final TenantDiscovery discovery;

    public ScimTenant(Exchange exchange) {
        this.exchange = exchange;
        this.lookup = new Lookup(exchange);
        this.discovery = new TenantDiscovery(lookup);
    }

    /** What the tenant tells of itself. Reads, and changes nothing. */
    public Outcome<Announced> discover() {
        return discovery.announced();
    }

    /** What the tenant says can be done in it, as far as it has these capabilities. */
    public Outcome<Catalogue> catalogue(Set<Capability> capabilities) {
        return discovery.catalogue(capabilities);
    }

    /**
     * Everything the tenant holds, read page by page. What is linked is ours by its link; what is not, and carries our id, by
     * that, unless several do: those are nobody's.
     *
     * @param parts gets the objects of one type after the other; they count only once the outcome is done, as a reading that
     *     is cut short is no reading
     * @return what was odd, in words: objects that could not be told apart or had no id
     */
    public Outcome<List<String>> read(Set<Capability> capabilities, Links links, Consumer<Observation> parts) {
        Links known = new Links();
        List<String> remarks = new ArrayList<>();
        for (ObjectKey.Type type : ObjectKey.Type.values()) {
            if (!capabilities.contains(capabilityFor(type))) {
                continue;
            }
            // members and subjects are named after what was read before them
            Resources reader = new Resources(known);
            String endpoint = Resources.endpoint(type);
            Outcome<Listing.Whole<Read>> all = Listing.read(
                    lookup::get, endpoint, resource -> new Read(ourId(type, resource), reader.read(type, resource)));
            if (!(all instanceof Outcome.Done<Listing.Whole<Read>> done)) {
                return all.map(any -> remarks);
            }
            if (done.value().left() > 0) {
                remarks.add(endpoint + ": " + done.value().left() + " without an id that can be kept were left out");
            }
            Map<String, ObjectKey> ours = ours(type, done.value().resources(), links, remarks);
            parts.accept(part(type, done.value().resources(), ours));
            ours.forEach((remoteId, key) -> known.add(key, remoteId));
        }
        return new Outcome.Done<>(remarks);
    }

    private static Observation part(ObjectKey.Type type, Map<String, Read> resources, Map<String, ObjectKey> ours) {
        TreeMap<ObjectKey, Seen> objects = new TreeMap<>();
        List<Observation.UnlinkedObject> strangers = new ArrayList<>();
        resources.forEach((remoteId, read) -> {
            ObjectKey key = ours.get(remoteId);
            if (key == null) {
                strangers.add(new Observation.UnlinkedObject(type, remoteId, read.state()));
            } else {
                objects.put(key, new Seen(remoteId, read.state()));
            }
        });
        return new Observation(objects, strangers);
    }

    private record Read(Optional<ObjectKey> ourId, TenantObject state) {}

    /** Which of the tenant's objects are ours. */
    private static Map<String, ObjectKey> ours(
            ObjectKey.Type type, Map<String, Read> read, Links links, List<String> remarks) {
        Map<String, ObjectKey> ours = new HashMap<>();
        Set<ObjectKey> taken = new HashSet<>();
        read.keySet()
                .forEach(remoteId -> links.own(type, remoteId).ifPresent(key -> {
                    ours.put(remoteId, key);
                    taken.add(key);
                }));
        Map<ObjectKey, List<String>> carrying = new TreeMap<>();
        read.forEach((remoteId, one) -> one.ourId()
                .filter(key -> !ours.containsKey(remoteId))
                .ifPresent(key ->
                        carrying.computeIfAbsent(key, any -> new ArrayList<>()).add(remoteId)));
        carrying.forEach((key, ids) -> {
            if (taken.contains(key) || ids.size() > 1) {
                remarks.add(Resources.endpoint(type) + ": " + (ids.size() + (taken.contains(key) ? 1 : 0))
                        + " carry our id " + key.id() + "; "
                        + (taken.contains(key) ? "only the linked one counts" : "none of them counts as ours"));
            } else {
                ours.put(ids.get(0), key);
            }
        });
        return ours;
    }

    private static Capability capabilityFor(ObjectKey.Type type) {
        return switch (type) {
            case ACCOUNT -> Capability.USERS;
            case GROUP -> Capability.GROUPS;
            case ROLE -> Capability.ROLES;
            case ASSIGNMENT -> Capability.ASSIGNMENTS;
        };
    }

    private static Optional<ObjectKey> ourId(ObjectKey.Type type, JsonNode resource) {
        String text = resource.path("externalId").asText("");
        return ObjectKey.read(type + ":" + text.toLowerCase(Locale.ROOT));
    }

    /** One object as the tenant has it now; empty if it has none such. */
    public Outcome<Optional<Seen>> find(ObjectKey key, Links links) {
        return lookup.find(key, links).map(found -> found.map(resource -> seen(key, resource, links)));
    }

    /** Links an object that was verified to be the one. */
    private static Seen seen(ObjectKey key, JsonNode resource, Links links) {
        String remoteId = Lookup.idOf(resource);
        links.add(key, remoteId);
        return new Seen(remoteId, new Resources(links).read(key.type(), resource));
    }

    /** Carries one step. The answer is the object as the tenant shows it afterwards; empty after a removal. */
    public Outcome<Optional<Seen>> carry(Step step, Links links) {
        return step.verb() == Step.Verb.CREATE ? create(step, links) : amend(step, links);
    }

    private Outcome<Optional<Seen>> create(Step step, Links links) {
        TenantObject target = step.target().orElseThrow();
        Resources resources = new Resources(links);
        List<String> unlinked = resources.unlinked(target);
        if (!unlinked.isEmpty()) {
            return notThere(unlinked);
        }
        ObjectKey key = step.object();
        Outcome<Exchange.Answer> made = exchange.send(
                Exchange.Nature.WRITING,
                "POST",
                Resources.endpoint(key.type()),
                Optional.of(resources.create(key, target)),
                Optional.empty());
        if (made instanceof Outcome.Refused<Exchange.Answer> refused && refused.status() == 409) {
            return adopt(step, links, refused);
        }
        return made.then(answer -> isAsSent(key, target, answer.body(), links)
                ? new Outcome.Done<>(Optional.of(seen(key, answer.body(), links)))
                : madeWithoutWord(key, links));
    }

    private static <T> Outcome<T> notThere(List<String> unlinked) {
        return new Outcome.Refused<>(
                0, "reference", unlinked.size() + " that it names are not in the tenant; bring them there first");
    }

    /** Whether the answer to a creation can be about what was sent. */
    private static boolean isAsSent(ObjectKey key, TenantObject target, JsonNode answer, Links links) {
        String id = Lookup.idOf(answer);
        boolean isFree = links.own(key.type(), id).map(key::equals).orElse(true);
        boolean isOurs = !answer.has("externalId") || Lookup.carries(answer, key);
        boolean isNamed = !(target instanceof AccountState account)
                || answer.path("userName").asText("").equalsIgnoreCase(account.userName());
        return !id.isBlank() && id.length() <= Listing.LONGEST_ID && isFree && isOurs && isNamed;
    }

    /** It was made, and the answer shows nothing or something else: what is there under our id counts. */
    private Outcome<Optional<Seen>> madeWithoutWord(ObjectKey key, Links links) {
        return find(key, links)
                .then(found -> found.isPresent()
                        ? new Outcome.Done<>(found)
                        : new Outcome.Refused<>(
                                201,
                                Lookup.OTHER_OBJECT,
                                "the tenant says that it was made, answered with something else, and has nothing under"
                                        + " our id; look there what became of it"));
    }

    /** A clash with an object that carries our id: it landed earlier. Anything else that is in the way stays a refusal. */
    private Outcome<Optional<Seen>> adopt(Step step, Links links, Outcome.Refused<Exchange.Answer> refused) {
        return lookup.find(step.object(), links)
                .then(found -> found.isPresent()
                        ? amend(step, links, found.get())
                        : new Outcome.Refused<>(refused.status(), refused.type(), refused.detail()));
    }

    /**
     * Sets the password of an account (RFC 7643 4.1.1: write only, never answered). The tenant's refusal, such as of a
     * password that it finds too weak, is handed on in its own words.
     */
    public Outcome<Boolean> setPassword(ObjectKey account, String password, Links links) {
        return lookup.find(account, links).then(found -> {
            if (found.isEmpty()) {
                return new Outcome.Refused<>(404, "", "the account is not there yet");
            }
            return Lookup.path(account.type(), Lookup.idOf(found.get()))
                    .then(path -> patch(path, Optional.empty(), Amendment.password(password)))
                    .map(any -> true);
        });
    }

    /**
     * Makes an account that is there already one of ours. The link is what counts; where the account has no
     * {@code externalId} (RFC 7643 3.1) it gets our id as well, and where it has another program's, that stays.
     */
    public Outcome<Optional<Seen>> link(ObjectKey key, String remoteId, Links links) {
        return lookup.byId(key.type(), remoteId).then(resource -> {
            Seen linked = seen(key, resource, links);
            if (!resource.path("externalId").asText("").isEmpty()) {
                return new Outcome.Done<>(Optional.of(linked));
            }
            Outcome<JsonNode> given = Lookup.path(key.type(), remoteId)
                    .then(path -> patch(
                            path, version(resource), Amendment.ourId(key.id().toString())));
            // a tenant that keeps no such id is managed by the link alone
            return given instanceof Outcome.Refused<JsonNode>
                    ? new Outcome.Done<>(Optional.of(linked))
                    : given.map(any -> Optional.of(linked));
        });
    }

    /** Reads the object's version first, so that a change made meanwhile by others is met with 412 and read again. */
    private Outcome<Optional<Seen>> amend(Step step, Links links) {
        return lookup.find(step.object(), links).then(found -> {
            if (found.isPresent()) {
                return amend(step, links, found.get());
            }
            return step.verb() == Step.Verb.REMOVE
                    ? new Outcome.Done<>(Optional.empty())
                    : new Outcome.Refused<>(404, "", "the object is no longer there");
        });
    }

    private Outcome<Optional<Seen>> amend(Step step, Links links, JsonNode resource) {
        ObjectKey key = step.object();
        links.add(key, Lookup.idOf(resource));
        return Lookup.path(key.type(), Lookup.idOf(resource)).then(path -> {
            if (step.verb() == Step.Verb.REMOVE) {
                return remove(path, version(resource));
            }
            Amendment amendment = Amendment.of(step, resource, links);
            if (!amendment.unlinked().isEmpty()) {
                return notThere(amendment.unlinked());
            }
            if (amendment.operations().isEmpty()) {
                return new Outcome.Done<>(Optional.of(seen(key, resource, links)));
            }
            return patch(path, version(resource), amendment.operations())
                    // the answer may be empty (RFC 7644 3.5.2), and one about something else is not believed
                    .then(body -> Lookup.idOf(body).equals(Lookup.idOf(resource))
                            ? new Outcome.Done<>(body)
                            : readBack(key, Lookup.idOf(resource)))
                    .map(body -> Optional.of(seen(key, body, links)));
        });
    }

    /** The change is done; if its result cannot be read now, that is not known yet. */
    private Outcome<JsonNode> readBack(ObjectKey key, String remoteId) {
        Outcome<JsonNode> read = lookup.byId(key.type(), remoteId);
        return read instanceof Outcome.Done<JsonNode> ? read : new Outcome.Unknown<>("sent, and not read back yet");
    }

    private static Optional<String> version(JsonNode resource) {
        return Optional.of(resource.path("meta").path("version").asText("")).filter(text -> !text.isEmpty());
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
                ? new Outcome.TryLater<>(MEANWHILE, "the object was changed meanwhile", Outcome.Whom.THIS_REQUEST)
                : outcome;
    }
}
