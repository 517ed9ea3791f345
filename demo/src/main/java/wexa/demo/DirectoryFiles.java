package wexa.demo;

import java.util.ArrayList;
import java.util.List;

/** The directories as LDIF (RFC 2849): {@code inetOrgPerson} entries (RFC 2798) and {@code groupOfNames}. */
final class DirectoryFiles {
    private final List<Worker> workers;

    private static final String MARRIED = "saoirse.lund";
    private static final String RENAMED = "pasco.murrelet";
    private static final String NUMBER_TWICE = "ailsa.eddystone";
    private static final String ON_LEAVE = "dov.hallam";
    private static final String VANISHED = "ailsa.saltmarsh";

    DirectoryFiles(List<Worker> workers) {
        this.workers = workers;
    }

    /**
     * The Trust's own directory: with a newcomer whom the model does not know yet, one entry with another family name than
     * here, one under another user id, one with a number that is somebody's, and one that is missing; and with a group that
     * is not known here.
     */
    String trust() {
        StringBuilder ldif = new StringBuilder();
        base(ldif, "skerrow", "Skerrow Sea Trust");
        workers.stream()
                .filter(worker -> !worker.isPartner())
                .filter(worker -> !worker.handle().equals(VANISHED))
                .map(DirectoryFiles::asTheDirectorySays)
                .forEach(worker -> person(ldif, worker, "20260101000000Z"));
        person(ldif, twin(), "20261119090000Z");
        person(ldif, newcomer("Odile", "Marrick", "Keeper", "lagoon-hall", "40901"), "20261123070000Z");
        for (String group : List.of("lagoon-staff", "south-shop", "trust-volunteers")) {
            List<Worker> members = workers.stream()
                    .filter(Worker::isHere)
                    .filter(worker -> Scenario.directoryGroups(worker).contains(group))
                    .toList();
            group(ldif, group, "Read from the Trust directory", members);
        }
        List<Worker> wardens = workers.stream()
                .filter(worker -> worker.isHere() && worker.job().equals("Keeper") && !worker.isPartner())
                .limit(4)
                .toList();
        group(ldif, "tide-wardens", "Watch the tide gates", wardens);
        return ldif.toString();
    }

    /** The partner's directory. */
    String partner() {
        StringBuilder ldif = new StringBuilder();
        base(ldif, "orrin", "Orrin Vets");
        workers.stream().filter(Worker::isPartner).forEach(worker -> person(ldif, worker, "20240415000000Z"));
        return ldif.toString();
    }

    private static Worker asTheDirectorySays(Worker worker) {
        if (worker.handle().equals(MARRIED)) {
            return worker.called(worker.handle(), worker.given(), worker.family() + "-Arkwright");
        }
        return worker.handle().equals(RENAMED) ? worker.called("pasco.m", worker.given(), worker.family()) : worker;
    }

    /** Somebody new, whose entry was given a staff number that is somebody else's. */
    private Worker twin() {
        Worker other = workers.stream()
                .filter(worker -> worker.handle().equals(NUMBER_TWICE))
                .findFirst()
                .orElseThrow();
        return newcomer("Alisa", "Eddyworth", "Shop assistant", "south-bay", other.staffNumber());
    }

    private static Worker newcomer(String given, String family, String job, String unit, String number) {
        String handle = (given + "." + family).toLowerCase(java.util.Locale.ROOT);
        return new Worker(handle, given, family, "EMPLOYEE", number, unit, job, Scenario.OPENS, null, List.of());
    }

    private static void base(StringBuilder ldif, String name, String organisation) {
        String base = "dc=" + name + ",dc=example";
        entry(ldif, base, "objectClass: top", "objectClass: domain", "dc: " + name, "description: " + organisation);
        entry(ldif, "ou=people," + base, "objectClass: organizationalUnit", "ou: people");
        entry(ldif, "ou=groups," + base, "objectClass: organizationalUnit", "ou: groups");
    }

    private static void person(StringBuilder ldif, Worker worker, String created) {
        entry(
                ldif,
                dn(worker),
                "objectClass: inetOrgPerson",
                "entryUUID: " + entryId(worker.handle()),
                "uid: " + worker.handle(),
                "cn: " + worker.name(),
                "givenName: " + worker.given(),
                "sn: " + worker.family(),
                "mail: " + worker.mail(),
                worker.staffNumber().isEmpty() ? "" : "employeeNumber: " + worker.staffNumber(),
                "employeeType: " + worker.kind().toLowerCase(java.util.Locale.ROOT),
                "title: " + worker.job(),
                "ou: " + worker.unit(),
                OwnFields.room(worker).map(room -> "roomNumber: " + room).orElse(""),
                isOut(worker) ? "loginStatus: disabled" : "",
                "createTimestamp: " + created);
    }

    /** Whoever left, or is on leave, was disabled by whoever keeps the directory. */
    private static boolean isOut(Worker worker) {
        String until = worker.until();
        return worker.handle().equals(ON_LEAVE) || (until != null && until.compareTo(Scenario.OPENS) <= 0);
    }

    static String entryId(String handle) {
        return Fact.id("entry", handle);
    }

    static String groupEntryId(String key) {
        return Fact.id("group entry", key);
    }

    private static String dn(Worker worker) {
        return "uid=" + worker.handle() + ",ou=people,dc=" + (worker.isPartner() ? "orrin" : "skerrow") + ",dc=example";
    }

    private static void group(StringBuilder ldif, String key, String description, List<Worker> members) {
        List<String> lines = new ArrayList<>(List.of(
                "objectClass: groupOfNames",
                "entryUUID: " + groupEntryId(key),
                "cn: " + key,
                "description: " + description));
        members.stream()
                .filter(worker -> !worker.handle().equals(VANISHED))
                .map(DirectoryFiles::asTheDirectorySays)
                .forEach(worker -> lines.add("member: " + dn(worker)));
        entry(ldif, "cn=" + key + ",ou=groups,dc=skerrow,dc=example", lines.toArray(String[]::new));
    }

    private static void entry(StringBuilder ldif, String dn, String... lines) {
        ldif.append("dn: ").append(dn).append('\n');
        for (String line : lines) {
            if (!line.isEmpty()) {
                ldif.append(line).append('\n');
            }
        }
        ldif.append('\n');
    }
}
