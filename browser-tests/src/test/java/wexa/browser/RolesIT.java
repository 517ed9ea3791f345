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
import wexa.server.testing.Stage;

/** Work on roles: composing one, comparing, from the work to a new one, and giving it. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class RolesIT {
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

    /** One cell of the grid, by what it says. */
    private static By cell(String says) {
        return By.xpath("//*[@role='gridcell' and contains(@aria-label, \"" + says + "\")]");
    }

    @Test
    @Order(1)
    void aRoleIsComposedAndCarried() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Roles").click();
            browser.link("Senior keeper").click();
            browser.heading("Senior keeper");
            browser.link("Compose").click();
            browser.sees("Nothing of this role is changed in a draft yet.");
            browser.type("Find a permission set or a role", "water");
            browser.button("Add Water readings, run").click();
            browser.see(cell("Senior keeper newly gives Water readings: run check"));
            browser.sees("people have a role that changes");
            browser.sees("Water readings: run check");
            // by keyboard: to the result of the line below, and out with it
            browser.see(cell("Keeper gives Animals: see")).click();
            browser.keys(Keys.ARROW_DOWN);
            browser.keys(Keys.SPACE);
            browser.see(cell("Senior keeper excludes Animals: change"));
            browser.sees("Animals: change");
            browser.look("composer");
            browser.theme("night");
            browser.isAccessible("composer at night");
            browser.theme("linen");
            browser.keys(Keys.SPACE);
            browser.see(cell("Senior keeper gives Animals: change"));
            browser.link("Review").click();
            browser.sees("Change a role");
            browser.button("Apply").click();
            browser.sees("Job ");
            browser.sees("role Senior keeper");
        }
    }

    @Test
    @Order(2)
    void fromTheWorkToANewRole() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Roles").click();
            browser.link("From the work").click();
            browser.see(By.xpath("//label[contains(., 'Test the water')]")).click();
            browser.see(By.xpath("//label[contains(., 'Keep watch at night')]")).click();
            browser.sees("Water readings, run");
            browser.look("from-the-work");
            browser.link("Create a role from these").click();
            browser.heading("New role");
            browser.type("Name", "Night water watch");
            browser.type("What it is for", "Walks at night and tests the water");
            browser.pick("Who is responsible", "saoirse", "Saoirse Lund");
            browser.button("Continue").click();
            browser.heading("Night water watch");
            browser.see(cell("Night water watch newly gives Night round: walk"));
            browser.sees("Nobody gains or loses anything.");
            browser.isAccessible("composer of a new role");
        }
    }

    @Test
    @Order(3)
    void rolesAreComparedAndGiven() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Roles").click();
            browser.link("Keeper").click();
            browser.link("Lineage").click();
            browser.heading("Lineage of Keeper");
            browser.sees("Lagoon keepers");
            browser.link("To the role").click();
            browser.link("Compare").click();
            browser.pick("Add another one", "water ch", "Water chemist");
            browser.sees("only Water chemist");
            browser.isAccessible("compare");
            browser.link("Roles").click();
            browser.link("Night keeper").click();
            browser.heading("Night keeper");
            browser.link("Give this role").click();
            browser.heading("Give a role");
            browser.pick("Add people and groups", "curat", "Curators");
            browser.see(By.xpath("//label[contains(., 'Lagoon Hall')]")).click();
            browser.sees("1 assignment");
            browser.isAccessible("give a role");
            browser.button("Add to the draft").click();
            browser.sees("1 assignment in the draft");
            browser.link("Review").click();
            browser.sees("Give a role");
            assertThat(browser.text(By.tagName("main"))).contains("Night keeper", "Lagoon Hall");
        }
    }

    @Test
    @Order(4)
    void setsAndConflictRulesAreChangedWhereTheyStand() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Roles").click();
            browser.link("Permission sets").click();
            browser.button("Change Night round").click();
            browser.see(By.xpath("//section[@aria-label='Night round']//label[contains(., 'change')]"))
                    .click();
            browser.sees("1 change");
            browser.isAccessible("permission sets");
            browser.link("Conflict rules").click();
            browser.button("New conflict rule").click();
            browser.type("Name", "Walks at night and changes animals");
            browser.pick("Permission, set or role", "night round: w", "Night round: walk");
            browser.sees("Night round: walk");
            browser.isAccessible("conflict rules");
        }
    }

    @Test
    @Order(5)
    void anotherRoleIsStartedFromOne() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Roles").click();
            browser.link("Vet").click();
            browser.heading("Vet");
            browser.link("Start another").click();
            browser.heading("Start another role from Vet");
            browser.type("After each name", "Harbour");
            browser.see(By.xpath("//input[@aria-label='Copy Senior keeper']")).click();
            browser.sees("2 roles to create, in preparation; 2 roles shared.");
            browser.isAccessible("start another role");
            browser.button("Create and compose").click();
            browser.heading("Vet Harbour");
            browser.see(cell("Senior keeper Harbour gives Treatments: record"));
        }
    }

    @Test
    @Order(6)
    void aNewVersionIsTakenOver() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.see(By.xpath("//li[contains(., 'Pelagia: 5 changes')]//a[normalize-space(.)='Review']"))
                    .click();
            browser.heading("Permissions");
            browser.sees("New: Animals: transfer");
            browser.isAccessible("what changed in an application");
            browser.see(By.xpath("//section[@aria-label='Pelagia']//button[normalize-space(.)='Add all to a draft']"))
                    .click();
            browser.sees("Description is needed.");
            browser.type("Describe “Animals: transfer”", "Move an animal to another house for good");
            // its label, and so its width, changes once what was typed is kept: before, a click may miss it
            browser.see(By.xpath("//a[normalize-space(.)='Review']")).click();
            browser.sees("Add or rename a permission");
            browser.button("Apply 5 changes").click();
            // no tenant has anything to be sent
            browser.sees("No tenant had to do anything for it.");
            browser.sees("Changes in Pelagia");
            browser.link("Roles").click();
            browser.link("Permissions").click();
            browser.sees("Move an animal to another house for good");
        }
    }

    @Test
    @Order(7)
    void aColleagueCoversForTheTimeOfAnAbsence() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("People").click();
            browser.type("Name, job, unit", "saoirse lund");
            browser.link("Saoirse Lund").click();
            browser.sees("Nobody covers.");
            browser.link("Change or cover").click();
            browser.heading("Absence of Saoirse Lund");
            browser.pick("Find a colleague", "ines abara", "Ines Abara");
            browser.sees("Shift planner");
            browser.isAccessible("absence and cover");
            browser.button("Add to the draft").click();
            browser.sees("In the draft. Review it below.");
            browser.link("Review").click();
            browser.sees("Covers the absence of");
        }
    }

    /** At least forty people, in eleven steps from the Desk to the applied changeset. */
    @Test
    @Order(8)
    void fortyPeopleGetARoleFromTheTable() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("People").click();
            browser.link("As a table").click();
            browser.see(By.xpath("//section[@aria-label='Filter']//label[contains(., 'Office')]"))
                    .click();
            browser.button("that match").click();
            browser.sees("55 people selected");
            browser.look("people-table");
            browser.isAccessible("the table of people");
            browser.button("Give role").click();
            browser.pick("Find a role", "on-call", "On-call worker");
            browser.see(By.id("many-place")).sendKeys("everywhere in Rota Buoy");
            browser.button("Prepare").click();
            browser.sees("54 people; 1 left out");
            browser.sees("Tove Lindqvist is you; another administrator has to give it");
            browser.button("Add 54 to the draft").click();
            browser.link("Review").click();
            browser.button("Apply 54 changes").click();
            browser.sees("Job ");
        }
    }

    /** What is privileged waits for another administrator, from whoever drafts it to whoever approves and back. */
    @Test
    @Order(9)
    void aSecondPersonApproves() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Roles").click();
            browser.link("Till lead").click();
            browser.heading("Till lead");
            browser.link("Give this role").click();
            browser.pick("Add people and groups", "farah", "Farah Inchmore");
            browser.see(By.xpath("//label[contains(., 'Till 1')]")).click();
            browser.button("Add to the draft").click();
            browser.sees("1 assignment in the draft");
            browser.link("Review").click();
            browser.sees("Needs the approval of another administrator.");
            browser.type("Note to the approver", "Stands in at the kiosk");
            browser.isAccessible("a draft that needs approval");
            browser.button("Ask for approval").click();
            browser.sees("Waits for the approval of another administrator.");
        }
        try (Browser browser = new Browser(stage.address(), folder.resolve("other"))) {
            browser.signIn("runa", "lagoon-hall-2026");
            browser.sees("Tove Lindqvist asks for your approval: Stands in at the kiosk");
            browser.see(By.xpath("//li[contains(., 'asks for your approval')]//a[normalize-space(.)='Review']"))
                    .click();
            browser.sees("it gives privileged access to 1 person");
            browser.button("Approve").click();
            browser.sees("Approved by Runa Estering");
        }
        try (Browser browser = new Browser(stage.address(), folder.resolve("again"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.see(By.xpath("//li[contains(., 'Runa Estering approved it')]//a[normalize-space(.)='Apply']"))
                    .click();
            browser.sees("Approved. It can be applied");
            browser.button("Apply").click();
            browser.losesButton("Apply");
            browser.link("Changes").click();
            browser.sees("Till lead");
        }
    }
}
