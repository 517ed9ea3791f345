package wexa.server.connections;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;
import wexa.server.wiring.Settings;

/**
 * Encrypts the tokens of tenants and the passwords of directories with AES-256-GCM under a key file that lies beside the database, not in it: a copy of the
 * database alone opens no tenant. The id of what a secret opens is bound into each ciphertext.
 */
@Component
public class TokenVault {
    private static final int KEY_BYTES = 32;
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;

    private final SecretKeySpec key;
    private final SecureRandom random;

    TokenVault(Settings settings, SecureRandom random) throws IOException {
        this.random = random;
        Path file = settings.data().resolve("tenant-tokens.key");
        if (Files.notExists(file)) {
            byte[] fresh = new byte[KEY_BYTES];
            random.nextBytes(fresh);
            Files.createDirectories(settings.data());
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.write(file, fresh);
        }
        byte[] bytes = Files.readAllBytes(file);
        if (bytes.length != KEY_BYTES) {
            throw new IllegalStateException("key file " + file + " has " + bytes.length + " bytes, needed are "
                    + KEY_BYTES + "; put the right file back, or remove it and enter the tenants' tokens again");
        }
        this.key = new SecretKeySpec(bytes, "AES");
    }

    public byte[] seal(UUID about, String token) {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        byte[] sealed = run(Cipher.ENCRYPT_MODE, about, nonce, token.getBytes(StandardCharsets.UTF_8));
        byte[] whole = Arrays.copyOf(nonce, NONCE_BYTES + sealed.length);
        System.arraycopy(sealed, 0, whole, NONCE_BYTES, sealed.length);
        return whole;
    }

    /** Empty where it was sealed under another key: whoever needs it says so, and it can be entered again. */
    public Optional<String> tryOpen(UUID about, byte[] whole) {
        try {
            return Optional.of(open(about, whole));
        } catch (IllegalStateException otherKey) {
            return Optional.empty();
        }
    }

    public String open(UUID about, byte[] whole) {
        byte[] nonce = Arrays.copyOf(whole, NONCE_BYTES);
        byte[] sealed = Arrays.copyOfRange(whole, NONCE_BYTES, whole.length);
        return new String(run(Cipher.DECRYPT_MODE, about, nonce, sealed), StandardCharsets.UTF_8);
    }

    private byte[] run(int mode, UUID about, byte[] nonce, byte[] input) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(about.toString().getBytes(StandardCharsets.US_ASCII));
            return cipher.doFinal(input);
        } catch (GeneralSecurityException failed) {
            throw new IllegalStateException(
                    "the token of " + about + " does not open with this key file; enter it again", failed);
        }
    }
}
