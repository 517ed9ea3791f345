package wexa.server.testing;

import static wexa.server.testing.Patience.patiently;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import wexa.sandbox.StandIns;

/** The server in a process of its own, so that it can die without warning. */
public final class ServerProcess {
    public static final Duration OFFSET = Duration.between(Instant.now(), Instant.parse("2026-11-23T08:00:00Z"));

    private static final int MOST_LINES = 60;

    private final Path folder;
    private final int port;
    private final List<String> options;
    private Path log = Path.of("");
    private Process process;

    public ServerProcess(Path folder, StandIns standIns, int ldap) throws IOException {
        this.folder = folder;
        try (ServerSocket free = new ServerSocket(0)) {
            this.port = free.getLocalPort();
        }
        this.options = List.of(
                "--spring.profiles.active=demo",
                "--springdoc.api-docs.enabled=false",
                "--server.port=" + port,
                "--wexa.data=" + folder.resolve("data").toAbsolutePath(),
                "--wexa.clock-offset=" + OFFSET.toSeconds() + "s",
                "--wexa.request-limit=2s",
                "--wexa.demo.source=" + folder.resolve("source"),
                "--wexa.demo.stand-ins=http://127.0.0.1:" + standIns.port(),
                "--wexa.mail.port=" + standIns.smtpPort(),
                "--wexa.demo.ldap-port=" + ldap);
    }

    /** Starts it; {@code halt} names the place of {@link HaltPlaces} at which it dies by itself, if any. */
    public Process start(String halt, String... jvm) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC"));
        command.addAll(List.of(jvm));
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), "wexa.server.WexaServer"));
        command.addAll(options);
        command.add("--wexa.halt-at=" + halt);
        Files.createDirectories(folder.resolve("data"));
        log = folder.resolve("server-" + UUID.randomUUID() + ".log");
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        return process;
    }

    public URI address() {
        return URI.create("http://127.0.0.1:" + port);
    }

    public Browserless whenUp() {
        URI address = address();
        try {
            return patiently()
                    .pollInterval(Duration.ofMillis(300))
                    .ignoreExceptions()
                    .failFast("the server has ended", () -> !process.isAlive())
                    .until(() -> Browserless.signedIn(address, "tove", "north-pier-2026"), browser -> true);
        } catch (RuntimeException never) {
            throw new IllegalStateException("the server did not come up:\n" + lastLines(), never);
        }
    }

    private String lastLines() {
        try {
            List<String> lines = Files.readAllLines(log);
            return String.join("\n", lines.subList(Math.max(0, lines.size() - MOST_LINES), lines.size()));
        } catch (IOException gone) {
            return "its log is gone: " + gone;
        }
    }
}
