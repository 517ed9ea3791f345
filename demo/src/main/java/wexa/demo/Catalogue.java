package wexa.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The apps with what can be done in them, their permission sets and the roles made of these. */
final class Catalogue {
    private static final Map<Character, String> SORTS = Map.of('l', "LOOK", 'w', "WORK", 'd', "DECIDE");

    private final List<Fact> facts = new ArrayList<>();
    private final Map<String, Set<String>> setPermissions = new LinkedHashMap<>();
    private final Map<String, Set<String>> rolePermissions = new LinkedHashMap<>();
    private final Map<String, Map<String, Set<String>>> seats = new LinkedHashMap<>();
    private final Map<String, List<Map<String, Object>>> types = new LinkedHashMap<>();

    List<Fact> make() {
        pelagia();
        strandline();
        rotaBuoy();
        quayside();
        drydock();
        mooringBook();
        facts.addAll(ConflictRules.make());
        return facts;
    }

    /** All permissions that a role comes to. */
    Set<String> permissions(String role) {
        return rolePermissions.getOrDefault(role, Set.of());
    }

    Map<String, Set<String>> seatsOf(String app) {
        return seats.getOrDefault(app, Map.of());
    }

    List<Map<String, Object>> typesOf(String app) {
        return types.getOrDefault(app, List.of());
    }

    private void pelagia() {
        String app = "pelagia";
        type(app, "animal", "Animals", "l:see", "w:change");
        type(app, "treatment", "Treatments", "l:see", "w:record", "w:amend", "w:remove", "d:approve");
        type(app, "feeding-plan", "Feeding plans", "l:see", "w:change");
        type(app, "water-reading", "Water readings", "l:see", "w:record", "w:run-check");
        type(app, "night-round", "Night round", "l:see", "w:walk");
        Set<String> reader =
                Permissions.of(app, "animal:see", "treatment:see", "feeding-plan:see", "water-reading:see");
        Set<String> keeper = Permissions.plus(
                reader,
                Permissions.of(
                        app,
                        "animal:change",
                        "feeding-plan:change",
                        "water-reading:record",
                        "water-reading:run-check",
                        "night-round:see",
                        "night-round:walk",
                        "treatment:record",
                        "treatment:amend"));
        Set<String> clinician = Permissions.plus(keeper, Permissions.of(app, "treatment:remove", "treatment:approve"));
        seats.put(app, Permissions.ordered("reader", reader, "keeper", keeper, "clinician", clinician));
        app(
                app,
                "Pelagia",
                List.of(
                        seat("reader", "Reader", "Looks things up", reader),
                        seat("keeper", "Keeper", "Works with animals day by day", keeper),
                        seat("clinician", "Clinician", "Treats animals and signs treatments off", clinician)),
                List.of(),
                "REQUIRED");
        set(app, "animals-read", "Animals, read", "See animals and where they are", "animal:see");
        set(app, "animals-change", "Animals, change", "Keep animals' records up to date", "animal:change");
        set(app, "treatments-read", "Treatments, read", "See what was given to an animal", "treatment:see");
        set(
                app,
                "treatments-record",
                "Treatments, record",
                "Write down, amend and remove treatments",
                "treatment:see",
                "treatment:record",
                "treatment:amend",
                "treatment:remove");
        set(app, "treatments-approve", "Treatments, approve", "Approve what others recorded", "treatment:approve");
        set(app, "feeding", "Feeding plans", "See and change feeding plans", "feeding-plan:see", "feeding-plan:change");
        set(app, "feeding-read", "Feeding plans, read", "See feeding plans", "feeding-plan:see");
        set(app, "water-read", "Water readings, read", "See water readings", "water-reading:see");
        set(
                app,
                "water-record",
                "Water readings, record",
                "Write down readings",
                "water-reading:see",
                "water-reading:record");
        set(app, "water-run", "Water readings, run", "Run checks on demand", "water-reading:run-check");
        set(app, "night-walk", "Night round", "Walk the night round", "night-round:see", "night-round:walk");
        role(
                "animal-reader",
                "Animal reader",
                "Looks things up, changes nothing",
                List.of(),
                List.of("animals-read", "treatments-read", "feeding-read", "water-read"));
        role(
                "keeper",
                "Keeper",
                "Keeps animals day by day: feeding, water, records",
                List.of("animal-reader"),
                List.of("animals-change", "feeding", "water-record"));
        role(
                "senior-keeper",
                "Senior keeper",
                "Keeper who also records treatments",
                List.of("keeper"),
                List.of("treatments-record"),
                "pelagia:treatment:remove");
        role(
                "night-keeper",
                "Night keeper",
                "Walks the round at night",
                List.of(),
                List.of("night-walk", "animals-read"));
        role(
                "water-chemist",
                "Water chemist",
                "Measures water and runs checks",
                List.of("animal-reader"),
                List.of("water-record", "water-run"));
        role(
                "curator",
                "Curator",
                "Answers for a hall and approves treatments",
                List.of("keeper"),
                List.of("treatments-approve"));
        role(
                "vet",
                "Vet",
                "Treats animals; a curator approves",
                List.of("senior-keeper"),
                List.of("treatments-record"));
    }

