package wexa.browser;

import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import wexa.server.testing.Stage;

/** Somebody leaves, many leave, and a tenant that differs is put right: each from where one begins to the proof. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LeavingIT {
    private static final By APPLY =
            By.xpath("//button[starts-with(normalize-space(.), 'Apply ')][contains(., 'change')]");

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

    /** Applies the draft that is open in its review. */
    private static void apply(Browser browser) {
        browser.field("Name of the draft");
        browser.see(APPLY).click();
        browser.sees("Prepare undo");
    }

    @Test
    @Order(1)
    void whatDiffersIsCorrectedInTheTenant() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Tenants").click();
            browser.link("Quayside · South").click();
            browser.field("Select all differences").click();
            browser.sees("4 differences selected");
            browser.isAccessible("differences that are selected");
            browser.theme("night");
            browser.isAccessible("differences that are selected, at night");
            browser.theme("linen");
            browser.type("Reason, kept in the log", "found in the morning");
            browser.button("Correct 4 differences in the tenant").click();
            browser.sees("steps confirmed");
            browser.link("Tenants").click();
            browser.link("Quayside · South").click();
            browser.button("Read now").click();
            browser.sees("The tenant holds what it should.");
        }
    }

    @Test
    @Order(2)
    void whatDiffersIsTakenIntoTheModelOrLetBeUntilADay() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Tenants").click();
            browser.link("Rota Buoy · All sites").click();
            browser.field("Select all differences").click();
            browser.button("Accept into the model").click();
            browser.button("Review accepting").click();
            browser.sees("cannot be accepted");
            browser.isAccessible("what cannot be accepted");
            browser.button("Make an exception").click();
            browser.type("Reason", "settled with the night shift in spring");
            browser.pick("Who is responsible", "lindqvist", "Tove Lindqvist");
            browser.isAccessible("differences that are excepted");
            browser.button("Review ").click();
            apply(browser);
            browser.link("Tenants").click();
            browser.link("Rota Buoy · All sites").click();
            browser.sees("The tenant holds what it should.");
            browser.sees("settled with the night shift in spring");
            browser.isAccessible("a tenant with excepted differences");
        }
    }

    @Test
    @Order(3)
    void signInIsClosedAtOnceAndEachTenantConfirms() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.find("close aldous", "Close the sign-in of Perrin Aldous now");
            browser.heading("Sign-in of Perrin Aldous");
            browser.isAccessible("sign-in to be closed");
            browser.type("Reason, kept in the log", "the keys were taken");
            browser.button("Close sign-in in 3 tenants now").click();
            browser.sees("Closed in 2 of 3 tenants.");
            browser.sees("To be closed by hand");
            browser.isAccessible("sign-in that somebody has to close by hand");
            browser.link("Tasks").click();
            browser.sees("To do by hand");
            browser.isAccessible("tasks in a tenant without an interface");
            browser.field("Select all tasks").click();
            browser.look("manual-tenant");
            browser.button("Mark as done").click();
            browser.sees("Nothing is waiting to be done in this tenant.");
            browser.find("close aldous", "Close the sign-in of Perrin Aldous now");
            browser.sees("Closed in all 3 tenants.");
            browser.sees("confirmed by hand by tove");
            browser.theme("night");
            browser.isAccessible("sign-in that is closed, at night");
            browser.theme("linen");
            browser.link("Review what else ends").click();
            browser.see(By.xpath("//input[@aria-label='Name of the draft'][@value='Perrin Aldous leaves']"));
        }
    }

    @Test
    @Order(4)
    void somebodyLeavesAndTheEvidenceTellsWhatIsLeft() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.find("offboard ferreira", "Offboard Bo Ferreira");
            browser.heading("Offboard Bo Ferreira");
            browser.sees("Not complete");
            browser.look("offboard");
            browser.isAccessible("offboarding");
            browser.theme("night");
            browser.isAccessible("offboarding at night");
            browser.theme("linen");
            browser.see(By.xpath("//*[@aria-label='When']//button[.='Now']")).click();
            browser.button("Review").click();
            browser.see(By.xpath("//input[@aria-label='Name of the draft'][@value='Bo Ferreira leaves']"));
            browser.see(APPLY).click();
            browser.sees("steps confirmed");
            browser.find("offboard ferreira", "Offboard Bo Ferreira");
            browser.heading("Offboard Bo Ferreira");
            // what the directory alone can end is left, and said to be
            browser.sees("to be removed in the directory");
            browser.sees("account inactive or gone");
            browser.sees("Not complete: 1 thing still held in Wexa");
        }
    }

    @Test
    @Order(5)
    void theSeasonEndsForManyAtOnce() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.open("/people/table?standing=%5B%22HERE%22%5D&kind=%5B%22VOLUNTEER%22%5D");
            browser.field("Select all loaded rows").click();
            browser.button("that match").click();
            browser.losesButton("that match");
            browser.button("Offboard").click();
            browser.isAccessible("many who are offboarded");
            browser.button("Prepare").click();
            browser.sees("people leave");
            browser.sees("each is in 1 group managed by a directory");
            browser.button("Review").click();
            browser.field("Name of the draft");
            browser.see(APPLY).click();
            browser.sees("steps confirmed");
        }
    }

    @Test
    @Order(6)
    void somebodyMovesToAnotherJob() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.find("move petrel", "Move Jonah Petrel to another job");
            browser.heading("Move Jonah Petrel");
            browser.sees("Choose another job, unit or kind of engagement");
            browser.field("Unit").sendKeys("North Pier");
            browser.sees("in the former job have it");
            browser.look("move");
            browser.isAccessible("a move");
            browser.theme("night");
            browser.isAccessible("a move at night");
            browser.theme("linen");
            browser.button("Review ").click();
            browser.see(By.xpath("//input[@aria-label='Name of the draft'][@value='Jonah Petrel moves']"));
            browser.see(APPLY).click();
            browser.sees("Prepare undo");
            browser.find("move petrel", "Move Jonah Petrel to another job");
            browser.sees("Now Keeper, North Pier");
        }
    }

    @Test
    @Order(7)
    void somebodyComesBackAndTakesAnotherName() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.find("rehire hargreave", "Bring Linnet Hargreave back");
            browser.heading("Linnet Hargreave comes back");
            browser.sees("in the new job have it");
            browser.isAccessible("somebody who comes back");
            browser.button("Review 5 changes").click();
            apply(browser);
            browser.find("rename hargreave", "Change the name of Linnet Hargreave");
            browser.heading("New name for Linnet Hargreave");
            browser.type("Family name", "Sandgrove");
            browser.sees("linnet.sandgrove@skerrow.example");
            browser.sees("already follows the tenant's rule");
            browser.isAccessible("a change of name");
            browser.button("Review 2 changes").click();
            apply(browser);
            browser.find("rename sandgrove", "Change the name of Linnet Sandgrove");
            browser.sees("So far linnet.sandgrove.");
        }
    }
}
