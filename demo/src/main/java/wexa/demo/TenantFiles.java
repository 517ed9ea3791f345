package wexa.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What each tenant holds when the demo opens, as SCIM resources: what the model wants, and the oddities that administrators
 * meet: a role that differs, an account that stayed open, one that is missing, logins that nobody knows.
 */
final class TenantFiles {
    private static final String SEAT_EXTENSION = "urn:wexa:scim:schemas:extension:1.0:Seat";

    private final List<Worker> workers;
    private final Catalogue catalogue;

    TenantFiles(List<Worker> workers, Catalogue catalogue) {
        this.workers = workers;
        this.catalogue = catalogue;
    }

    /** The file of one tenant. */
    Map<String, Object> of(Place place) {
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("key", place.path());
        file.put("app", place.app());
        file.put("name", place.name());
        file.put("capabilities", place.capabilities());
        file.put("delayMillis", place.delayMillis());
        file.put("seatKinds", seatKinds(place));
        file.put("pools", place.pools());
        file.put("catalogueVersion", NextVersion.of(place));
        file.put("catalogue", NextVersion.types(place, catalogue.typesOf(place.app())));
        file.put("tasks", NextVersion.tasks(place));
        file.put("permissionSets", NextVersion.presets(place));
        file.put("Users", users(place));
        file.put("Areas", areas(place));
        boolean full = place.capabilities().contains("ASSIGNMENTS");
        file.put("Groups", full ? groups(place) : plainGroups(place));
        file.put("Roles", full ? roles(place) : List.of());
        file.put("Assignments", full ? assignments(place) : List.of());
        return file;
    }

    private List<Object> seatKinds(Place place) {
        List<Object> kinds = new ArrayList<>();
        catalogue.seatsOf(place.app()).forEach((key, carries) -> kinds.add(Map.of("key", key, "carries", carries)));
        return kinds;
    }

    private List<Object> users(Place place) {
        List<Object> users = new ArrayList<>();
        for (Staffing.Login login : logins(place)) {
            Worker worker = login.worker();
            boolean stayedOpen =
                    worker.handle().equals("linnet.hargreave") && place.app().equals("rota-buoy");
            Map<String, Object> user =
                    user(login.userName(), worker.given(), worker.family(), worker.isHere() || stayedOpen);
            user.put("externalId", login.id());
            user.put("emails", List.of(Map.of("value", worker.mail(), "type", "work", "primary", true)));
            if (login.seat() != null) {
                user.put(SEAT_EXTENSION, Map.of("seats", List.of(Map.of("value", login.seat()))));
            }
            if (place.path().equals("strandline-training") && users.isEmpty()) {
                // given by somebody there, before any role stood for it
                user.put("entitlements", List.of(Map.of("value", "exercise-lead")));
            }
            users.add(user);
        }
        Map<String, Object> emergency = user("emergency." + place.key(), "Emergency", place.name(), true);
        emergency.put("externalId", Fact.id("account", place.path() + "/emergency"));
        users.add(emergency);
        strangers(place).forEach(name -> users.add(user(name, "", name, true)));
        return users;
    }

    private List<Staffing.Login> logins(Place place) {
        boolean oneMissing = place.path().equals("quayside-south");
        return Staffing.logins(workers).stream()
                .filter(login -> login.place().path().equals(place.path()))
                .filter(login -> !oneMissing || !login.worker().handle().equals(lastClerk()))
                .toList();
    }

    /** Somebody at work there whose account got lost. */
    private String lastClerk() {
        return workers.stream()
                .filter(worker -> worker.isHere() && worker.isIn("ticket-crew"))
                .reduce((first, second) -> second)
                .map(Worker::handle)
                .orElse("");
    }

    private static List<String> strangers(Place place) {
        return switch (place.path()) {
            case "pelagia-north" -> List.of("old.import", "pump-display", "test1");
            case "strandline-live" -> List.of("coast.radio");
            default -> List.of();
        };
    }

    private static Map<String, Object> user(String userName, String given, String family, boolean active) {
        Map<String, Object> user = new LinkedHashMap<>();
        user.put("userName", userName);
        user.put("name", Map.of("givenName", given, "familyName", family));
        user.put("active", active);
        return user;
    }

    private List<Object> areas(Place place) {
        List<Object> areas = new ArrayList<>();
        for (Place.Spot area : place.areas()) {
            Map<String, Object> made = new LinkedHashMap<>();
            made.put("externalId", place.area(area.key()));
            made.put("key", area.key());
            made.put("displayName", area.name());
            if (!area.parent().isEmpty()) {
                made.put("parent", area.parent());
            }
            areas.add(made);
        }
        return areas;
    }

