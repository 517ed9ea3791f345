package wexa.connect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.connect.ldap.DirectoryContents;
import wexa.connect.ldap.LdapDirectory;

/** Nobody is believed by a certificate that is made out to another name, or that nobody trusted vouches for. */
class TrustTest {
    private static final String BASE = "dc=skerrow,dc=example";

    @TempDir
    Path folder;

    private static Outcome<DirectoryContents> read(int port, Encryption encryption, Trust trust) {
        return new LdapDirectory(new LdapDirectory.Settings(
                        // an address of the machine itself would be believed whatever the certificate says
                        "localhost",
                        port,
                        encryption,
                        "cn=reader",
                        "secret",
                        BASE,
                        Optional.empty(),
                        LdapDirectory.ENTRY_UUID,
                        trust,
                        Duration.ofSeconds(30)))
                .readAll();
    }

    /** LDAPS at the first port, StartTLS at the second. */
    private static InMemoryDirectoryServer directory(SSLContext shown) throws Exception {
        InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(BASE);
        config.addAdditionalBindCredentials("cn=reader", "secret");
        config.setSchema(null);
        config.setListenerConfigs(
                InMemoryListenerConfig.createLDAPSConfig(
                        "tls", InetAddress.getLoopbackAddress(), 0, shown.getServerSocketFactory(), null),
                InMemoryListenerConfig.createLDAPConfig(
                        "plain", InetAddress.getLoopbackAddress(), 0, shown.getSocketFactory()));
        InMemoryDirectoryServer server = new InMemoryDirectoryServer(config);
        server.add("dn: " + BASE, "objectClass: inetOrgPerson", "uid: x", "cn: x", "sn: x");
        server.startListening();
        return server;
    }

    @Test
    void directoriesAreHeldToTheirNamesOverTlsAndStartTls() throws Exception {
        Certificates right = Certificates.of(folder, "dns:localhost", true);
        Certificates other = Certificates.of(folder, "dns:elsewhere.example", true);
        Certificates pinned = Certificates.of(folder, "dns:localhost", false);
        for (Encryption encryption : new Encryption[] {Encryption.TLS, Encryption.STARTTLS}) {
            String listener = encryption == Encryption.TLS ? "tls" : "plain";
            try (InMemoryDirectoryServer server = directory(right.server())) {
                int port = server.getListenPort(listener);
                assertThat(read(port, encryption, Trust.of(right.pem()))).isInstanceOf(Outcome.Done.class);
                assertThat(said(read(port, encryption, Trust.ofMachine())))
                        .contains("not signed by a trusted authority");
                assertThat(said(read(port, encryption, Trust.of(pinned.pem())))).contains("not the pinned one");
            }
            try (InMemoryDirectoryServer server = directory(other.server())) {
                Outcome<?> outcome = read(server.getListenPort(listener), encryption, Trust.of(other.pem()));
                assertThat(said(outcome)).as("%s", encryption).contains("another name");
                assertThat(LdapDirectory.blame(outcome)).isEqualTo(LdapDirectory.Blame.CERTIFICATE);
            }
            try (InMemoryDirectoryServer server = directory(pinned.server())) {
                assertThat(read(server.getListenPort(listener), encryption, Trust.of(pinned.pem())))
                        .isInstanceOf(Outcome.Done.class);
            }
        }
    }

    private static String said(Outcome<?> outcome) {
        if (outcome instanceof Outcome.Refused<?> refused) {
            return refused.detail();
        }
        return outcome instanceof Outcome.TryLater<?> later ? later.reason() : outcome.toString();
    }

    private static Outcome<?> get(HttpsServer server, Trust trust) {
        URI base = URI.create("https://127.0.0.1:" + server.getAddress().getPort() + "/");
        HttpClient client = HttpClient.newBuilder().sslContext(trust.context()).build();
        return new Exchange(client, base, () -> "secret", Duration.ofSeconds(30), Clock.systemUTC())
                .send(Exchange.Nature.READING, "GET", "Users", Optional.empty(), Optional.empty());
    }

    private static HttpsServer tenant(SSLContext shown) throws Exception {
        HttpsServer server = HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setHttpsConfigurator(new HttpsConfigurator(shown));
        server.createContext("/", exchange -> {
            byte[] body = "{}".getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        server.start();
        return server;
    }

    @Test
    void tenantsAreHeldToTheirNames() throws Exception {
        Certificates right = Certificates.of(folder, "ip:127.0.0.1", true);
        Certificates other = Certificates.of(folder, "dns:elsewhere.example", true);
        Certificates pinned = Certificates.of(folder, "ip:127.0.0.1", false);
        Certificates old = Certificates.of(folder, "ip:127.0.0.1", false, "-startdate", "-30d", "-validity", "10");
        HttpsServer good = tenant(right.server());
        HttpsServer elsewhere = tenant(other.server());
        HttpsServer pin = tenant(pinned.server());
        HttpsServer expired = tenant(old.server());
        try {
            assertThat(get(good, Trust.of(right.pem()))).isInstanceOf(Outcome.Done.class);
            assertThat(said(get(good, Trust.ofMachine()))).contains("not signed by a trusted authority");
            assertThat(said(get(elsewhere, Trust.of(other.pem())))).contains("another name");
            assertThat(get(pin, Trust.of(pinned.pem()))).isInstanceOf(Outcome.Done.class);
            assertThat(said(get(good, Trust.of(pinned.pem())))).contains("not the pinned one");
            assertThat(said(get(expired, Trust.of(old.pem())))).contains("expired");
        } finally {
            good.stop(0);
            elsewhere.stop(0);
            pin.stop(0);
            expired.stop(0);
        }
    }

    @Test
    void whatIsNoCertificateIsSaidInWords() {
        assertThat(Trust.of("  ").isOwn()).isFalse();
        assertThatThrownBy(() -> Trust.of("hello")).hasMessageContaining("PEM form");
        assertThatThrownBy(() -> Trust.of("-----BEGIN CERTIFICATE-----\nAAAA")).hasMessageContaining("last line");
        assertThatThrownBy(() -> Trust.of("-----BEGIN CERTIFICATE-----\nAAAA\n-----END CERTIFICATE-----"))
                .hasMessageContaining("cannot be read");
    }
}
