package wexa.server.wiring;

import com.github.kagkarlsson.scheduler.Scheduler;
import java.io.IOException;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import wexa.server.database.DataFolder;

/** Starts the scheduler when everything else stands. */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class Beginning implements ApplicationRunner {
    private final Scheduler scheduler;
    private final Settings settings;

    Beginning(Scheduler scheduler, Settings settings) {
        this.scheduler = scheduler;
        this.settings = settings;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        // what the store has made by now is as closed as its folder
        DataFolder.close(settings.data().toAbsolutePath());
        scheduler.start();
    }
}
