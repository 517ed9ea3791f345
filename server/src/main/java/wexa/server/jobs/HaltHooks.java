package wexa.server.jobs;

import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Named places at which a test can have the process die without any warning, as a power cut would. {@code wexa.halt-at}
 * is {@code NAME:COUNT}: die when the place is reached for that many times. Empty, as always outside tests, does nothing.
 */
@Component
public class HaltHooks {
    private final String name;
    private final AtomicInteger left;

    HaltHooks(@Value("${wexa.halt-at:}") String setting) {
        int colon = setting.indexOf(':');
        this.name = colon < 0 ? setting : setting.substring(0, colon);
        this.left = new AtomicInteger(colon < 0 ? 1 : Integer.parseInt(setting.substring(colon + 1)));
    }

    public void reach(String place) {
        if (place.equals(name) && left.decrementAndGet() == 0) {
            Runtime.getRuntime().halt(137);
        }
    }
}
