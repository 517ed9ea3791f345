package wexa.sandbox;

import com.unboundid.ldap.sdk.LDAPException;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Starts all stand-ins in one process and says so on standard output when they answer. */
public final class Sandbox {
    private Sandbox() {}

    /** {@code --files=DIR --state=DIR --port=N --ldap-port=N --smtp-port=N --clock-offset=SECONDS}. */
    public static void main(String[] arguments) throws IOException, SQLException, LDAPException {
        Map<String, String> options = new HashMap<>();
        for (String argument : arguments) {
            int equals = argument.indexOf('=');
            if (!argument.startsWith("--") || equals < 0) {
                throw new IllegalArgumentException("'" + argument + "' is not of the form --name=value");
            }
            options.put(argument.substring(2, equals), argument.substring(equals + 1));
        }
        Path files = Path.of(required(options, "files"));
        Clock clock = Clock.offset(
                Clock.systemUTC(), Duration.ofSeconds(Long.parseLong(options.getOrDefault("clock-offset", "0"))));
        StandIns tenants = new StandIns(
                files,
                Path.of(required(options, "state")),
                Integer.parseInt(required(options, "port")),
                Integer.parseInt(required(options, "smtp-port")),
                clock);
        Directories directories = new Directories(
                files,
                Optional.ofNullable(
                        Path.of(required(options, "state")).toAbsolutePath().getParent()),
                Integer.parseInt(required(options, "ldap-port")));
        System.out.println("stand-ins answer on port " + tenants.port() + ", directories on port " + directories.port()
                + ", mail on port " + tenants.smtpPort());
    }

    private static String required(Map<String, String> options, String name) {
        String value = options.get(name);
        if (value == null) {
            throw new IllegalArgumentException("--" + name + "=... is missing");
        }
        return value;
    }
}
