package wexa.connect.ldap;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedSearchResult;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedSimpleBindRequest;
import com.unboundid.ldap.listener.interceptor.InMemoryOperationInterceptor;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchResultReference;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;

/** Directories that close, hang, limit, refer elsewhere or say nonsense: each is an outcome in words, never half a reading. */
class LdapFaultsTest {
    /** For those that say nothing: all others get the time that a busy machine takes. */
    private static final Duration SHORT = Duration.ofSeconds(1);

    private static final String BASE = "dc=skerrow,dc=example";
    private static final int PEOPLE = 1_200;

    private final ExecutorService background = Executors.newCachedThreadPool();

    @AfterEach
    void stop() {
        background.shutdownNow();
    }

    private static LdapDirectory directory(int port) {
        return directory(port, Duration.ofSeconds(30));
    }

    private static LdapDirectory directory(int port, Duration limit) {
        return new LdapDirectory(new LdapDirectory.Settings(
                "127.0.0.1",
                port,
                Encryption.NONE,
                "cn=reader",
                "secret",
                "ou=people," + BASE,
                Optional.of("ou=groups," + BASE),
                LdapDirectory.ENTRY_UUID,
                Trust.ofMachine(),
                limit));
    }

    @Test
    void nothingIsSaidToADirectoryThatCannotEncrypt() throws Exception {
        AtomicInteger binds = new AtomicInteger();
        InMemoryDirectoryServer server = serving(new InMemoryOperationInterceptor() {
            @Override
            public void processSimpleBindRequest(InMemoryInterceptedSimpleBindRequest request) {
                binds.incrementAndGet();
            }
        });
        try {
            LdapDirectory directory = new LdapDirectory(new LdapDirectory.Settings(
                    "127.0.0.1",
                    server.getListenPort(),
                    Encryption.STARTTLS,
                    "cn=reader",
                    "secret",
                    "ou=people," + BASE,
                    Optional.empty(),
                    LdapDirectory.ENTRY_UUID,
                    Trust.ofMachine(),
                    Duration.ofSeconds(30)));
            assertThat(directory.readAll()).isNotInstanceOf(Outcome.Done.class);
            assertThat(binds).hasValue(0);
        } finally {
            server.shutDown(true);
        }
    }

    private static InMemoryDirectoryServer serving(InMemoryOperationInterceptor... interceptors) throws Exception {
        InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(BASE);
        config.addAdditionalBindCredentials("cn=reader", "secret");
        config.setSchema(null);
        for (InMemoryOperationInterceptor one : interceptors) {
            config.addInMemoryOperationInterceptor(one);
        }
        config.setListenerConfigs(
                InMemoryListenerConfig.createLDAPConfig("ldap", InetAddress.getLoopbackAddress(), 0, null));
        InMemoryDirectoryServer server = new InMemoryDirectoryServer(config);
        server.add("dn: " + BASE, "objectClass: domain", "dc: skerrow");
        server.add("dn: ou=people," + BASE, "objectClass: organizationalUnit", "ou: people");
        server.add("dn: ou=groups," + BASE, "objectClass: organizationalUnit", "ou: groups");
        for (int number = 0; number < PEOPLE; number++) {
            server.add(new Entry(
                    "dn: uid=person." + number + ",ou=people," + BASE,
                    "objectClass: inetOrgPerson",
                    "uid: person." + number,
                    "cn: Person " + number,
                    "givenName: Person",
                    "sn: " + number,
                    "createTimestamp: " + (number % 2 == 0 ? "20261123070000Z" : "yesterday")));
        }
        server.startListening();
        return server;
    }

    /** A listener that treats every connection alike. */
    private int listening(Treatment treatment) throws IOException {
        ServerSocket socket = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        background.submit(() -> {
            while (!socket.isClosed()) {
                Socket accepted = socket.accept();
                background.submit(() -> {
                    treatment.of(accepted);
                    return null;
                });
            }
            return null;
        });
        return socket.getLocalPort();
    }

    private interface Treatment {
        void of(Socket connection) throws Exception;
    }

