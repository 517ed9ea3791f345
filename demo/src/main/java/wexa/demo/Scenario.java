package wexa.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The Skerrow Sea Trust as facts of the model. */
final class Scenario {
    static final long SEED = 20_261_123L;
    /** The day on which the demo opens, at 08:00 in the Trust's zone. */
    static final String OPENS = "2026-11-23";

    static final String ZONE = "Europe/London";
    static final Map<String, String> DIRECTORY_GROUPS =
            Map.of("lagoon-staff", "Lagoon staff", "trust-volunteers", "Trust volunteers", "south-shop", "South shop");

    /** The group in which a role is written in the training tenant of the rescue. */
    static final String VARIED = "pelagia:water-reading:run-check";

    static final String WATCHERS = "rescue-watcher strandline-training";

    static final String WATCHERS_NAME = "Exercise watchers";

    private final List<Fact> facts = new ArrayList<>();
    private final List<Worker> workers = new Workforce().make();
    private final Catalogue catalogue = new Catalogue();

    List<Worker> workers() {
        return workers;
    }

    Catalogue catalogue() {
        return catalogue;
    }

    List<Fact> make() {
        addHomes();
        addUnits();
        facts.addAll(OwnFields.all());
        workers.forEach(this::addWorker);
        addSecondEngagements();
        addGroups();
        facts.addAll(catalogue.make());
        Place.all().forEach(this::addPlace);
        Staffing.logins(workers).forEach(this::addLogin);
        Staffing.given().forEach(this::addGiven);
        facts.addAll(Particulars.all());
        return facts;
    }

    private void addHomes() {
        home("skerrow", "Trust directory", "OWN");
        home("orrin", "Orrin directory", "PARTNER");
    }

    private void home(String key, String name, String sort) {
        facts.add(Fact.of("home", key, "key", key, "name", name, "sort", sort));
    }

    private void addUnits() {
        unit("skerrow", "Skerrow Sea Trust", null, "SST-1000");
        unit("north-pier", "North Pier", "skerrow", "SST-2000");
        unit("lagoon-hall", "Lagoon Hall", "north-pier", null);
        unit("south-bay", "South Bay", "skerrow", "SST-3000");
        unit("rescue-station", "Rescue station", "skerrow", "SST-4000");
        unit("office", "Office", "skerrow", null);
        unit("orrin", "Orrin Vets", null, null);
    }

    private void unit(String key, String name, @Nullable String parent, @Nullable String costCentre) {
        facts.add(Fact.of(
                "unit",
                key,
                "key",
                key,
                "name",
                name,
                "parent",
                parent == null ? null : Fact.id("unit", parent),
                "zone",
                ZONE,
                "manager",
                null,
                "costCentre",
                costCentre));
    }

    private void addWorker(Worker worker) {
        facts.add(Fact.of(
                "person",
                worker.handle(),
                "handle",
                worker.handle(),
                "givenName",
                worker.given(),
                "familyName",
                worker.family(),
                "mail",
                worker.mail(),
                "phone",
                null,
                "home",
                worker.isPartner() ? "orrin" : "skerrow",
                "directoryEntry",
                DirectoryFiles.entryId(worker.handle()),
                "custom",
                OwnFields.of(worker)));
        facts.add(Fact.of(
                "engagement",
                worker.handle(),
                "person",
                Fact.id("person", worker.handle()),
                "kind",
                worker.kind(),
                "staffNumber",
                worker.staffNumber().isEmpty() ? null : worker.staffNumber(),
                "unit",
                Fact.id("unit", worker.unit()),
                "job",
                worker.job(),
                "manager",
                null,
                "window",
                window(worker.from(), worker.until())));
        if (worker.handle().equals("dov.hallam")) {
            facts.add(Fact.of(
                    "absence",
                    worker.handle(),
                    "person",
                    Fact.id("person", worker.handle()),
                    "manner",
                    "LEAVE",
                    "window",
                    window("2026-11-01", null),
                    "seats",
                    "KEPT",
                    "reason",
                    "parental leave"));
        }
        for (String group : worker.groups()) {
            if (!group.equals("partner-vets")) {
                member("person:" + Fact.id("person", worker.handle()), worker.handle(), group);
            }
        }
    }

