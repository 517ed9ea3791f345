package wexa.server.scheduled;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks for drafts that are due; where none is, it costs one question to the store. */
@Configuration(proxyBeanMethods = false)
class ScheduleTasks {
    private static final Duration PAUSE = Duration.ofSeconds(5);

    @Bean
    RecurringTask<Void> applyDueDrafts(DueDrafts due) {
        return Tasks.recurring("apply-due-drafts", FixedDelay.of(PAUSE)).execute((instance, context) -> due.applyAll());
    }
}
