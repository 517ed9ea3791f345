package wexa.server.sessions;

import jakarta.validation.constraints.NotNull;
import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;

/**
 * How long one stays signed in, and whether a second factor is needed.
 *
 * @param idle after how long without use a session ends (ASVS 5, 7.3.1)
 * @param absolute after how long it ends in any case (ASVS 5, 7.3.2)
 * @param deviceValidity for how long a device on which somebody signed in is known
 */
@Validated
@ConfigurationProperties("wexa.sign-in")
record SignInSettings(
        @NotNull @DefaultValue("30m") Duration idle,
        @NotNull @DefaultValue("12h") Duration absolute,
        @NotNull @DefaultValue("180d") Duration deviceValidity,
        @DefaultValue("false") boolean secondFactorRequired) {}
