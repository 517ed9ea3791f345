package wexa.server.apply;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Reviewed;
import wexa.core.model.Effect;
import wexa.core.preview.Preview;
import wexa.server.approval.Approvals;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.jobs.Found;
import wexa.server.jobs.JobPlanner;
import wexa.server.jobs.Lanes;
import wexa.server.log.Log;
import wexa.server.log.Notes;
import wexa.server.messages.MessagePlanner;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.MissingAuthority;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.Applied;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Ids;

/**
 * Applies drafts. Preview, plans and lines are made outside the lock; under it, the head must still be where the preview
 * began, else everything is made anew, after three tries while the lock is held.
 */
@UseCases
public class ApplyService {
    private static final int TRIES_OUTSIDE = 3;

    private final SnapshotStore snapshots;
    private final DraftStore drafts;
    private final Previews previews;
    private final JobPlanner planner;
    private final MessagePlanner messages;
    private final Log log;
    private final Approvals approvals;
    private final Notes notes;
    private final Lanes.Waker waker;
    private final TransactionTemplate transactions;
    private final Ids ids;

    /** Which draft is applied, as its reader saw it, and where its changes come from. */
    public record Request(UUID requestId, UUID draft, long draftVersion, String digest, Changeset.Origin origin) {}

    /** What came of it. */
    public record Result(long changeset, Optional<UUID> job) {}

    ApplyService(
            SnapshotStore snapshots,
            DraftStore drafts,
            Previews previews,
            JobPlanner planner,
            MessagePlanner messages,
            Log log,
            Approvals approvals,
            Notes notes,
            Lanes.Waker waker,
            TransactionTemplate transactions,
            Ids ids) {
        this.snapshots = snapshots;
        this.drafts = drafts;
        this.previews = previews;
        this.planner = planner;
        this.messages = messages;
        this.log = log;
        this.approvals = approvals;
        this.notes = notes;
        this.waker = waker;
        this.transactions = transactions;
        this.ids = ids;
    }

    /** What may be applied, and all that is to be written of it. */
    private record Checked(
            Preview preview,
            JobPlanner.Plans plans,
            MessagePlanner.Causes messages,
            List<Log.Line> lines,
            Approvals.Pass approval) {}

    /** What was written, before its lanes are woken. */
    private record Written(long version, Optional<JobPlanner.Planned> job) {}

    /** Applies what is ready in the draft. The same request sent again gets the answer of the first. */
    @Requires(value = Act.APPLY, over = Over.EFFECTS)
    public Result apply(Actor actor, Request request) {
        for (int tries = 0; ; tries++) {
            Optional<Applied> earlier = snapshots.byRequest(request.requestId());
            if (earlier.isPresent()) {
                if (!earlier.get().draftId().equals(Optional.of(request.draft()))) {
                    throw new Problem(
                            409,
                            "apply.request-reused",
                            "This request id was used to apply something else. Make a fresh one for each draft.");
                }
                return new Result(earlier.get().version(), Optional.empty());
            }
            Optional<Written> written = tries < TRIES_OUTSIDE ? tryOutside(actor, request) : underLock(actor, request);
            if (written.isPresent()) {
                written.get().job().ifPresent(job -> waker.wake(job.tenants()));
                return new Result(written.get().version(), written.get().job().map(JobPlanner.Planned::job));
            }
        }
    }

    /** Whether the draft could be applied now as it was reviewed; says what is in the way, and applies nothing. */
    @Requires(value = Act.APPLY, over = Over.EFFECTS)
    public void verify(Actor actor, Request request) {
        checked(actor, drafts.get(request.draft()), request);
    }

    private Optional<Written> tryOutside(Actor actor, Request request) {
        Draft draft = drafts.get(request.draft());
        Checked checked = checked(actor, draft, request);
        return written(() -> {
            boolean moved = snapshots.lockHead() != checked.preview().snapshot().version();
            return moved ? Optional.empty() : Optional.of(write(actor, request, draft, checked));
        });
    }

    private Optional<Written> underLock(Actor actor, Request request) {
        return written(() -> {
            snapshots.lockHead();
            Draft draft = drafts.get(request.draft());
            return Optional.of(write(actor, request, draft, checked(actor, draft, request)));
        });
    }

