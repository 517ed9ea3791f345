package wexa.server.stored;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.springframework.util.FileSystemUtils;
import wexa.server.testing.AtExit;

/**
 * A PostgreSQL of Debian's package, in a folder of its own, on a free loopback port, run by a user without rights. It ends with
 * this process.
 */
final class PostgresCluster {
    private static final String USER = "wexa";
    private static final String UNPRIVILEGED = "nobody";

    private final Path programs;
    private final Path folder;
    private final int port;
    private final String password = UUID.randomUUID().toString();

    private PostgresCluster() throws IOException {
        programs = programs();
        // not below a folder that only its owner may enter
        folder = Files.createTempDirectory(Path.of("/tmp"), "wexa-postgresql");
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
    }

    static PostgresCluster start() {
        try {
            PostgresCluster cluster = new PostgresCluster();
            AtExit.close(cluster::stop);
            cluster.begin();
            return cluster;
        } catch (IOException failed) {
            throw new UncheckedIOException("PostgreSQL could not be started", failed);
        }
    }

    /** The newest that Debian's packages have put there. */
    private static Path programs() throws IOException {
        Path all = Path.of("/usr/lib/postgresql");
        if (Files.isDirectory(all)) {
            try (Stream<Path> versions = Files.list(all)) {
                return versions.map(version -> version.resolve("bin"))
                        .filter(bin -> Files.isExecutable(bin.resolve("initdb")))
                        .max(Comparator.comparingInt(bin ->
                                Integer.parseInt(bin.getParent().getFileName().toString())))
                        .orElseThrow(PostgresCluster::missing);
            }
        }
        throw missing();
    }

    private static IllegalStateException missing() {
        return new IllegalStateException("The store's tests need PostgreSQL; install Debian's package postgresql.");
    }

    private void begin() throws IOException {
        Path secret = folder.resolve("password");
        Files.writeString(secret, password);
        Files.setPosixFilePermissions(secret, PosixFilePermissions.fromString("rw-------"));
        if (isRoot()) {
            run("chown", "-R", UNPRIVILEGED, folder.toString());
        }
        Path data = folder.resolve("data");
        run(asUnprivileged(
                program("initdb"),
                "--pgdata=" + data,
                "--username=" + USER,
                "--pwfile=" + secret,
                "--auth=scram-sha-256",
                "--encoding=UTF8",
                "--locale=C.UTF-8",
                "--no-sync"));
        // what is lost when the machine fails is lost with the tests
        run(asUnprivileged(
                program("pg_ctl"),
                "--pgdata=" + data,
                "--log=" + folder.resolve("log"),
                "--wait",
                "--options=-p " + port + " -c listen_addresses=127.0.0.1 -c unix_socket_directories=" + folder
                        + " -c fsync=off -c max_connections=200",
                "start"));
    }

    private void stop() {
        try {
            run(asUnprivileged(
                    program("pg_ctl"), "--pgdata=" + folder.resolve("data"), "--mode=immediate", "--wait", "stop"));
        } catch (IOException late) {
            System.err.println("stopping PostgreSQL: " + late);
        } finally {
            try {
                FileSystemUtils.deleteRecursively(folder);
            } catch (IOException left) {
                System.err.println("removing " + folder + ": " + left);
            }
        }
    }

    private String program(String name) {
        return programs.resolve(name).toString();
    }

    private static boolean isRoot() {
        return "root".equals(System.getProperty("user.name"));
    }

    /** PostgreSQL refuses to be run by root. */
    private static String[] asUnprivileged(String... command) {
        List<String> whole = new ArrayList<>();
        if (isRoot()) {
            whole.addAll(List.of("runuser", "-u", UNPRIVILEGED, "--"));
        }
        whole.addAll(List.of(command));
        return whole.toArray(String[]::new);
    }

    private void run(String... command) throws IOException {
        Path said = Files.createTempFile("wexa-postgresql", ".log");
        try {
            Process process = new ProcessBuilder(command)
                    .directory(folder.toFile())
                    .redirectErrorStream(true)
                    .redirectOutput(said.toFile())
                    .start();
            if (!process.waitFor(2, TimeUnit.MINUTES) || process.exitValue() != 0) {
                process.destroyForcibly();
                throw new IOException(String.join(" ", command) + " failed: " + Files.readString(said));
            }
        } catch (InterruptedException ended) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted while waiting for " + command[0], ended);
        } finally {
            Files.delete(said);
        }
    }

    String user() {
        return USER;
    }

    String password() {
        return password;
    }

    String url(String database) {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + database;
    }

    void create(String database) {
        try (Connection connection = DriverManager.getConnection(url("postgres"), USER, password);
                Statement statement = connection.createStatement()) {
            statement.execute("create database " + database);
        } catch (SQLException refused) {
            throw new IllegalStateException("no database " + database, refused);
        }
    }
}
