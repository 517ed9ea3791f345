package wexa.server.jobs;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.problems.Problem;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Step rows on their way: claimed by an update that must hit one row, then settled by what came of them. */
@Component
class StepStore {
    private static final int LONGEST_DETAIL = 2_000;
    static final Next NOTHING = new Next(Optional.empty(), false, Optional.empty());

    private static final Set<StepRow.State> AGAIN =
            EnumSet.of(StepRow.State.REFUSED, StepRow.State.WAITING, StepRow.State.DIFFERS);

    private static final Set<StepRow.State> PASSED_BY =
            EnumSet.of(StepRow.State.REFUSED, StepRow.State.WAITING, StepRow.State.BY_HAND);

    private static final int LOOK_AHEAD = 300;
    private static final int NAMES_AT_A_TIME = 500;
    private static final Duration FIRST_PAUSE = Duration.ofMillis(500);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(2);

    /** Somewhat more than the day that a tenant may ask for. */
    private static final Duration LONGEST_WAIT = Duration.ofHours(25);

    private final StepRows steps;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final Settings settings;

    /** What a lane does next: a claimed step, or the instant at which something falls due. */
    record Next(Optional<StepRow> claimed, boolean wasSent, Optional<Instant> due) {}

    /**
     * The first steps of a tenant that are open, as they were when they were last looked at: of many that wait, looking at all for
     * each that is sent would cost more than sending them. Whoever claims one finds out whether it still waits.
     */
    static final class Ahead {
        private List<StepRows.OpenStep> steps = new ArrayList<>();
    }

    /**
     * Steps of a tenant that a lane has on their way at this moment, with their objects: all of one phase, but for those that
     * take somebody the way in, which wait for no phase. What came of one
     * is in the store a moment before it is in memory, so that its object is taken until the lane has it back.
     */
    record UnderWay(Set<UUID> steps, Set<String> objects, OptionalInt phase) {
        boolean letIn(StepRows.OpenStep step) {
            return !steps.contains(step.id())
                    && !objects.contains(step.object())
                    && (step.urgent() || phase.isEmpty() || phase.getAsInt() == step.phase());
        }
    }

    StepStore(StepRows steps, StoredForms forms, BusinessClock clock, Settings settings) {
        this.steps = steps;
        this.forms = forms;
        this.clock = clock;
        this.settings = settings;
    }

    /**
     * Claims the first step of the tenant that is due, whose needs are there, and to whose object nothing else is on its
     * way. Steps that take access away go first; then jobs go in their order, and each in its own.
     */
    @Transactional
    Next claim(UUID tenant, UnderWay underWay, Ahead ahead) {
        Next next = first(tenant, underWay, ahead);
        // however it was found: what is known of it ahead is from before it was sent, and would send it again without
        // its pause
        next.claimed().ifPresent(row -> ahead.steps.removeIf(step -> step.id().equals(row.id)));
        return next;
    }

    private Next first(UUID tenant, UnderWay underWay, Ahead ahead) {
        List<StepRows.OpenStep> urgent = steps.openUrgent(tenant);
        Next next = urgent.isEmpty() ? NOTHING : claim(tenant, urgent, underWay);
        if (next.claimed().isEmpty() && !ahead.steps.isEmpty()) {
            next = claim(tenant, ahead.steps, underWay);
        }
        if (next.claimed().isPresent()) {
            return next;
        }
        ahead.steps = new ArrayList<>(steps.open(tenant, Limit.of(LOOK_AHEAD)));
        next = claim(tenant, ahead.steps, underWay);
        // where so many wait for something, one that waits for nothing may stand behind them
        return next.claimed().isEmpty() && ahead.steps.size() == LOOK_AHEAD
                ? claim(tenant, steps.open(tenant, Limit.unlimited()), underWay)
                : next;
    }

    private Next claim(UUID tenant, List<StepRows.OpenStep> open, UnderWay underWay) {
        Instant now = clock.now();
        Set<String> onTheirWay = steps.objectsOnTheirWay(tenant);
        Set<String> unmade = new HashSet<>();
        Set<String> unsettled = new HashSet<>();
        Optional<Instant> earliest = Optional.empty();
        for (StepRows.OpenStep step : open) {
            boolean isQuestion = step.kind().equals(StepRow.Kind.ASK.name());
            boolean isSent = step.state().equals(StepRow.State.SENT.name());
            boolean isInDoubt = isSent || step.state().equals(StepRow.State.UNKNOWN.name());
            boolean mayGo = underWay.letIn(step) && (isInDoubt || isQuestion || !onTheirWay.contains(step.object()));
            if (mayGo) {
                Instant due = due(step, isSent, now);
                if (due.isAfter(now)) {
                    earliest = Optional.of(earliest.filter(due::isAfter).orElse(due));
                } else if ((isInDoubt || !isHeld(tenant, step, isQuestion, unmade, unsettled))
                        && steps.markSent(step.id(), now) == 1) {
                    return new Next(steps.findById(step.id()), isInDoubt, Optional.empty());
                }
            }
            if (!isQuestion) {
                unsettled.add(step.object());
            }
            if (step.makes()) {
                unmade.add(step.object());
            }
        }
        return new Next(Optional.empty(), false, earliest);
    }

