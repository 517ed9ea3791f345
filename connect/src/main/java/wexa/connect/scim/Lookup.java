package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.Segment;
import wexa.connect.Words;
import wexa.core.consistency.ObjectKey;

/**
 * Finds the one object of a tenant that is ours, and believes nothing that was not asked for: by its link where there is one
 * (RFC 7644 3.4.1), else by our id, which the tenant keeps as {@code externalId}. What comes has to carry the id that was
 * asked for; more than one is nobody's.
 */
final class Lookup {
    /** The type of the refusal where a tenant answers with something else than was asked for. */
    static final String OTHER_OBJECT = "otherObject";

    /** The type of the refusal where several objects of a tenant carry one id of ours. */
    static final String AMBIGUOUS = "ambiguous";

    private static final int FILTER_REFUSED = 400;
    private static final int NOT_IMPLEMENTED = 501;

    private final Exchange exchange;

    Lookup(Exchange exchange) {
        this.exchange = exchange;
    }

    Outcome<JsonNode> get(String path) {
        return exchange.send(Exchange.Nature.READING, "GET", path, Optional.empty(), Optional.empty())
                .map(Exchange.Answer::body);
    }

    /** The same of what a tenant may offer or not. */
    Outcome<JsonNode> offered(String path) {
        return exchange.send(Exchange.Nature.DISCOVERING, "GET", path, Optional.empty(), Optional.empty())
                .map(Exchange.Answer::body);
    }

    /** The address of an object below the tenant's, or a refusal for an id that cannot be a part of one. */
    static Outcome<String> path(ObjectKey.Type type, String remoteId) {
        return Segment.of(remoteId)
                .<Outcome<String>>map(segment -> new Outcome.Done<>(Resources.endpoint(type) + "/" + segment))
                .orElseGet(() -> new Outcome.Refused<>(
                        0, "id", "the tenant's id “" + Words.plain(remoteId) + "” cannot stand in an address"));
    }

    /** The object as the tenant has it; empty if it has none such. */
    Outcome<Optional<JsonNode>> find(ObjectKey key, Links links) {
        Optional<String> linked = links.remoteId(key);
        if (linked.isEmpty()) {
            return byOurId(key, links);
        }
        Outcome<JsonNode> read = byId(key.type(), linked.get());
        // gone under its old id: it may have been restored under a new one, which carries ours
        boolean isGone = read instanceof Outcome.Refused<JsonNode> refused && refused.status() == 404;
        return isGone ? byOurId(key, links) : read.map(Optional::of);
    }

    /** The object with this id of the tenant's. */
    Outcome<JsonNode> byId(ObjectKey.Type type, String remoteId) {
        return path(type, remoteId)
                .then(this::get)
                .then(resource -> idOf(resource).equals(remoteId)
                        ? new Outcome.Done<>(resource)
                        : new Outcome.Refused<>(
                                200,
                                OTHER_OBJECT,
                                "asked for “" + Words.plain(remoteId) + "”, the tenant answered with “"
                                        + Words.plain(idOf(resource)) + "”; nothing was sent"));
    }

    private Outcome<Optional<JsonNode>> byOurId(ObjectKey key, Links links) {
        String filter = URLEncoder.encode("externalId eq \"" + key.id() + "\"", StandardCharsets.UTF_8);
        Outcome<JsonNode> answer = get(Resources.endpoint(key.type()) + "?filter=" + filter);
        boolean isRefused = answer instanceof Outcome.Refused<JsonNode> refused
                && (refused.status() == FILTER_REFUSED || refused.status() == NOT_IMPLEMENTED);
        if (isRefused) {
            return among(key, links);
        }
        return answer.then(list -> {
            List<JsonNode> ours = new ArrayList<>();
            JsonNode resources = list.path("Resources");
            boolean isHeldBack = resources.isEmpty() && Listing.total(list).orElse(0) > 0;
            boolean isFiltered = Listing.isList(list) && !isHeldBack;
            for (JsonNode resource : resources) {
                if (carries(resource, key)) {
                    ours.add(resource);
                } else {
                    isFiltered = false;
                }
            }
            // a tenant that does not filter shows its first page, on which ours need not stand
            return isFiltered ? only(key, ours, links) : among(key, links);
        });
    }

    /** Looks through everything of the type: for tenants that do not filter. */
    private Outcome<Optional<JsonNode>> among(ObjectKey key, Links links) {
        return Listing.read(
                        this::get,
                        Resources.endpoint(key.type()),
                        resource -> carries(resource, key) ? Optional.of(resource) : Optional.<JsonNode>empty())
                .then(all -> only(
                        key,
                        all.resources().values().stream()
                                .flatMap(Optional::stream)
                                .toList(),
                        links));
    }

    private static Outcome<Optional<JsonNode>> only(ObjectKey key, List<JsonNode> ours, Links links) {
        List<String> ids = ours.stream().map(Lookup::idOf).distinct().toList();
        if (ids.size() > 1) {
            return new Outcome.Refused<>(
                    200,
                    AMBIGUOUS,
                    "the tenant has " + ids.size() + " objects with our id " + key.id()
                            + "; take the id from those that should not have it");
        }
        if (ids.isEmpty()) {
            return new Outcome.Done<>(Optional.empty());
        }
        if (ids.get(0).isBlank()) {
            return new Outcome.Refused<>(200, OTHER_OBJECT, "the tenant's answer has no id");
        }
        Optional<ObjectKey> other = links.own(key.type(), ids.get(0)).filter(known -> !known.equals(key));
        return other.isPresent()
                ? new Outcome.Refused<>(
                        200, OTHER_OBJECT, "the tenant answered with an object that belongs to somebody else")
                : new Outcome.Done<>(Optional.of(ours.get(0)));
    }

    static String idOf(JsonNode resource) {
        return resource.path("id").asText("");
    }

    static boolean carries(JsonNode resource, ObjectKey key) {
        return resource.path("externalId").asText("").equalsIgnoreCase(key.id().toString());
    }
}
