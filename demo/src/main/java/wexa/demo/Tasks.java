package wexa.demo;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;

/** What people at the Trust call their work in each app, and what it needs there. */
final class Tasks {
    private static final Map<String, String> DESCRIPTIONS = Map.ofEntries(
            Map.entry("animal:see", "Look up animals and where they are"),
            Map.entry("animal:change", "Keep an animal's record up to date"),
            Map.entry("treatment:see", "Look up what an animal was given"),
            Map.entry("treatment:record", "Write down what an animal was given"),
            Map.entry("treatment:amend", "Correct what was written down before"),
            Map.entry("treatment:remove", "Delete a treatment for good"),
            Map.entry("treatment:approve", "Sign off what somebody else recorded"),
            Map.entry("feeding-plan:see", "Look up what is fed and when"),
            Map.entry("feeding-plan:change", "Set what is fed and when"),
            Map.entry("water-reading:see", "Look up measurements of the water"),
            Map.entry("water-reading:record", "Write down a measurement"),
            Map.entry("water-reading:run-check", "Start a measurement outside the timetable"),
            Map.entry("night-round:see", "Look up rounds and their stations"),
            Map.entry("night-round:walk", "Tick off the stations of the night round"),
            Map.entry("case:see", "Look up rescue cases"),
            Map.entry("case:open", "Open a case for an animal in need"),
            Map.entry("case:close", "Close a case that is settled"),
            Map.entry("run:see", "Look up transports"),
            Map.entry("run:plan", "Plan a transport"),
            Map.entry("run:drive", "Take on a transport and report it done"),
            Map.entry("run:cancel", "Call off a transport that is planned"),
            Map.entry("release:see", "Look up releases"),
            Map.entry("release:publish", "Make a release visible to visitors"),
            Map.entry("sighting:see", "Look up what was reported from the coast"),
            Map.entry("sighting:report", "Report an animal seen at the coast"),
            Map.entry("shift:see", "Look up the rota"),
            Map.entry("shift:swap", "Swap one's own shifts"),
            Map.entry("shift:change", "Move anybody's shifts"),
            Map.entry("leave:see", "Look up requests for leave"),
            Map.entry("leave:ask", "Ask for leave"),
            Map.entry("leave:approve", "Grant or decline what others asked for"),
            Map.entry("on-call:see", "Look up who is on call"),
            Map.entry("on-call:take", "Take over a time on call"),
            Map.entry("till:see", "Look up tills and their takings"),
            Map.entry("till:open", "Open and close a till"),
            Map.entry("till:sell", "Sell tickets and goods"),
            Map.entry("refund:see", "Look up refunds"),
            Map.entry("refund:issue", "Pay money back to a customer"),
            Map.entry("refund:approve", "Sign off a refund that somebody else issued"),
            Map.entry("stock:see", "Look up what the shop has"),
            Map.entry("stock:change", "Count and order what the shop sells"),
            Map.entry("order:see", "Look up works orders"),
            Map.entry("order:raise", "Raise a works order"),
            Map.entry("order:close", "Report a works order as done"),
            Map.entry("part:see", "Look up spare parts"),
            Map.entry("part:order", "Order spare parts at the Trust's cost"),
            Map.entry("part:receive", "Confirm that a delivery is complete"),
            Map.entry("connection:see", "Look up plant connections"),
            Map.entry("connection:work", "Open and close a plant connection"),
            Map.entry("booking:see", "See which boats are booked, and by whom"),
            Map.entry("booking:book", "Book a boat"),
            Map.entry("booking:cancel", "Cancel a booking"),
            Map.entry("booking:assign", "Say who gets which boat"));

    private Tasks() {}

    /** What an action amounts to. */
    static String description(String type, String action) {
        return Objects.requireNonNull(DESCRIPTIONS.get(type + ":" + action), type + ":" + action);
    }

    static List<Map<String, Object>> of(String app) {
        return switch (app) {
            case "pelagia" ->
                List.of(
                        task(
                                app,
                                "feed",
                                "Feed the animals",
                                "Bring the animals of a hall what the plan says",
                                "animal:see",
                                "feeding-plan:see"),
                        task(
                                app,
                                "plan-feeding",
                                "Plan the feeding",
                                "Decide what is fed, and when",
                                "animal:see",
                                "feeding-plan:change"),
                        task(
                                app,
                                "treat",
                                "Treat an animal",
                                "Give an animal what the vet ordered, and write it down",
                                "animal:see",
                                "treatment:see",
                                "treatment:record"),
                        task(
                                app,
                                "correct-treatment",
                                "Correct a treatment",
                                "Put right what was written down wrongly",
                                "treatment:see",
                                "treatment:amend"),
                        task(
                                app,
                                "sign-off",
                                "Sign off treatments",
                                "Check what others recorded, and approve it",
                                "treatment:see",
                                "treatment:approve"),
                        task(
                                app,
                                "test-water",
                                "Test the water",
                                "Measure the water, by the timetable and besides",
                                "water-reading:record",
                                "water-reading:run-check"),
                        task(
                                app,
                                "night-watch",
                                "Keep watch at night",
                                "Walk the round and look after the animals at night",
                                "night-round:walk",
                                "animal:see"));
            case "strandline" ->
                List.of(
                        task(
                                app,
                                "take-call",
                                "Take a rescue call",
                                "Answer the rescue line and open a case",
                                "case:see",
                                "case:open",
                                "sighting:report"),
                        task(
                                app,
                                "transport",
                                "Drive an animal",
                                "Bring an animal to a pool or back to the sea",
                                "run:see",
                                "run:drive"),
                        task(
                                app,
                                "release",
                                "Announce a release",
                                "Tell visitors that an animal goes back to the sea",
                                "release:see",
                                "release:publish"));
            case "rota-buoy" ->
                List.of(
                        task(app, "swap", "Swap a shift", "Trade a shift with a colleague", "shift:see", "shift:swap"),
                        task(
                                app,
                                "make-rota",
                                "Make the rota",
                                "Plan everybody's shifts and leave",
                                "shift:change",
                                "leave:approve"));
            case "quayside" ->
                List.of(
                        task(
                                app,
                                "sell",
                                "Sell tickets",
                                "Sell tickets and goods at a till",
                                "till:see",
                                "till:open",
                                "till:sell"),
                        task(
                                app,
                                "pay-back",
                                "Give a customer money back",
                                "Take a sale back at the till",
                                "refund:see",
                                "refund:issue"),
                        task(
                                app,
                                "count-stock",
                                "Count the stock",
                                "Count the shop's stock and order more",
                                "stock:see",
                                "stock:change"));
            case "drydock" ->
                List.of(
                        task(
                                app,
                                "repair",
                                "Repair a pump",
                                "Mend a pump and report it done",
                                "order:see",
                                "order:close",
                                "connection:work"),
                        task(
                                app,
                                "restock",
                                "Order parts",
                                "Order parts that are running out",
                                "part:see",
                                "part:order"),
                        task(
                                app,
                                "take-in",
                                "Take in a delivery",
                                "Check a delivery and put it on the shelf",
                                "part:see",
                                "part:receive"));
            case "mooring-book" ->
                List.of(task(
                        app,
                        "book-boat",
                        "Book a boat",
                        "Reserve a boat for a day's work",
                        "booking:see",
                        "booking:book"));
            default -> throw new IllegalArgumentException("no tasks are known in " + app);
        };
    }

    private static Map<String, Object> task(String app, String key, String name, String description, String... needs) {
        return Map.of(
                "key",
                key,
                "name",
                name,
                "description",
                description,
                "needs",
                Stream.of(needs).map(need -> app + ":" + need).toList());
    }
}