    private void strandline() {
        String app = "strandline";
        type(app, "case", "Rescue cases", "l:see", "w:open", "w:close");
        type(app, "run", "Transport runs", "l:see", "w:plan", "w:drive", "d:cancel");
        type(app, "release", "Releases", "l:see", "d:publish");
        type(app, "sighting", "Sightings", "l:see", "w:report");
        app(app, "Strandline", List.of(), List.of(), "OPTIONAL");
        set(
                app,
                "cases-watch",
                "Rescue cases, watch",
                "See cases and sightings",
                "case:see",
                "sighting:see",
                "sighting:report");
        set(app, "cases-work", "Rescue cases, work", "Open and close cases", "case:see", "case:open", "case:close");
        set(app, "runs-drive", "Transport runs", "Plan and drive", "run:see", "run:plan", "run:drive");
        set(
                app,
                "releases",
                "Releases",
                "Publish releases, cancel runs",
                "release:see",
                "release:publish",
                "run:cancel");
        role("rescue-watcher", "Rescue watcher", "Follows cases, reports sightings", List.of(), List.of("cases-watch"));
        role(
                "rescue-hand",
                "Rescue hand",
                "Works on cases and drives",
                List.of("rescue-watcher"),
                List.of("cases-work", "runs-drive"));
        role("rescue-lead", "Rescue lead", "Decides on runs and releases", List.of("rescue-hand"), List.of("releases"));
    }

    private void rotaBuoy() {
        String app = "rota-buoy";
        type(app, "shift", "Shifts", "l:see", "w:swap", "w:change");
        type(app, "leave", "Leave requests", "l:see", "w:ask", "d:approve");
        type(app, "on-call", "On-call", "l:see", "w:take");
        Set<String> staff =
                Permissions.of(app, "shift:see", "shift:swap", "leave:see", "leave:ask", "on-call:see", "on-call:take");
        Set<String> planner = Permissions.plus(staff, Permissions.of(app, "shift:change", "leave:approve"));
        seats.put(app, Permissions.ordered("staff", staff, "planner", planner));
        app(
                app,
                "Rota Buoy",
                List.of(
                        seat("staff", "Staff", "Sees the rota and swaps shifts", staff),
                        seat("planner", "Planner", "Makes the rota", planner)),
                List.of(),
                "OPTIONAL");
        set(
                app,
                "shifts-own",
                "Own shifts",
                "See and swap shifts, ask for leave",
                "shift:see",
                "shift:swap",
                "leave:see",
                "leave:ask");
        set(app, "on-call", "On-call", "See and take on-call", "on-call:see", "on-call:take");
        set(app, "shifts-plan", "Plan shifts", "Change shifts, approve leave", "shift:change", "leave:approve");
        role("shift-worker", "Shift worker", "Works by the rota", List.of(), List.of("shifts-own"));
        role("on-call-worker", "On-call worker", "Takes calls at night", List.of("shift-worker"), List.of("on-call"));
        role("shift-planner", "Shift planner", "Makes the rota", List.of("on-call-worker"), List.of("shifts-plan"));
    }

    private void quayside() {
        String app = "quayside";
        type(app, "till", "Tills", "l:see", "w:open", "w:sell");
        type(app, "refund", "Refunds", "l:see", "w:issue", "d:approve");
        type(app, "stock", "Shop stock", "l:see", "w:change");
        Set<String> counter = Permissions.of(app, "till:see", "till:open", "till:sell", "refund:see", "refund:issue");
        Set<String> handheld =
                Permissions.plus(counter, Permissions.of(app, "stock:see", "stock:change", "refund:approve"));
        seats.put(app, Permissions.ordered("counter", counter, "handheld", handheld));
        app(
                app,
                "Quayside",
                List.of(
                        seat("counter", "Counter", "Works at a till", counter),
                        seat("handheld", "Handheld", "Works with a handheld scanner, and approves refunds", handheld)),
                List.of(
                        Map.of("attribute", "device", "seatKind", "handheld"),
                        Map.of("attribute", "phone", "seatKind", "handheld")),
                "REQUIRED");
        set(app, "tills", "Tills", "Open a till and sell", "till:see", "till:open", "till:sell");
        set(app, "refunds-issue", "Refunds, issue", "Give money back", "refund:see", "refund:issue");
        set(app, "refunds-approve", "Refunds, approve", "Approve refunds", "refund:see", "refund:approve");
        set(app, "stock", "Shop stock", "Count and order stock", "stock:see", "stock:change");
        role("till-clerk", "Till clerk", "Sells tickets and goods", List.of(), List.of("tills", "refunds-issue"));
        role(
                "till-lead",
                "Till lead",
                "Answers for the tills",
                List.of(),
                List.of("tills", "refunds-approve", "stock"));
    }

