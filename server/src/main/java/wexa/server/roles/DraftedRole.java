package wexa.server.roles;

import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Role;
import wexa.core.preview.Preview;
import wexa.core.role.WantedRole;
import wexa.core.value.Id;

/** Finds in a draft what it does to a role. */
final class DraftedRole {
    /** Stands for a name or a short name that cannot be read, so that the role can be composed on meanwhile. */
    private static final Map<String, String> PLACEHOLDERS = Map.of("key", "unnamed", "name", "?");

    private DraftedRole() {}

    /** The last entry that makes or changes the role, whether or not it can be read or applied. */
    static Optional<Preview.Outcome> outcome(Preview preview, Id<Role> role) {
        return preview.outcomes().stream()
                .filter(outcome -> isAbout(outcome, role))
                .reduce((earlier, later) -> later);
    }

    private static boolean isAbout(Preview.Outcome outcome, Id<Role> role) {
        Map<String, String> fields = outcome.entry().fields();
        return switch (outcome.entry().form()) {
            case "role.make" -> role.toString().equals(fields.get("id"));
            case "role.edit" ->
                outcome.change()
                        .flatMap(WantedRole::of)
                        .map(wanted -> wanted.id().equals(role))
                        .orElse(role.toString().equals(fields.get("role")));
            default -> false;
        };
    }

    /** The role as the entry wants it; fields that cannot be read are left out. */
    static Optional<Role> wanted(Preview.Outcome outcome, Preview preview) {
        return outcome.change().flatMap(WantedRole::of).or(() -> {
            Map<String, String> fields = new HashMap<>(outcome.entry().fields());
            for (Finding finding : outcome.findings()) {
                if (PLACEHOLDERS.containsKey(finding.path())) {
                    fields.put(finding.path(), PLACEHOLDERS.getOrDefault(finding.path(), ""));
                } else {
                    fields.remove(finding.path());
                }
            }
            Entry readable = new Entry(outcome.entry().id(), outcome.entry().form(), fields);
            return new Intake(preview.model(), ZoneOffset.UTC, preview.now())
                    .read(readable)
                    .change()
                    .flatMap(WantedRole::of);
        });
    }
}
