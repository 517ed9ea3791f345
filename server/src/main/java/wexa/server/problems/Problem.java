package wexa.server.problems;

import java.util.List;

/** A failure that the caller can do something about: status, stable code, what happened and the way out (RFC 9457). */
public final class Problem extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final int status;
    private final String code;
    private final transient List<FieldProblem> fields;

    /** What is wrong with one field. */
    public record FieldProblem(String field, String code, String text) {}

    public Problem(int status, String code, String detail) {
        this(status, code, detail, List.of());
    }

    public Problem(int status, String code, String detail, List<FieldProblem> fields) {
        super(detail);
        this.status = status;
        this.code = code;
        this.fields = List.copyOf(fields);
    }

    public static Problem notFound(String what, Object id) {
        return new Problem(
                404,
                "not-found",
                "There is no " + what + " " + id + ". It may have been removed; go back to the list.");
    }

    public static Problem badField(String field, String code, String text) {
        return new Problem(400, "field", text, List.of(new FieldProblem(field, code, text)));
    }

    int status() {
        return status;
    }

    public String code() {
        return code;
    }

    List<FieldProblem> fields() {
        return fields;
    }
}
