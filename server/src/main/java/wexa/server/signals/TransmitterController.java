package wexa.server.signals;

import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.wiring.Settings;

/** What receivers of security events look up about whoever sends them. */
@RestController
@RequestMapping("/.well-known")
class TransmitterController {
    private final SigningKeys keys;
    private final Settings settings;

    TransmitterController(SigningKeys keys, Settings settings) {
        this.keys = keys;
        this.settings = settings;
    }

    /** The keys as a set (RFC 7517 5). */
    @GetMapping("/jwks.json")
    Map<String, Object> keys() {
        return keys.published();
    }

    /** OpenID Shared Signals Framework 1.0, 7.1. */
    @GetMapping("/ssf-configuration")
    Map<String, Object> configuration() {
        String issuer = SecurityEvents.issuer(settings);
        return Map.of(
                "spec_version",
                "1_0",
                "issuer",
                issuer,
                "jwks_uri",
                issuer + "/.well-known/jwks.json",
                "delivery_methods_supported",
                List.of("urn:ietf:rfc:8935"));
    }
}
