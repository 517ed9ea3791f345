package wexa.server.scheduled;

import java.time.Duration;
import java.time.Instant;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.consistency.Reviewed;
import wexa.core.preview.Preview;
import wexa.server.apply.ApplyService;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.snapshot.Changeset;
import wexa.server.wiring.BusinessClock;

/**
 * Applies the drafts that are due, each in the name of whoever scheduled it and with the rights that they have then. One that
 * cannot be applied holds no other, and is told on the Desk. After the server was away, what became due meanwhile is applied late.
 */
@Component
class DueDrafts {
    private static final Logger LOG = LoggerFactory.getLogger(DueDrafts.class);

    /** So long a draft is tried again that something unforeseen kept from being applied. */
    private static final Duration PATIENCE = Duration.ofHours(1);

    private final Schedules schedules;
    private final ApplyService apply;
    private final Administrators administrators;
    private final DraftStore drafts;
    private final Previews previews;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    DueDrafts(
            Schedules schedules,
            ApplyService apply,
            Administrators administrators,
            DraftStore drafts,
            Previews previews,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.schedules = schedules;
        this.apply = apply;
        this.administrators = administrators;
        this.drafts = drafts;
        this.previews = previews;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    void applyAll() {
        Instant now = clock.now();
        for (Scheduled one : schedules.due(now)) {
            try {
                apply(one);
            } catch (Problem refused) {
                fail(one, now, String.valueOf(refused.getMessage()));
            } catch (RuntimeException unforeseen) {
                LOG.warn("a scheduled draft was not applied", unforeseen);
                if (now.isAfter(one.due().plus(PATIENCE))) {
                    fail(one, now, "Something unforeseen kept it from being applied. Apply it by hand.");
                }
            }
        }
    }

    private void apply(Scheduled one) {
        Draft draft = drafts.get(one.draft());
        if (!draft.state().isLive()) {
            schedules.remove(one.draft());
            return;
        }
        Actor actor = administrators
                .named(one.login())
                .flatMap(known -> administrators.current(known.id()))
                .orElseThrow(() -> new Problem(
                        409,
                        "schedule.nobody",
                        "“" + one.login() + "”, who scheduled it, may no longer sign in. Apply it yourself."));
        if (draft.version() != one.draftVersion()) {
            throw new Problem(
                    409, "schedule.draft-changed", "The draft was changed after it was scheduled. Review it again.");
        }
        Preview preview = previews.of(draft);
        if (!ScheduleService.outline(preview).equals(one.outline())) {
            throw new Problem(
                    409,
                    "schedule.entries-changed",
                    "Something in the draft is no longer as it was when it was scheduled: a change is no longer ready, or a"
                            + " finding has come or gone. Review it again.");
        }
        apply.apply(
                actor,
                new ApplyService.Request(
                        one.requestId(),
                        one.draft(),
                        one.draftVersion(),
                        Reviewed.of(preview).digest(),
                        Changeset.Origin.DRAFT));
        schedules.remove(one.draft());
    }

    private void fail(Scheduled one, Instant at, String detail) {
        String name = drafts.get(one.draft()).name();
        transactions.executeWithoutResult(status -> {
            notes.write(one.login(), "could not apply the scheduled draft “" + name + "”: " + detail);
            schedules.fail(one.draft(), at, detail);
        });
    }
}
