package wexa.server.wiring;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.helper.CustomTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javax.sql.DataSource;
import org.springframework.boot.sql.init.dependency.DependsOnDatabaseInitialization;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The one place with threads of our own: the persistent scheduler, whose work waits for others most of the time. */
@Configuration(proxyBeanMethods = false)
class Scheduling {
    /** Lanes and readings wait for others most of the time; what they hold of the store is bounded by its own pool. */
    private static final int THREADS = 64;

    /** For short work that may wait for a slow other side, such as writing to a browser. */
    @Bean(destroyMethod = "shutdownNow")
    ExecutorService background() {
        return Executors.newThreadPerTaskExecutor(
                Thread.ofVirtual().name("background-", 0).factory());
    }

    @Bean(destroyMethod = "stop")
    @DependsOnDatabaseInitialization
    Scheduler scheduler(DataSource store, List<CustomTask<?>> lanes, List<RecurringTask<?>> recurring) {
        return Scheduler.create(store, lanes.toArray(CustomTask<?>[]::new))
                .startTasks(recurring)
                .threads(THREADS)
                .executorService(Executors.newThreadPerTaskExecutor(
                        Thread.ofVirtual().name("work-", 0).factory()))
                .pollingInterval(Duration.ofMillis(500))
                .heartbeatInterval(Duration.ofSeconds(2))
                .missedHeartbeatsLimit(4)
                .shutdownMaxWait(Duration.ofSeconds(3))
                .enableImmediateExecution()
                .commitWhenAutocommitDisabled(true)
                .build();
    }
}
