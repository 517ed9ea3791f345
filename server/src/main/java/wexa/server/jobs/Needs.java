package wexa.server.jobs;

import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.consistency.Step;

/**
 * Objects that have to be in the tenant before a step is sent, by their keys. Few stand in the step's row; where it names
 * many, such as a group all of its members, its body tells.
 */
final class Needs {
    private static final int FEW = 8;
    private static final String IN_BODY = "*";

    private Needs() {}

    static String of(Step step) {
        Collection<String> named = step.named();
        return named.size() > FEW ? IN_BODY : text(named);
    }

    static String text(Collection<String> keys) {
        return String.join(" ", keys);
    }

    static boolean areInBody(String text) {
        return text.equals(IN_BODY);
    }

    static List<String> keys(@Nullable String text) {
        return text == null || text.isEmpty() || areInBody(text)
                ? List.of()
                : Stream.of(text.split(" ")).toList();
    }
}