    /** Nothing, and nothing written, where the head moved or an earlier step was sent meanwhile. */
    private Optional<Written> written(Supplier<Optional<Written>> writing) {
        try {
            Optional<Written> written = transactions.execute(status -> writing.get());
            return written == null ? Optional.empty() : written;
        } catch (JobPlanner.Outdated meanwhile) {
            return Optional.empty();
        }
    }

    private Checked checked(Actor actor, Draft draft, Request request) {
        if (draft.version() != request.draftVersion()) {
            throw new Problem(
                    409,
                    "apply.draft-changed",
                    "The draft was changed since you reviewed it. Review it again, then apply.");
        }
        Preview preview = previews.of(draft);
        Reviewed reviewed = Reviewed.of(preview);
        if (!reviewed.digest().equals(request.digest())) {
            throw new Problem(
                    409,
                    "apply.preview-changed",
                    "What this draft would do has changed since you reviewed it: somebody else applied something, or"
                            + " something began or ended. Review it again, then apply.");
        }
        Found found = Found.by(preview);
        JobPlanner.Plans plans = planner.plan(reviewed, found);
        // a tenant may differ from what is already so in the model
        if (preview.effects().isEmpty() && plans.isEmpty()) {
            throw preview.kept().isEmpty()
                    ? new Problem(
                            409,
                            "apply.nothing-ready",
                            "No change in this draft is ready yet. Complete the entries that the review marks, then apply.")
                    : new Problem(
                            409,
                            "apply.already-so",
                            "There is nothing to apply: every entry that could be applied is already in place, in Wexa"
                                    + " and in the tenants when they were last read. Read the tenants again to make"
                                    + " sure, or discard the draft.");
        }
        MissingAuthority.require(actor, preview);
        return new Checked(
                preview,
                plans,
                MessagePlanner.Causes.of(preview.snapshot().model(), preview.effects(), found.accounts()),
                lines(preview, reviewed, plans.objects()),
                // what nobody drafted is judged by the policy of where it comes from
                request.origin() == Changeset.Origin.DRAFT
                        ? approvals.require(actor, draft, preview, reviewed.digest())
                        : new Approvals.Pass.NotNeeded());
    }

    private Written write(Actor actor, Request request, Draft draft, Checked checked) {
        Preview preview = checked.preview();
        List<Preview.Outcome> ready = preview.outcomes().stream()
                .filter(outcome -> outcome.state().isDone())
                .toList();
        Changeset changeset = new Changeset(
                ids.next(),
                request.origin(),
                draft.name(),
                actor.login(),
                preview.now(),
                Optional.of(request.requestId()),
                Optional.of(draft.id()),
                preview.effects(),
                preview.readySentences());
        long version = snapshots.write(changeset, preview.model(), preview.index());
        Optional<JobPlanner.Planned> job = planner.write(version, draft.name(), checked.plans());
        log.write(version, preview.now(), actor.login(), draft.reason(), checked.lines());
        messages.plan(checked.messages());
        switch (checked.approval()) {
            case Approvals.Pass.With with -> approvals.applied(with.approval(), version);
            case Approvals.Pass.NobodyElse alone ->
                notes.write(
                        actor.login(),
                        "apply draft “" + draft.name() + "” without a second person: nobody else may approve");
            case Approvals.Pass.NotNeeded none -> {}
        }
        drafts.applied(
                draft.id(),
                draft.version(),
                ready.stream().map(outcome -> outcome.entry().id().value()).toList());
        return new Written(version, job);
    }

    /** What was changed, and what was already so and goes to a tenant again. */
    private static List<Log.Line> lines(Preview preview, Reviewed reviewed, Set<ObjectKey> sent) {
        List<Log.Line> lines = new ArrayList<>();
        for (Preview.Outcome outcome : preview.outcomes()) {
            String sentence = outcome.sentence().orElse("");
            if (outcome.state() == Preview.State.READY) {
                lines.add(Log.Line.of(sentence, outcome.effects(), preview));
            } else if (!Collections.disjoint(sent, reviewed.showing(outcome, preview))) {
                List<Effect> kept = outcome.kept().stream()
                        .map(fact -> Effect.replace(fact, fact))
                        .toList();
                lines.add(Log.Line.of("Sent again: " + sentence, kept, preview));
            }
        }
        return lines;
    }
}