    /** Guides who volunteer all year and are paid in summer. */
    private void addSecondEngagements() {
        workers.stream()
                .filter(worker -> worker.kind().equals("VOLUNTEER"))
                .limit(6)
                .forEach(worker -> facts.add(Fact.of(
                        "engagement",
                        worker.handle() + " summer",
                        "person",
                        Fact.id("person", worker.handle()),
                        "kind",
                        "EMPLOYEE",
                        "staffNumber",
                        worker.staffNumber() + "S",
                        "unit",
                        Fact.id("unit", "north-pier"),
                        "job",
                        "Guide",
                        "manager",
                        null,
                        "window",
                        window("2026-05-01", "2026-10-01"))));
    }

    private void addGroups() {
        group("lagoon-keepers", "Lagoon keepers", "ASSIGNED", "Keepers of Lagoon Hall", null);
        group("lagoon-night", "Lagoon night", "ASSIGNED", "Winter nights in Lagoon Hall", null);
        group("north-pier-keepers", "North Pier keepers", "ASSIGNED", "Keepers of Kelp Hall", null);
        group("south-bay-keepers", "South Bay keepers", "ASSIGNED", "Keepers of Reef Hall", null);
        group("water-chemists", "Water chemists", "ASSIGNED", "Water in both aquariums", null);
        group("curators", "Curators", "ASSIGNED", "Answer for a hall", null);
        group("vets-on-call", "Vets on call", "ASSIGNED", "The Trust's own vets", null);
        group("rescue-crew", "Rescue crew", "ASSIGNED", "The rescue station", null);
        group("guides", "Guides", "ASSIGNED", "Guides on both sites", null);
        group("ticket-crew", "Ticket crew", "ASSIGNED", "Ticket hall", null);
        group("kiosk-crew", "Kiosk crew", "ASSIGNED", "Kiosk and shop", null);
        group("works-crew", "Works crew", "ASSIGNED", "Pumps and boats", null);
        group("first-aiders", "First aiders", "ASSIGNED", "Trained in first aid", null);
        group("all-staff", "All staff", "RULED", "Everybody employed by the Trust", condition("EMPLOYEE"));
        group("all-volunteers", "All volunteers", "RULED", "Everybody who volunteers", condition("VOLUNTEER"));
        group("partner-vets", "Partner vets", "RULED", "Vets of partners", condition("PARTNER"));
        DIRECTORY_GROUPS.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(entry ->
                        group(entry.getKey(), entry.getValue(), "DIRECTORY", "Read from the Trust directory", null));
        workers.stream()
                .filter(Worker::isHere)
                .forEach(worker -> directoryGroups(worker)
                        .forEach(group ->
                                member("person:" + Fact.id("person", worker.handle()), worker.handle(), group)));
        member("group:" + Fact.id("group", "lagoon-night"), "lagoon-night", "first-aiders");
    }

    static List<String> directoryGroups(Worker worker) {
        List<String> groups = new ArrayList<>();
        if (worker.unit().equals("lagoon-hall")) {
            groups.add("lagoon-staff");
        }
        if (worker.kind().equals("VOLUNTEER")) {
            groups.add("trust-volunteers");
        }
        if (worker.job().equals("Shop assistant")) {
            groups.add("south-shop");
        }
        return groups;
    }

    private void group(
            String key, String name, String kind, String description, @Nullable Map<String, Object> condition) {
        facts.add(Fact.of(
                "group",
                key,
                "key",
                key,
                "name",
                name,
                "kind",
                kind,
                "description",
                description,
                "owners",
                List.of(Fact.id("person", "tove.lindqvist")),
                "condition",
                condition,
                "tags",
                List.of(),
                "entry",
                kind.equals("DIRECTORY") ? "skerrow/" + DirectoryFiles.groupEntryId(key) : null));
    }

