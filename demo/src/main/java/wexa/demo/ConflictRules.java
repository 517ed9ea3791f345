package wexa.demo;

import java.util.List;
import java.util.Map;

/** What must not meet in one person at the Trust. */
final class ConflictRules {
    private ConflictRules() {}

    static List<Fact> make() {
        return List.of(
                conflict(
                        "treatment-recorded-and-approved",
                        "Records a treatment and approves it",
                        "Somebody else looks at what an animal was given",
                        "pelagia:treatment:record",
                        "pelagia:treatment:approve",
                        "AREA",
                        "WARN"),
                conflict(
                        "refund-issued-and-approved",
                        "Issues a refund and approves it",
                        "Nobody gives money back alone",
                        "quayside:refund:issue",
                        "quayside:refund:approve",
                        "TENANT",
                        "BLOCK"),
                conflict(
                        "part-ordered-and-received",
                        "Orders a part and receives it",
                        "What was ordered is counted by somebody else",
                        "drydock:part:order",
                        "drydock:part:receive",
                        "TENANT",
                        "WARN"));
    }

    private static Fact conflict(
            String key, String name, String description, String one, String other, String within, String manner) {
        return Fact.of(
                "conflict-rule",
                key,
                "key",
                key,
                "name",
                name,
                "description",
                description,
                "owner",
                Fact.id("person", "tove.lindqvist"),
                "one",
                Map.of("permissions", List.of(one), "sets", List.of(), "roles", List.of()),
                "other",
                Map.of("permissions", List.of(other), "sets", List.of(), "roles", List.of()),
                "within",
                within,
                "counted",
                List.of("BLOCKED", "COMING"),
                "manner",
                manner);
    }
}
