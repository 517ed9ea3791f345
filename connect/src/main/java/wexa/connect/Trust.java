package wexa.connect;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.KeyStoreException;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;
import org.jspecify.annotations.Nullable;

/**
 * Whose certificates a connection believes: those that the machine's Java trusts, or exactly the given ones. A given
 * certificate that may sign others (RFC 5280 4.2.1.9) vouches for what it signed; any other is pinned, and the other side has
 * to show that very one. The name of the other side is checked in either case (RFC 9525), by whoever opens the connection.
 */
public final class Trust {
    private static final int MOST_CERTIFICATES = 20;
    private static final String BEGIN = "-----BEGIN CERTIFICATE-----";
    private static final String END = "-----END CERTIFICATE-----";

    private final List<X509Certificate> given;

    private Trust(List<X509Certificate> given) {
        this.given = List.copyOf(given);
    }

    /** What the machine's Java trusts. */
    public static Trust ofMachine() {
        return new Trust(List.of());
    }

    /**
     * The certificates of a text in PEM (RFC 7468 5); a blank text is {@link #ofMachine()}.
     *
     * @throws IllegalArgumentException if there is none in it, or one that cannot be read; the message says so in words
     */
    public static Trust of(String pem) {
        if (pem.isBlank()) {
            return ofMachine();
        }
        List<X509Certificate> found = new ArrayList<>();
        int at = pem.indexOf(BEGIN);
        while (at >= 0) {
            int end = pem.indexOf(END, at);
            if (end < 0) {
                throw new IllegalArgumentException("a certificate has no end; paste it whole, with its last line");
            }
            found.add(certificate(pem.substring(at, end + END.length())));
            at = pem.indexOf(BEGIN, end);
        }
        if (found.isEmpty()) {
            throw new IllegalArgumentException("no certificate begins with " + BEGIN + "; paste it in PEM form");
        }
        if (found.size() > MOST_CERTIFICATES) {
            throw new IllegalArgumentException(
                    "these are " + found.size() + " certificates; give at most " + MOST_CERTIFICATES);
        }
        return new Trust(found);
    }

    private static X509Certificate certificate(String pem) {
        try {
            return (X509Certificate) CertificateFactory.getInstance("X.509")
                    .generateCertificate(new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII)));
        } catch (CertificateException unreadable) {
            throw new IllegalArgumentException("a certificate cannot be read; paste it again in PEM form", unreadable);
        }
    }

    /** Whether certificates were given, so that the machine's own trust does not count. */
    public boolean isOwn() {
        return !given.isEmpty();
    }

    public SSLContext context() {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, new TrustManager[] {manager()}, null);
            return context;
        } catch (GeneralSecurityException noTls) {
            throw new IllegalStateException("this Java offers no TLS", noTls);
        }
    }

    /** Judges chains, not names: the connection checks those. */
    public X509TrustManager manager() {
        try {
            return isOwn() ? new Given(given) : standard(null);
        } catch (GeneralSecurityException noTls) {
            throw new IllegalStateException("this Java offers no TLS", noTls);
        }
    }

    private static X509TrustManager standard(@Nullable KeyStore anchors) throws GeneralSecurityException {
        TrustManagerFactory factory = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        factory.init(anchors);
        return Arrays.stream(factory.getTrustManagers())
                .filter(X509TrustManager.class::isInstance)
                .map(X509TrustManager.class::cast)
                .findFirst()
                .orElseThrow(() -> new KeyStoreException("this Java judges no certificates"));
    }

    /** Pinned certificates are compared; the others are anchors of the usual judgement. */
    private static final class Given implements X509TrustManager {
        private final List<X509Certificate> pinned = new ArrayList<>();
        private final Optional<X509TrustManager> anchored;

        Given(List<X509Certificate> given) throws GeneralSecurityException {
            KeyStore anchors = KeyStore.getInstance(KeyStore.getDefaultType());
            try {
                anchors.load(null, null);
            } catch (IOException never) {
                throw new IllegalStateException("an empty key store needs no reading", never);
            }
            for (X509Certificate certificate : given) {
                if (certificate.getBasicConstraints() < 0) {
                    pinned.add(certificate);
                } else {
                    anchors.setCertificateEntry("given-" + anchors.size(), certificate);
                }
            }
            anchored = anchors.size() == 0 ? Optional.empty() : Optional.of(standard(anchors));
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String method) throws CertificateException {
            if (chain.length > 0 && pinned.contains(chain[0])) {
                chain[0].checkValidity();
            } else if (anchored.isPresent()) {
                anchored.get().checkServerTrusted(chain, method);
            } else {
                throw new CertificateException("the certificate shown is not the pinned one");
            }
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String method) throws CertificateException {
            throw new CertificateException("nobody connects to us this way");
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return anchored.map(X509TrustManager::getAcceptedIssuers).orElseGet(() -> new X509Certificate[0]);
        }
    }

    /** What does not hold about the other side's certificate, in words. */
    public static String words(Throwable failure) {
        StringBuilder said = new StringBuilder();
        for (Throwable at = failure; at != null; at = at.getCause()) {
            said.append(at.getClass().getSimpleName())
                    .append(' ')
                    .append(at.getMessage())
                    .append(' ');
        }
        String all = said.toString().toLowerCase(Locale.ROOT);
        if (all.contains("expired")) {
            return "the certificate has expired";
        }
        if (all.contains("notyetvalid") || all.contains("not yet valid")) {
            return "the certificate is not valid yet";
        }
        if (all.contains("no name matching") || all.contains("subject alternative") || all.contains("hostname")) {
            return "the certificate is made out to another name";
        }
        if (all.contains("not the pinned one")) {
            return "the certificate is not the pinned one";
        }
        if (all.contains("path building failed")
                || all.contains("unable to find valid certification path")
                || all.contains("path does not chain")
                || all.contains("certpath")) {
            return "the certificate is not signed by a trusted authority";
        }
        return all.contains("handshake") || all.contains("ssl")
                ? "no encrypted connection came about"
                : "the encrypted connection failed";
    }
}