    private static Map<String, Object> condition(String kind) {
        return Map.of("kinds", List.of(kind), "units", List.of(), "jobs", List.of(), "values", Map.of());
    }

    private void member(String subject, String name, String group) {
        String until = group.equals("lagoon-night") && name.equals("ines.abara") ? "2027-04-01" : null;
        facts.add(Fact.of(
                "membership",
                name + " " + group,
                "member",
                subject,
                "group",
                Fact.id("group", group),
                "window",
                window(null, until),
                "reason",
                until == null ? "" : "winter rota"));
    }

    private void addPlace(Place place) {
        facts.add(Fact.of(
                "tenant",
                place.path(),
                "key",
                place.key(),
                "app",
                Fact.id("app", place.app()),
                "name",
                place.name(),
                "environment",
                place.environment(),
                "colour",
                Place.all().stream().map(Place::path).toList().indexOf(place.path()),
                "pools",
                place.pools(),
                "userNameRule",
                place.userNames(),
                "capabilities",
                place.capabilities()));
        for (Place.Spot area : place.areas()) {
            facts.add(Fact.of(
                    "area",
                    place.path() + "/" + area.key(),
                    "tenant",
                    place.id(),
                    "key",
                    area.key(),
                    "name",
                    area.name(),
                    "parent",
                    area.parent().isEmpty() ? null : place.area(area.parent())));
        }
        facts.add(Fact.of(
                "account",
                place.path() + "/emergency",
                "tenant",
                place.id(),
                "kind",
                "EMERGENCY",
                "person",
                null,
                "userName",
                "emergency." + place.key(),
                "state",
                "OPEN",
                "attributes",
                Map.of()));
    }

    private void addLogin(Staffing.Login login) {
        Worker worker = login.worker();
        boolean open = worker.isHere();
        facts.add(Fact.of(
                "account",
                login.place().path() + "/" + worker.handle(),
                "tenant",
                login.place().id(),
                "kind",
                "PERSON",
                "person",
                Fact.id("person", worker.handle()),
                "userName",
                login.userName(),
                "state",
                open ? "OPEN" : "CLOSED",
                "attributes",
                Map.of()));
        if (login.seat() != null) {
            facts.add(Fact.of(
                    "seat",
                    login.place().path() + "/" + worker.handle(),
                    "account",
                    login.id(),
                    "kind",
                    login.seat(),
                    "window",
                    window(null, null)));
        }
    }

    private void addGiven(Staffing.Given given) {
        Place place = Place.at(given.place());
        String subject = given.isForGroup()
                ? "group:" + Fact.id("group", given.subjectKey())
                : "person:" + Fact.id("person", given.subjectKey());
        facts.add(Fact.of(
                "assignment",
                given.name(),
                "subject",
                subject,
                "role",
                Fact.id("role", given.role()),
                "tenant",
                place.id(),
                "area",
                given.area() == null ? null : place.area(given.area()),
                "window",
                window(null, given.until()),
                "engagement",
                given.isForGroup() ? null : Fact.id("engagement", given.subjectKey()),
                "reason",
                given.subjectKey().equals("lagoon-night") ? "winter rota" : "",
                "absence",
                null));
    }

    /** First day and the day after the last; midnights of the Trust's zone, where winter time is UTC. */
    static Map<String, Object> window(@Nullable String from, @Nullable String until) {
        Map<String, Object> window = new LinkedHashMap<>();
        window.put("from", from == null ? null : midnight(from));
        window.put("until", until == null ? null : midnight(until));
        return window;
    }

    static String midnight(String day) {
        return java.time.LocalDate.parse(day)
                .atStartOfDay(java.time.ZoneId.of(ZONE))
                .toInstant()
                .toString();
    }
}
