package wexa.demo;

import java.util.List;
import java.util.function.Predicate;

/** The directories as LDIF (RFC 2849): {@code inetOrgPerson} entries (RFC 2798) and {@code groupOfNames}. */
final class DirectoryFiles {
    private final List<Worker> workers;

    DirectoryFiles(List<Worker> workers) {
        this.workers = workers;
    }

    /** The Trust's own directory, with two newcomers whom the model does not know yet. */
    String trust() {
        StringBuilder ldif = new StringBuilder();
        base(ldif, "skerrow", "Skerrow Sea Trust");
        workers.stream()
                .filter(worker -> !worker.isPartner())
                .forEach(worker -> person(ldif, worker, "20260101000000Z"));
        person(ldif, newcomer("Odile", "Marrick", "Keeper", "lagoon-hall", "40901"), "20261123070000Z");
        for (String group : List.of("lagoon-staff", "south-shop", "trust-volunteers")) {
            group(ldif, group, worker -> Scenario.directoryGroups(worker).contains(group));
        }
        return ldif.toString();
    }

    /** The partner's directory. */
    String partner() {
        StringBuilder ldif = new StringBuilder();
        base(ldif, "orrin", "Orrin Vets");
        workers.stream().filter(Worker::isPartner).forEach(worker -> person(ldif, worker, "20240415000000Z"));
        return ldif.toString();
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
                "uid: " + worker.handle(),
                "cn: " + worker.name(),
                "givenName: " + worker.given(),
                "sn: " + worker.family(),
                "mail: " + worker.mail(),
                worker.staffNumber().isEmpty() ? "" : "employeeNumber: " + worker.staffNumber(),
                "employeeType: " + worker.kind().toLowerCase(java.util.Locale.ROOT),
                "title: " + worker.job(),
                "ou: " + worker.unit(),
                "createTimestamp: " + created);
    }

    private static String dn(Worker worker) {
        return "uid=" + worker.handle() + ",ou=people,dc=" + (worker.isPartner() ? "orrin" : "skerrow") + ",dc=example";
    }

    private void group(StringBuilder ldif, String key, Predicate<Worker> isMember) {
        List<String> lines = new java.util.ArrayList<>(List.of("objectClass: groupOfNames", "cn: " + key));
        workers.stream().filter(Worker::isHere).filter(isMember).forEach(worker -> lines.add("member: " + dn(worker)));
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
