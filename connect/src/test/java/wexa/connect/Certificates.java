package wexa.connect;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;

/** Certificates made for a test by the JDK's own tool. */
public final class Certificates {
    private static final String PASSWORD = "changeit";

    private final Path store;

    private Certificates(Path store) {
        this.store = store;
    }

    /** A self-signed one made out to a name, such as {@code ip:127.0.0.1}; it may sign others or not. */
    public static Certificates of(Path folder, String name, boolean maySign, String... more) throws Exception {
        Path store = Files.createTempFile(folder, "keys", ".p12");
        Files.delete(store);
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "keytool").toString(),
                "-genkeypair",
                "-alias",
                "server",
                "-keyalg",
                "EC",
                "-dname",
                "CN=test",
                "-storetype",
                "PKCS12",
                "-keystore",
                store.toString(),
                "-storepass",
                PASSWORD,
                "-ext",
                "SAN=" + name));
        if (maySign) {
            command.addAll(List.of("-ext", "BC=ca:true"));
        }
        command.addAll(List.of(more));
        Process made = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(made.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        if (made.waitFor() != 0) {
            throw new IOException(said);
        }
        return new Certificates(store);
    }

    private KeyStore keys() throws IOException, GeneralSecurityException {
        return KeyStore.getInstance(store.toFile(), PASSWORD.toCharArray());
    }

    public String pem() throws Exception {
        return "-----BEGIN CERTIFICATE-----\n"
                + Base64.getMimeEncoder()
                        .encodeToString(keys().getCertificate("server").getEncoded())
                + "\n-----END CERTIFICATE-----\n";
    }

    /** What a server shows itself with. */
    public SSLContext server() throws Exception {
        KeyManagerFactory factory = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        factory.init(keys(), PASSWORD.toCharArray());
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(factory.getKeyManagers(), null, null);
        return context;
    }
}
