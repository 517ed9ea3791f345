package wexa.demo;

import java.util.ArrayList;
import java.util.List;

/** What is particular in the scenario: a mapping, a role written as a group, a variant, an absence. */
final class Particulars {
    private Particulars() {}

    static List<Fact> all() {
        List<Fact> facts = new ArrayList<>();
        addMappings(facts);
        addBindings(facts);
        addVariants(facts);
        addAbsences(facts);
        return facts;
    }

    private static void addMappings(List<Fact> facts) {
        Place north = Place.all().get(0);
        facts.add(Fact.of(
                "mapping",
                "lagoon-staff",
                "directoryGroup",
                Fact.id("group", "lagoon-staff"),
                "role",
                Fact.id("role", "animal-reader"),
                "tenant",
                north.id(),
                "area",
                north.area("lagoon-hall"),
                "carriage",
                "CARRIED"));
    }

    /** A tenant that takes groups only has its roles written as groups; one that is worked in by hand, as rights in its list. */
    private static void addBindings(List<Fact> facts) {
        facts.add(binding(Scenario.WATCHERS, "rescue-watcher", "strandline-training", "GROUP", Scenario.WATCHERS_NAME));
        ManualFiles.RIGHTS.forEach((role, right) ->
                facts.add(binding(role + " mooring-book-harbour", role, "mooring-book-harbour", "ROLE", right)));
    }

    private static Fact binding(String id, String role, String place, String manner, String name) {
        return Fact.of(
                "binding",
                id,
                "role",
                Fact.id("role", role),
                "tenant",
                Place.at(place).id(),
                "area",
                null,
                "manner",
                manner,
                "name",
                name,
                "found",
                null,
                "isReleased",
                false);
    }

    /** Whoever makes the rota is away from tomorrow on, and nobody covers yet. */
    private static void addAbsences(List<Fact> facts) {
        facts.add(Fact.of(
                "absence",
                "saoirse.lund",
                "person",
                Fact.id("person", "saoirse.lund"),
                "manner",
                "AWAY",
                "window",
                Scenario.window("2026-11-24", "2026-12-05"),
                "seats",
                "KEPT",
                "reason",
                "on holiday"));
    }

    /** Where the harbour runs the checks itself, chemists do not. */
    private static void addVariants(List<Fact> facts) {
        facts.add(Fact.of(
                "role-variant",
                "water-chemist-south",
                "role",
                Fact.id("role", "water-chemist"),
                "tenant",
                Place.at("pelagia-south").id(),
                "sets",
                List.of(),
                "exclusions",
                List.of(Scenario.VARIED),
                "owner",
                Fact.id("person", "ilse.marchetti"),
                "reason",
                "the harbour authority runs the checks at South Bay"));
    }
}
