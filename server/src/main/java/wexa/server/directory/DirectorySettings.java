package wexa.server.directory;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import wexa.core.model.Key;

/** The directories that are read. {@code key} is the home of the people in it. */
@ConfigurationProperties("wexa.directory")
public record DirectorySettings(List<Source> sources, Duration interval) {
    public DirectorySettings {
        sources = sources == null ? List.of() : List.copyOf(sources);
        interval = interval == null ? Duration.ofMinutes(10) : interval;
    }

    /** Where the organisation's own people are born: its first directory, or {@code own} where there is none. */
    public Key ownHome() {
        return Key.of(sources.isEmpty() ? "own" : sources.get(0).key());
    }

    /** One directory. */
    public record Source(
            String key, String name, String host, int port, String bindDn, String bindPassword, String peopleDn) {}
}
