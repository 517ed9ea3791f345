package wexa.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import wexa.server.Stage;

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
            browser.sees("found in the directory as odile.marrick");
            browser.sees("nearest to “Keeper, Lagoon Hall, employee”");
            browser.button("Take over the 3 that nearly all have").click();
            browser.sees("gives Keeper in Pelagia North");
            browser.sees("left of 120");
            browser.sees("left of 700");
            browser.pick("Open an account in…", "quayside", "Quayside South");
            browser.field("Seat in Quayside South").sendKeys("Handheld");
            browser.sees("Device id needed for a handheld seat");
            browser.pick("Give a role…", "night", "Night keeper");
            browser.see(By.xpath("//*[@role='group']//button[contains(., 'Pelagia North')]"))
                    .click();
            browser.sees("does nothing without a place");
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
            browser.sees("Nothing. It is ready to review.");

            browser.link("Review").click();
            browser.sees("give role night-keeper to odile.marrick in pelagia/north at lagoon-hall");
            browser.look("review");
            browser.button("By person").click();
            browser.sees("Tills, Ticket hall");
            browser.isAccessible("review by person");
            browser.button("By tenant").click();
            browser.sees("29 left of 30 Handheld");
            browser.look("review-tenants");
            browser.button("Apply 11 changes").click();
            browser.sees("steps arrived");
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
            browser.look("undo");
            browser.button("Prepare the way back").click();
            browser.sees("close account of odile.marrick in quayside/south");
            browser.button("Apply 10 changes").click();
            browser.sees("steps arrived");
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
            browser.button("Take over the 3 that nearly all have").click();
            browser.sees("Nothing. It is ready to review.");
            browser.isAccessible("onboard like peers");
            browser.link("Review").click();
            browser.sees("seat odile.marrick as staff in rota-buoy/all");
            browser.button("Apply 7 changes").click();
            browser.sees("steps arrived");
        }
    }

    @Test
    void theMayWaveIsBroughtInFromATableAndOnlyOnce(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("People").click();
            browser.link("Import").click();
            browser.sees("No table was brought in yet");
            browser.isAccessible("many at once");
            browser.choose("Choose a table, or drop it here", Path.of("../demo/may-wave.csv"));
            browser.sees("117 would create");
            browser.look("import");
            browser.type("Column 6 of line 18", "south-bay" + Keys.ENTER);
            browser.sees("118 would create");
            browser.type("Column 8 of line 59", "2027-05-03" + Keys.ENTER);
            browser.sees("119 would create");
            browser.type("Column 5 of line 103", "60999" + Keys.ENTER);
            browser.button("Make a draft of 120 rows").click();
            browser.button("Apply 360 changes").click();
            browser.heading("Changes");
            browser.link("People").click();
            browser.link("Import").click();
            browser.choose("Choose a table, or drop it here", Path.of("../demo/may-wave.csv"));
            browser.sees("3 refused");
            browser.sees("117 unchanged");
        }
    }

    @Test
    void aRuledGroupIsMadeAndSaysWhoComesIn(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Groups").click();
            browser.heading("Curators");
            browser.link("New group").click();
            browser.type("Name", "Everyone");
            browser.sees("means everybody, nobody or the system itself");
            browser.type("Name", "Pump contractors");
            browser.field("Who is in it").sendKeys("those whom a rule finds");
            browser.sees("At least one kind, unit or job is needed.");
            browser.pick("Add…", "contr", "Contractors");
            browser.sees("With the draft 24 people are in it");
            browser.isAccessible("a new group");
            browser.link("Review").click();
            browser.button("Apply 1 change").click();
            browser.heading("Changes");
            browser.link("Groups").click();
            browser.link("Pump contractors").click();
            browser.heading("Pump contractors");
            browser.sees("24 people");
            browser.isAccessible("a ruled group");
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
            browser.sees("found in the directory as odile.marrick");
            browser.pick("Put in a group…", "lagoon k", "Lagoon keepers");
            browser.button("Open in Pelagia North").click();
            browser.sees("left of 120");
            browser.button("Open in Rota Buoy All sites").click();
            browser.sees("left of 700");
            browser.type("User name in Pelagia North", "pump-display");
            browser.keys(Keys.TAB);
            browser.link("Review").click();
            browser.sees("as pump-display");
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

    @Test
    void everyPlaceIsAccessibleInBothThemesAndByKeyboard(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("3 unknown accounts");
            browser.theme("night");
            browser.look("desk-night");
            browser.theme("linen");

            browser.link("People").click();
            browser.sees("640 people");
            browser.type("Search people", "ines ab");
            browser.sees("1 person");
            browser.link("Ines Abara").click();
            browser.heading("Ines Abara");
            browser.button("amend; through a group").click();
            browser.sees("Lagoon night");
            browser.look("why");
            browser.theme("night");
            browser.isAccessible("person at night");
            browser.theme("linen");

            browser.link("Groups").click();
            browser.link("Lagoon keepers").click();
            browser.heading("Lagoon keepers");
            browser.look("group");
            browser.link("Roles").click();
            browser.link("Senior keeper").click();
            browser.heading("Senior keeper");
            browser.look("role");
            browser.link("Tenants").click();
            browser.heading("Tenants");
            browser.sees("left of");
            browser.look("tenants");
            browser.link("Pelagia · South").click();
            browser.sees("1 permission missing");
            browser.look("tenant");
            browser.link("Changes").click();
            browser.sees("Demo scenario");
            browser.look("changes");
            browser.link("Log").click();
            browser.sees("load the demo scenario");
            browser.look("log");
            browser.open("/changes/versions/1");
            browser.sees("There is nothing to undo here any more.");

            browser.see(By.tagName("body")).sendKeys("?");
            browser.sees("onboard somebody");
            browser.isAccessible("keys");
            browser.keys(Keys.ESCAPE);
            browser.see(By.tagName("body")).sendKeys("n");
            browser.heading("Who is new?");
            browser.type("Search the directories", "od");
            browser.sees("odile.marrick");
            browser.isAccessible("find");
            browser.size(1024, 768);
            browser.isAccessible("find at 1024");
            assertThat(browser.all(By.xpath("//button[contains(., 'Onboard')]")))
                    .isNotEmpty();
        }
    }

    /** A program brings somebody, a directory says something else of others: held, looked at, settled. */
    @Test
    void whatOthersSayWaitsOnTheDeskUntilSomebodySettlesIt(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("What the Trust directory says");
            browser.open("/inbound");
            browser.heading("What comes by itself");
            browser.type("Name of another program", "season-hr");
            browser.button("Make a key").click();
            browser.sees("The key, shown this once:");
            String key =
                    browser.see(By.xpath("//p[contains(@class, 'select-all')]")).getText();
            browser.button("It is in place").click();
            assertThat(browser.see(By.tagName("body")).getText()).doesNotContain(key);
            assertThat(push(stage, key, "marla.quillen", "45001")).isEqualTo(201);
            browser.button("Change: From programs").click();
            browser.see(By.xpath("//label[contains(., 'Let small changes pass')]"))
                    .click();
            browser.button("Set, and answer for it").click();
            browser.sees("tove answers for it");
            assertThat(push(stage, key, "isolde.farrow", "45002")).isEqualTo(201);
            browser.open("/inbound");
            browser.sees("passed");
            browser.look("inbound");

            browser.open("/");
            browser.sees("Marla Quillen, from season-hr");
            browser.see(By.xpath("//li[contains(., 'Marla Quillen')]//a[contains(., 'Review')]"))
                    .click();
            browser.sees("add person marla.quillen");
            browser.button("Apply").click();
            browser.sees("add person marla.quillen");
            browser.open("/people?q=marla");
            browser.heading("Marla Quillen");

            browser.open("/directories");
            browser.heading("Directories");
            browser.sees("Looks like somebody here");
            browser.look("directories");
            browser.button("They are two: Ailsa Eddystone").click();
            browser.see(By.xpath("//section[not(contains(., 'Looks like somebody here'))]"));
            browser.button("Unlink: Ailsa Saltmarsh").click();
            browser.sees("in the draft");
            browser.sees("1 change");
            browser.theme("night");
            browser.isAccessible("directories at night");
        }
    }

    /** Pushes somebody as an HR system does, and answers with the status. */
    private static int push(Stage stage, String key, String userName, String number) throws Exception {
        String[] names = userName.split("[.]");
        String user = """
                {"userName": "%s", "externalId": "%s", "name": {"givenName": "%s", "familyName": "%s"}, "title": "Guide",
                 "userType": "employee", "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User":
                 {"employeeNumber": "%s", "department": "north-pier"}}
                """.formatted(userName, number, named(names[0]), named(names[1]), number);
        HttpRequest request = HttpRequest.newBuilder(stage.address().resolve("/scim/v2/Users"))
                .header("Authorization", "Bearer " + key)
                .header("Content-Type", "application/scim+json")
                .POST(HttpRequest.BodyPublishers.ofString(user))
                .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    private static String named(String word) {
        return word.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + word.substring(1);
    }

    @Test
    void whoMayOnlyLookIsShownNoActs(@TempDir Path folder) throws Exception {
        try (Stage stage = new Stage(folder.resolve("stage"));
                Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("bram", "south-bay-2026");
            browser.sees("Odile Marrick");
            assertThat(browser.all(By.xpath("//main//a[normalize-space(.)='Onboard']")))
                    .isEmpty();
            browser.open("/onboard");
            browser.sees("You may look, but not prepare changes");
        }
    }
}
