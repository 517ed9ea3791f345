package wexa.connect.ldap;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.extensions.StartTLSExtendedRequest;
import com.unboundid.util.ssl.HostNameSSLSocketVerifier;
import java.time.Duration;
import java.util.Objects;
import java.util.Set;
import javax.net.ssl.SSLException;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.Words;
import wexa.connect.ldap.LdapDirectory.Blame;
import wexa.connect.ldap.LdapDirectory.Settings;

/** Connections to one directory, encrypted and signed in as the settings say, and what their failures mean. */
final class LdapConnector {
    private static final Duration PATIENCE = Duration.ofSeconds(5);

    /** How a directory says that it knows no StartTLS, or cannot offer it (RFC 4511 4.14.1). */
    private static final Set<ResultCode> REFUSALS_OF_TLS = Set.of(
            ResultCode.PROTOCOL_ERROR,
            ResultCode.UNWILLING_TO_PERFORM,
            ResultCode.UNAVAILABLE,
            ResultCode.OPERATIONS_ERROR,
            ResultCode.NOT_SUPPORTED,
            ResultCode.OTHER);

    private final Settings settings;

    LdapConnector(Settings settings) {
        this.settings = settings;
    }

    /** Something to do on an open connection. */
    interface Work<T> {
        T on(LDAPConnection connection) throws LDAPException;
    }

    <T> Outcome<T> connected(Work<T> work) {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis((int) settings.limit().toMillis());
        options.setResponseTimeoutMillis(settings.limit().toMillis());
        options.setFollowReferrals(false);
        // also where the encryption begins on request: the directory must be who it is taken for before anything is
        // said
        options.setSSLSocketVerifier(new HostNameSSLSocketVerifier(true));
        try (LDAPConnection connection = opened(options)) {
            bind(connection);
            return new Outcome.Done<>(work.on(connection));
        } catch (LDAPException failed) {
            return failure(failed);
        }
    }

    private static <T> Outcome<T> failure(LDAPException failed) {
        ResultCode code = failed.getResultCode();
        String said = Words.plain(Objects.requireNonNullElse(failed.getDiagnosticMessage(), code.getName()));
        if (failed instanceof BlamedException blamed) {
            String what = code == ResultCode.SIZE_LIMIT_EXCEEDED || code == ResultCode.ADMIN_LIMIT_EXCEEDED
                    ? "the directory gives only a part of what is there, and no pages; raise its limit for this login"
                    : Words.plain(String.valueOf(failed.getMessage()));
            return new Outcome.Refused<>(code.intValue(), blamed.blame.name(), what);
        }
        for (Throwable at = failed; at != null; at = at.getCause()) {
            if (at instanceof SSLException untrusted) {
                return new Outcome.Refused<>(code.intValue(), Blame.CERTIFICATE.name(), Trust.words(untrusted));
            }
        }
        String message = String.valueOf(failed.getMessage());
        if (message.contains("hostname") || message.contains("certificate")) {
            return new Outcome.Refused<>(code.intValue(), Blame.CERTIFICATE.name(), Trust.words(failed));
        }
        if (code == ResultCode.INVALID_CREDENTIALS || code == ResultCode.NO_SUCH_OBJECT) {
            return new Outcome.Refused<>(code.intValue(), Blame.LOGIN.name(), said);
        }
        boolean isUsable = code.isConnectionUsable() && code != ResultCode.BUSY && code != ResultCode.UNAVAILABLE;
        return isUsable
                ? new Outcome.Refused<>(code.intValue(), "", said)
                : new Outcome.TryLater<>(PATIENCE, reason(code));
    }

    private static String reason(ResultCode code) {
        return code == ResultCode.TIMEOUT || code == ResultCode.TIME_LIMIT_EXCEEDED
                ? "the directory took too long"
                : "the directory cannot be reached";
    }

    private LDAPConnection opened(LDAPConnectionOptions options) throws LDAPException {
        return settings.encryption() == Encryption.TLS
                ? new LDAPConnection(
                        settings.trust().context().getSocketFactory(), options, settings.host(), settings.port())
                : new LDAPConnection(options, settings.host(), settings.port());
    }

    /** Nothing is said of who asks before the connection is as it should be. */
    private void bind(LDAPConnection connection) throws LDAPException {
        if (settings.encryption() == Encryption.STARTTLS) {
            startTls(connection);
        }
        try {
            connection.bind(settings.bindDn(), settings.bindPassword());
        } catch (LDAPException refused) {
            throw refused.getResultCode().isConnectionUsable() && refused.getResultCode() != ResultCode.BUSY
                    ? new BlamedException(refused, Blame.LOGIN)
                    : refused;
        }
    }

    private void startTls(LDAPConnection connection) throws LDAPException {
        ResultCode answered;
        try {
            answered = connection
                    .processExtendedOperation(
                            new StartTLSExtendedRequest(settings.trust().context()))
                    .getResultCode();
        } catch (LDAPException failed) {
            if (!REFUSALS_OF_TLS.contains(failed.getResultCode())) {
                throw failed;
            }
            answered = failed.getResultCode();
        }
        if (answered != ResultCode.SUCCESS) {
            throw new BlamedException(new LDAPException(answered, "the directory does not encrypt"), Blame.ENCRYPTION);
        }
    }

    /** A failure about something that is known. */
    static final class BlamedException extends LDAPException {
        private static final long serialVersionUID = 1L;

        private final Blame blame;

        BlamedException(LDAPException cause, Blame blame) {
            super(cause);
            this.blame = blame;
        }
    }
}
