package wexa.server.signals;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Sends security events as accounts are closed, and again what was not answered. */
@Configuration(proxyBeanMethods = false)
class EventTasks {
    private static final Duration PAUSE = Duration.ofSeconds(5);

    @Bean
    RecurringTask<Void> pushSecurityEvents(SecurityEvents events) {
        return Tasks.recurring("push-security-events", FixedDelay.of(PAUSE))
                .execute((instance, context) -> events.follow());
    }
}
