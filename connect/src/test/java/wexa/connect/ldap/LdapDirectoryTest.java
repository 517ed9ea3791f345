package wexa.connect.ldap;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;

/** The directory client against a stand-in directory over real LDAP. */
class LdapDirectoryTest {
    @TempDir
    static Path folder;

    private static Directories directories;

    @BeforeAll
    static void start() throws Exception {
        ScenarioFiles.write(folder);
        directories = new Directories(folder, 0);
    }

    @AfterAll
    static void stop() {
        directories.close();
    }

    private static LdapDirectory directory(int port, String password) {
        return new LdapDirectory(new LdapDirectory.Settings(
                "127.0.0.1",
                port,
                Encryption.NONE,
                Directories.BIND_DN,
                password,
                "ou=people,dc=skerrow,dc=example",
                Optional.of("ou=groups,dc=skerrow,dc=example"),
                LdapDirectory.ENTRY_UUID,
                Trust.ofMachine(),
                Duration.ofSeconds(30)));
    }

    private static List<DirectoryEntry> search(String typed, int limit) {
        Outcome<List<DirectoryEntry>> found =
                directory(directories.port(), Directories.BIND_PASSWORD).search(typed, limit);
        assertThat(found).isInstanceOf(Outcome.Done.class);
        return ((Outcome.Done<List<DirectoryEntry>>) found).value();
    }

    @Test
    void findsThePersonFromTheFirstLetters() {
        DirectoryEntry found = search("odil", 10).get(0);
        assertThat(found.userId()).isEqualTo("odile.marrick");
        assertThat(found.employeeNumber()).contains("40901");
        assertThat(found.created()).hasToString("Optional[2026-11-23T07:00:00Z]");
    }

    @Test
    void whatWasTypedIsNotAPattern() {
        assertThat(search("*", 10)).isEmpty();
        assertThat(search("odile)(uid=*", 10)).isEmpty();
    }

    @Test
    void aLimitCutsTheListAndIsNoFailure() {
        assertThat(search("a", 3)).hasSize(3);
    }

    @Test
    void readsEverybodyByPaging() {
        Outcome<DirectoryContents> all =
                directory(directories.port(), Directories.BIND_PASSWORD).readAll();
        DirectoryContents read = ((Outcome.Done<DirectoryContents>) all).value();
        assertThat(read.people()).hasSizeGreaterThan(600);
        assertThat(read.groups().orElseThrow())
                .extracting(DirectoryGroup::name)
                .containsExactlyInAnyOrder("lagoon-staff", "south-shop", "trust-volunteers", "tide-wardens");
        assertThat(read.groups().orElseThrow())
                .allSatisfy(group -> assertThat(group.members()).isNotEmpty().isSorted())
                .allSatisfy(group -> assertThat(group.unread()).isZero());
    }

    @Test
    void aWrongPasswordIsRefusedAndAnAbsentDirectoryTriedLater() {
        assertThat(directory(directories.port(), "wrong").search("o", 5)).isInstanceOf(Outcome.Refused.class);
        assertThat(directory(1, "any").search("o", 5)).isInstanceOf(Outcome.TryLater.class);
    }
}
