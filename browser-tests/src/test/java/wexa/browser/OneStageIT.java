package wexa.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.support.ui.FluentWait;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Stage;

/** What does not get in each other's way, one after the other in one organisation. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class OneStageIT {
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
    void everyPlaceIsAccessibleInBothThemesAndByKeyboard() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("3 unknown accounts");
            browser.theme("night");
            browser.isAccessible("desk at night");
            browser.theme("linen");

            browser.link("People").click();
            browser.sees("640 people");
            browser.type("Search people", "ines ab");
            browser.sees("1 person");
            browser.link("Ines Abara").click();
            browser.heading("Ines Abara");
            browser.button("amend; through a group").click();
            browser.sees("Lagoon night");
            browser.isAccessible("why");
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
            browser.isAccessible("changes");
            browser.link("Log").click();
            browser.sees("load the demo scenario");
            browser.isAccessible("log");
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

    @Test
    @Order(2)
    void whoMayOnlyLookIsShownNoActs() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("bram", "south-bay-2026");
            browser.sees("Odile Marrick");
            assertThat(browser.all(By.xpath("//main//a[normalize-space(.)='Onboard']")))
                    .isEmpty();
            browser.open("/onboard");
            browser.sees("You may look, but not prepare changes");
        }
    }

    /** Somebody from outside, put into a draft by hand: invited, waited for, and given an account once they said who they are. */
    @Test
    @Order(3)
    void somebodyFromOutsideIsInvitedAndWaitedFor() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"));
                Browser guest = new Browser(stage.address(), folder.resolve("guest"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.open("/onboard");
            browser.type("Search the directories", "Ada Marsh");
            browser.button("Add").click();
            browser.heading("Onboard Ada Marsh");
            browser.type("E-mail", "ada.marsh@orrin.example");
            browser.field("Engagement type").sendKeys("Partner");
            browser.type("Job", "Visiting vet");
            browser.field("Unit").sendKeys("Orrin Vets");
            browser.sees("partners belong to their own");
            browser.field("Home organisation").sendKeys("Orrin directory");
            browser.button("Invite them").click();
            browser.sees("Gets an invitation when this is applied");
            browser.pick("Open an account in…", "rescue", "Pelagia Rescue");
            browser.sees("The account waits in the draft");
            browser.isAccessible("onboarding somebody from outside");
            browser.link("Review").click();
            browser.sees("Ada Marsh is invited, at ada.marsh@orrin.example.");
            browser.button("Apply 3 ready changes").click();
            browser.sees("No tenant had to do anything for it.");

            URI link = invitation("ada.marsh@orrin.example");
            // the stage's port is known only after its settings were read
            guest.open(link.getPath() + "#" + link.getFragment());
            guest.heading("Are you Ada Marsh?");
            guest.isAccessible("an invitation");
            guest.button("Yes, that is me").click();
            guest.heading("Thank you, Ada Marsh");

            browser.open("/");
            browser.sees("Accepted the invitation");
            browser.link("Continue").click();
            browser.heading("Onboard Ada Marsh");
            browser.link("Review").click();
            browser.button("Apply 2 changes").click();
            browser.sees("steps confirmed");
        }
    }

    private static URI invitation(String address) {
        return new FluentWait<>(address)
                .withTimeout(Duration.ofMinutes(2))
                .pollingEvery(Duration.ofMillis(200))
                .withMessage("no invitation came to " + address)
                .until(OneStageIT::linkIn);
    }

    /** The link in the mail to an address; null while there is none. */
    private static URI linkIn(String address) {
        HttpRequest request = HttpRequest.newBuilder(stage.standIns().resolve("/mailbox/messages"))
                .build();
        Pattern link = Pattern.compile("http\\S+/invitation#\\S+");
        try {
            String body = HttpClient.newHttpClient()
                    .send(request, HttpResponse.BodyHandlers.ofString())
                    .body();
            for (JsonNode mail : new JsonMapper().readTree(body).path("messages")) {
                Matcher found = link.matcher(mail.path("text").asString());
                if (mail.path("to").asString().equals(address) && found.find()) {
                    return URI.create(found.group());
                }
            }
            return null;
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException("the mailbox does not answer", failed);
        }
    }

    /** A program brings somebody, a directory says something else of others: held, looked at, settled. */
    @Test
    @Order(4)
    void whatOthersSayWaitsOnTheDeskUntilSomebodySettlesIt() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.sees("What the Trust directory says");
            browser.open("/programs");
            browser.heading("Programs and keys");
            browser.type("Name of another program", "season-hr");
            browser.button("Make a key").click();
            browser.sees("The key, shown this once:");
            String key =
                    browser.see(By.xpath("//p[contains(@class, 'select-all')]")).getText();
            browser.button("I have saved the key").click();
            assertThat(browser.see(By.tagName("body")).getText()).doesNotContain(key);
            assertThat(push(key, "marla.quillen", "45001")).isEqualTo(201);
            browser.open("/inbound");
            browser.heading("Automatic changes");
            browser.button("Change: From programs").click();
            browser.see(By.xpath("//label[contains(., 'Let small changes pass')]"))
                    .click();
            browser.button("Set, and answer for it").click();
            browser.sees("tove answers for it");
            assertThat(push(key, "isolde.farrow", "45002")).isEqualTo(201);
            browser.open("/inbound");
            browser.sees("passed");
            browser.isAccessible("automatic changes");

            browser.open("/");
            browser.sees("Marla Quillen, from season-hr");
            browser.see(By.xpath("//li[contains(., 'Marla Quillen')]//a[contains(., 'Review')]"))
                    .click();
            browser.sees("Add a person: Marla Quillen");
            browser.button("Apply").click();
            browser.sees("No tenant had to do anything for it.");
            browser.open("/people?q=marla");
            browser.heading("Marla Quillen");

            browser.open("/directories");
            browser.heading("Directories");
            browser.sees("Looks like somebody here");
            browser.isAccessible("directories");
            browser.button("They are two: Ailsa Eddystone").click();
            browser.see(By.xpath("//section[not(contains(., 'Looks like somebody here'))]"));
            browser.button("Unlink: Ailsa Saltmarsh").click();
            browser.sees("in the draft");
            browser.sees("1 change");
            browser.theme("night");
            browser.isAccessible("directories at night");
        }
    }

    @Test
    @Order(5)
    void aRuledGroupIsMadeAndSaysWhoComesIn() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
            browser.signIn("tove", "north-pier-2026");
            browser.link("Groups").click();
            browser.heading("Curators");
            browser.link("New group").click();
            browser.type("Name", "Everyone");
            browser.sees("means everybody, nobody or the system itself");
            browser.type("Name", "Pump contractors");
            browser.field("Who is in it").sendKeys("by rule");
            browser.sees("At least one engagement type, unit or job is needed.");
            browser.pick("Add…", "contr", "Contractors");
            browser.sees("With the draft 24 people are in it");
            browser.isAccessible("a new group");
            browser.link("Review").click();
            browser.button("Apply 1 change").click();
            browser.sees("What it was about");
            browser.link("Pump contractors").click();
            browser.heading("Pump contractors");
            browser.sees("24 people");
            browser.isAccessible("a rule-based group");
        }
    }

    @Test
    @Order(6)
    void theMayWaveIsBroughtInFromATableAndOnlyOnce() throws Exception {
        try (Browser browser = new Browser(stage.address(), folder.resolve("profile"))) {
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
            browser.sees("accounts are missing for what this gives");
            browser.isAccessible("the review of a wave");
            browser.button("with the least seats").click();
            browser.sees("47 changes stay in the draft");
            // what stands in the draft to be settled is not offered again
            browser.losesButton("with the least seats");
            browser.link("Settle").click();
            browser.heading("Onboard");
            browser.type("E-mail", "settled@skerrow.example" + Keys.ENTER);
            browser.sees("45 open issues");
            browser.isAccessible("one of a wave");
            browser.link("ready change").click();
            browser.sees("45 changes stay in the draft");
            browser.button("ready change").click();
            browser.sees("· applied ");
            browser.link("People").click();
            browser.link("Import").click();
            browser.choose("Choose a table, or drop it here", Path.of("../demo/may-wave.csv"));
            browser.sees("3 refused");
            browser.sees("117 unchanged");
        }
    }

    /** Pushes somebody as an HR system does, and answers with the status. */
    private static int push(String key, String userName, String number) throws Exception {
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
}
