package wexa.server.sessions;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import javax.crypto.SecretKey;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.apache.commons.codec.binary.Hex;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.connections.TokenVault;
import wexa.server.rights.Administrators;
import wexa.server.wiring.Secrets;

/**
 * A second factor by time (RFC 6238: HMAC-SHA-1, 30 s, six digits, which every authenticator knows), with codes that stand in
 * for it once each. One step to either side of now is taken, for clocks that go wrong a little; a code works once.
 */
@Component
class SecondFactors {
    private static final int SECRET_BYTES = 20;
    private static final int RECOVERY_CODES = 10;
    private static final int RECOVERY_BYTES = 10;
    private static final int STEPS_ASIDE = 1;

    private final Rows rows;
    private final RecoveryRows recovery;
    private final Administrators administrators;
    private final TokenVault vault;
    private final SecureRandom random;
    private final Clock machineClock;
    private final TimeBasedOneTimePasswordGenerator codes = new TimeBasedOneTimePasswordGenerator();

    /** Rows of secrets. */
    interface Rows extends Repository<SecondFactorRow, UUID> {
        Optional<SecondFactorRow> findById(UUID administrator);

        void save(SecondFactorRow row);

        void delete(SecondFactorRow row);

        @Modifying
        @Query("update SecondFactorRow factor set factor.lastStep = :step where factor.administratorId = :administrator"
                + " and factor.lastStep < :step")
        int take(UUID administrator, long step);
    }

    /** Rows of recovery codes. */
    interface RecoveryRows extends Repository<RecoveryCodeRow, String> {
        void save(RecoveryCodeRow row);

        @Modifying
        @Query("update RecoveryCodeRow code set code.usedAt = :at where code.hash = :hash"
                + " and code.administratorId = :administrator and code.usedAt is null")
        int use(String hash, UUID administrator, Instant at);

        @Modifying
        @Query("delete from RecoveryCodeRow code where code.administratorId = :administrator")
        void forget(UUID administrator);

        @Query("select count(code) from RecoveryCodeRow code where code.administratorId = :administrator"
                + " and code.usedAt is null")
        int left(UUID administrator);
    }

    SecondFactors(
            Rows rows,
            RecoveryRows recovery,
            Administrators administrators,
            TokenVault vault,
            SecureRandom random,
            Clock machineClock) {
        this.rows = rows;
        this.recovery = recovery;
        this.administrators = administrators;
        this.vault = vault;
        this.random = random;
        this.machineClock = machineClock;
    }

    /** What an authenticator is told: the secret as text, and as an address that it can scan. */
    record Offer(String secret, String address) {}

    /** A fresh secret, which counts once a code made with it is shown. */
    @Transactional
    public Offer offer(UUID administrator, String login) {
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        SecondFactorRow row = rows.findById(administrator).orElseGet(SecondFactorRow::new);
        if (row.isConfirmed) {
            throw new IllegalStateException("the second factor of " + administrator + " is set already");
        }
        String text = new Base32().encodeAsString(secret).replace("=", "");
        row.administratorId = administrator;
        row.secret = vault.seal(administrator, text);
        row.lastStep = 0;
        rows.save(row);
        return new Offer(
                text,
                "otpauth://totp/Wexa:" + URLEncoder.encode(login, StandardCharsets.UTF_8) + "?secret=" + text
                        + "&issuer=Wexa");
    }

    /** From a right code on the factor counts. The answer is its recovery codes, or none if the code was wrong. */
    @Transactional
    public Optional<List<String>> confirm(UUID administrator, String code) {
        Optional<SecondFactorRow> row = rows.findById(administrator).filter(one -> !one.isConfirmed);
        if (row.isEmpty() || !isCode(row.get(), code)) {
            return Optional.empty();
        }
        row.get().isConfirmed = true;
        rows.save(row.get());
        administrators.setSecondFactor(administrator, true);
        return Optional.of(freshCodes(administrator));
    }

    /** Ten codes; those given before are worth nothing any more. */
    @Transactional
    public List<String> freshCodes(UUID administrator) {
        recovery.forget(administrator);
        List<String> fresh = new ArrayList<>();
        for (int count = 0; count < RECOVERY_CODES; count++) {
            byte[] bits = new byte[RECOVERY_BYTES];
            random.nextBytes(bits);
            String text = Hex.encodeHexString(bits);
            fresh.add(String.join(
                    "-", text.substring(0, 5), text.substring(5, 10), text.substring(10, 15), text.substring(15)));
            recovery.save(new RecoveryCodeRow(Secrets.hash(text), administrator));
        }
        return fresh;
    }

    @Transactional(readOnly = true)
    public int codesLeft(UUID administrator) {
        return recovery.left(administrator);
    }

    /** How a code was right. */
    enum Match {
        NONE,
        BY_TIME,
        BY_RECOVERY
    }

    /** Takes a code by time or a recovery code; either works once. */
    @Transactional
    public Match take(UUID administrator, String typed) {
        String code = typed.replaceAll("[\\s-]", "").toLowerCase(Locale.ROOT);
        Optional<SecondFactorRow> row = rows.findById(administrator).filter(one -> one.isConfirmed);
        if (row.isPresent() && isCode(row.get(), code)) {
            return Match.BY_TIME;
        }
        return recovery.use(Secrets.hash(code), administrator, machineClock.instant()) == 1
                ? Match.BY_RECOVERY
                : Match.NONE;
    }

    private boolean isCode(SecondFactorRow row, String code) {
        Optional<String> secret = vault.tryOpen(row.administratorId, row.secret);
        if (secret.isEmpty() || !code.matches("[0-9]{6}")) {
            // with another key file only recovery codes are left, or another administrator who removes the factor
            return false;
        }
        SecretKey key = new SecretKeySpec(new Base32().decode(secret.get()), codes.getAlgorithm());
        Instant now = machineClock.instant();
        for (int aside = -STEPS_ASIDE; aside <= STEPS_ASIDE; aside++) {
            Instant at = now.plus(codes.getTimeStep().multipliedBy(aside));
            long step = at.getEpochSecond() / codes.getTimeStep().toSeconds();
            if (isEqual(codeAt(key, at), code) && rows.take(row.administratorId, step) == 1) {
                row.lastStep = step;
                return true;
            }
        }
        return false;
    }

    private String codeAt(SecretKey key, Instant at) {
        try {
            return codes.generateOneTimePasswordString(key, at);
        } catch (InvalidKeyException unfit) {
            throw new IllegalStateException("a secret of our own making is no key", unfit);
        }
    }

    private static boolean isEqual(String one, String other) {
        return MessageDigest.isEqual(
                one.getBytes(StandardCharsets.US_ASCII), other.getBytes(StandardCharsets.US_ASCII));
    }

    @Transactional
    public void remove(UUID administrator) {
        rows.findById(administrator).ifPresent(rows::delete);
        recovery.forget(administrator);
        administrators.setSecondFactor(administrator, false);
    }
}
