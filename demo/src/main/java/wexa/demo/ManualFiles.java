package wexa.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.StringJoiner;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;

/** The tenant that has no interface: how the work in it is done, and the last list of its accounts, a week old. */
final class ManualFiles {
    /** Roles, and the rights by which they stand in the list. */
    static final SortedMap<String, String> RIGHTS =
            new TreeMap<>(Map.of("boat-booker", "Booker", "harbour-clerk", "Clerk"));

    private static final String LISTED_AT = "2026-11-16T09:00:00Z";

    private final List<Worker> workers;

    ManualFiles(List<Worker> workers) {
        this.workers = workers;
    }

    void write(Path folder, Place place, JsonMapper json) throws IOException {
        List<Staffing.Login> logins = Staffing.logins(workers).stream()
                .filter(login -> login.place().path().equals(place.path()))
                .toList();
        Map<String, Object> manual = new LinkedHashMap<>();
        manual.put("tenant", place.id());
        manual.put("assignee", Fact.id("person", "jonah.petrel"));
        manual.put("hours", 24);
        manual.put(
                "instructions",
                "At the harbour office, sign in to the Mooring Book as keeper. Accounts are under People; rights are the"
                        + " ticks beside a name. A list is exported under People, Print, As table.");
        manual.put("listedAt", LISTED_AT);
        manual.put("accounts", logins.size() + 1);
        Files.writeString(folder.resolve("manual.json"), json.writeValueAsString(manual));
        Files.writeString(folder.resolve("accounts.csv"), list(place, logins));
    }

    private static String list(Place place, List<Staffing.Login> logins) {
        StringJoiner lines = new StringJoiner("\r\n", "", "\r\n");
        lines.add("user name,first name,last name,e-mail,active,licence,rights");
        logins.forEach(login -> {
            Worker worker = login.worker();
            String right = RIGHTS.get(worker.isIn("works-crew") ? "boat-booker" : "harbour-clerk");
            lines.add(String.join(
                    ",",
                    login.userName(),
                    worker.given(),
                    worker.family(),
                    worker.mail(),
                    worker.isHere() ? "yes" : "no",
                    "Login",
                    right));
        });
        lines.add("emergency." + place.key() + ",Emergency," + place.name() + ",,yes,Login,");
        return lines.toString();
    }
}
