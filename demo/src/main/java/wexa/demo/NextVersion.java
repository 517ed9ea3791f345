package wexa.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Two tenants have a newer version of their application already: Pelagia North can do more, Strandline can do less. */
final class NextVersion {
    /** The version that Wexa knows. */
    static final String KNOWN = "2026.1";

    private static final String NEXT = "2026.2";

    private NextVersion() {}

    static String of(Place place) {
        return isNext(place) ? NEXT : KNOWN;
    }

    private static boolean isNext(Place place) {
        return place.path().equals("pelagia-north") || place.path().equals("strandline-live");
    }

    /** The types of record of a tenant, with what their newer version has besides, less what it has no longer. */
    static List<Map<String, Object>> types(Place place, List<Map<String, Object>> known) {
        return isNext(place)
                ? known.stream().map(type -> next(place.app(), type)).toList()
                : known;
    }

    private static Map<String, Object> next(String app, Map<String, Object> type) {
        List<Map<String, Object>> actions = new ArrayList<>();
        for (Object each : (List<?>) type.getOrDefault("actions", List.of())) {
            @SuppressWarnings("unchecked") // an action is made of texts
            Map<String, Object> action = (Map<String, Object>) each;
            boolean isGone = app.equals("strandline") && "plan".equals(action.get("key"));
            if (!isGone) {
                actions.add(action);
            }
        }
        if (app.equals("pelagia") && "treatment".equals(type.get("key"))) {
            actions.add(action("export", "export", "LOOK", "Save treatments to a file"));
        }
        if (app.equals("pelagia") && "animal".equals(type.get("key"))) {
            actions.add(action("transfer", "transfer", "DECIDE", ""));
        }
        return Map.of(
                "key",
                type.getOrDefault("key", ""),
                "name",
                type.getOrDefault("name", ""),
                "actions",
                List.copyOf(actions));
    }

    private static Map<String, Object> action(String key, String label, String sort, String description) {
        return Map.of("key", key, "label", label, "sort", sort, "description", description);
    }

    /** Permission sets that the application offers: the newer Pelagia offers one. */
    static List<Map<String, Object>> presets(Place place) {
        return place.path().equals("pelagia-north")
                ? List.of(Map.of(
                        "key",
                        "handing-over",
                        "name",
                        "Handing animals over",
                        "description",
                        "See an animal, give it away, and take its record along",
                        "permissions",
                        List.of("pelagia:animal:see", "pelagia:animal:transfer", "pelagia:treatment:export")))
                : List.of();
    }

    /** The tasks of a tenant: the newer Pelagia knows one more. */
    static List<Map<String, Object>> tasks(Place place) {
        List<Map<String, Object>> known = Tasks.of(place.app());
        return place.path().equals("pelagia-north")
                ? Stream.concat(
                                known.stream(),
                                Stream.of(Map.<String, Object>of(
                                        "key",
                                        "hand-over-animal",
                                        "name",
                                        "Hand an animal over",
                                        "description",
                                        "Give an animal into the care of another house",
                                        "needs",
                                        List.of("pelagia:animal:see", "pelagia:animal:transfer"))))
                        .toList()
                : known;
    }
}
