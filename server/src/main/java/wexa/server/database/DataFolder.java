package wexa.server.database;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.stream.Stream;
import org.springframework.boot.EnvironmentPostProcessor;
import org.springframework.boot.SpringApplication;
import org.springframework.core.env.ConfigurableEnvironment;

/**
 * Makes the folder of the data before anything is written into it, and keeps it and what is in it to the user that the server
 * runs as (0700 and 0600).
 */
public final class DataFolder implements EnvironmentPostProcessor {
    private static final int DEPTH = 3;

    @Override
    public void postProcessEnvironment(ConfigurableEnvironment environment, SpringApplication application) {
        String folder = environment.getProperty("wexa.data");
        if (folder != null && !folder.isBlank()) {
            try {
                make(Path.of(folder).toAbsolutePath());
            } catch (IOException unmade) {
                throw new UncheckedIOException(
                        "the data folder " + folder + " cannot be made or kept to oneself; check who owns it", unmade);
            }
        }
    }

    static void make(Path folder) throws IOException {
        if (Files.notExists(folder)) {
            Files.createDirectories(folder);
        }
        close(folder);
    }

    /** Where the file system knows no such rights, there is nothing to set. */
    public static void close(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder, DEPTH)) {
            for (Path one : (Iterable<Path>) all::iterator) {
                PosixFileAttributeView rights =
                        Files.getFileAttributeView(one, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
                if (rights != null && !Files.isSymbolicLink(one)) {
                    rights.setPermissions(PosixFilePermissions.fromString(
                            Files.isDirectory(one, LinkOption.NOFOLLOW_LINKS) ? "rwx------" : "rw-------"));
                }
            }
        }
    }
}
