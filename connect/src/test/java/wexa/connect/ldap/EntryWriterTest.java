package wexa.connect.ldap;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;

/** Disabling entries over real LDAP: only the entry that is meant, and only with a login that may. */
class EntryWriterTest {
    private static final String STATUS = "loginStatus";
    private static final String DISABLED = "disabled";

    @TempDir
    Path folder;

    private Directories directories;

    @BeforeEach
    void start() throws Exception {
        ScenarioFiles.write(folder);
        directories = new Directories(folder, Optional.of(folder), 0);
    }

    @AfterEach
    void stop() {
        directories.close();
    }

    private LdapDirectory.Settings settings(String login, String password) {
        return new LdapDirectory.Settings(
                "127.0.0.1",
                directories.port(),
                Encryption.NONE,
                login,
                password,
                "ou=people,dc=skerrow,dc=example",
                Optional.empty(),
                LdapDirectory.ENTRY_UUID,
                Trust.ofMachine(),
                Duration.ofSeconds(30));
    }

    private EntryWriter writer() {
        return new EntryWriter(settings(Directories.WRITE_DN, Directories.WRITE_PASSWORD));
    }

    private LdapDirectory reader() {
        return new LdapDirectory(settings(Directories.BIND_DN, Directories.BIND_PASSWORD), Set.of(STATUS));
    }

    private DirectoryEntry entry(String typed) {
        return done(reader().search(typed, 1)).get(0);
    }

    private static <T> T done(Outcome<T> outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Done.class);
        return ((Outcome.Done<T>) outcome).value();
    }

    @Test
    void anEntryIsDisabledReadBackAndEnabledAgain() {
        DirectoryEntry perrin = entry("perrin");
        assertThat(perrin.attributes()).doesNotContainKey("loginstatus");
        assertThat(done(writer().replace(perrin.dn(), perrin.id(), STATUS, Optional.of(DISABLED))))
                .isEmpty();
        DirectoryEntry closed = done(reader().read(perrin.dn())).orElseThrow();
        assertThat(closed.attributes()).containsEntry("loginstatus", DISABLED);
        assertThat(closed).as("nothing else changed").isEqualTo(withStatus(perrin));

        assertThat(done(writer().replace(perrin.dn(), perrin.id(), STATUS, Optional.empty())))
                .contains(DISABLED);
        assertThat(done(reader().read(perrin.dn()))).contains(perrin);
    }

    private static DirectoryEntry withStatus(DirectoryEntry entry) {
        return new DirectoryEntry(
                entry.id(),
                entry.dn(),
                entry.userId(),
                entry.givenName(),
                entry.familyName(),
                entry.mail(),
                entry.phone(),
                entry.employeeNumber(),
                entry.employeeType(),
                entry.title(),
                entry.unit(),
                entry.created(),
                entry.problem(),
                Map.of("loginstatus", DISABLED));
    }

    @Test
    void anotherEntryThatBearsTheNameNowStaysAsItIs() {
        DirectoryEntry perrin = entry("perrin");
        DirectoryEntry tove = entry("tove");
        Outcome<Optional<String>> outcome = writer().replace(tove.dn(), perrin.id(), STATUS, Optional.of(DISABLED));
        assertThat(outcome)
                .isInstanceOfSatisfying(
                        Outcome.Refused.class,
                        refused -> assertThat(refused.detail()).contains("another entry"));
        assertThat(done(reader().read(tove.dn()))).contains(tove);
    }

    @Test
    void whoMayOnlyReadIsRefusedAndAnEntryThatIsGoneIsSaidToBe() {
        DirectoryEntry perrin = entry("perrin");
        assertThat(new EntryWriter(settings(Directories.BIND_DN, Directories.BIND_PASSWORD))
                        .replace(perrin.dn(), perrin.id(), STATUS, Optional.of(DISABLED)))
                .isInstanceOfSatisfying(
                        Outcome.Refused.class,
                        refused -> assertThat(refused.detail()).contains("may not change"));
        assertThat(writer().replace("uid=nobody,ou=people,dc=skerrow,dc=example", "x", STATUS, Optional.of(DISABLED)))
                .isInstanceOfSatisfying(
                        Outcome.Refused.class,
                        refused -> assertThat(refused.detail()).contains("no entry of this name"));
        assertThat(done(reader().read("uid=nobody,ou=people,dc=skerrow,dc=example")))
                .isEmpty();
    }

    @Test
    void theStandInKeepsWhatWasChanged() throws Exception {
        DirectoryEntry perrin = entry("perrin");
        done(writer().replace(perrin.dn(), perrin.id(), STATUS, Optional.of(DISABLED)));
        directories.close();
        assertThat(Files.list(folder)).anyMatch(file -> file.endsWith("directories.ldif"));
        directories = new Directories(folder, Optional.of(folder), 0);
        assertThat(entry("perrin").attributes()).containsEntry("loginstatus", DISABLED);
    }
}