    @Test
    void aDirectoryThatClosesOrAnswersNonsenseIsTriedLater() throws Exception {
        assertThat(directory(listening(Socket::close)).readAll()).isInstanceOf(Outcome.TryLater.class);
        int nonsense = listening(connection -> {
            connection
                    .getOutputStream()
                    .write("HTTP/1.1 200 OK\r\n\r\n".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
            connection.getOutputStream().flush();
        });
        assertThat(directory(nonsense, SHORT).search("o", 5)).isInstanceOf(Outcome.TryLater.class);
    }

    @Test
    void aDirectoryThatNeverAnswersIsGivenUpAfterTheLimit() throws Exception {
        int silent = listening(connection -> connection.getInputStream().read(new byte[1_000]));
        long began = System.nanoTime();
        assertThat(directory(silent, SHORT).search("o", 5)).isInstanceOf(Outcome.TryLater.class);
        assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofMinutes(2));
    }

    @Test
    void everybodyIsReadPageByPageWhateverTheirTimestamps() throws Exception {
        AtomicInteger pages = new AtomicInteger();
        try (InMemoryDirectoryServer server = serving(counting(pages))) {
            Outcome<DirectoryContents> read = directory(server.getListenPort()).readAll();
            List<DirectoryEntry> all =
                    ((Outcome.Done<DirectoryContents>) read).value().people();
            assertThat(all).extracting(DirectoryEntry::userId).hasSize(PEOPLE).doesNotHaveDuplicates();
            assertThat(all.stream().filter(entry -> entry.created().isEmpty()).count())
                    .as("a time that cannot be read is left out, its entry is not")
                    .isEqualTo(PEOPLE / 2);
            assertThat(pages.get()).isGreaterThan(2);
        }
    }

    private static InMemoryOperationInterceptor counting(AtomicInteger pages) {
        return new InMemoryOperationInterceptor() {
            @Override
            public void processSearchResult(InMemoryInterceptedSearchResult answer) {
                pages.incrementAndGet();
            }
        };
    }

    /** Fails a page of the reading: the first that answers comes through, later ones do not. */
    private static InMemoryOperationInterceptor failingAfter(int good, ResultCode code) {
        AtomicInteger pages = new AtomicInteger();
        return new InMemoryOperationInterceptor() {
            @Override
            public void processSearchResult(InMemoryInterceptedSearchResult answer) {
                if (pages.getAndIncrement() >= good) {
                    answer.setResult(new com.unboundid.ldap.sdk.SearchResult(
                            answer.getMessageID(), code, "no more of this", null, new String[0], 0, 0, null));
                }
            }
        };
    }

    @Test
    void aReadingThatIsCutHalfWayIsNoReading() throws Exception {
        int pagesOfPeople = 3;
        try (InMemoryDirectoryServer server = serving(failingAfter(pagesOfPeople, ResultCode.OTHER))) {
            assertThat(directory(server.getListenPort()).readAll())
                    .as("people without their groups are half a reading")
                    .isNotInstanceOf(Outcome.Done.class);
        }
        for (ResultCode code : List.of(
                ResultCode.SIZE_LIMIT_EXCEEDED, ResultCode.TIME_LIMIT_EXCEEDED, ResultCode.BUSY, ResultCode.OTHER)) {
            try (InMemoryDirectoryServer server = serving(failingAfter(1, code))) {
                Outcome<DirectoryContents> read =
                        directory(server.getListenPort()).readAll();
                assertThat(read).as("%s", code).isNotInstanceOf(Outcome.Done.class);
            }
        }
    }

    @Test
    void aListThatIsCutBySizeIsEnoughForASearch() throws Exception {
        try (InMemoryDirectoryServer server = serving()) {
            Outcome<List<DirectoryEntry>> found =
                    directory(server.getListenPort()).search("person", 7);
            assertThat(((Outcome.Done<List<DirectoryEntry>>) found).value()).hasSize(7);
        }
    }

    @Test
    void referralsAreNotFollowed() throws Exception {
        InMemoryOperationInterceptor referring = new InMemoryOperationInterceptor() {
            @Override
            public void processSearchResult(InMemoryInterceptedSearchResult answer) {
                try {
                    answer.sendSearchReference(
                            new SearchResultReference(new String[] {"ldap://127.0.0.1:1/dc=elsewhere"}, null));
                } catch (LDAPException closed) {
                    throw new IllegalStateException(closed);
                }
            }
        };
        try (InMemoryDirectoryServer server = serving(referring)) {
            Outcome<DirectoryContents> read = directory(server.getListenPort()).readAll();
            assertThat(((Outcome.Done<DirectoryContents>) read).value().people())
                    .hasSize(PEOPLE);
        }
    }
}
