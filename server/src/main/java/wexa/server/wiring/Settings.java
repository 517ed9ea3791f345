package wexa.server.wiring;

import jakarta.validation.constraints.NotNull;
import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;

/**
 * Settings of one installation. {@code clockOffset} moves the business clock against the machine's; {@code requestLimit}
 * is the time a tenant has for one answer. {@code plainHttpAllowed} lets tokens go over networks in clear; loopback is always
 * allowed. {@code publicUrl} is where people reach Wexa: addresses that it hands out begin with it, and with nothing that a
 * request says. {@code proxies} are the addresses of proxies whose word on who is behind them is taken.
 */
@Validated
@ConfigurationProperties("wexa")
public record Settings(
        @NotNull Path data,
        @NotNull ZoneId zone,
        @NotNull Duration clockOffset,
        @NotNull Duration requestLimit,
        @NotNull Duration readingInterval,
        @DefaultValue("false") boolean plainHttpAllowed,
        @NotNull URI publicUrl,
        @DefaultValue("") List<String> proxies) {
    /** Whether people reach Wexa over an encrypted connection: then its cookies go over no other. */
    public boolean isEncrypted() {
        return "https".equalsIgnoreCase(publicUrl.getScheme());
    }
}
