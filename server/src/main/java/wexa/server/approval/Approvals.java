package wexa.server.approval;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.ApprovalPolicy.Cause;
import wexa.core.governance.ApprovalPolicy.Reason;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.server.approval.Approval.State;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.MissingAuthority;
import wexa.server.wiring.Ids;

/** Approvals in rows, and whether a draft may be applied with what was approved of it. */
@Component
public class Approvals {
    private final Rows rows;
    private final ApprovalPolicies policies;
    private final Administrators administrators;
    private final DraftStore drafts;
    private final Ids ids;

    /** Rows of approvals. */
    interface Rows extends Repository<ApprovalRow, UUID> {
        Optional<ApprovalRow> findFirstByDraftIdOrderByAskedAtDescIdDesc(UUID draft);

        Optional<ApprovalRow> findById(UUID id);

        Optional<ApprovalRow> findFirstByChangeset(long changeset);

        @Query("select one from ApprovalRow one where one.changeset is null and one.draftId in :drafts"
                + " order by one.askedAt desc, one.id desc")
        List<ApprovalRow> among(Collection<UUID> drafts);

        void save(ApprovalRow row);
    }

    /** How a draft may be applied: with an approval, without one, or by somebody who has nobody to ask. */
    public sealed interface Pass {
        record NotNeeded() implements Pass {}

        record With(Approval approval) implements Pass {}

        record NobodyElse() implements Pass {}
    }

    Approvals(Rows rows, ApprovalPolicies policies, Administrators administrators, DraftStore drafts, Ids ids) {
        this.rows = rows;
        this.policies = policies;
        this.administrators = administrators;
        this.drafts = drafts;
        this.ids = ids;
    }

    /** Why a draft needs a second person; empty if it does not. */
    List<Reason> reasons(Preview preview) {
        return policies.current().judge(preview);
    }

    /** The newest of a draft. */
    @Transactional(readOnly = true)
    Optional<Approval> of(UUID draft) {
        return rows.findFirstByDraftIdOrderByAskedAtDescIdDesc(draft)
                .filter(row -> row.changeset == null)
                .map(Approvals::approval);
    }

    /** The one with which a changeset was applied. */
    @Transactional(readOnly = true)
    public Optional<Approval> with(long changeset) {
        return rows.findFirstByChangeset(changeset).map(Approvals::approval);
    }

    /** The newest of each of these drafts. */
    @Transactional(readOnly = true)
    List<Approval> newest(Collection<UUID> live) {
        List<Approval> newest = new ArrayList<>();
        Set<UUID> seen = new HashSet<>();
        for (ApprovalRow row : live.isEmpty() ? List.<ApprovalRow>of() : rows.among(live)) {
            if (seen.add(row.draftId)) {
                newest.add(approval(row));
            }
        }
        return newest;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void ask(Draft draft, String digest, String by, Instant at, String note) {
        ApprovalRow row = new ApprovalRow();
        row.id = ids.next();
        row.draftId = draft.id();
        row.digest = digest;
        row.askedBy = by;
        row.askedAt = at;
        row.askedNote = note;
        row.state = State.ASKED.name();
        row.answerNote = "";
        rows.save(row);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void answer(UUID id, State state, String by, Instant at, String note) {
        rows.findById(id).ifPresent(row -> {
            row.state = state.name();
            row.answeredBy = by;
            row.answeredAt = at;
            row.answerNote = note;
            rows.save(row);
        });
    }

    /** Keeps with which approval a changeset was applied. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void applied(Approval approval, long changeset) {
        rows.findById(approval.id()).ifPresent(row -> {
            row.changeset = changeset;
            rows.save(row);
        });
    }

    /** Throws a 409 that says whose approval is missing. */
    public Pass require(Actor actor, Draft draft, Preview preview, String digest) {
        List<Reason> reasons = reasons(preview);
        if (reasons.isEmpty()) {
            return new Pass.NotNeeded();
        }
        boolean isException = reasons.stream().anyMatch(reason -> reason.cause() == Cause.EXCEPTIONS);
        if (others(actor).isEmpty()) {
            if (isException) {
                throw new Problem(
                        409,
                        "apply.exception-needs-another",
                        "Another administrator has to approve an exception to a conflict rule, and nobody else may"
                                + " approve yet. Under Administrators, let somebody else approve, then ask them.");
            }
            return new Pass.NobodyElse();
        }
        Optional<Approval> approval = of(draft.id()).filter(one -> one.state() == State.APPROVED);
        if (approval.isEmpty()) {
            throw new Problem(
                    409,
                    "apply.needs-approval",
                    "This draft needs the approval of another administrator: " + ApprovalWords.of(reasons)
                            + ". Ask for it, then apply.");
        }
        boolean isSame = approval.get().digest().equals(digest)
                && approval.get()
                        .answeredBy()
                        .filter(login -> isStillAble(login, draft, preview))
                        .isPresent();
        if (!isSame) {
            throw new Problem(
                    409,
                    "apply.approval-lapsed",
                    "The approval has lapsed: the draft, what it would do, or who approved it has changed since."
                            + " Ask for approval again.");
        }
        return new Pass.With(approval.get());
    }

    private boolean isStillAble(String login, Draft draft, Preview preview) {
        return administrators
                .named(login)
                .flatMap(known -> administrators.current(known.id()))
                .filter(approver -> approver.may(Act.APPROVE) && !isAuthor(approver, drafts.authors(draft.id())))
                .filter(approver -> MissingAuthority.of(approver, preview).isEmpty())
                .isPresent();
    }

    /** Whether somebody worked on a draft, by this login or by another one of the same person. */
    boolean isAuthor(Actor actor, Set<String> authors) {
        return authors.contains(actor.login())
                || authors.stream()
                        .flatMap(login -> administrators.named(login).stream())
                        .anyMatch(author -> isSamePerson(author, actor));
    }

    private static boolean isSamePerson(Administrators.Known known, Actor actor) {
        return known.login().equals(actor.login())
                || known.person()
                        .filter(person -> actor.person().equals(Optional.of(Id.of(person))))
                        .isPresent();
    }

    /** Who may approve anything. */
    List<Administrators.Known> approvers() {
        return administrators.all().stream()
                .filter(known -> known.endedAt().isEmpty()
                        && !known.seesScopeOnly()
                        && known.acts().contains(Act.APPROVE))
                .toList();
    }

    /** Who else may: another login of the same person is nobody else. */
    List<Administrators.Known> others(Actor actor) {
        return approvers().stream().filter(known -> !isSamePerson(known, actor)).toList();
    }

    private static Approval approval(ApprovalRow row) {
        return new Approval(
                row.id,
                row.draftId,
                row.digest,
                row.askedBy,
                row.askedAt,
                row.askedNote,
                State.valueOf(row.state),
                Optional.ofNullable(row.answeredBy),
                Optional.ofNullable(row.answeredAt),
                row.answerNote);
    }
}
