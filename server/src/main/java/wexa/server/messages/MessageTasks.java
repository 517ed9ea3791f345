package wexa.server.messages;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks at the messages at an interval. */
@Configuration(proxyBeanMethods = false)
class MessageTasks {
    /** How often it is looked at what ends soon; each is told of once a day at most. */
    private static final Duration LOOK_AT_ENDS = Duration.ofMinutes(10);

    /** How often it is looked whether there is new work to do by hand; it costs all that waits. */
    private static final Duration LOOK_AT_WORK = Duration.ofMinutes(1);

    @Bean
    RecurringTask<Void> tellOfEnds(EndingNotices notices) {
        return Tasks.recurring("tell-of-ends", FixedDelay.of(LOOK_AT_ENDS))
                .execute((instance, context) -> notices.round());
    }

    @Bean
    RecurringTask<Void> tellOfWork(TaskNotices notices) {
        return Tasks.recurring("tell-of-work", FixedDelay.of(LOOK_AT_WORK))
                .execute((instance, context) -> notices.round());
    }

    @Bean
    RecurringTask<Void> sendMessages(Sender sender, MailSettings settings) {
        return Tasks.recurring("send-messages", FixedDelay.of(settings.interval()))
                .execute((instance, context) -> sender.round());
    }
}
