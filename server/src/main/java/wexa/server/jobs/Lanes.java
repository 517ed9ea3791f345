package wexa.server.jobs;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.exceptions.ExecutionException;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceCurrentlyExecutingException;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceNotFoundException;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.TaskInstanceId;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.wiring.BusinessClock;

/**
 * One persistent lane per tenant. A lane looks at its steps when it is woken, when a step falls due, and every few seconds
 * in any case: waking is a matter of speed, never of correctness.
 */
@Configuration(proxyBeanMethods = false)
public class Lanes {
    static final String TASK = "lane";
    private static final Duration IDLE = Duration.ofSeconds(10);

    /** Wakes lanes. */
    public interface Waker {
        /** Called after the commit that made work for these tenants. */
        void wake(Collection<Id<Tenant>> tenants);
    }

    @Bean
    CustomTask<Void> laneTask(Lane lane, BusinessClock clock, Clock machineClock, Woken woken) {
        return Tasks.custom(TaskDescriptor.of(TASK, Void.class))
                .onFailure(new FailureHandler.OnFailureRetryLater<>(IDLE))
                .onDeadExecutionRevive()
                .execute((instance, context) -> {
                    UUID tenant = UUID.fromString(instance.getId());
                    woken.clear(tenant);
                    Instant due = lane.run(tenant).orElse(Instant.MAX);
                    Instant business = clock.now();
                    Duration wait = due.equals(Instant.MAX) ? IDLE : Duration.between(business, due);
                    Duration bounded = wait.compareTo(IDLE) > 0 ? IDLE : wait.isNegative() ? Duration.ZERO : wait;
                    return (complete, operations) -> operations.reschedule(
                            complete,
                            woken.isWoken(tenant)
                                    ? machineClock.instant()
                                    : machineClock.instant().plus(bounded));
                });
    }

    @Bean
    Woken woken() {
        return new Woken();
    }

    /** Lanes that were woken while they worked: they go round once more. */
    static final class Woken {
        private final Set<UUID> tenants = ConcurrentHashMap.newKeySet();

        void add(UUID tenant) {
            tenants.add(tenant);
        }

        void clear(UUID tenant) {
            tenants.remove(tenant);
        }

        boolean isWoken(UUID tenant) {
            return tenants.contains(tenant);
        }
    }

    @Bean
    Waker waker(ObjectProvider<Scheduler> scheduler, CustomTask<Void> laneTask, Woken woken, Clock machineClock) {
        return tenants -> tenants.forEach(tenant -> {
            String name = tenant.toString();
            woken.add(tenant.value());
            try {
                scheduler.getObject().reschedule(TaskInstanceId.of(TASK, name), machineClock.instant());
            } catch (TaskInstanceNotFoundException first) {
                scheduler.getObject().scheduleIfNotExists(laneTask.instance(name), machineClock.instant());
            } catch (TaskInstanceCurrentlyExecutingException working) {
                // it looks again when it is done: it was noted as woken above
            } catch (ExecutionException begunMeanwhile) {
                // it began, or was woken by somebody else, between the look and the update; the note holds as well
            }
        });
    }
}