    private List<Staffing.Given> given(Place place) {
        List<Staffing.Given> given = new ArrayList<>(Staffing.given().stream()
                .filter(one -> one.place().equals(place.path()))
                .filter(one -> !one.name().startsWith("dov.hallam"))
                .toList());
        return given;
    }

    private List<Object> groups(Place place) {
        Set<String> named = new LinkedHashSet<>();
        given(place).stream().filter(Staffing.Given::isForGroup).forEach(given -> named.add(given.subjectKey()));
        if (place.path().equals("pelagia-north")) {
            named.add("lagoon-staff");
        }
        List<Object> groups = new ArrayList<>();
        for (String group : named) {
            List<Object> members = new ArrayList<>();
            for (Staffing.Login login : logins(place)) {
                boolean directory = Scenario.directoryGroups(login.worker()).contains(group);
                if (login.worker().isHere() && (login.worker().isIn(group) || directory)) {
                    members.add(Map.of("externalId", login.id()));
                }
            }
            groups.add(
                    Map.of("externalId", Fact.id("group", group), "displayName", groupName(group), "members", members));
        }
        return groups;
    }

    /** In a tenant that knows users and groups only: one that stands for a role, and one that somebody made there. */
    private List<Object> plainGroups(Place place) {
        if (!place.path().equals("strandline-training")) {
            return List.of();
        }
        List<Object> members = new ArrayList<>();
        logins(place).stream()
                .filter(login -> login.worker().isHere())
                .forEach(login -> members.add(Map.of("externalId", login.id())));
        return List.of(
                Map.of(
                        "externalId",
                        Fact.id("binding", Scenario.WATCHERS),
                        "displayName",
                        Scenario.WATCHERS_NAME,
                        "members",
                        members),
                Map.of("displayName", "Exercise crew", "members", members.subList(0, Math.min(2, members.size()))));
    }

    private static String groupName(String key) {
        String directory = Scenario.DIRECTORY_GROUPS.get(key);
        if (directory != null) {
            return directory;
        }
        String words = key.replace('-', ' ');
        String name = Character.toUpperCase(words.charAt(0)) + words.substring(1);
        return name.replace("North pier", "North Pier").replace("South bay", "South Bay");
    }

    private List<Object> roles(Place place) {
        Set<String> named = new LinkedHashSet<>();
        given(place).forEach(given -> named.add(given.role()));
        if (place.path().equals("pelagia-north")) {
            named.add("animal-reader");
        }
        List<Object> roles = new ArrayList<>();
        for (String role : named) {
            Set<String> permissions = new LinkedHashSet<>(catalogue.permissions(role));
            permissions.removeIf(permission -> !permission.startsWith(place.app() + ":"));
            if (place.path().equals("pelagia-south") && role.equals("keeper")) {
                permissions.remove("pelagia:water-reading:record");
                permissions.add("pelagia:treatment:remove");
            }
            if (place.path().equals("pelagia-south") && role.equals("water-chemist")) {
                permissions.remove(Scenario.VARIED);
            }
            String words = role.replace('-', ' ');
            roles.add(Map.of(
                    "externalId",
                    Fact.id("role", role),
                    "displayName",
                    Character.toUpperCase(words.charAt(0)) + words.substring(1),
                    "permissions",
                    permissions));
        }
        return roles;
    }

    private List<Object> assignments(Place place) {
        List<Object> assignments = new ArrayList<>();
        for (Staffing.Given given : given(place)) {
            Map<String, Object> made = new LinkedHashMap<>();
            made.put("externalId", given.id());
            made.put(
                    "subject",
                    Map.of(
                            "type",
                            given.isForGroup() ? "Group" : "User",
                            "externalId",
                            given.isForGroup()
                                    ? Fact.id("group", given.subjectKey())
                                    : Fact.id("account", place.path() + "/" + given.subjectKey())));
            made.put("role", Map.of("externalId", Fact.id("role", given.role())));
            if (given.area() != null) {
                made.put("area", given.area());
            }
            if (given.until() != null) {
                made.put("validUntil", Scenario.midnight(given.until()));
            }
            assignments.add(made);
        }
        if (place.path().equals("pelagia-north")) {
            assignments.add(Map.of(
                    "externalId",
                    Fact.id("mapping", "lagoon-staff"),
                    "subject",
                    Map.of("type", "Group", "externalId", Fact.id("group", "lagoon-staff")),
                    "role",
                    Map.of("externalId", Fact.id("role", "animal-reader")),
                    "area",
                    "lagoon-hall"));
        }
        return assignments;
    }
}
