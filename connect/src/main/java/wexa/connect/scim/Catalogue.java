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
import wexa.connect.Words;
import wexa.core.app.Announcement;
import wexa.core.model.App;
import wexa.core.model.Sort;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * What a tenant says can be done in it. What cannot be read is left out, as is what comes twice, and permissions of another
 * application than the first one names. Texts are cut to what is kept, and stand without marks that hide or turn text.
 *
 * @param app the key before its permissions, if it names any
 * @param version in the tenant's words; empty if it names none
 */
public record Catalogue(
        Optional<Key> app,
        String version,
        List<App.ResourceType> resourceTypes,
        List<App.SeatKind> seatKinds,
        List<App.Task> tasks,
        List<Announcement.Preset> presets) {
    private static final int LONGEST_TEXT = 200;
    private static final int LONGEST_VERSION = 60;

    public Catalogue {
        resourceTypes = List.copyOf(resourceTypes);
        seatKinds = List.copyOf(seatKinds);
        tasks = List.copyOf(tasks);
        presets = List.copyOf(presets);
    }

    /** Everything that a tenant listed, as it listed it. */
    record Listed(
            List<JsonNode> permissions,
            List<JsonNode> seatKinds,
            List<JsonNode> tasks,
            List<JsonNode> permissionSets) {}

    static Catalogue of(Listed listed, JsonNode version) {
        Map<Key, String> names = new LinkedHashMap<>();
        Map<Key, Map<Key, App.Action>> actions = new LinkedHashMap<>();
        Optional<Key> app = Optional.empty();
        for (JsonNode one : listed.permissions()) {
            Optional<Permission> read = permission(one.path("id").asText());
            if (read.isPresent()
                    && app.orElse(read.get().app()).equals(read.get().app())) {
                Permission permission = read.get();
                String[] words = text(one.path("displayName")).split(": ", 2);
                app = Optional.of(permission.app());
                names.putIfAbsent(
                        permission.type(),
                        words[0].isBlank() ? permission.type().text() : words[0].strip());
                actions.computeIfAbsent(permission.type(), any -> new LinkedHashMap<>())
                        .putIfAbsent(
                                permission.action(),
                                new App.Action(
                                        permission.action(),
                                        words.length < 2 || words[1].isBlank()
                                                ? permission.action().text()
                                                : words[1].strip(),
                                        sort(one.path("sort").asText()),
                                        text(one.path("description")),
                                        Optional.empty()));
            }
        }
        List<App.ResourceType> types = new ArrayList<>();
        names.forEach((key, name) -> types.add(new App.ResourceType(
                key, name, List.copyOf(actions.getOrDefault(key, Map.of()).values()))));
        String named = text(version);
        return new Catalogue(
                app,
                named.substring(0, Math.min(LONGEST_VERSION, named.length())),
                types,
                kinds(listed.seatKinds()),
                tasks(listed.tasks()),
                presets(listed.permissionSets()));
    }

    private static List<App.SeatKind> kinds(List<JsonNode> read) {
        Map<Key, App.SeatKind> kinds = new LinkedHashMap<>();
        for (JsonNode one : read) {
            key(one.path("id").asText())
                    .ifPresent(key -> kinds.putIfAbsent(
                            key,
                            new App.SeatKind(
                                    key,
                                    named(one, key),
                                    text(one.path("description")),
                                    permissions(one.path("carries")))));
        }
        return List.copyOf(kinds.values());
    }

    private static List<App.Task> tasks(List<JsonNode> read) {
        Map<Key, App.Task> tasks = new LinkedHashMap<>();
        for (JsonNode one : read) {
            key(one.path("id").asText())
                    .ifPresent(key -> tasks.putIfAbsent(
                            key,
                            new App.Task(
                                    key,
                                    named(one, key),
                                    text(one.path("description")),
                                    permissions(one.path("permissions")))));
        }
        return List.copyOf(tasks.values());
    }

    private static List<Announcement.Preset> presets(List<JsonNode> read) {
        Map<Key, Announcement.Preset> presets = new LinkedHashMap<>();
        for (JsonNode one : read) {
            key(one.path("id").asText())
                    .ifPresent(key -> presets.putIfAbsent(
                            key,
                            new Announcement.Preset(
                                    key,
                                    named(one, key),
                                    text(one.path("description")),
                                    permissions(one.path("permissions")))));
        }
        return List.copyOf(presets.values());
    }

    private static Set<Permission> permissions(JsonNode several) {
        Set<Permission> read = new TreeSet<>();
        several.forEach(each -> permission(each.asText()).ifPresent(read::add));
        return read;
    }

    private static String named(JsonNode one, Key key) {
        String name = text(one.path("displayName"));
        return name.isEmpty() ? key.text() : name;
    }

    private static String text(JsonNode node) {
        String plain = node.isTextual()
                ? Words.plain(node.asText()).replaceAll("[<>]", " ").strip()
                : "";
        return plain.substring(0, Math.min(LONGEST_TEXT, plain.length())).strip();
    }

    private static Sort sort(String text) {
        try {
            return Sort.valueOf(text.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException unknown) {
            // what nobody says to be harmless is not taken for harmless
            return Sort.WORK;
        }
    }

    static Optional<Key> key(String text) {
        return Key.accepts(text) ? Optional.of(Key.of(text)) : Optional.empty();
    }

    private static Optional<Permission> permission(String text) {
        String[] parts = text.split(":");
        return parts.length == 3 && Key.accepts(parts[0]) && Key.accepts(parts[1]) && Key.accepts(parts[2])
                ? Optional.of(new Permission(Key.of(parts[0]), Key.of(parts[1]), Key.of(parts[2])))
                : Optional.empty();
    }
}
