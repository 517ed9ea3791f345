package wexa.server.securitylog;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Forgets events whose time is over, once a day. */
@Configuration(proxyBeanMethods = false)
class SecurityLogTasks {
    private static final Duration PAUSE = Duration.ofDays(1);

    @Bean
    RecurringTask<Void> forgetSecurityEvents(SecurityLog log) {
        return Tasks.recurring("forget-security-events", FixedDelay.of(PAUSE))
                .execute((instance, context) -> log.forgetOld());
    }
}
