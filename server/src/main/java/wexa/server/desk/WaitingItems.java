package wexa.server.desk;

import java.util.List;
import org.springframework.stereotype.Component;
import wexa.server.approval.Approval;
import wexa.server.approval.ApprovalService;
import wexa.server.automatic.HeldChanges;
import wexa.server.rights.Actor;
import wexa.server.scheduled.ScheduleService;
import wexa.server.scheduled.Scheduled;

/** What waits for whoever looks at the Desk: drafts to approve, answers about their own, what is held, and what was not applied. */
@Component
class WaitingItems {
    private final ApprovalService approvals;
    private final HeldChanges held;
    private final ScheduleService schedules;

    WaitingItems(ApprovalService approvals, HeldChanges held, ScheduleService schedules) {
        this.schedules = schedules;
        this.approvals = approvals;
        this.held = held;
    }

    void add(Actor actor, List<DeskView.Item> items) {
        approvals.waiting(actor).forEach(one -> items.add(approval(one)));
        held.waiting().forEach(one -> items.add(held(one)));
        schedules.missed(actor).forEach(one -> items.add(missed(one)));
    }

    private static DeskView.Item approval(ApprovalService.Waiting one) {
        Approval approval = one.approval();
        String words = switch (approval.state()) {
            case ASKED -> told(one.askedBy() + " asks for your approval", approval.askedNote());
            case APPROVED -> told(one.answeredBy() + " approved it", approval.answerNote());
            case REFUSED -> told(one.answeredBy() + " refused it", approval.answerNote());
        };
        String act = switch (approval.state()) {
            case ASKED -> "Review";
            case APPROVED -> "Apply";
            case REFUSED -> "Change";
        };
        return new DeskView.Item(
                "APPROVAL",
                one.name(),
                words,
                act,
                one.draft().toString(),
                approval.answeredAt().orElse(approval.askedAt()),
                null,
                null);
    }

    /** A draft that was to be applied by itself and was not. */
    private static DeskView.Item missed(ScheduleService.Missed one) {
        Scheduled.Failure failure = one.scheduled().failure().orElseThrow();
        return new DeskView.Item(
                "NOT_APPLIED",
                one.name(),
                "Not applied on its date. " + failure.detail(),
                "Review",
                one.scheduled().draft().toString(),
                failure.at(),
                null,
                null);
    }

    private static String told(String what, String note) {
        return note.isBlank() ? what : what + ": " + note;
    }

    /** What others changed and the policy for automatic changes does not let pass. */
    private static DeskView.Item held(HeldChanges.Held one) {
        return new DeskView.Item(
                "HELD",
                one.name(),
                "Held because " + String.join("; ", one.because()),
                "Review",
                one.draft().toString(),
                one.at(),
                null,
                null);
    }
}
