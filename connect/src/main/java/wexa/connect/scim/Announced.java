package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Capability;
import wexa.core.value.Key;

/**
 * What a tenant tells of itself when it is connected. Whatever of its extensions cannot be read is left out: it is managed
 * as far as it goes.
 *
 * @param accounts how many it holds
 */
public record Announced(
        Set<Capability> capabilities, Catalogue catalogue, Map<Key, Integer> pools, List<Spot> areas, int accounts) {
    /** An area; one without a parent is at the top. */
    public record Spot(Key key, String name, Optional<Key> parent) {}

    static Announced of(
            Set<Capability> capabilities,
            Catalogue catalogue,
            List<JsonNode> seatKinds,
            List<JsonNode> areas,
            int accounts) {
        Map<Key, Integer> pools = new LinkedHashMap<>();
        for (JsonNode one : seatKinds) {
            Catalogue.key(one.path("id").asText())
                    .ifPresent(key -> pools.putIfAbsent(key, one.path("size").asInt()));
        }
        return new Announced(capabilities, catalogue, pools, spots(areas), accounts);
    }

    private static List<Spot> spots(List<JsonNode> read) {
        List<Spot> spots = new ArrayList<>();
        for (JsonNode one : read) {
            Catalogue.key(one.path("key").asText())
                    .ifPresent(key -> spots.add(new Spot(
                            key,
                            one.path("displayName").asText(key.text()),
                            Catalogue.key(one.path("parent").asText()))));
        }
        return spots;
    }
}
