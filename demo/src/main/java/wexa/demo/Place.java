package wexa.demo;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** One tenant of the scenario: its areas as key, name and parent, its seat pools, its rules and what it announces. */
record Place(
        String app,
        String key,
        String name,
        String environment,
        String userNames,
        Map<String, Integer> pools,
        List<Spot> areas,
        Set<String> capabilities,
        int delayMillis) {
    /** An area; one without a parent is at the top. */
    record Spot(String key, String name, String parent) {}

    /** Everything but looking rights up with each request: whoever is signed in keeps them until the next time. */
    private static final Set<String> UNTIL_SIGN_IN = new TreeSet<>(
            List.of("USERS", "GROUPS", "SEATS", "AREAS", "ROLES", "ASSIGNMENTS", "EVALUATION", "PASSWORDS"));

    private static final Set<String> EVERYTHING = with(UNTIL_SIGN_IN, "LIVE_RIGHTS");

    private static final String MANUAL = "mooring-book";

    /** Whether nothing answers there: it is worked in by hand, and read from lists. */
    boolean isManual() {
        return app.equals(MANUAL);
    }

    String path() {
        return app + "-" + key;
    }

    String id() {
        return Fact.id("tenant", path());
    }

    String area(String area) {
        return Fact.id("area", path() + "/" + area);
    }

    static Place at(String path) {
        return all().stream()
                .filter(place -> place.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    static List<Place> all() {
        return List.of(
                new Place(
                        "pelagia",
                        "north",
                        "North",
                        "LIVE",
                        "MAIL",
                        sized("reader", 200, "keeper", 120, "clinician", 14),
                        List.of(
                                area("north-pier", "North Pier", ""), area("lagoon-hall", "Lagoon Hall", "north-pier"),
                                area("kelp-hall", "Kelp Hall", "north-pier"),
                                        area("lagoon-row-a", "Tank row A", "lagoon-hall"),
                                area("lagoon-row-b", "Tank row B", "lagoon-hall"),
                                        area("kelp-row-a", "Kelp row A", "kelp-hall")),
                        EVERYTHING,
                        0),
                new Place(
                        "pelagia",
                        "south",
                        "South",
                        "LIVE",
                        "MAIL",
                        sized("reader", 100, "keeper", 80, "clinician", 20),
                        List.of(
                                area("south-bay", "South Bay", ""),
                                area("reef-hall", "Reef Hall", "south-bay"),
                                area("reef-row-a", "Reef row A", "reef-hall")),
                        EVERYTHING,
                        0),
                new Place(
                        "pelagia",
                        "rescue",
                        "Rescue",
                        "LIVE",
                        "MAIL",
                        sized("reader", 20, "keeper", 50, "clinician", 20),
                        List.of(area("station", "Rescue station", ""), area("pool-1", "Pool 1", "station")),
                        EVERYTHING,
                        0),
                new Place(
                        "pelagia",
                        "training",
                        "Training",
                        "TRAINING",
                        "MAIL",
                        sized("reader", 50, "keeper", 50, "clinician", 50),
                        List.of(area("classroom", "Classroom", "")),
                        EVERYTHING,
                        0),
                new Place(
                        "rota-buoy",
                        "all",
                        "All sites",
                        "LIVE",
                        "STAFF_NUMBER",
                        sized("staff", 700, "planner", 40),
                        List.of(area("sites", "All sites", "")),
                        UNTIL_SIGN_IN,
                        0),
                new Place(
                        "quayside",
                        "south",
                        "South",
                        "LIVE",
                        "HANDLE",
                        sized("counter", 80, "handheld", 30),
                        List.of(
                                area("ticket-hall", "Ticket hall", ""), area("kiosk", "South Bay kiosk", ""),
                                area("till-1", "Till 1", "ticket-hall"), area("till-2", "Till 2", "ticket-hall")),
                        UNTIL_SIGN_IN,
                        0),
                new Place(
                        "strandline",
                        "live",
                        "Live",
                        "LIVE",
                        "MAIL",
                        sized(),
                        List.of(area("coast", "The coast", "")),
                        EVERYTHING,
                        1200),
                new Place(
                        "strandline",
                        "training",
                        "Training",
                        "TRAINING",
                        "MAIL",
                        sized(),
                        List.of(),
                        new TreeSet<>(List.of("USERS", "GROUPS", "ENTITLEMENTS", "FIXED_USER_NAMES")),
                        0),
                new Place(
                        "drydock",
                        "works",
                        "Works",
                        "LIVE",
                        "HANDLE",
                        sized(),
                        List.of(area("north-berths", "North berths", ""), area("berth-3", "Berth 3", "north-berths")),
                        EVERYTHING,
                        0),
                new Place(
                        MANUAL,
                        "harbour",
                        "Harbour",
                        "LIVE",
                        "MAIL",
                        sized("login", 40),
                        List.of(),
                        new TreeSet<>(List.of("USERS", "SEATS", "ROLE_VALUES")),
                        0));
    }

    private static Set<String> with(Set<String> some, String more) {
        Set<String> all = new TreeSet<>(some);
        all.add(more);
        return all;
    }

    private static Spot area(String key, String name, String parent) {
        return new Spot(key, name, parent);
    }

    private static Map<String, Integer> sized(Object... namesAndSizes) {
        Map<String, Integer> made = new LinkedHashMap<>();
        for (int at = 0; at + 1 < namesAndSizes.length; at += 2) {
            made.put((String) namesAndSizes[at], (Integer) namesAndSizes[at + 1]);
        }
        return made;
    }
}
