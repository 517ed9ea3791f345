package wexa.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.support.ui.Select;
import wexa.server.testing.Stage;

/** A day at the Desk: finding everything, views and pins, lines put off, reports, and the whole road without a mouse. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class EverydayIT {
    @TempDir
    static Path home;

    private static Stage stage;

    @TempDir
    Path folder;

    @BeforeAll
    static void start() throws Exception {
        stage = new Stage(home.resolve("stage"));
    }

    @AfterAll
    static void end() throws Exception {
        stage.close();
    }

    @Test
    @Order(1)
    void findLeadsEverywhereByTheWordsThatOneWouldType() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.find("give castellane", "Give Wren Castellane a role");
            browser.heading("Give a role");
            browser.sees("Wren Castellane");
            browser.find("40006", "Wren Castellane");
            browser.heading("Wren Castellane");
            browser.find("help castelane", "Why Wren Castellane cannot sign in");
            browser.sees("Has not started");
            browser.sees("There is no account in any tenant.");
            browser.look("help");
            browser.theme("night");
            browser.isAccessible("help at night");
            browser.theme("linen");
            browser.find("api key", "Programs and keys");
            browser.heading("Programs and keys");
            browser.look("settings");
            browser.theme("night");
            browser.isAccessible("settings at night");
            browser.theme("linen");
            browser.find("organisation", "Organisation");
            browser.sees("cost centre SST-2000");
            browser.button("Change Lagoon Hall").click();
            browser.isAccessible("a unit that is changed");
            browser.find("seat usage", "seat usage");
            browser.heading("Seat usage");
            browser.see(By.cssSelector("figure svg[role='img']"));
            browser.look("report");
            browser.theme("night");
            browser.isAccessible("report at night");
            browser.theme("linen");
            browser.button("What is this?").click();
            browser.sees("has a cover sheet");
            browser.isAccessible("what is this");
            browser.link("More in the manual").click();
            browser.heading("Reports");
            browser.isAccessible("the manual");
        }
    }

    @Test
    @Order(2)
    void aViewIsKeptAndPinnedAndALineOfTheDeskIsPutOff() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.button("Got it").click();
            browser.open("/people/table?standing=%5B%22HERE%22%5D&ends=%5B%22MONTH%22%5D");
            browser.sees("2 people");
            browser.button("Save view").click();
            browser.type("Name of this view", "Leaving within 30 days");
            browser.press(Keys.ENTER);
            browser.see(By.xpath("//select[@aria-label='Saved views']/option[contains(., 'Leaving within')]"));
            browser.link("Desk").click();
            browser.see(By.xpath("//aside//a[contains(., 'Leaving within 30 days')][contains(., '2')]"));
            browser.button("More for Bo Ferreira").click();
            browser.see(By.xpath("//*[@role='menuitem'][contains(., 'Hide until')]"))
                    .click();
            browser.type("Hide until", "+2");
            browser.type("Reason", "asked the unit");
            browser.isAccessible("a line that is put off");
            browser.press(Keys.ENTER);
            browser.sees("1 line hidden until later");
            browser.button("More for Perrin Aldous").click();
            browser.see(By.xpath("//*[@role='menuitem'][contains(., 'Assign to me')]"))
                    .click();
            browser.sees("yours");
            browser.button("Arrange").click();
            browser.isAccessible("arranging the Desk");
            browser.see(By.xpath("//label[contains(., 'Only mine')]")).click();
            assertThat(browser.all(By.xpath("//li[contains(., 'Bo Ferreira')]//button[contains(., 'Onboard')]")))
                    .isEmpty();
        }
    }

    /** From the Desk to the proof, forty keys at most between two acts, and never a mouse. */
    @Test
    @Order(3)
    void somebodyIsOnboardedReviewedAndAppliedByKeyboardAlone() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.see(By.tagName("body")).sendKeys("n");
            browser.heading("Who is new?");
            browser.tabTo("Search the directories");
            browser.press("od");
            browser.sees("odile.marrick");
            browser.tabTo("Onboard");
            browser.press(Keys.ENTER);
            browser.sees("Start like others");
            browser.button("Copy the 3 common items");
            browser.tabTo("Copy the 3 common items");
            browser.press(Keys.ENTER);
            browser.sees("None. Ready to review.");
            browser.press(Keys.ESCAPE);
            browser.see(By.tagName("body")).sendKeys("d");
            browser.sees("Give a seat: Odile Marrick");
            browser.button("Apply 7 changes");
            browser.tabTo("Apply 7 changes");
            browser.press(Keys.ENTER);
            browser.sees("steps confirmed");
            browser.sees("Nothing is stuck");
            browser.tabTo("See what Odile can do");
            browser.press(Keys.ENTER);
            browser.heading("Odile Marrick");
        }
    }

    /** On a telephone one looks and approves: nothing is cut off, and nothing has to be dragged sideways to be read. */
    @Test
    @Order(4)
    void aNarrowScreenStacks() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            // 640 is what is left of 1280 where everything is drawn twice as large
            for (int width : new int[] {420, 640}) {
                browser.size(width, 900);
                for (String place : new String[] {
                    "/",
                    "/changes",
                    "/changes/versions/1",
                    "/reports/seats",
                    "/settings",
                    "/people/table",
                    "/onboard",
                    "/log"
                }) {
                    browser.open(place);
                    browser.see(By.xpath("//main//h1"));
                    assertThat(browser.overhang())
                            .as("%s reaches out of a screen of %s", place, width)
                            .isLessThanOrEqualTo(0);
                }
            }
        }
    }

    /** A field that the organisation defines, from Settings to a rule that asks for it. */
    @Test
    @Order(5)
    void aFieldOfPeopleIsMadeFilledInForSeveralAndAskedForByARule() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.open("/settings");
            browser.button("New field").click();
            browser.type("Name", "Radio");
            new Select(browser.field("Type")).selectByVisibleText("Choice from a list");
            browser.see(By.xpath("//textarea")).sendKeys("Handheld\nVehicle");
            browser.isAccessible("a field that is made");
            browser.button("Add to a draft").click();
            browser.link("Review").click();
            browser.sees("Radio");
            browser.button("Apply 1 change").click();
            browser.sees("· applied ");
            browser.open("/people/table?standing=%5B%22HERE%22%5D&q=curator");
            browser.button("Select all").click();
            browser.button("Set field").click();
            new Select(browser.field("Field")).selectByVisibleText("Radio");
            new Select(browser.field("Value; empty clears it")).selectByVisibleText("Vehicle");
            browser.button("Prepare").click();
            browser.see(By.xpath("//button[starts-with(normalize-space(.), 'Add ')][contains(., 'to the draft')]"))
                    .click();
            browser.link("Review").click();
            browser.button("Apply").click();
            browser.sees("· applied ");
            browser.open("/people/table?field=%5B%22radio%3DVehicle%22%5D&cols=%5B%22field%3Aradio%22%5D");
            browser.sees("Radio: Vehicle");
            browser.open("/groups/new");
            browser.type("Name", "Radio vehicles");
            new Select(browser.field("Who is in it")).selectByVisibleText("by rule");
            new Select(browser.field("Ask for another field")).selectByVisibleText("Radio");
            browser.pick("Add: Radio", "Veh", "Vehicle");
            browser.sees("Curator");
            browser.isAccessible("a rule that asks for a field");
        }
    }

    /** Several people at once, from the filter to the changeset, and never a mouse. */
    @Test
    @Order(6)
    void severalAreActedOnByKeyboardAlone() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.open("/people/table?standing=%5B%22HERE%22%5D&q=rescue+hand");
            browser.sees("people");
            browser.forceColours();
            browser.tabTo("Select all");
            browser.press(Keys.ENTER);
            browser.losesButton("that match");
            browser.tabTo("Add to group");
            browser.press(Keys.ENTER);
            browser.tabTo("Group");
            browser.press("First aid");
            browser.see(By.xpath("//*[@role='option'][contains(., 'First aiders')]"));
            browser.press(Keys.ARROW_DOWN, Keys.ENTER);
            browser.tabTo("Prepare");
            browser.press(Keys.ENTER);
            browser.button("to the draft");
            browser.tabTo("to the draft");
            browser.press(Keys.ENTER);
            browser.link("Review");
            browser.see(By.tagName("body")).sendKeys("d");
            browser.button("Apply");
            browser.tabTo("Apply");
            browser.press(Keys.ENTER);
            browser.sees("· applied ");
        }
    }
}
