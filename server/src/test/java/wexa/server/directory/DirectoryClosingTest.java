package wexa.server.directory;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.sandbox.Directories;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;
import wexa.server.wiring.BusinessClock;

/** The directory entry of somebody who is out: disabled where Wexa may write, confirmed by hand elsewhere, and never believed. */
class DirectoryClosingTest {
    private static final String ATTRIBUTE = "loginStatus";

    private final Cast cast = Cast.shared();

    DirectoryClosingTest() throws Exception {}

    private Model model() {
        return cast.bean(SnapshotStore.class).current().model();
    }

    /** One of the Trust's own whom no other test is about, from the end of the alphabet. */
    private Person somebody(int place) {
        return model().people().stream()
                .filter(one -> one.home().text().equals("skerrow")
                        && one.directoryEntry().isPresent())
                .filter(one -> PersonStatus.of(
                                model(),
                                one.id(),
                                cast.bean(BusinessClock.class).now())
                        == PersonStatus.HERE)
                .sorted(Comparator.comparing((Person one) -> one.handle().text())
                        .reversed())
                .skip(place)
                .findFirst()
                .orElseThrow();
    }

    private JsonNode entry(String person) throws Exception {
        return cast.tove.get("/api/v1/people/" + person + "/removal").body().path("entry");
    }

    private void suspend(String person) throws Exception {
        Browserless.Answer closed = cast.tove.send(
                "POST",
                "/api/v1/people/" + person + "/sign-in/close",
                cast.tove.object("reason", "the badge was lost", "ticket", ""));
        assertThat(closed.status()).as("%s", closed.body()).isEqualTo(200);
    }

    private void lift(String person) throws Exception {
        String absence = cast.tove
                .get("/api/v1/people/" + person + "/sign-in")
                .body()
                .path("absence")
                .asString();
        cast.carried(cast.put(cast.tove.draft("Back"), "absence.end", Map.of("absence", absence)));
        cast.bean(DirectoryClosing.class).followAll();
    }

    private Browserless.Answer act(Browserless by, String person, String what) throws Exception {
        return by.send("POST", "/api/v1/people/" + person + "/directory-entry/" + what, by.object());
    }

    private String inDirectory(String handle) throws Exception {
        try (LDAPConnection connection = connection(Directories.BIND_DN, Directories.BIND_PASSWORD)) {
            String value = connection.getEntry(dn(handle), ATTRIBUTE).getAttributeValue(ATTRIBUTE);
            return value == null ? "" : value;
        }
    }

    private void changeInDirectory(String handle, Modification change) throws Exception {
        try (LDAPConnection connection = connection(Directories.WRITE_DN, Directories.WRITE_PASSWORD)) {
            connection.modify(dn(handle), change);
        }
    }

    private LDAPConnection connection(String login, String password) throws Exception {
        return new LDAPConnection("127.0.0.1", cast.stage.ldapPort(), login, password);
    }

    private static String dn(String handle) {
        return "uid=" + handle + ",ou=people,dc=skerrow,dc=example";
    }

    private void read() throws Exception {
        assertThat(cast.tove
                        .send("POST", "/api/v1/directory/readings", cast.tove.object())
                        .status())
                .isEqualTo(200);
    }

    @Test
    void whoIsStoppedIsDisabledAndEnabledAgainOnReturn() throws Exception {
        Person person = somebody(0);
        String id = person.id().toString();
        String handle = person.handle().text();
        assertThat(entry(id).path("left").asString()).isEqualTo("STILL_THERE");
        assertThat(entry(id).path("isOut").asBoolean()).isFalse();
        suspend(id);
        JsonNode closed = patiently()
                .until(() -> entry(id), one -> one.path("left").asString().equals("CONFIRMED"));
        assertThat(closed.path("isOut").asBoolean()).isTrue();
        assertThat(inDirectory(handle)).isEqualTo("disabled");
        patiently()
                .until(
                        () -> cast.tove.get("/api/v1/log").body().toString(),
                        log -> log.contains("disable entry of " + handle + " in directory skerrow"));
        read();
        assertThat(entry(id).path("left").asString())
                .as("a whole reading says the same")
                .isEqualTo("CONFIRMED");

        lift(id);
        assertThat(inDirectory(handle)).isEmpty();
        assertThat(entry(id).path("left").asString()).isEqualTo("STILL_THERE");
    }

    @Test
    void whatSomebodyEnablesAgainIsOnTheDeskByNameAndIsNotWrittenOver() throws Exception {
        Person person = somebody(1);
        String id = person.id().toString();
        String handle = person.handle().text();
        suspend(id);
        patiently().until(() -> entry(id), one -> one.path("left").asString().equals("CONFIRMED"));
        changeInDirectory(handle, new Modification(ModificationType.REPLACE, ATTRIBUTE));
        read();
        cast.bean(DirectoryClosing.class).followAll();
        assertThat(inDirectory(handle)).isEmpty();
        assertThat(entry(id).path("left").asString()).isEqualTo("STILL_THERE");
        assertThat(entry(id).path("text").asString()).contains("enabled again");
        assertThat(act(cast.tove, id, "disable").status()).isEqualTo(204);
        assertThat(inDirectory(handle)).isEqualTo("disabled");
        assertThat(entry(id).path("left").asString()).isEqualTo("CONFIRMED");
        lift(id);
    }

