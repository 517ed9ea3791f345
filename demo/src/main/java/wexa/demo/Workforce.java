package wexa.demo;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The 640 people of the Trust, made up from a seed. */
final class Workforce {
    private static final List<String> GIVEN = List.of(
            "Ailsa", "Anouk", "Bastian", "Brisa", "Calder", "Caro", "Corin", "Dagny", "Delphi", "Edda", "Eluned",
            "Emre", "Farah", "Fenna", "Finnian", "Gaspard", "Greta", "Halcyon", "Hedda", "Idris", "Ilka", "Imre",
            "Jory", "Juno", "Kaisa", "Keir", "Lowri", "Lucan", "Maelle", "Marit", "Merryn", "Nadir", "Nerys", "Oisin",
            "Orla", "Pasco", "Petra", "Quillan", "Rahel", "Rasmus", "Rhona", "Senna", "Sorrel", "Tamsin", "Tiago",
            "Ulla", "Vesna", "Wilf", "Yara", "Zinnia");
    private static final List<String> FAMILY = List.of(
            "Arkwell",
            "Ashgrove",
            "Barrowclough",
            "Bexhall",
            "Brackwater",
            "Caldmere",
            "Carrick-Voss",
            "Copperthwaite",
            "Dallimore",
            "Dunmarsh",
            "Eddystone",
            "Elverhoy",
            "Fairhaven",
            "Farrowdale",
            "Fenwright",
            "Gannetry",
            "Greywater",
            "Gullickson",
            "Harborne",
            "Heronsgate",
            "Holmquist",
            "Inchmore",
            "Jarrowby",
            "Kelpwood",
            "Kittiwell",
            "Lambrick",
            "Landseer",
            "Limpkin",
            "Marlowick",
            "Merrowdown",
            "Murrelet",
            "Netherby",
            "Oakenshaw",
            "Osprey-Hale",
            "Pellworm",
            "Penrosse",
            "Quayle-Morrow",
            "Ravensworth",
            "Redshank",
            "Saltmarsh",
            "Sandoval-Reyes",
            "Scarborow",
            "Shearwater",
            "Skuadal",
            "Strandby",
            "Tarnbeck",
            "Tidewell",
            "Turnstone",
            "Underhayes",
            "Vannaker",
            "Wadebridge",
            "Whimbrel",
            "Wrackham",
            "Yarrowick");

    private final Random random = new Random(Scenario.SEED);
    private final List<Worker> workers = new ArrayList<>();
    private final Set<String> handles = new HashSet<>();
    private int nextNumber = 40_001;

    List<Worker> make() {
        addNamed();
        addMany(30, "EMPLOYEE", "Keeper", "lagoon-hall", "lagoon-keepers");
        addMany(44, "EMPLOYEE", "Keeper", "north-pier", "north-pier-keepers");
        addMany(40, "EMPLOYEE", "Keeper", "south-bay", "south-bay-keepers");
        addMany(10, "EMPLOYEE", "Water chemist", "north-pier", "water-chemists");
        addMany(4, "EMPLOYEE", "Curator", "south-bay", "curators");
        addMany(7, "EMPLOYEE", "Vet", "rescue-station", "vets-on-call", "rescue-crew");
        addMany(28, "EMPLOYEE", "Rescue hand", "rescue-station", "rescue-crew");
        addMany(46, "EMPLOYEE", "Guide", "north-pier", "guides");
        addMany(36, "EMPLOYEE", "Guide", "south-bay", "guides");
        addMany(30, "EMPLOYEE", "Ticket clerk", "south-bay", "ticket-crew");
        addMany(24, "EMPLOYEE", "Shop assistant", "south-bay", "kiosk-crew");
        addMany(54, "EMPLOYEE", "Office", "office");
        addMany(24, "CONTRACTOR", "Pump fitter", "north-pier", "works-crew");
        addMany(8, "PARTNER", "Visiting vet", "orrin", "partner-vets");
        addMany(198, "VOLUNTEER", "Volunteer guide", "north-pier");
        addSeasonal(640 - workers.size());
        return workers;
    }

    private void addNamed() {
        add("Tove", "Lindqvist", "EMPLOYEE", "Office", "office", "2021-03-01", null);
        add("Saoirse", "Lund", "EMPLOYEE", "Curator", "lagoon-hall", "2019-06-03", null, "curators", "lagoon-keepers");
        add(
                "Ines",
                "Abara",
                "EMPLOYEE",
                "Aquarist",
                "lagoon-hall",
                "2026-11-02",
                null,
                "lagoon-keepers",
                "lagoon-night");
        add(
                "Jonah",
                "Petrel",
                "EMPLOYEE",
                "Keeper",
                "lagoon-hall",
                "2022-09-12",
                null,
                "lagoon-keepers",
                "first-aiders");
        add("Ilse", "Marchetti", "EMPLOYEE", "Water chemist", "north-pier", "2020-01-13", null, "water-chemists");
        add("Wren", "Castellane", "EMPLOYEE", "Keeper", "lagoon-hall", "2026-11-30", null);
        add("Mattis", "Orrin", "PARTNER", "Visiting vet", "orrin", "2024-04-15", null, "partner-vets");
        add("Bo", "Ferreira", "VOLUNTEER", "Volunteer guide", "north-pier", "2025-05-10", "2026-11-28");
        add("Dov", "Hallam", "EMPLOYEE", "Shop assistant", "south-bay", "2025-05-01", null, "kiosk-crew");
        add("Perrin", "Aldous", "EMPLOYEE", "Keeper", "north-pier", "2018-02-05", "2026-11-26", "north-pier-keepers");
        add("Linnet", "Hargreave", "EMPLOYEE", "Keeper", "south-bay", "2017-05-01", "2026-03-01", "south-bay-keepers");
    }

    private void addMany(int count, String kind, String job, String unit, String... groups) {
        for (int made = 0; made < count; made++) {
            String from =
                    (2016 + random.nextInt(10)) + "-" + two(1 + random.nextInt(12)) + "-" + two(1 + random.nextInt(28));
            add(pick(GIVEN), pick(FAMILY), kind, job, unit, from, null, groups);
        }
    }

    /** Last summer's seasonal workers, gone since the end of September. */
    private void addSeasonal(int count) {
        for (int made = 0; made < count; made++) {
            add(pick(GIVEN), pick(FAMILY), "EMPLOYEE", "Seasonal worker", "south-bay", "2026-05-01", "2026-10-01");
        }
    }

    private void add(
            String given,
            String family,
            String kind,
            String job,
            String unit,
            String from,
            @Nullable String until,
            String... groups) {
        String stem = (given + "." + family).toLowerCase(Locale.ROOT);
        String handle = stem;
        for (int number = 2; !handles.add(handle); number++) {
            handle = stem + number;
        }
        boolean numbered = !kind.equals("PARTNER") && !kind.equals("CONTRACTOR");
        workers.add(new Worker(
                handle,
                given,
                family,
                kind,
                numbered ? Integer.toString(nextNumber++) : "",
                unit,
                job,
                from,
                until,
                List.of(groups)));
    }

    private String pick(List<String> from) {
        return from.get(random.nextInt(from.size()));
    }

    private static String two(int number) {
        return String.format(Locale.ROOT, "%02d", number);
    }
}