    private void drydock() {
        String app = "drydock";
        type(app, "order", "Works orders", "l:see", "w:raise", "w:close");
        type(app, "part", "Spare parts", "l:see", "w:order", "w:receive");
        type(app, "connection", "Plant connections", "l:see", "w:work");
        app(app, "Drydock", List.of(), List.of(), "REQUIRED");
        set(app, "orders", "Works orders", "Raise and close works orders", "order:see", "order:raise", "order:close");
        set(app, "parts-order", "Parts, order", "Order parts", "part:see", "part:order");
        set(app, "parts-receive", "Parts, receive", "Receive parts", "part:see", "part:receive");
        set(app, "connections", "Plant connections", "Work on connections", "connection:see", "connection:work");
        role("berth-worker", "Berth worker", "Works on pumps and boats", List.of(), List.of("orders", "connections"));
        role(
                "works-planner",
                "Works planner",
                "Plans works and orders parts",
                List.of("berth-worker"),
                List.of("parts-order"));
        role("store-keeper", "Store keeper", "Receives parts", List.of(), List.of("parts-receive"));
    }

    /** Kept by the harbour office on a machine of its own, without an interface. */
    private void mooringBook() {
        String app = "mooring-book";
        type(app, "booking", "Boat bookings", "l:see", "w:book", "w:cancel", "d:assign");
        Set<String> everything = Permissions.of(app, "booking:see", "booking:book", "booking:cancel", "booking:assign");
        seats.put(app, Permissions.ordered("login", everything));
        app(
                app,
                "Mooring Book",
                List.of(seat("login", "Login", "Signs in at the harbour office", everything)),
                List.of(),
                "OPTIONAL");
        set(app, "boats-book", "Boats, book", "Book boats and cancel", "booking:see", "booking:book", "booking:cancel");
        set(app, "boats-assign", "Boats, assign", "Say who gets which boat", "booking:see", "booking:assign");
        role("boat-booker", "Boat booker", "Books boats for a day's work", List.of(), List.of("boats-book"));
        role(
                "harbour-clerk",
                "Harbour clerk",
                "Keeps the book and assigns boats",
                List.of("boat-booker"),
                List.of("boats-assign"));
    }

    private void type(String app, String key, String name, String... actions) {
        List<Map<String, Object>> made = new ArrayList<>();
        for (String action : actions) {
            String word = action.substring(2);
            made.add(Map.of(
                    "key",
                    word,
                    "label",
                    word.replace('-', ' '),
                    "sort",
                    SORTS.getOrDefault(action.charAt(0), "WORK"),
                    "description",
                    Tasks.description(key, word)));
        }
        types.computeIfAbsent(app, any -> new ArrayList<>()).add(Map.of("key", key, "name", name, "actions", made));
    }

    private void app(
            String key,
            String name,
            List<Map<String, Object>> seatKinds,
            List<Map<String, Object>> needs,
            String areaUse) {
        facts.add(Fact.of(
                "app",
                key,
                "key",
                key,
                "name",
                name,
                "resourceTypes",
                typesOf(key),
                "seatKinds",
                seatKinds,
                "needs",
                needs,
                "areaUse",
                areaUse,
                "tasks",
                Tasks.of(key),
                "version",
                NextVersion.KNOWN));
    }

    private static Map<String, Object> seat(String key, String name, String description, Set<String> carries) {
        return Map.of("key", key, "name", name, "description", description, "carries", carries);
    }

    private void set(String app, String key, String name, String description, String... permissions) {
        setPermissions.put(key, Permissions.of(app, permissions));
        facts.add(Fact.of(
                "permission-set",
                key,
                "key",
                key,
                "name",
                name,
                "description",
                description,
                "app",
                Fact.id("app", app),
                "permissions",
                setPermissions.get(key),
                "isPreset",
                false));
    }

    private void role(
            String key,
            String name,
            String description,
            List<String> includes,
            List<String> sets,
            String... exclusions) {
        Set<String> all = new LinkedHashSet<>();
        includes.forEach(included -> all.addAll(permissions(included)));
        sets.forEach(set -> all.addAll(setPermissions.getOrDefault(set, Set.of())));
        Set.of(exclusions).forEach(all::remove);
        rolePermissions.put(key, all);
        facts.add(Fact.of(
                "role",
                key,
                "key",
                key,
                "name",
                name,
                "description",
                description,
                "owner",
                Fact.id("person", "tove.lindqvist"),
                "sets",
                sets.stream().map(set -> Fact.id("permission-set", set)).toList(),
                "includes",
                includes.stream().map(role -> Fact.id("role", role)).toList(),
                "exclusions",
                List.of(exclusions),
                "stage",
                "OPEN",
                "expected",
                List.of()));
    }
}
