package wexa.server.readings;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import wexa.core.model.Tenant;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.Settings;

/** Reads every tenant at an interval. */
@Configuration(proxyBeanMethods = false)
class ReadingTasks {
    @Bean
    RecurringTask<Void> readTenants(Reader reader, SnapshotStore snapshots, Settings settings) {
        return Tasks.recurring("read-tenants", FixedDelay.of(settings.readingInterval()))
                .execute((instance, context) -> {
                    for (Tenant tenant :
                            snapshots.current().model().tenants().stream().toList()) {
                        reader.read(tenant.id());
                    }
                });
    }
}
