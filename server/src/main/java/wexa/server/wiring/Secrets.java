package wexa.server.wiring;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;
import org.springframework.stereotype.Component;

/**
 * Secrets that are shown or sent once. They have 256 random bits, so that a plain SHA-256 is as good as a slow hash: nobody
 * can try them all.
 */
@Component
public class Secrets {
    private static final int BYTES = 32;

    private final SecureRandom random;

    Secrets(SecureRandom random) {
        this.random = random;
    }

    public String fresh() {
        byte[] bits = new byte[BYTES];
        random.nextBytes(bits);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bits);
    }

    /** What is kept of a secret. */
    public static String hash(String secret) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every Java has SHA-256", impossible);
        }
    }
}
