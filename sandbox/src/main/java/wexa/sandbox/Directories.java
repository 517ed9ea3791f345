package wexa.sandbox;

import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.ldap.sdk.LDAPException;
import java.net.InetAddress;
import java.nio.file.Path;

/** The Trust's and its partner's directory behind one LDAP port on loopback, read from LDIF. */
public final class Directories implements AutoCloseable {
    public static final String BIND_DN = "cn=reader";
    public static final String BIND_PASSWORD = "demo-reader";

    private final InMemoryDirectoryServer server;

    /** Port 0 takes any. */
    public Directories(Path files, int port) throws LDAPException {
        InMemoryDirectoryServerConfig config =
                new InMemoryDirectoryServerConfig("dc=skerrow,dc=example", "dc=orrin,dc=example");
        config.addAdditionalBindCredentials(BIND_DN, BIND_PASSWORD);
        config.setSchema(null);
        config.setGenerateOperationalAttributes(false);
        config.setListenerConfigs(
                InMemoryListenerConfig.createLDAPConfig("ldap", InetAddress.getLoopbackAddress(), port, null));
        server = new InMemoryDirectoryServer(config);
        server.importFromLDIF(true, files.resolve("trust.ldif").toString());
        server.importFromLDIF(false, files.resolve("orrin.ldif").toString());
        server.startListening();
    }

    public int port() {
        return server.getListenPort();
    }

    @Override
    public void close() {
        server.shutDown(true);
    }
}
