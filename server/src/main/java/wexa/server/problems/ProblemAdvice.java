package wexa.server.problems;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import wexa.server.web.BodyLimit;

/** The one place that turns failures into problem details. */
@RestControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE)
class ProblemAdvice {
    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        ProblemDetail detail =
                detail(problem.status(), problem.code(), String.valueOf(problem.getMessage()), problem.fields());
        return answer(detail);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> invalid(MethodArgumentNotValidException invalid) {
        List<Problem.FieldProblem> fields = invalid.getBindingResult().getFieldErrors().stream()
                .map(error -> new Problem.FieldProblem(
                        error.getField(), "field.invalid", String.valueOf(error.getDefaultMessage())))
                .toList();
        return answer(detail(400, "field", "Some fields are missing or wrong; each is named below.", fields));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> exceeded(BodyLimit.ExceededException exceeded) {
        return answer(detail(
                exceeded.status(),
                exceeded.status() == 413 ? "body.too-large" : "body.too-slow",
                String.valueOf(exceeded.getMessage()),
                List.of()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unreadable(HttpMessageNotReadableException unreadable) {
        for (Throwable at = unreadable; at != null; at = at.getCause()) {
            if (at instanceof BodyLimit.ExceededException exceeded) {
                return exceeded(exceeded);
            }
        }
        return answer(detail(
                400,
                "body.unreadable",
                "The body is not the JSON that this address takes; see the API document for its shape.",
                List.of()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> mismatch(MethodArgumentTypeMismatchException mismatch) {
        Problem.FieldProblem field = new Problem.FieldProblem(
                mismatch.getName(), "field.malformed", "'" + mismatch.getValue() + "' cannot be read here.");
        return answer(detail(400, "field", "The value of " + mismatch.getName() + " cannot be read.", List.of(field)));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> busy(PessimisticLockingFailureException busy) {
        ProblemDetail detail =
                detail(503, "busy", "Somebody else is applying right now. Try again in a moment.", List.of());
        return ResponseEntity.status(503).header("Retry-After", "1").body(detail);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> stale(ObjectOptimisticLockingFailureException stale) {
        return answer(detail(409, "changed-meanwhile", "Somebody changed this meanwhile. Load it again.", List.of()));
    }

    /** Who listened to events has gone: there is nobody to answer. */
    @ExceptionHandler
    void gone(AsyncRequestNotUsableException disconnected) {
        LOG.debug("a listener left: {}", disconnected.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unexpected(Exception failure) throws Exception {
        if (failure instanceof org.springframework.web.ErrorResponse
                || failure instanceof org.springframework.security.core.AuthenticationException
                || failure instanceof org.springframework.security.access.AccessDeniedException) {
            throw failure;
        }
        LOG.error("request failed", failure);
        return answer(detail(
                500,
                "internal",
                "Something went wrong here. Load the page again to see what was kept, and try again.",
                List.of()));
    }

    private static ProblemDetail detail(int status, String code, String text, List<Problem.FieldProblem> fields) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(HttpStatusCode.valueOf(status), text);
        detail.setProperty("code", code);
        detail.setProperty("fields", fields);
        return detail;
    }

    private static ResponseEntity<ProblemDetail> answer(ProblemDetail detail) {
        return ResponseEntity.status(detail.getStatus()).body(detail);
    }
}
