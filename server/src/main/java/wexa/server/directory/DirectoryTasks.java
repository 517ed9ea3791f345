package wexa.server.directory;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Reads the directories at an interval. */
@Configuration(proxyBeanMethods = false)
class DirectoryTasks {
    @Bean
    RecurringTask<Void> readDirectories(Directories directories, DirectorySync sync, DirectorySettings settings) {
        return Tasks.recurring("read-directories", FixedDelay.of(settings.interval()))
                .execute((instance, context) -> {
                    directories.readAll();
                    sync.follow();
                });
    }
}
