package wexa.server.jobs;

import java.time.Duration;
import java.time.Instant;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.problems.Problem;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Step rows on their way: claimed by an update that must hit one row, then settled by what came of them. */
@Component
class StepStore {
    private static final int LONGEST_DETAIL = 2_000;
    private static final int LOOK_AHEAD = 300;
    private static final Duration FIRST_PAUSE = Duration.ofMillis(500);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(2);

    /** Somewhat more than the day that a tenant may ask for. */
    private static final Duration LONGEST_WAIT = Duration.ofHours(25);

    private final StepRows steps;
    private final BusinessClock clock;
    private final Settings settings;

    /** What a lane does next: a claimed step, or the instant at which something falls due. */
    record Next(Optional<StepRow> claimed, boolean wasSent, Optional<Instant> due) {}

    StepStore(StepRows steps, BusinessClock clock, Settings settings) {
        this.steps = steps;
        this.clock = clock;
        this.settings = settings;
    }

    /**
     * Claims the first step of the tenant that is due and whose needs are done. Needs are steps of the same tenant that
     * stand before; what is open or refused of them is among what is read here.
     */
    @Transactional
    Next claim(UUID tenant) {
        List<StepRows.OpenStep> first = steps.open(tenant, Limit.of(LOOK_AHEAD));
        Next next = claim(tenant, first);
        // where so many wait for something, one that waits for nothing may stand behind them
        return next.claimed().isEmpty() && first.size() == LOOK_AHEAD
                ? claim(tenant, steps.open(tenant, Limit.unlimited()))
                : next;
    }

    private Next claim(UUID tenant, List<StepRows.OpenStep> open) {
        Instant now = clock.now();
        Map<UUID, BitSet> unfinished = new HashMap<>();
        steps.refused(tenant)
                .forEach(one -> unfinished
                        .computeIfAbsent(one.jobId(), any -> new BitSet())
                        .set(one.place()));
        Optional<Instant> earliest = Optional.empty();
        for (StepRows.OpenStep step : open) {
            BitSet before = unfinished.computeIfAbsent(step.jobId(), any -> new BitSet());
            boolean isHeld = Needs.of(step.needs()).includesAny(before);
            before.set(step.place());
            if (isHeld) {
                continue;
            }
            boolean sent = step.state().equals(StepRow.State.SENT.name());
            Instant due = due(step, sent, now);
            if (due.isAfter(now)) {
                earliest = Optional.of(earliest.filter(due::isAfter).orElse(due));
                continue;
            }
            boolean wasSent = sent || step.state().equals(StepRow.State.UNKNOWN.name());
            if (steps.markSent(step.id(), now) == 1) {
                return new Next(steps.findById(step.id()), wasSent, Optional.empty());
            }
        }
        return new Next(Optional.empty(), false, earliest);
    }

    /**
     * When a step is to be looked at. One that was sent after now, or falls due later than anybody may ask for, was written
     * by a clock that has been put back since: it is due now.
     */
    private Instant due(StepRows.OpenStep step, boolean sent, Instant now) {
        if (sent && step.sentAt() != null) {
            return step.sentAt().isAfter(now) ? now : step.sentAt().plus(settings.requestLimit());
        }
        return step.dueAt().isAfter(now.plus(LONGEST_WAIT)) ? now : step.dueAt();
    }

    @Transactional
    void done(UUID id, String detail) {
        settle(id, StepRow.State.DONE, detail);
    }

    @Transactional
    void refused(UUID id, String detail) {
        settle(id, StepRow.State.REFUSED, detail);
    }

    private void settle(UUID id, StepRow.State state, String detail) {
        StepRow row = steps.findById(id).orElseThrow();
        row.state = state.name();
        row.detail = cut(detail);
        row.finishedAt = clock.now();
    }

    /** Waits as long as was asked for, and longer from try to try. */
    @Transactional
    void later(UUID id, Duration asked, String detail) {
        StepRow row = steps.findById(id).orElseThrow();
        Duration own = FIRST_PAUSE.multipliedBy(1L << Math.min(8, Math.max(0, row.attempts - 1)));
        Duration pause = Comparator.<Duration>naturalOrder().compare(asked, own) > 0 ? asked : own;
        row.state = StepRow.State.WAITING.name();
        row.detail = cut(detail);
        row.dueAt = clock.now().plus(pause.compareTo(LONGEST_PAUSE) > 0 && pause.equals(own) ? LONGEST_PAUSE : pause);
    }

    /** The request may still land: looked at again when its time limit has run out. */
    @Transactional
    void unknown(UUID id, String detail) {
        StepRow row = steps.findById(id).orElseThrow();
        row.state = StepRow.State.UNKNOWN.name();
        row.detail = cut(detail);
        Instant sent = row.sentAt == null ? clock.now() : row.sentAt;
        row.dueAt = sent.plus(settings.requestLimit());
    }

    /**
     * Passes a step by, with a reason that stays in the record: one that was refused, or one that waits. A step whose
     * request may be on its way is not passed by.
     */
    @Transactional
    boolean skip(UUID id, String detail) {
        StepRow row = steps.findById(id).orElseThrow(() -> Problem.notFound("step", id));
        if (row.state() != StepRow.State.REFUSED && row.state() != StepRow.State.WAITING) {
            return false;
        }
        settle(id, StepRow.State.SKIPPED, detail);
        return true;
    }

    /** Passes by everything of a job that waits; what was sent is followed to its end. Tells how many. */
    @Transactional
    int stop(UUID job, String detail) {
        return steps.skipWaiting(job, cut(detail), clock.now());
    }

    /** Tries a refused step once more, now. */
    @Transactional
    StepRow again(UUID id) {
        StepRow row = steps.findById(id).orElseThrow(() -> Problem.notFound("step", id));
        if (row.state() == StepRow.State.REFUSED || row.state() == StepRow.State.WAITING) {
            row.state = StepRow.State.WAITING.name();
            row.dueAt = clock.now();
            row.finishedAt = null;
        }
        return row;
    }

    private static String cut(String detail) {
        return detail.substring(0, Math.min(LONGEST_DETAIL, detail.length()));
    }
}