    /**
     * Whether something has to be there first. What was seen of that on the way is looked at before the store is asked.
     *
     * @param unmade objects that steps before this one make
     * @param unsettled objects that steps before this one are about
     */
    private boolean isHeld(
            UUID tenant, StepRows.OpenStep step, boolean isQuestion, Set<String> unmade, Set<String> unsettled) {
        List<String> needed = Needs.areInBody(step.needs())
                ? List.copyOf(forms.readStep(steps.body(step.id())).named())
                : Needs.keys(step.needs());
        if (isQuestion) {
            return needed.stream().anyMatch(unsettled::contains)
                    || (!needed.isEmpty() && steps.isAnyOpen(tenant, needed))
                    || !steps.unmade(tenant, List.of(step.object())).isEmpty();
        }
        if (needed.stream().anyMatch(unmade::contains)) {
            return true;
        }
        for (int from = 0; from < needed.size(); from += NAMES_AT_A_TIME) {
            List<String> some = needed.subList(from, Math.min(from + NAMES_AT_A_TIME, needed.size()));
            if (!steps.unmade(tenant, some).isEmpty()) {
                return true;
            }
        }
        return false;
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

    /** Done, unless a late request of another claim may have changed the object since: then it is looked at again. */
    @Transactional
    boolean done(StepRow claimed, String detail) {
        return settle(claimed, StepRow.State.DONE, detail, Optional.empty())
                || settle(
                        claimed,
                        StepRow.State.UNKNOWN,
                        "a late request may have changed it; looked at again",
                        Optional.of(clock.now()));
    }

    /** Carried out, and the tenant shows or answers something else than what was wanted. */
    @Transactional
    boolean differs(StepRow claimed, String detail) {
        return settle(claimed, StepRow.State.DIFFERS, detail, Optional.empty());
    }

    @Transactional
    boolean refused(StepRow claimed, String detail) {
        return settle(claimed, StepRow.State.REFUSED, detail, Optional.empty());
    }

    /** Waits as long as was asked for, and longer from try to try. */
    @Transactional
    boolean later(StepRow claimed, Duration asked, String detail) {
        String stopped = steps.stopped(claimed.id);
        if (!stopped.isEmpty()) {
            return settle(claimed, StepRow.State.SKIPPED, stopped, Optional.empty());
        }
        Duration own = FIRST_PAUSE.multipliedBy(1L << Math.min(8, Math.max(0, claimed.attempts - 1)));
        Duration pause = Comparator.<Duration>naturalOrder().compare(asked, own) > 0 ? asked : own;
        Instant due = clock.now().plus(pause.compareTo(LONGEST_PAUSE) > 0 && pause.equals(own) ? LONGEST_PAUSE : pause);
        return settle(claimed, StepRow.State.WAITING, detail, Optional.of(due));
    }

    /** Whether its job was stopped while it was on its way. */
    @Transactional(readOnly = true)
    boolean isStopped(StepRow claimed) {
        return !steps.stopped(claimed.id).isEmpty();
    }

    /** The request may still land: looked at again when its time limit has run out. */
    @Transactional
    boolean unknown(StepRow claimed, String detail) {
        Instant sent = claimed.sentAt == null ? clock.now() : claimed.sentAt;
        return settle(claimed, StepRow.State.UNKNOWN, detail, Optional.of(sent.plus(settings.requestLimit())));
    }

    private boolean settle(StepRow claimed, StepRow.State state, String detail, Optional<Instant> due) {
        return steps.settle(
                        claimed.id,
                        claimed.attempts,
                        state.name(),
                        cut(detail),
                        state.isOpen() ? null : clock.now(),
                        due.orElse(null))
                == 1;
    }

    /** A request was answered whose claim had been given away: what the object is like is looked at again. */
    @Transactional
    void doubt(UUID id) {
        steps.doubt(id, "a late request may have changed it; looked at again", clock.now());
    }

    /**
     * Passes a step by, with a reason that stays in the record: one that was refused, or one that waits. A step whose
     * request may be on its way is not passed by.
     */
    @Transactional
    boolean skip(UUID id, String detail) {
        StepRow row = steps.findById(id).orElseThrow(() -> Problem.notFound("step", id));
        if (!PASSED_BY.contains(row.state())) {
            return false;
        }
        row.state = StepRow.State.SKIPPED.name();
        row.detail = cut(detail);
        row.finishedAt = clock.now();
        return true;
    }

    /**
     * Passes by everything of a job that waits; what was sent is followed to its end, and passed by if nothing was done. Tells
     * how many.
     */
    @Transactional
    int stop(UUID job, String detail) {
        return steps.skipWaiting(job, cut(detail), clock.now()) + steps.stopOnTheirWay(job, cut(detail));
    }

    /** Tries a step once more, now: one that was refused, waits, or came to something else. */
    @Transactional
    StepRow again(UUID id) {
        StepRow row = steps.findById(id).orElseThrow(() -> Problem.notFound("step", id));
        if (AGAIN.contains(row.state())) {
            row.state = StepRow.State.WAITING.name();
            row.dueAt = clock.now();
            row.stopped = "";
            row.finishedAt = null;
        }
        return row;
    }

    private static String cut(String detail) {
        return detail.substring(0, Math.min(LONGEST_DETAIL, detail.length()));
    }
}
