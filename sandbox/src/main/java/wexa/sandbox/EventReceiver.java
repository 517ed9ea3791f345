package wexa.sandbox;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.crypto.ECDSAVerifier;
import com.nimbusds.jose.jwk.JWK;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.text.ParseException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/**
 * A tenant that takes security events (RFC 8935) from one transmitter. It looks the keys up at the transmitter's address and
 * believes nothing that is not signed with one of them and meant for it.
 */
final class EventReceiver {
    private final String audience;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private final Set<String> seen = ConcurrentHashMap.newKeySet();
    private final List<ObjectNode> taken = new CopyOnWriteArrayList<>();

    private Optional<URI> keys = Optional.empty();

    EventReceiver(String audience) {
        this.audience = audience;
    }

    /** Where the transmitter's keys are; below its own address where nothing is set. */
    synchronized void setKeys(URI address) {
        keys = Optional.of(address);
    }

    private synchronized URI keysOf(String issuer) {
        return keys.orElseGet(() -> URI.create(issuer).resolve("/.well-known/jwks.json"));
    }

    ScimEndpoint.Answer take(String contentType, String token) {
        if (!"application/secevent+jwt".equals(contentType)) {
            return refused("invalid_request", "the content type is not application/secevent+jwt");
        }
        try {
            SignedJWT event = SignedJWT.parse(token);
            JWTClaimsSet claims = event.getJWTClaimsSet();
            if (!JWSAlgorithm.ES256.equals(event.getHeader().getAlgorithm())
                    || !"secevent+jwt".equals(String.valueOf(event.getHeader().getType()))) {
                return refused("invalid_request", "it is no security event token of a kind that is taken here");
            }
            if (!claims.getAudience().equals(List.of(audience))) {
                return refused("invalid_audience", "it is not meant for " + audience);
            }
            if (!isSigned(event, claims.getIssuer())) {
                return refused("authentication_failed", "the signature is not the issuer's");
            }
            keep(claims);
            return new ScimEndpoint.Answer(202, Optional.empty());
        } catch (ParseException malformed) {
            return refused("invalid_request", "it cannot be read");
        } catch (IOException | JOSEException unread) {
            return refused("invalid_key", "the issuer's keys cannot be read");
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            return ScimEndpoint.error(503, "", "stopping");
        }
    }

    private boolean isSigned(SignedJWT event, String issuer)
            throws IOException, InterruptedException, ParseException, JOSEException {
        HttpResponse<String> answer = http.send(
                HttpRequest.newBuilder(keysOf(issuer))
                        .timeout(Duration.ofSeconds(5))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        JWK key = JWKSet.parse(answer.body()).getKeyByKeyId(event.getHeader().getKeyID());
        return key != null && event.verify(new ECDSAVerifier(key.toECKey()));
    }

    /** One that came before is taken again and counted once. */
    private void keep(JWTClaimsSet claims) throws ParseException {
        if (seen.add(claims.getJWTID())) {
            Map<String, Object> subject = claims.getJSONObjectClaim("sub_id");
            ObjectNode event = JsonNodeFactory.instance.objectNode();
            event.put("account", String.valueOf(subject.get("id")));
            claims.getJSONObjectClaim("events").keySet().forEach(event.putArray("events")::add);
            taken.add(event);
        }
    }

    /** What was taken, the oldest first. */
    ObjectNode taken() {
        ObjectNode all = JsonNodeFactory.instance.objectNode();
        taken.forEach(all.putArray("events")::add);
        return all;
    }

    private static ScimEndpoint.Answer refused(String error, String description) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.put("err", error);
        body.put("description", description);
        return ScimEndpoint.Answer.of(400, body);
    }
}
