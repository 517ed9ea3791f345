package wexa.demo;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Who has an account and a seat where, and which roles are given to whom: the same rules for the model and the tenants. */
final class Staffing {
    /** A login that the scenario wants, with the seat kind that goes with it, if any. */
    record Login(
            Worker worker,
            Place place,
            String userName,
            @Nullable String seat) {
        String id() {
            return Fact.id("account", place.path() + "/" + worker.handle());
        }
    }

    /** A role given to a group or a person at an area. */
    record Given(
            String name,
            String subject,
            String role,
            String place,
            @Nullable String area,
            @Nullable String until) {
        String id() {
            return Fact.id("assignment", name);
        }

        boolean isForGroup() {
            return subject.startsWith("group:");
        }

        String subjectKey() {
            return subject.substring(subject.indexOf(':') + 1);
        }
    }

    private Staffing() {}

    static List<Given> given() {
        return List.of(
                group("lagoon-keepers", "keeper", "pelagia-north", "lagoon-hall", null),
                group("lagoon-night", "night-keeper", "pelagia-north", "lagoon-hall", "2027-04-01"),
                group("lagoon-night", "senior-keeper", "pelagia-north", "lagoon-hall", "2027-04-01"),
                group("north-pier-keepers", "keeper", "pelagia-north", "kelp-hall", null),
                group("water-chemists", "water-chemist", "pelagia-north", "north-pier", null),
                group("water-chemists", "water-chemist", "pelagia-south", "south-bay", null),
                group("curators", "curator", "pelagia-north", "north-pier", null),
                group("curators", "curator", "pelagia-south", "south-bay", null),
                group("south-bay-keepers", "keeper", "pelagia-south", "reef-hall", null),
                group("vets-on-call", "vet", "pelagia-north", "north-pier", null),
                group("vets-on-call", "vet", "pelagia-rescue", "station", null),
                group("partner-vets", "animal-reader", "pelagia-rescue", "station", null),
                group("rescue-crew", "keeper", "pelagia-rescue", "station", null),
                group("rescue-crew", "rescue-hand", "strandline-live", null, null),
                group("all-volunteers", "rescue-watcher", "strandline-live", null, null),
                group("vets-on-call", "rescue-watcher", "strandline-training", null, null),
                group("all-staff", "shift-worker", "rota-buoy-all", null, null),
                group("ticket-crew", "till-clerk", "quayside-south", "ticket-hall", null),
                group("kiosk-crew", "till-clerk", "quayside-south", "kiosk", null),
                group("works-crew", "berth-worker", "drydock-works", "berth-3", null),
                group("works-crew", "boat-booker", "mooring-book-harbour", null, null),
                person("perrin.aldous", "harbour-clerk", "mooring-book-harbour", null, null),
                person("saoirse.lund", "shift-planner", "rota-buoy-all", null, null),
                person("jonah.petrel", "senior-keeper", "pelagia-north", "lagoon-row-b", "2026-11-28"),
                person("ilse.marchetti", "water-chemist", "pelagia-rescue", "pool-1", null),
                person("anouk.shearwater", "till-lead", "quayside-south", "kiosk", null),
                person("dov.hallam", "till-lead", "quayside-south", null, null));
    }

    private static Given group(String group, String role, String place, @Nullable String area, @Nullable String until) {
        return new Given(group + " " + role + " " + place, "group:" + group, role, place, area, until);
    }

    private static Given person(
            String handle, String role, String place, @Nullable String area, @Nullable String until) {
        return new Given(handle + " " + role + " " + place, "person:" + handle, role, place, area, until);
    }

    static List<Login> logins(List<Worker> workers) {
        List<Login> logins = new ArrayList<>();
        for (Place place : Place.all()) {
            for (Worker worker : workers) {
                if (wants(worker, place)) {
                    logins.add(new Login(worker, place, userName(worker, place), seat(worker, place)));
                }
            }
        }
        return logins;
    }

    private static boolean wants(Worker worker, Place place) {
        if (worker.handle().equals("wren.castellane") || worker.job().equals("Seasonal worker")) {
            return false;
        }
        boolean lagoonOrPier = worker.isIn("lagoon-keepers") || worker.isIn("north-pier-keepers");
        boolean medical = worker.isIn("vets-on-call") || worker.isIn("curators");
        return switch (place.path()) {
            case "pelagia-north" -> lagoonOrPier || medical || worker.isIn("water-chemists");
            case "pelagia-south" ->
                worker.isIn("south-bay-keepers") || worker.isIn("curators") || worker.isIn("water-chemists");
            case "pelagia-rescue" ->
                worker.isIn("rescue-crew")
                        || worker.isPartner()
                        || worker.handle().equals("ilse.marchetti");
            case "pelagia-training" -> worker.handle().equals("ines.abara");
            case "rota-buoy-all" -> worker.kind().equals("EMPLOYEE");
            case "quayside-south" -> worker.isIn("ticket-crew") || worker.isIn("kiosk-crew");
            case "strandline-live" -> worker.kind().equals("VOLUNTEER") || worker.isIn("rescue-crew");
            case "strandline-training" -> worker.isIn("vets-on-call");
            case "drydock-works" -> worker.isIn("works-crew");
            case "mooring-book-harbour" ->
                worker.isIn("works-crew") || worker.handle().equals("perrin.aldous");
            default -> false;
        };
    }

    private static String userName(Worker worker, Place place) {
        return switch (place.userNames()) {
            case "MAIL" -> worker.mail();
            case "STAFF_NUMBER" -> worker.staffNumber();
            default -> worker.handle();
        };
    }

    private static @Nullable String seat(Worker worker, Place place) {
        if (!worker.isHere()) {
            return null;
        }
        boolean medical = worker.isIn("vets-on-call") || worker.isIn("curators");
        return switch (place.app()) {
            case "pelagia" -> {
                boolean night = place.key().equals("north") && worker.isIn("lagoon-night");
                yield medical || night ? "clinician" : worker.isPartner() ? "reader" : "keeper";
            }
            case "rota-buoy" -> worker.handle().equals("saoirse.lund") ? "planner" : "staff";
            case "quayside" -> "counter";
            case "mooring-book" -> "login";
            default -> null;
        };
    }
}
