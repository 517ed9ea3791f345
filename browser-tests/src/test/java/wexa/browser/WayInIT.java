package wexa.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.nio.file.Path;
import java.time.Instant;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Stage;

/** The way in as people meet it: a password of their own first, a second factor, and where they are signed in. */
class WayInIT {
    private static final String GIVEN = "given by somebody else";
    private static final String OWN = "seven grey seals at noon";

    private static String code(String secret, Instant at) throws Exception {
        TimeBasedOneTimePasswordGenerator codes = new TimeBasedOneTimePasswordGenerator();
        return codes.generateOneTimePasswordString(
                new SecretKeySpec(new Base32().decode(secret), codes.getAlgorithm()), at);
    }

    @Test
    void aNewAdministratorChoosesAPasswordAndSetsUpASecondFactor(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            Browserless tove = Browserless.signedIn(stage.address(), "tove", "north-pier-2026");
            ObjectNode made = tove.object("login", "wren", "name", "Wren Castellane", "password", GIVEN);
            made.putArray("acts").add("GOVERN");
            assertThat(tove.send("POST", "/api/v1/administrators", made).status())
                    .isEqualTo(201);

            browser.open("/");
            browser.type("Login", "wren");
            browser.type("Password", GIVEN);
            browser.button("Sign in").click();
            browser.heading("Choose your own password");
            browser.isAccessible("choosing an own password");
            browser.type("The password you were given", GIVEN);
            browser.type("New password", "password12345");
            browser.button("Save password").click();
            browser.sees("This password is too common");
            browser.type("New password", OWN);
            browser.button("Save password").click();
            browser.sees("Tenants at a glance");

            browser.open("/sign-in");
            browser.heading("Your sign-in");
            browser.sees("this one");
            browser.button("Set it up").click();
            browser.type("Your password", OWN);
            browser.button("Continue").click();
            browser.sees("Scan this with an authenticator");
            browser.isAccessible("setting up a second factor");
            String secret = browser.text(By.xpath("//p[contains(., 'Scan this')]/span"));
            browser.type("Code from the authenticator", code(secret, Instant.now()));
            browser.button("Turn on second factor").click();
            browser.sees("Each replaces a code once");
            browser.isAccessible("recovery codes");
            browser.button("I have saved them").click();
            browser.sees("10 recovery codes left");

            browser.open("/security-log");
            browser.heading("Security log");
            browser.sees("second factor set");
            browser.isAccessible("the security log");
            browser.theme("night");
            browser.isAccessible("the security log at night");

            tove.send("DELETE", "/api/v1/session", null);
            browser.button("Wren Castellane, may manage administrators: your menu")
                    .click();
            browser.see(By.xpath("//*[@role='menuitem'][contains(., 'Sign out')]"))
                    .click();
            browser.heading("Sign in");
            browser.type("Login", "wren");
            browser.type("Password", OWN);
            browser.button("Sign in").click();
            browser.sees("The password of wren is right.");
            browser.isAccessible("asking for the code");
            browser.type("Code", code(secret, Instant.now().plusSeconds(30)));
            browser.button("Sign in").click();
            browser.sees("Tenants at a glance");
        }
    }
}
