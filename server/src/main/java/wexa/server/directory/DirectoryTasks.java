package wexa.server.directory;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Reads the directories at an interval, and disables entries as people go. */
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

    @Bean
    RecurringTask<Void> disableEntries(DirectoryClosing closing, DirectorySettings settings) {
        return Tasks.recurring("disable-directory-entries", FixedDelay.of(settings.closingInterval()))
                .execute((instance, context) -> closing.followAll());
    }
}
