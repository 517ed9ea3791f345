package wexa.server.messages;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Looks at the messages at an interval. */
@Configuration(proxyBeanMethods = false)
class MessageTasks {
    @Bean
    RecurringTask<Void> sendMessages(Sender sender, MailSettings settings) {
        return Tasks.recurring("send-messages", FixedDelay.of(settings.interval()))
                .execute((instance, context) -> sender.round());
    }
}
