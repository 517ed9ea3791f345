package wexa.server.tenants;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Notes what differs as tenants are read. */
@Configuration(proxyBeanMethods = false)
class DifferenceTasks {
    private static final Duration PAUSE = Duration.ofSeconds(15);

    @Bean
    RecurringTask<Void> noteDifferences(DifferencesSince since) {
        return Tasks.recurring("note-differences", FixedDelay.of(PAUSE)).execute((instance, context) -> since.note());
    }
}
