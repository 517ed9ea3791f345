package wexa.server.log;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HexFormat;
import java.util.List;

/**
 * One link of the log's chain. A line is bound by a commitment: SHA-256 (FIPS 180-4) of a random salt and the line's text.
 * A link is SHA-256 of the link before, the line's number and the commitment. Whoever changes, removes or adds a line
 * breaks the chain from there on. When a person's data has to go, a line's text and salt go and its commitment stays: the
 * chain is whole, and nobody can find the text again by trying.
 *
 * @param number of the line, from 1 without gaps
 * @param commitment of the line's text, in hex
 * @param hash of the link, in hex
 */
record Link(long number, String commitment, String hash) {
    /** Before the first link. */
    static final String NONE = "0".repeat(64);

    static final int SALT_BYTES = 16;

    private static final HexFormat HEX = HexFormat.of();

    /** What a line says, as it is bound. */
    record Text(long number, Instant at, String actor, long changeset, String sentence, String reason, String ticket) {}

    static Link after(String previous, Text text, byte[] salt) {
        String commitment = commitment(text, salt);
        return new Link(text.number(), commitment, hash(previous, text.number(), commitment));
    }

    static String hash(String previous, long number, String commitment) {
        MessageDigest digest = digest();
        digest.update(HEX.parseHex(previous));
        digest.update(ByteBuffer.allocate(Long.BYTES).putLong(number).array());
        digest.update(HEX.parseHex(commitment));
        return HEX.formatHex(digest.digest());
    }

    /** Each part stands behind its length, so that no two lines have the same text. Instants count in microseconds. */
    static String commitment(Text text, byte[] salt) {
        MessageDigest digest = digest();
        digest.update(salt);
        for (String part : List.of(
                Long.toString(text.number()),
                text.at().truncatedTo(ChronoUnit.MICROS).toString(),
                text.actor(),
                Long.toString(text.changeset()),
                text.sentence(),
                text.reason(),
                text.ticket())) {
            byte[] bytes = part.getBytes(StandardCharsets.UTF_8);
            digest.update(
                    ByteBuffer.allocate(Integer.BYTES).putInt(bytes.length).array());
            digest.update(bytes);
        }
        return HEX.formatHex(digest.digest());
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException missing) {
            throw new IllegalStateException("this Java has no SHA-256, which every Java has", missing);
        }
    }
}
