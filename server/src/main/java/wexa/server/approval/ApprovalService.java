package wexa.server.approval;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.consistency.Reviewed;
import wexa.core.governance.ApprovalPolicy;
import wexa.core.governance.ApprovalPolicy.Reason;
import wexa.core.preview.Preview;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.MissingAuthority;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.wiring.BusinessClock;

/** Asking another administrator to approve a draft, and answering. */
@UseCases
public class ApprovalService {
    private final DraftStore drafts;
    private final Previews previews;
    private final Approvals approvals;
    private final ApprovalPolicies policies;
    private final Administrators administrators;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    ApprovalService(
            DraftStore drafts,
            Previews previews,
            Approvals approvals,
            ApprovalPolicies policies,
            Administrators administrators,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.drafts = drafts;
        this.previews = previews;
        this.approvals = approvals;
        this.policies = policies;
        this.administrators = administrators;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    /** The policy as screens show it. */
    public record ApprovalPolicyView(
            boolean forPrivileged,
            boolean forConflicts,
            int mostPeople,
            @Nullable String owner,
            @Nullable Instant changedAt,
            List<String> approvers) {}

    /** A draft that waits for somebody, or was answered. */
    public record Waiting(UUID draft, String name, String askedBy, String answeredBy, Approval approval) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ApprovalPolicyView policy(Actor actor) {
        ApprovalPolicies.Owned owned = policies.owned();
        return new ApprovalPolicyView(
                owned.policy().forPrivileged(),
                owned.policy().forConflicts(),
                owned.policy().mostPeople(),
                owned.owner().orElse(null),
                owned.changedAt().orElse(null),
                approvals.approvers().stream().map(Administrators.Known::name).toList());
    }

    @Requires(Act.GOVERN)
    public void setPolicy(Actor actor, ApprovalPolicy policy) {
        transactions.executeWithoutResult(status -> {
            policies.set(policy, actor.login(), clock.now());
            notes.write(
                    actor.login(),
                    "ask for a second person: privileged access " + (policy.forPrivileged() ? "yes" : "no")
                            + ", conflicts " + (policy.forConflicts() ? "yes" : "no") + ", access of more than "
                            + policy.mostPeople() + " people");
        });
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ApprovalView get(Actor actor, UUID id) {
        Draft draft = drafts.get(id);
        Preview preview = previews.of(draft);
        List<Reason> reasons = draft.state().isLive() ? approvals.reasons(preview) : List.of();
        Optional<Approval> approval = approvals.of(id);
        Set<String> authors = drafts.authors(id);
        List<Administrators.Known> others = approvals.others(actor);
        return new ApprovalView(
                reasons.stream().map(ApprovalWords::of).toList(),
                others.stream()
                        .filter(known -> administrators
                                .current(known.id())
                                .filter(one -> !approvals.isAuthor(one, authors))
                                .isPresent())
                        .map(Administrators.Known::name)
                        .toList(),
                state(reasons, approval, preview),
                others.isEmpty(),
                reasons.isEmpty()
                        ? null
                        : refusal(actor, authors, approval, preview).orElse(null),
                approval.map(Approval::askedBy).map(this::name).orElse(null),
                approval.map(Approval::askedAt).orElse(null),
                approval.map(Approval::askedNote).orElse(""),
                approval.flatMap(Approval::answeredBy).map(this::name).orElse(null),
                approval.flatMap(Approval::answeredAt).orElse(null),
                approval.map(Approval::answerNote).orElse(""));
    }

    private static ApprovalView.State state(List<Reason> reasons, Optional<Approval> approval, Preview preview) {
        if (reasons.isEmpty()) {
            return ApprovalView.State.NOT_NEEDED;
        }
        if (approval.isEmpty()) {
            return ApprovalView.State.NEEDED;
        }
        if (!approval.get().digest().equals(Reviewed.of(preview).digest())) {
            return ApprovalView.State.LAPSED;
        }
        return switch (approval.get().state()) {
            case ASKED -> ApprovalView.State.ASKED;
            case APPROVED -> ApprovalView.State.APPROVED;
            case REFUSED -> ApprovalView.State.REFUSED;
        };
    }

    private String name(String login) {
        return administrators.named(login).map(Administrators.Known::name).orElse(login);
    }

    /** Why somebody may not answer for a draft. */
    private Optional<String> refusal(Actor actor, Set<String> authors, Optional<Approval> approval, Preview preview) {
        if (!actor.may(Act.APPROVE)) {
            return Optional.of("You may not approve changes.");
        }
        if (approvals.isAuthor(actor, authors)) {
            return Optional.of("You worked on this draft, so somebody else has to approve it.");
        }
        if (approval.filter(one -> one.askedBy().equals(actor.login())).isPresent()) {
            return Optional.of("You asked for this approval, so somebody else has to give it.");
        }
        List<String> lacks = MissingAuthority.of(actor, preview);
        return lacks.isEmpty() ? Optional.empty() : Optional.of(lacks.get(0));
    }

    /** Asks whoever may approve to look at the draft as it is now. */
    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public void ask(Actor actor, UUID id, String digest, String note) {
        Draft draft = drafts.get(id);
        requireLive(draft);
        Preview preview = previews.of(draft);
        requireSame(preview, digest);
        if (approvals.reasons(preview).isEmpty()) {
            throw new Problem(409, "approval.not-needed", "This draft needs no approval. Apply it when it is ready.");
        }
        transactions.executeWithoutResult(status -> {
            notes.write(actor.login(), "ask for approval of draft “" + draft.name() + "”" + told(note));
            approvals.ask(draft, digest, actor.login(), clock.now(), note);
        });
    }

    /** Approves or refuses the draft as it is now, asked or not. */
    @Requires(value = Act.APPROVE, over = Over.EFFECTS)
    public void answer(Actor actor, UUID id, String digest, boolean isApproved, String note) {
        Draft draft = drafts.get(id);
        requireLive(draft);
        if (!isApproved && note.isBlank()) {
            throw Problem.badField("note", "approval.why", "Say why, so that the draft can be changed.");
        }
        Preview preview = previews.of(draft);
        requireSame(preview, digest);
        if (approvals.reasons(preview).isEmpty()) {
            throw new Problem(
                    409, "approval.not-needed", "This draft no longer needs approval. Whoever may apply it can do so.");
        }
        Optional<Approval> asked = approvals.of(id).filter(one -> one.digest().equals(digest));
        refusal(actor, drafts.authors(id), asked, preview).ifPresent(why -> {
            throw new Problem(403, "approval.not-yours", why);
        });
        transactions.executeWithoutResult(status -> {
            // the head's lock, which the note takes, comes before any row: two answers follow one another
            notes.write(
                    actor.login(),
                    (isApproved ? "approve draft “" : "refuse draft “") + draft.name() + "”" + told(note));
            if (asked.isEmpty()) {
                approvals.ask(draft, digest, "", clock.now(), "");
            }
            UUID row = approvals.of(id).orElseThrow().id();
            approvals.answer(
                    row,
                    isApproved ? Approval.State.APPROVED : Approval.State.REFUSED,
                    actor.login(),
                    clock.now(),
                    note);
        });
    }

    private static String told(String note) {
        return note.isBlank() ? "" : ": " + note.strip();
    }

    private static void requireLive(Draft draft) {
        if (!draft.state().isLive()) {
            throw new Problem(
                    409,
                    "approval.closed",
                    "This draft has been applied or discarded in the meantime. There is nothing left to approve.");
        }
    }

    private static void requireSame(Preview preview, String digest) {
        if (!Reviewed.of(preview).digest().equals(digest)) {
            throw new Problem(
                    409,
                    "approval.preview-changed",
                    "What this draft would do has changed since you looked at it. Look at it again.");
        }
    }

    /** Drafts about which the asker has something to do: to answer, or to go on with what was answered. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Waiting> waiting(Actor actor) {
        Map<UUID, String> live = drafts.liveNames();
        List<Waiting> waiting = new ArrayList<>();
        for (Approval one : approvals.newest(live.keySet())) {
            Set<String> authors = drafts.authors(one.draft());
            boolean isOwn = approvals.isAuthor(actor, authors) || one.askedBy().equals(actor.login());
            boolean isToAnswer = !isOwn && one.state() == Approval.State.ASKED && actor.may(Act.APPROVE);
            boolean isAnswered = isOwn && one.state() != Approval.State.ASKED;
            if (isToAnswer || isAnswered) {
                waiting.add(new Waiting(
                        one.draft(),
                        live.getOrDefault(one.draft(), ""),
                        name(one.askedBy()),
                        one.answeredBy().map(this::name).orElse(""),
                        one));
            }
        }
        return waiting;
    }

    /** With whose approval a changeset was applied, in words; empty if it needed none. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public String of(Actor actor, long changeset) {
        return approvals
                .with(changeset)
                .flatMap(one -> one.answeredBy().map(login -> "Approved by " + name(login) + told(one.answerNote())))
                .orElse("");
    }
}
