package wexa.connect.scim;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.model.App;
import wexa.core.model.Capability;
import wexa.core.model.Sort;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * What a tenant tells of itself when it is connected. Whatever of its extensions cannot be read is left out: it is managed
 * as far as it goes.
 *
 * @param app the key before its permissions, if it names any
 * @param accounts how many it holds
 */
public record Announced(
        Set<Capability> capabilities,
        Optional<Key> app,
        List<App.ResourceType> resourceTypes,
        List<App.SeatKind> seatKinds,
        Map<Key, Integer> pools,
        List<Spot> areas,
        int accounts) {
    /** An area; one without a parent is at the top. */
    public record Spot(Key key, String name, Optional<Key> parent) {}

    static Announced of(
            Set<Capability> capabilities,
            List<JsonNode> permissions,
            List<JsonNode> seatKinds,
            List<JsonNode> areas,
            int accounts) {
        Map<Key, String> names = new LinkedHashMap<>();
        Map<Key, List<App.Action>> actions = new LinkedHashMap<>();
        Optional<Key> app = Optional.empty();
        for (JsonNode one : permissions) {
            Optional<Permission> read = permission(one.path("id").asText());
            if (read.isPresent()) {
                Permission permission = read.get();
                String[] words = one.path("displayName").asText().split(": ", 2);
                app = Optional.of(permission.app());
                names.putIfAbsent(
                        permission.type(),
                        words[0].isBlank() ? permission.type().text() : words[0]);
                actions.computeIfAbsent(permission.type(), any -> new ArrayList<>())
                        .add(new App.Action(
                                permission.action(),
                                words.length < 2 ? permission.action().text() : words[1],
                                sort(one.path("sort").asText())));
            }
        }
        List<App.ResourceType> types = new ArrayList<>();
        names.forEach((key, name) -> types.add(new App.ResourceType(key, name, actions.getOrDefault(key, List.of()))));
        Map<Key, Integer> pools = new LinkedHashMap<>();
        return new Announced(capabilities, app, types, kinds(seatKinds, pools), pools, spots(areas), accounts);
    }

    private static List<App.SeatKind> kinds(List<JsonNode> read, Map<Key, Integer> pools) {
        List<App.SeatKind> kinds = new ArrayList<>();
        for (JsonNode one : read) {
            key(one.path("id").asText()).ifPresent(key -> {
                Set<Permission> carries = new TreeSet<>();
                one.path("carries").forEach(each -> permission(each.asText()).ifPresent(carries::add));
                kinds.add(new App.SeatKind(key, one.path("displayName").asText(key.text()), carries));
                pools.put(key, one.path("size").asInt());
            });
        }
        return kinds;
    }

    private static List<Spot> spots(List<JsonNode> read) {
        List<Spot> spots = new ArrayList<>();
        for (JsonNode one : read) {
            key(one.path("key").asText())
                    .ifPresent(key -> spots.add(new Spot(
                            key,
                            one.path("displayName").asText(key.text()),
                            key(one.path("parent").asText()))));
        }
        return spots;
    }

    private static Sort sort(String text) {
        try {
            return Sort.valueOf(text.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException unknown) {
            // what nobody says to be harmless is not taken for harmless
            return Sort.WORK;
        }
    }

    private static Optional<Key> key(String text) {
        return Key.accepts(text) ? Optional.of(Key.of(text)) : Optional.empty();
    }

    private static Optional<Permission> permission(String text) {
        String[] parts = text.split(":");
        return parts.length == 3 && Key.accepts(parts[0]) && Key.accepts(parts[1]) && Key.accepts(parts[2])
                ? Optional.of(new Permission(Key.of(parts[0]), Key.of(parts[1]), Key.of(parts[2])))
                : Optional.empty();
    }
}
