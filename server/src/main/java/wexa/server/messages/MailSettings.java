package wexa.server.messages;

import jakarta.validation.constraints.NotNull;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;
import wexa.connect.Encryption;
import wexa.connect.mail.Mailer;

/**
 * Where messages are handed in. Without a host none is sent, and the messages say so. {@code linkValidity} is
 * how long the links in messages are good; {@code certificates} are in PEM, whom the
 * connection believes, empty for whom the machine trusts.
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
        @DefaultValue("") String certificates,
        @NotNull Duration linkValidity,
        @NotNull Duration limit,
        @NotNull Duration interval) {
    /** Whether messages can be handed in anywhere. */
    boolean isSet() {
        return host != null;
    }

    MailSettings {
        if (!Mailer.isAddress(from)) {
            throw new IllegalArgumentException("wexa.mail.from '" + from + "' is no e-mail address");
        }
    }
}
