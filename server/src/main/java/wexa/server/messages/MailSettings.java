package wexa.server.messages;

import jakarta.validation.constraints.NotNull;
import java.net.URI;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;
import wexa.connect.Encryption;
import wexa.connect.mail.Mailer;

/**
 * Where messages are handed in. Without a host none is sent, and the messages say so. {@code publicUrl} is the address
 * under which people reach Wexa, for the links in messages; {@code linkValidity} is how long these are good.
 */
@Validated
@ConfigurationProperties("wexa.mail")
record MailSettings(
        @Nullable String host,
        int port,
        @NotNull Encryption encryption,
        @Nullable String login,
        @Nullable String password,
        @NotNull String from,
        @NotNull URI publicUrl,
        @NotNull Duration linkValidity,
        @NotNull Duration limit,
        @NotNull Duration interval) {
    MailSettings {
        if (!Mailer.isAddress(from)) {
            throw new IllegalArgumentException("wexa.mail.from '" + from + "' is no e-mail address");
        }
    }
}
