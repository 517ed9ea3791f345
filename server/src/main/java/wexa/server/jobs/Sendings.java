package wexa.server.jobs;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** What was last sent to a tenant about some objects. Whether it arrived is told by what is read there, not by this. */
@Component
public class Sendings {
    private final StepRows steps;

    /** How the last steps about the objects stand; where they stand differently, the first of these that one of them has. */
    public enum State {
        REFUSED,
        OPEN,
        /** Passed by, or stopped with its job. */
        SKIPPED,
        SENT,
        NOTHING
    }

    /**
     * What was sent.
     *
     * @param count how many of the objects stand so
     * @param at when something was last sent
     * @param job the newest job of those that stand so
     */
    public record Sent(
            State state,
            int count,
            @Nullable Instant at,
            @Nullable UUID job) {}

    Sendings(StepRows steps) {
        this.steps = steps;
    }

    /** Costs what was ever sent about these objects. */
    public Sent last(Id<Tenant> tenant, Collection<ObjectKey> objects) {
        Map<String, StepRows.Sending> last = new LinkedHashMap<>();
        if (!objects.isEmpty()) {
            steps.sendings(
                            tenant.value(),
                            objects.stream().map(ObjectKey::toString).toList())
                    .forEach(step -> last.put(step.object(), step));
        }
        State state = last.values().stream()
                .map(Sendings::state)
                .min(Comparator.naturalOrder())
                .orElse(State.NOTHING);
        List<StepRows.Sending> telling =
                last.values().stream().filter(step -> state(step) == state).toList();
        return new Sent(
                state,
                telling.size(),
                last.values().stream()
                        .map(StepRows.Sending::sentAt)
                        .filter(Objects::nonNull)
                        .max(Comparator.naturalOrder())
                        .orElse(null),
                telling.stream()
                        .max(Comparator.comparing(StepRows.Sending::jobNumber))
                        .map(StepRows.Sending::job)
                        .orElse(null));
    }

    /**
     * What was sent, and what the tenant answered.
     *
     * @param state as a job shows it
     */
    public record Answered(
            String what,
            String state,
            String answer,
            @Nullable Instant sentAt,
            @Nullable Instant answeredAt) {}

    /** All that was ever sent about some objects, the oldest first. */
    public List<Answered> all(Id<Tenant> tenant, Collection<ObjectKey> objects) {
        return objects.isEmpty()
                ? List.of()
                : steps
                        .told(
                                tenant.value(),
                                objects.stream().map(ObjectKey::toString).toList())
                        .stream()
                        .map(step -> new Answered(
                                step.subject(), step.state(), step.detail(), step.sentAt(), step.finishedAt()))
                        .toList();
    }

    /**
     * How the step stands that takes somebody the way into a tenant.
     *
     * @param isConfirmed whether it is done: read back from the tenant, or confirmed by whoever did it by hand
     * @param confirmedBy the login of who confirmed it, where it was done by hand
     * @param at when it was settled; nothing while it is not
     * @param after how long that was after its job began
     */
    public record Closed(
            State state,
            boolean isConfirmed,
            String detail,
            @Nullable Instant at,
            @Nullable Duration after,
            @Nullable String confirmedBy,
            UUID job,
            UUID step) {}

    /** The newest of them; none where nothing had to be sent. */
    public Optional<Closed> closing(Id<Tenant> tenant, ObjectKey account) {
        return steps.closings(tenant.value(), account.toString(), Limit.of(1)).stream()
                .findFirst()
                .map(step -> new Closed(
                        state(step.state()),
                        step.state().equals(StepRow.State.DONE.name()),
                        step.detail(),
                        step.finishedAt(),
                        step.finishedAt() == null ? null : Duration.between(step.begunAt(), step.finishedAt()),
                        step.confirmedBy(),
                        step.job(),
                        step.step()));
    }

    /** Accounts whose closing was read back, or confirmed by hand, since an instant of the machine's clock. */
    public List<ObjectKey> closedSince(Instant since) {
        return steps.closedSince(since).stream().map(ObjectKey::parse).toList();
    }

    private static State state(StepRows.Sending step) {
        return state(step.state());
    }

    private static State state(String step) {
        return switch (StepRow.State.valueOf(step)) {
            case REFUSED -> State.REFUSED;
            case WAITING, BY_HAND, SENT, UNKNOWN -> State.OPEN;
            case SKIPPED -> State.SKIPPED;
            case DONE, DIFFERS, SUPERSEDED -> State.SENT;
        };
    }
}
