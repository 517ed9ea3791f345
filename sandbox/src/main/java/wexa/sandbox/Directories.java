package wexa.sandbox;

import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedModifyRequest;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedModifyResult;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedSimpleBindResult;
import com.unboundid.ldap.listener.interceptor.InMemoryOperationInterceptor;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The Trust's and its partner's directory behind one LDAP port on loopback, read from LDIF. One login reads; another may change
 * entries as well. What was changed is kept where there is a place for it.
 */
public final class Directories implements AutoCloseable {
    public static final String BIND_DN = "cn=reader";
    public static final String BIND_PASSWORD = "demo-reader";

    public static final String WRITE_DN = "cn=provisioner";
    public static final String WRITE_PASSWORD = "demo-provisioner";

    private static final String KEPT = "directories.ldif";

    private final InMemoryDirectoryServer server;
    private final Optional<Path> kept;
    private volatile boolean refusesWriting;

    /** Port 0 takes any. Nothing that is changed is kept. */
    public Directories(Path files, int port) throws LDAPException {
        this(files, Optional.empty(), port);
    }

    /** @param state the folder in which changes are kept */
    public Directories(Path files, Optional<Path> state, int port) throws LDAPException {
        InMemoryDirectoryServerConfig config =
                new InMemoryDirectoryServerConfig("dc=skerrow,dc=example", "dc=orrin,dc=example");
        config.addAdditionalBindCredentials(BIND_DN, BIND_PASSWORD);
        config.addAdditionalBindCredentials(WRITE_DN, WRITE_PASSWORD);
        config.addInMemoryOperationInterceptor(new Rights());
        config.setSchema(null);
        config.setGenerateOperationalAttributes(false);
        config.setListenerConfigs(
                InMemoryListenerConfig.createLDAPConfig("ldap", InetAddress.getLoopbackAddress(), port, null));
        server = new InMemoryDirectoryServer(config);
        kept = state.map(folder -> folder.resolve(KEPT));
        if (kept.filter(Files::exists).isPresent()) {
            server.importFromLDIF(true, kept.get().toString());
        } else {
            server.importFromLDIF(true, files.resolve("trust.ldif").toString());
            server.importFromLDIF(false, files.resolve("orrin.ldif").toString());
        }
        server.startListening();
    }

    /** Who may change what. */
    private final class Rights extends InMemoryOperationInterceptor {
        private final Map<Long, String> bound = new ConcurrentHashMap<>();

        @Override
        public void processSimpleBindResult(InMemoryInterceptedSimpleBindResult bind) {
            boolean isKnown = bind.getResult().getResultCode() == ResultCode.SUCCESS;
            bound.put(bind.getConnectionID(), isKnown ? bind.getRequest().getBindDN() : "");
        }

        @Override
        public void processModifyRequest(InMemoryInterceptedModifyRequest request) throws LDAPException {
            String dn = request.getRequest().getDN();
            if (refusesWriting || !WRITE_DN.equals(bound.get(request.getConnectionID()))) {
                throw new LDAPException(ResultCode.INSUFFICIENT_ACCESS_RIGHTS, "this login may not change " + dn);
            }
        }

        @Override
        public void processModifyResult(InMemoryInterceptedModifyResult done) {
            keep();
        }
    }

    /** Written beside, and put in its place whole. */
    private synchronized void keep() {
        if (kept.isEmpty()) {
            return;
        }
        Path beside = kept.get().resolveSibling(KEPT + ".new");
        try {
            server.exportToLDIF(beside.toString(), false, false);
            Files.move(beside, kept.get(), StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        } catch (LDAPException | IOException failed) {
            throw new IllegalStateException("the directories' state could not be kept", failed);
        }
    }

    /** From now on nobody may change anything, or again whoever may. */
    public void refuseWriting(boolean isRefused) {
        refusesWriting = isRefused;
    }

    public int port() {
        return server.getListenPort();
    }

    @Override
    public void close() {
        server.shutDown(true);
    }
}
