package wexa.core.role;

import java.util.Optional;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;

/** Nothing is made that has only a bare name; what was there without a description can still be changed otherwise. */
final class Descriptions {
    static final Code MISSING =
            Code.block("description.missing", "“{name}” needs a description: say in a sentence what it is for.");
    static final Code STILL_MISSING =
            Code.warn("description.still-missing", "“{name}” has no description. Say in a sentence what it is for.");

    private Descriptions() {}

    static Optional<Finding> check(String name, String description, Optional<String> before) {
        if (!description.isBlank()) {
            return Optional.empty();
        }
        boolean hadNone = before.filter(String::isBlank).isPresent();
        return Optional.of(Finding.of(hadNone ? STILL_MISSING : MISSING, "description", "name", name));
    }
}
