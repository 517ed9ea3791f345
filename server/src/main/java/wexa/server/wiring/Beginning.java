package wexa.server.wiring;

import com.github.kagkarlsson.scheduler.Scheduler;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Starts the scheduler when everything else stands. */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class Beginning implements ApplicationRunner {
    private final Scheduler scheduler;

    Beginning(Scheduler scheduler) {
        this.scheduler = scheduler;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        scheduler.start();
    }
}
