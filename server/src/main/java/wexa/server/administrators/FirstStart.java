package wexa.server.administrators;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import wexa.server.rights.Administrators;
import wexa.server.wiring.Settings;

/**
 * While there is no administrator, a code in the data folder lets in whoever can read that folder, and nobody else. It goes
 * with the first administrator.
 */
@Component
@Order(10)
class FirstStart implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(FirstStart.class);
    private static final int BYTES = 10;

    private final Administrators administrators;
    private final Path file;
    private final SecureRandom random;

    FirstStart(Administrators administrators, Settings settings, SecureRandom random) {
        this.administrators = administrators;
        this.file = settings.data().resolve("first-start-code");
        this.random = random;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        if (!isOpen()) {
            Files.deleteIfExists(file);
            return;
        }
        if (Files.notExists(file)) {
            byte[] fresh = new byte[BYTES];
            random.nextBytes(fresh);
            Files.createDirectories(file.toAbsolutePath().getParent());
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(file, HexFormat.of().formatHex(fresh));
        }
        LOG.info("there is no administrator yet: the code for the first one stands in {}", file.toAbsolutePath());
    }

    boolean isOpen() {
        return administrators.areNone();
    }

    /** Compared in constant time. */
    boolean isCode(String typed) throws IOException {
        return Files.exists(file)
                && MessageDigest.isEqual(
                        Files.readAllBytes(file),
                        typed.strip().toLowerCase(Locale.ROOT).getBytes(StandardCharsets.UTF_8));
    }

    void close() throws IOException {
        Files.deleteIfExists(file);
    }
}
