package wexa.server.directory;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import wexa.connect.Encryption;

/** Directories that are set with the server's other properties. {@code key} is the home of the people in it. */
@ConfigurationProperties("wexa.directory")
public record DirectorySettings(List<Source> sources, Duration interval) {
    public DirectorySettings {
        sources = sources == null ? List.of() : List.copyOf(sources);
        interval = interval == null ? Duration.ofMinutes(10) : interval;
    }

    /** One directory; {@code groupsDn} is empty where no groups are read from it. */
    public record Source(
            String key,
            String name,
            String host,
            int port,
            @DefaultValue("NONE") Encryption encryption,
            String bindDn,
            String bindPassword,
            String peopleDn,
            @DefaultValue("") String groupsDn) {}
}
