package wexa.server.problems;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import wexa.core.finding.Finding;
import wexa.core.registry.Forms;

/** What findings say to people: what is wrong, the value seen, and the way out. */
public final class Messages {
    /** Fields of findings that no form has. */
    private static final Map<String, String> OTHERS =
            Map.of("device", "Device id", "rule", "At least one engagement type, unit or job");

    private Messages() {}

    public static String field(String path) {
        return OTHERS.getOrDefault(path, Forms.label(path));
    }

    /** Throws what stands in the way, each by its field. */
    public static void require(List<Finding> findings) {
        List<Problem.FieldProblem> problems = findings.stream()
                .filter(Finding::blocks)
                .map(finding ->
                        new Problem.FieldProblem(finding.path(), finding.code().text(), text(finding)))
                .toList();
        if (!problems.isEmpty()) {
            String detail = problems.stream().map(Problem.FieldProblem::text).collect(Collectors.joining(" "));
            throw new Problem(400, "field", detail, problems);
        }
    }

    public static String text(Finding finding) {
        return finding.words(Messages::field);
    }
}
