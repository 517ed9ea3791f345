package wexa.server.people;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Asks tenants about those who are out, soon after their accounts were closed. */
@Configuration(proxyBeanMethods = false)
class RemovalTasks {
    private static final Duration PAUSE = Duration.ofSeconds(30);

    @Bean
    RecurringTask<Void> askAboutLeavers(RemovalQuestions questions) {
        return Tasks.recurring("ask-about-leavers", FixedDelay.of(PAUSE))
                .execute((instance, context) -> questions.follow());
    }
}
