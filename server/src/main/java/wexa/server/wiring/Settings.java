package wexa.server.wiring;

import jakarta.validation.constraints.NotNull;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

/**
 * Settings of one installation. {@code clockOffset} moves the business clock against the machine's; {@code requestLimit}
 * is the time a tenant has for one answer.
 */
@Validated
@ConfigurationProperties("wexa")
public record Settings(
        @NotNull Path data,
        @NotNull ZoneId zone,
        @NotNull Duration clockOffset,
        @NotNull Duration requestLimit,
        @NotNull Duration readingInterval) {}
