package wexa.server.readings;

import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Settings;

/**
 * Reads every tenant at an interval, each in a task of its own: one that answers slowly, or whose answer breaks something
 * here, keeps no other from being read.
 */
@Configuration(proxyBeanMethods = false)
class ReadingTasks {
    private static final Logger LOG = LoggerFactory.getLogger(ReadingTasks.class);

    @Bean
    CustomTask<Void> readTenant(Reader reader) {
        return Tasks.custom(TaskDescriptor.of("read-tenant", Void.class))
                .onFailure((complete, operations) -> operations.remove())
                .onDeadExecutionRevive()
                .execute((instance, context) -> {
                    reader.read(Id.of(UUID.fromString(instance.getId())));
                    return new CompletionHandler.OnCompleteRemove<>();
                });
    }

    @Bean
    RecurringTask<Void> readTenants(
            CustomTask<Void> readTenant, SnapshotStore snapshots, Settings settings, Clock machineClock) {
        return Tasks.recurring("read-tenants", FixedDelay.of(settings.readingInterval()))
                .onFailure(new FailureHandler.OnFailureReschedule<>(FixedDelay.of(settings.readingInterval())))
                .execute((instance, context) -> {
                    for (Tenant tenant :
                            snapshots.current().model().tenants().stream().toList()) {
                        boolean isNew = context.getSchedulerClient()
                                .scheduleIfNotExists(
                                        readTenant.instance(tenant.id().toString()), machineClock.instant());
                        if (!isNew) {
                            LOG.info("tenant {} is still being read", tenant.id());
                        }
                    }
                });
    }
}
