package wexa.browser;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import wexa.server.testing.Stage;

/** The walk of the README: from the newcomer on the Desk to the tenant's own answer, each page checked for accessibility. */
class WalkIT {
    @Test
    void aNewcomerIsOnboardedFromTheDeskToTheProof(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.open("/");
            browser.sees("Sign in");
            browser.isAccessible("sign-in");
            browser.signIn("tove", "north-pier-2026");
            browser.sees("Odile Marrick");
            browser.sees("3 unknown accounts");
            browser.sees("Strandline Live: 1 unknown account");
            browser.look("desk");

            browser.link("Onboard").click();
            browser.heading("Onboard Odile Marrick");
            browser.sees("found in the directory");
            browser.sees("nearest to “Keeper, Lagoon Hall, employee”");
            browser.button("Copy the 3 common items").click();
            browser.sees("gives Keeper in Pelagia North");
            browser.sees("left of 120");
            browser.sees("left of 700");
            browser.pick("Open an account in…", "quayside", "Quayside South");
            browser.field("Seat in Quayside South").sendKeys("Handheld");
            browser.sees("Device id needed for a handheld seat");
            browser.pick("Give a role…", "night", "Night keeper");
            browser.see(By.xpath("//*[@role='group']//button[contains(., 'Pelagia North')]"))
                    .click();
            browser.sees("grants nothing without an area");
            browser.look("onboard");
            browser.button("Use Lagoon Hall").click();
            browser.see(By.xpath("//aside//*[contains(@title, 'walk; given directly; the draft adds it')]"));
            browser.pick("Give a role…", "till c", "Till clerk");
            browser.see(By.xpath("//*[@role='group']//button[contains(., 'Quayside South')]"))
                    .click();
            browser.button("Use Ticket hall").click();
            browser.button("Type it").click();
            browser.keys("HH-204-771");
            browser.see(By.xpath("//aside[not(contains(., 'Device id needed'))]"));
            browser.button("Type it").click();
            browser.keys("+44 1632 960555");
            browser.sees("None. Ready to review.");

            browser.link("Review").click();
            browser.sees("Give a role: Odile Marrick");
            browser.look("review");
            browser.button("As text").click();
            browser.holds("Changes as text", "give role night-keeper to odile.marrick in pelagia/north at lagoon-hall");
            browser.isAccessible("review as text");
            browser.button("By person").click();
            browser.sees("Tills, Ticket hall");
            browser.isAccessible("review by person");
            browser.button("By tenant").click();
            browser.sees("29 left of 30 Handheld");
            browser.isAccessible("review by tenant");
            browser.button("Apply 11 changes").click();
            browser.sees("steps confirmed");
            browser.sees("the tenant answered yes to 9 of 9");
            browser.look("job");

            browser.link("See what Odile can do").click();
            browser.heading("Odile Marrick");
            browser.sees("yes to 9 of 9");
            browser.button("walk; given directly").click();
            browser.sees("the tenant answered yes");
            browser.look("person");
            browser.button("ask again").click();
            browser.sees("just now");

            browser.link("Changes").click();
            browser.see(By.xpath("//table//a[normalize-space(.)='Odile Marrick']"))
                    .click();
            browser.sees("Odile Marrick stays: an identity is never removed.");
            browser.isAccessible("undo");
            browser.button("Prepare undo").click();
            browser.sees("Close an account: Odile Marrick · Quayside South");
            browser.button("Apply 10 changes").click();
            browser.sees("steps confirmed");
        }
    }

    /** Four acts after the search, none of them in a form: what peers have is what a newcomer starts with. */
    @Test
    void somebodyStartsLikeTheirPeersInAFewActs(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("3 unknown accounts");
            browser.keys("n");
            browser.heading("Who is new?");
            browser.type("Search the directories", "od");
            browser.button("Onboard").click();
            browser.button("Copy the 3 common items").click();
            browser.sees("None. Ready to review.");
            browser.isAccessible("onboard like peers");
            browser.link("Review").click();
            browser.sees("Give a seat: Odile Marrick");
            browser.button("Apply 7 changes").click();
            browser.sees("steps confirmed");
        }
    }

    /** A tenant that is down for a while, and one that refuses: seen, pursued, passed by with a reason. */
    @Test
    void aMisbehavingTenantIsSeenAndSettled(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("3 unknown accounts");
            browser.link("Onboard").click();
            browser.sees("found in the directory");
            browser.pick("Add to a group…", "lagoon k", "Lagoon keepers");
            browser.button("Open in Pelagia North").click();
            browser.sees("left of 120");
            browser.button("Open in Rota Buoy All sites").click();
            browser.sees("left of 700");
            browser.type("User name in Pelagia North", "pump-display");
            browser.keys(Keys.TAB);
            browser.link("Review").click();
            browser.sees("pump-display");
            stage.fault("rota-buoy-all", "UNAVAILABLE", 5, 0);
            browser.button("Apply 7 changes").click();
            browser.sees("userName pump-display is taken");
            browser.sees("held until what it needs is settled");
            browser.isAccessible("a refused job");
            browser.link("Desk").click();
            browser.sees("refused a step");
            browser.link("See the job").click();
            browser.button("Skip…").click();
            browser.type("Reason", "it is the pump's");
            browser.keys(Keys.ENTER);
            browser.sees("skipped by tove: it is the pump's");
            browser.isAccessible("a skipped step");
        }
    }
}
