package wexa.demo;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** A person of the scenario with the one engagement that matters for their work. */
record Worker(
        String handle,
        String given,
        String family,
        String kind,
        String staffNumber,
        String unit,
        String job,
        String from,
        @Nullable String until,
        List<String> groups) {
    String mail() {
        return handle + "@" + (isPartner() ? "orrin" : "skerrow") + ".example";
    }

    String name() {
        return given + " " + family;
    }

    /** The same worker under another handle and name. */
    Worker called(String otherHandle, String otherGiven, String otherFamily) {
        return new Worker(otherHandle, otherGiven, otherFamily, kind, staffNumber, unit, job, from, until, groups);
    }

    boolean isPartner() {
        return kind.equals("PARTNER");
    }

    /** Whether the person is at work when the demo opens. */
    boolean isHere() {
        return from.compareTo(Scenario.OPENS) <= 0 && (until == null || until.compareTo(Scenario.OPENS) > 0);
    }

    boolean isIn(String group) {
        return groups.contains(group) || isRuledInto(group);
    }

    private boolean isRuledInto(String group) {
        return switch (group) {
            case "all-staff" -> kind.equals("EMPLOYEE");
            case "all-volunteers" -> kind.equals("VOLUNTEER");
            case "partner-vets" -> isPartner();
            default -> false;
        };
    }
}
