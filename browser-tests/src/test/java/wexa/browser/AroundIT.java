package wexa.browser;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.server.testing.Stage;

/** The places around the daily work. */
class AroundIT {
    @Test
    void peopleAreToldAndTheInstallationIsLookedAfter(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("3 unknown accounts");
            browser.link("Onboard").click();
            browser.sees("found in the directory");
            browser.pick("Add to a group…", "lagoon k", "Lagoon keepers");
            browser.button("Open in Pelagia North").click();
            browser.sees("left of 120");
            browser.link("Review").click();
            browser.sees("Odile Marrick gets a message");
            browser.button("Apply 5 changes").click();
            browser.sees("steps confirmed");
            browser.open("/messages");
            browser.sees("Your accounts, Odile");
            browser.sees("your usual work account, no new password");
            browser.sees("sent");
            browser.isAccessible("messages");
            browser.link("What they say").click();
            browser.heading("Templates");
            browser.type("Subject", "Hello {shoe size}");
            browser.sees("There is no placeholder “{shoe size}”");
            browser.isAccessible("a wrong template");
            browser.type("Subject", "Hello {given name}");
            browser.sees("Hello Odile");
            browser.button("Write it so from now on").click();
            browser.sees("Written by tove");

            browser.link("Tenants").click();
            browser.link("Pelagia · North").click();
            browser.link("Say whose they are").click();
            browser.heading("Match accounts of Pelagia North");
            browser.sees("3 accounts that nobody linked");
            browser.isAccessible("whose accounts are");
            browser.open("/tenants/connect");
            browser.type("Address", stage.standIns() + "/quayside-south/");
            browser.type("Token", "not-the-token");
            browser.button("Test the connection").click();
            browser.sees("It answers, but not to this token");
            browser.isAccessible("connecting a tenant");
            browser.open("/setup");
            browser.heading("Setting up");
            browser.button("Units").click();
            browser.sees("Lagoon Hall");
            browser.isAccessible("setting up");
            browser.open("/administrators");
            browser.button("Where Bram Oakenshaw may, who they are, and their way in")
                    .click();
            browser.sees("In which tenants");
            browser.theme("night");
            browser.isAccessible("where administrators may, at night");
        }
    }
}
