package wexa.demo;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** What people at the Trust call their work in each app, and what it needs there. */
final class Tasks {
    private static final Map<String, String> DESCRIPTIONS = Map.ofEntries(
            Map.entry("treatment:record", "Write down what an animal was given"),
            Map.entry("treatment:amend", "Correct what was written down before"),
            Map.entry("treatment:remove", "Delete a treatment for good"),
            Map.entry("treatment:approve", "Sign off what somebody else recorded"),
            Map.entry("water-reading:run-check", "Start a measurement outside the timetable"),
            Map.entry("night-round:walk", "Tick off the stations of the night round"),
            Map.entry("run:cancel", "Call off a transport that is planned"),
            Map.entry("release:publish", "Make a release visible to visitors"),
            Map.entry("leave:approve", "Grant or decline what others asked for"),
            Map.entry("shift:change", "Move anybody's shifts"),
            Map.entry("refund:issue", "Pay money back to a customer"),
            Map.entry("refund:approve", "Sign off a refund that somebody else issued"),
            Map.entry("part:order", "Order spare parts at the Trust's cost"),
            Map.entry("part:receive", "Confirm that a delivery is complete"),
            Map.entry("connection:work", "Open and close a plant connection"));

    private Tasks() {}

    /** What an action amounts to where its name does not tell; empty elsewhere. */
    static String description(String type, String action) {
        return DESCRIPTIONS.getOrDefault(type + ":" + action, "");
    }

    static List<Map<String, Object>> of(String app) {
        return switch (app) {
            case "pelagia" ->
                List.of(
                        task(app, "feed", "Feed the animals", "animal:see", "feeding-plan:see"),
                        task(app, "plan-feeding", "Plan the feeding", "animal:see", "feeding-plan:change"),
                        task(app, "treat", "Treat an animal", "animal:see", "treatment:see", "treatment:record"),
                        task(app, "correct-treatment", "Correct a treatment", "treatment:see", "treatment:amend"),
                        task(app, "sign-off", "Sign off treatments", "treatment:see", "treatment:approve"),
                        task(app, "test-water", "Test the water", "water-reading:record", "water-reading:run-check"),
                        task(app, "night-watch", "Keep watch at night", "night-round:walk", "animal:see"));
            case "strandline" ->
                List.of(
                        task(app, "take-call", "Take a rescue call", "case:see", "case:open", "sighting:report"),
                        task(app, "transport", "Drive an animal", "run:see", "run:drive"),
                        task(app, "release", "Announce a release", "release:see", "release:publish"));
            case "rota-buoy" ->
                List.of(
                        task(app, "swap", "Swap a shift", "shift:see", "shift:swap"),
                        task(app, "make-rota", "Make the rota", "shift:change", "leave:approve"));
            case "quayside" ->
                List.of(
                        task(app, "sell", "Sell tickets", "till:see", "till:open", "till:sell"),
                        task(app, "pay-back", "Give a customer money back", "refund:see", "refund:issue"),
                        task(app, "count-stock", "Count the stock", "stock:see", "stock:change"));
            case "drydock" ->
                List.of(
                        task(app, "repair", "Repair a pump", "order:see", "order:close", "connection:work"),
                        task(app, "restock", "Order parts", "part:see", "part:order"),
                        task(app, "take-in", "Take in a delivery", "part:see", "part:receive"));
            default -> throw new IllegalArgumentException("no tasks are known in " + app);
        };
    }

    private static Map<String, Object> task(String app, String key, String name, String... needs) {
        return Map.of(
                "key",
                key,
                "name",
                name,
                "needs",
                Stream.of(needs).map(need -> app + ":" + need).toList());
    }
}
