package wexa.sandbox;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.List;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;

/** A tenant's own passwords, as salted PBKDF2 hashes (RFC 8018 5.2). */
final class Passwords {
    static final int SHORTEST = 8;

    private static final String TYPE = "passwords";
    private static final int ROUNDS = 10_000;
    private static final int BITS = 256;

    private final ResourceStore store;
    private final SecureRandom random = new SecureRandom();

    Passwords(ResourceStore store) {
        this.store = store;
    }

    void set(String tenant, String user, String password) {
        byte[] salt = new byte[16];
        random.nextBytes(salt);
        ObjectNode kept = JsonNodeFactory.instance.objectNode();
        kept.put("salt", Base64.getEncoder().encodeToString(salt));
        kept.put("hash", Base64.getEncoder().encodeToString(hash(password, salt)));
        store.save(List.of(new ResourceStore.Stored(TYPE + " " + tenant, TYPE, user, kept)));
    }

    boolean matches(String tenant, String user, String password) {
        return store.find(TYPE + " " + tenant, TYPE, user)
                .filter(kept -> MessageDigest.isEqual(
                        Base64.getDecoder().decode(kept.get("hash").asText()),
                        hash(
                                password,
                                Base64.getDecoder().decode(kept.get("salt").asText()))))
                .isPresent();
    }

    private static byte[] hash(String password, byte[] salt) {
        try {
            return SecretKeyFactory.getInstance("PBKDF2WithHmacSHA256")
                    .generateSecret(new PBEKeySpec(password.toCharArray(), salt, ROUNDS, BITS))
                    .getEncoded();
        } catch (GeneralSecurityException impossible) {
            throw new IllegalStateException("every Java has PBKDF2WithHmacSHA256", impossible);
        }
    }
}