    @Test
    void whomADirectoryRefusesToEnableIsOnTheDesk() throws Exception {
        Person person = somebody(3);
        String id = person.id().toString();
        String handle = person.handle().text();
        suspend(id);
        patiently().until(() -> entry(id), one -> one.path("left").asString().equals("CONFIRMED"));
        cast.stage.refuseWriting(true);
        try {
            lift(id);
            assertThat(inDirectory(handle)).isEqualTo("disabled");
            JsonNode line = cast.tove
                    .get("/api/v1/desk")
                    .body()
                    .path("items")
                    .valueStream()
                    .filter(one -> one.path("kind").asString().equals("SHUT_OUT"))
                    .findFirst()
                    .orElseThrow();
            assertThat(line.path("target").asString()).isEqualTo(id);
            assertThat(line.path("text").asString()).contains("refused to enable the entry");
            assertThat(entry(id).path("text").asString()).contains("refused to enable it");
        } finally {
            cast.stage.refuseWriting(false);
        }
        changeInDirectory(handle, new Modification(ModificationType.REPLACE, ATTRIBUTE));
        read();
        cast.bean(DirectoryClosing.class).followAll();
        assertThat(cast.tove.get("/api/v1/desk").body().toString())
                .as("somebody enabled it there")
                .doesNotContain("SHUT_OUT");
    }

    /** After a refusal somebody disables it there: on return it is theirs to enable. */
    @Test
    void whatSomebodyDisabledAfterARefusalIsTheirs() throws Exception {
        Person person = somebody(4);
        String id = person.id().toString();
        String handle = person.handle().text();
        cast.stage.refuseWriting(true);
        try {
            suspend(id);
            patiently()
                    .until(() -> entry(id), one -> one.path("text").asString().contains("refused to disable"));
        } finally {
            cast.stage.refuseWriting(false);
        }
        changeInDirectory(handle, new Modification(ModificationType.REPLACE, ATTRIBUTE, "disabled"));
        read();
        cast.bean(DirectoryClosing.class).followAll();
        assertThat(entry(id).path("left").asString()).isEqualTo("CONFIRMED");
        lift(id);
        assertThat(inDirectory(handle)).isEqualTo("disabled");
        changeInDirectory(handle, new Modification(ModificationType.REPLACE, ATTRIBUTE));
        read();
    }

    @Test
    void whatWasDisabledThereByOthersStaysSoOnReturn() throws Exception {
        Person person = somebody(2);
        String id = person.id().toString();
        String handle = person.handle().text();
        changeInDirectory(handle, new Modification(ModificationType.REPLACE, ATTRIBUTE, "disabled"));
        read();
        suspend(id);
        lift(id);
        assertThat(inDirectory(handle)).isEqualTo("disabled");
        changeInDirectory(handle, new Modification(ModificationType.REPLACE, ATTRIBUTE));
        read();
    }

    @Test
    void wherePartnersKeepTheDirectorySomebodyConfirms() throws Exception {
        String partner = model().people().stream()
                .filter(one -> one.home().text().equals("orrin"))
                .map(one -> one.id().toString())
                .sorted()
                .findFirst()
                .orElseThrow();
        assertThat(act(cast.tove, partner, "confirmation").text("code"))
                .as("nobody confirms it of somebody who is here")
                .isEqualTo("directory.not-out");
        suspend(partner);
        assertThat(entry(partner).path("mayAsk").asBoolean()).isFalse();
        assertThat(act(cast.tove, partner, "disable").text("code")).isEqualTo("directory.does-not-write");
        assertThat(act(Lookers.looker(cast, List.of(), List.of("north-pier")), partner, "confirmation")
                        .status())
                .isEqualTo(403);
        assertThat(act(cast.tove, partner, "confirmation").status()).isEqualTo(204);
        assertThat(entry(partner).path("left").asString()).isEqualTo("CONFIRMED_BY_HAND");
        read();
        assertThat(entry(partner).path("left").asString())
                .as("a reading that shows it enabled counts more than anybody's word")
                .isEqualTo("STILL_THERE");
        lift(partner);
    }

    @Test
    void whatIsDueIsNotCalledForgotten() {
        DirectoryStandings standings = cast.bean(DirectoryStandings.class);
        Instant now = cast.bean(BusinessClock.class).now();
        Person person = somebody(5);
        assertThat(standings.shown(person, Optional.empty()).orElseThrow().standing())
                .isEqualTo(DirectoryStandings.Standing.ENABLED);
        assertThat(standings.shown(person, Optional.of(now)).orElseThrow().standing())
                .isEqualTo(DirectoryStandings.Standing.WAITING);
        assertThat(standings
                        .shown(person, Optional.of(Instant.parse("2026-03-01T00:00:00Z")))
                        .orElseThrow()
                        .standing())
                .as("who was out before Wexa could write waits for somebody who asks")
                .isEqualTo(DirectoryStandings.Standing.ENABLED);
    }

    @Test
    void nobodyWithoutAnEntryIsAsked() throws Exception {
        assertThat(act(cast.tove, UUID.randomUUID().toString(), "disable").status())
                .isEqualTo(404);
    }
}
