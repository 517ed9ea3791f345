package wexa.server.clock;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Ticks every ten seconds: a tick at which nothing begins or ends costs one look at the windows. */
@Configuration(proxyBeanMethods = false)
class TickTasks {
    private static final Duration PAUSE = Duration.ofSeconds(10);

    @Bean
    RecurringTask<Void> clockTick(Tick tick) {
        return Tasks.recurring("clock-tick", FixedDelay.of(PAUSE)).execute((instance, context) -> tick.tick());
    }
}
