package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Function;
import wexa.connect.Exchange;
import wexa.connect.Outcome;

/**
 * All resources of one type, page by page (RFC 7644 3.4.2.4), each once. Nothing that the tenant says of their number is
 * believed by itself: a reading is whole when what came and what was announced agree, or when a page after the last one is
 * empty. Costs one request a page, and one more where a single page does not tell whether it is the last.
 */
final class Listing<T> {
    static final String INCOMPLETE = "incomplete";
    static final int LONGEST_ID = 1_000;
    private static final int PAGE = 200;
    private static final int MOST_REQUESTS = 10_000;
    private static final int TRIES = 2;

    private final Function<String, Outcome<JsonNode>> get;
    private final String endpoint;
    private final Function<JsonNode, T> convert;

    private Map<String, T> found = new LinkedHashMap<>();
    private int left;
    private int largestPage;
    private boolean hasOverlap;
    private boolean isIgnored;
    private boolean isTotalPerPage;
    private int pages;
    private OptionalLong total = OptionalLong.empty();

    /**
     * Resources by the tenant's id, in the order in which they came; {@code left} counts those without an id that can be
     * kept.
     */
    record Whole<T>(Map<String, T> resources, int left) {}

    private Listing(Function<String, Outcome<JsonNode>> get, String endpoint, Function<JsonNode, T> convert) {
        this.get = get;
        this.endpoint = endpoint;
        this.convert = convert;
    }

    static <T> Outcome<Whole<T>> read(
            Function<String, Outcome<JsonNode>> get, String endpoint, Function<JsonNode, T> convert) {
        Outcome<Whole<T>> outcome = new Listing<>(get, endpoint, convert).once();
        for (int tries = 1; tries < TRIES && isIncomplete(outcome); tries++) {
            // something may have come or gone between two pages
            outcome = new Listing<>(get, endpoint, convert).once();
        }
        return outcome;
    }

    private static boolean isIncomplete(Outcome<?> outcome) {
        return outcome instanceof Outcome.Refused<?> refused && refused.type().equals(INCOMPLETE);
    }

    private Outcome<Whole<T>> once() {
        int count = PAGE;
        int start = 1;
        for (int requests = 0; requests < MOST_REQUESTS; requests++) {
            Outcome<JsonNode> answer = get.apply(endpoint + "?count=" + count + "&startIndex=" + start);
            if (answer instanceof Outcome.Refused<JsonNode> refused) {
                if (refused.type().equals(Exchange.TOO_LARGE) && count > 1) {
                    count /= 2;
                    continue;
                }
                if (pages > 0 && refused.status() < 500 && isAsAnnounced()) {
                    // some tenants refuse to look behind their last page
                    return whole();
                }
            }
            if (!(answer instanceof Outcome.Done<JsonNode> done)) {
                return answer.map(any -> new Whole<>(found, left));
            }
            JsonNode resources = done.value().path("Resources");
            if (pages == 0 ? !isList(done.value()) : !canBeList(done.value())) {
                return incomplete("the answer is no list (RFC 7644 3.4.2)");
            }
            if (resources.isEmpty()) {
                total = pages == 0 || !isTotalPerPage ? number(done.value().path("totalResults")) : total;
                return judged(true);
            }
            boolean isNew = take(resources, number(done.value().path("totalResults")));
            if (!isNew) {
                isIgnored = true;
                return judged(false);
            }
            if (isAsAnnounced() && total.orElse(0) > largestPage) {
                return judged(true);
            }
            start += resources.size();
        }
        return new Outcome.Refused<>(200, "tooMany", endpoint + " has more than " + MOST_REQUESTS + " pages");
    }

    /** Resources may be left out only where there are none (RFC 7644 3.4.2): an object that says neither is no list. */
    static boolean isList(JsonNode answer) {
        return canBeList(answer)
                && (answer.path("Resources").isArray()
                        || number(answer.path("totalResults")).isPresent());
    }

    private static boolean canBeList(JsonNode answer) {
        JsonNode resources = answer.path("Resources");
        return answer.isObject() && (resources.isArray() || resources.isMissingNode() || resources.isNull());
    }

    /** Whether there was anything new in the page. */
    private boolean take(JsonNode resources, OptionalLong announced) {
        int fresh = 0;
        int again = 0;
        for (JsonNode resource : resources) {
            String id = resource.path("id").asText("");
            if (id.isBlank() || id.length() > LONGEST_ID) {
                left++;
                continue;
            }
            if (found.containsKey(id)) {
                again++;
            } else {
                found.put(id, convert.apply(resource));
                fresh++;
            }
        }
        isTotalPerPage =
                (pages == 0 || isTotalPerPage) && announced.isPresent() && announced.getAsLong() == resources.size();
        pages++;
        if (fresh > 0 || again == 0) {
            total = announced;
        }
        hasOverlap |= fresh > 0 && again > 0;
        largestPage = Math.max(largestPage, resources.size());
        return fresh > 0 || again == 0;
    }

    private int came() {
        return found.size() + left;
    }

    private boolean isAsAnnounced() {
        return total.isPresent() && total.getAsLong() == came();
    }

    /** {@code hasEnded}: the last page was followed by an empty one, or by none because everything announced had come. */
    private Outcome<Whole<T>> judged(boolean hasEnded) {
        if (isAsAnnounced() && !(isIgnored && largestPage == PAGE)) {
            return whole();
        }
        boolean saysNothing = total.isEmpty() || (isTotalPerPage && pages > 1);
        if (hasEnded && saysNothing && !hasOverlap) {
            return whole();
        }
        if (isIgnored) {
            return incomplete("the tenant sends the same page again and again; " + came() + " came"
                    + (total.isPresent() ? " of " + total.getAsLong() : " and no number of all"));
        }
        return incomplete(came() + " came" + (total.isPresent() ? " of " + total.getAsLong() : "")
                + (hasOverlap ? ", some of them twice" : ""));
    }

    private Outcome<Whole<T>> whole() {
        return new Outcome.Done<>(new Whole<>(found, left));
    }

    private Outcome<Whole<T>> incomplete(String why) {
        return new Outcome.Refused<>(200, INCOMPLETE, endpoint + " was not read to its end: " + why);
    }

    private static OptionalLong number(JsonNode node) {
        String text = node.isIntegralNumber() || node.isTextual() ? node.asText() : "";
        return text.matches("[0-9]{1,15}") ? OptionalLong.of(Long.parseLong(text)) : OptionalLong.empty();
    }

    static Optional<Integer> total(JsonNode list) {
        OptionalLong total = number(list.path("totalResults"));
        return total.isPresent() && total.getAsLong() <= Integer.MAX_VALUE
                ? Optional.of((int) total.getAsLong())
                : Optional.empty();
    }
}
