package wexa.connect.signals;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JOSEObjectType;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.crypto.ECDSASigner;
import com.nimbusds.jose.jwk.ECKey;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import java.time.Instant;
import java.util.Date;
import java.util.HashMap;
import java.util.Map;

/**
 * Something that happened to an account, for a receiver that has to act on it.
 *
 * @param id unique for the issuer ({@code jti}); the same when it is sent again
 * @param subject what the receiver itself knows the account by, as an opaque identifier (RFC 9493 3.2.6)
 * @param at when it happened
 * @param issuedAt when the token was made
 */
public record SecurityEvent(
        String id, Kind kind, String issuer, String audience, String subject, Instant at, Instant issuedAt) {
    /** What happened. */
    public enum Kind {
        /** All sessions of the account are to end (OpenID CAEP 1.0, 3.1). */
        SESSION_REVOKED("https://schemas.openid.net/secevent/caep/event-type/session-revoked"),
        /** The account must not be used any more (OpenID RISC 1.0, 2.3). */
        ACCOUNT_DISABLED("https://schemas.openid.net/secevent/risc/event-type/account-disabled");

        private final String uri;

        Kind(String uri) {
            this.uri = uri;
        }

        public String uri() {
            return uri;
        }
    }

    /** The security event token (RFC 8417 2), signed with ES256 (RFC 7518 3.4). Neither {@code exp} nor {@code sub} is in it (RFC 8417 2.2). */
    public String signed(ECKey key) {
        Map<String, Object> what = new HashMap<>();
        if (kind == Kind.SESSION_REVOKED) {
            what.put("event_timestamp", at.getEpochSecond());
            what.put("initiating_entity", "admin");
        }
        JWTClaimsSet claims = new JWTClaimsSet.Builder()
                .issuer(issuer)
                .audience(audience)
                .jwtID(id)
                .issueTime(Date.from(issuedAt))
                .claim("sub_id", Map.of("format", "opaque", "id", subject))
                .claim("events", Map.of(kind.uri(), what))
                .build();
        SignedJWT token = new SignedJWT(
                new JWSHeader.Builder(JWSAlgorithm.ES256)
                        .type(new JOSEObjectType("secevent+jwt"))
                        .keyID(key.getKeyID())
                        .build(),
                claims);
        try {
            token.sign(new ECDSASigner(key));
        } catch (JOSEException unfit) {
            throw new IllegalStateException("the key for security events cannot sign", unfit);
        }
        return token.serialize();
    }
}
