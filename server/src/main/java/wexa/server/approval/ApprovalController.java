package wexa.server.approval;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.core.governance.ApprovalPolicy;
import wexa.server.drafts.LongDrafts;
import wexa.server.rights.Actor;

/** Approvals over HTTP. */
@RestController
@RequestMapping("/api/v1")
class ApprovalController {
    private static final int MOST_PEOPLE = 100_000;

    private final ApprovalService approvals;
    private final LongDrafts longDrafts;

    ApprovalController(ApprovalService approvals, LongDrafts longDrafts) {
        this.approvals = approvals;
        this.longDrafts = longDrafts;
    }

    record AskInput(
            @NotBlank @Size(max = 100) String digest,
            @NotNull @Size(max = 1000) String note) {}

    record AnswerInput(
            @NotBlank @Size(max = 100) String digest,
            boolean isApproved,
            @NotNull @Size(max = 1000) String note) {}

    record ApprovalPolicyInput(
            boolean forPrivileged,
            boolean forConflicts,
            @Min(1) @Max(MOST_PEOPLE) int mostPeople) {}

    @GetMapping("/drafts/{id}/approval")
    ApprovalView get(Actor actor, @PathVariable UUID id) {
        return longDrafts.with(id, () -> approvals.get(actor, id));
    }

    @PostMapping("/drafts/{id}/approval")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ask(Actor actor, @PathVariable UUID id, @Valid @RequestBody AskInput input) {
        longDrafts.with(id, () -> {
            approvals.ask(actor, id, input.digest(), input.note().strip());
            return true;
        });
    }

    @PostMapping("/drafts/{id}/approval/answer")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answer(Actor actor, @PathVariable UUID id, @Valid @RequestBody AnswerInput input) {
        longDrafts.with(id, () -> {
            approvals.answer(
                    actor, id, input.digest(), input.isApproved(), input.note().strip());
            return true;
        });
    }

    @GetMapping("/approval-policy")
    ApprovalService.ApprovalPolicyView policy(Actor actor) {
        return approvals.policy(actor);
    }

    @PutMapping("/approval-policy")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void set(Actor actor, @Valid @RequestBody ApprovalPolicyInput input) {
        approvals.setPolicy(actor, new ApprovalPolicy(input.forPrivileged(), input.forConflicts(), input.mostPeople()));
    }
}
