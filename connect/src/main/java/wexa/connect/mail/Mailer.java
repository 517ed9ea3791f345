package wexa.connect.mail;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.security.cert.CertificateException;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.Optional;
import java.util.Properties;
import javax.net.ssl.SSLException;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPSenderFailedException;
import org.eclipse.angus.mail.util.MailConnectException;
import org.jspecify.annotations.Nullable;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.Words;

/**
 * Sends one plain letter at a time (RFC 5321, RFC 5322). Permanent answers (5yz) are refusals in the server's words,
 * transient ones (4yz) and connections that never came about ask for patience; a connection that breaks after the text was
 * handed over leaves it unknown whether the letter arrives.
 */
public final class Mailer {
    private static final Duration PATIENCE = Duration.ofMinutes(1);

    private final Settings settings;

    /** Where letters are handed in. A login is only sent over an encrypted connection. */
    public record Settings(
            String host,
            int port,
            Encryption encryption,
            Optional<String> login,
            Optional<String> password,
            String from,
            Trust trust,
            Duration limit) {
        public Settings {
            if (login.isPresent() && encryption == Encryption.NONE) {
                throw new IllegalArgumentException(
                        "a login for " + host + " would be sent in clear; set encryption to STARTTLS or TLS");
            }
        }
    }

    /** One letter. The id stays the same when it is sent again, so that a reader's mail program knows it. */
    public record Mail(String id, String to, String subject, String text, Instant at) {}

    public Mailer(Settings settings) {
        this.settings = settings;
    }

    /** Hands one letter in; the answer is that the server took it, not that it was read. */
    public Outcome<Boolean> send(Mail mail) {
        MimeMessage message;
        try {
            message = message(mail);
        } catch (MessagingException unfit) {
            return new Outcome.Refused<>(0, "address", words(unfit));
        }
        try (Transport transport = session().getTransport()) {
            transport.connect(settings.login().orElse(null), settings.password().orElse(null));
            return deliver(transport, message);
        } catch (MailConnectException unreached) {
            return new Outcome.TryLater<>(PATIENCE, "the mail server does not answer");
        } catch (MessagingException failed) {
            for (Throwable at = failed; at != null; at = at.getCause()) {
                if (at instanceof SSLException || at instanceof CertificateException) {
                    return new Outcome.TryLater<>(PATIENCE, "of the mail server, " + Trust.words(at));
                }
            }
            return new Outcome.TryLater<>(PATIENCE, words(failed));
        }
    }

    private static Outcome<Boolean> deliver(Transport transport, MimeMessage message) {
        try {
            transport.sendMessage(message, message.getAllRecipients());
            return new Outcome.Done<>(true);
        } catch (MessagingException failed) {
            int code = code(failed);
            if (code >= 500) {
                return new Outcome.Refused<>(code, "", words(failed));
            }
            return code >= 400
                    ? new Outcome.TryLater<>(PATIENCE, words(failed))
                    : new Outcome.Unknown<>("the connection broke while the letter was handed in");
        }
    }

    /** The reply code of RFC 5321 4.2 that stopped the letter; 0 if the server gave none. */
    private static int code(MessagingException failed) {
        for (@Nullable Exception at = failed; at != null; at = next(at)) {
            if (at instanceof SMTPAddressFailedException refused) {
                return refused.getReturnCode();
            }
            if (at instanceof SMTPSenderFailedException refused) {
                return refused.getReturnCode();
            }
            if (at instanceof SMTPSendFailedException refused && refused.getReturnCode() >= 400) {
                return refused.getReturnCode();
            }
        }
        return 0;
    }

    private static @Nullable Exception next(Exception one) {
        return one instanceof MessagingException chained ? chained.getNextException() : null;
    }

    private static String words(MessagingException failed) {
        String said = failed.getMessage();
        return said == null || said.isBlank() ? failed.getClass().getSimpleName() : Words.plain(said);
    }

    private MimeMessage message(Mail mail) throws MessagingException {
        MimeMessage message = new MimeMessage(session()) {
            @Override
            protected void updateMessageID() throws MessagingException {
                setHeader("Message-ID", "<" + mail.id() + "@" + domain() + ">");
            }
        };
        message.setFrom(new InternetAddress(settings.from(), true));
        message.setRecipient(Message.RecipientType.TO, new InternetAddress(mail.to(), true));
        message.setSubject(mail.subject(), StandardCharsets.UTF_8.name());
        message.setText(mail.text(), StandardCharsets.UTF_8.name());
        message.setSentDate(Date.from(mail.at()));
        // RFC 3834 5: nobody's automatic answer is wanted
        message.setHeader("Auto-Submitted", "auto-generated");
        message.saveChanges();
        return message;
    }

    private String domain() {
        String from = settings.from();
        int at = from.lastIndexOf('@');
        return from.substring(at + 1).replace(">", "").strip();
    }

    /** Whether letters can come from there. */
    public static boolean isAddress(String text) {
        try {
            new InternetAddress(text, true).validate();
            return true;
        } catch (AddressException wrong) {
            return false;
        }
    }

    private Session session() {
        String limit = Long.toString(settings.limit().toMillis());
        boolean isTls = settings.encryption() == Encryption.TLS;
        String protocol = isTls ? "smtps" : "smtp";
        Properties properties = new Properties();
        properties.setProperty("mail.transport.protocol", protocol);
        properties.setProperty("mail." + protocol + ".host", settings.host());
        properties.setProperty("mail." + protocol + ".port", Integer.toString(settings.port()));
        properties.setProperty(
                "mail." + protocol + ".auth", Boolean.toString(settings.login().isPresent()));
        properties.setProperty("mail." + protocol + ".connectiontimeout", limit);
        properties.setProperty("mail." + protocol + ".timeout", limit);
        properties.setProperty("mail." + protocol + ".writetimeout", limit);
        properties.setProperty("mail." + protocol + ".ssl.checkserveridentity", "true");
        // whom the given trust refuses is not tried once more with the machine's
        properties.setProperty("mail." + protocol + ".socketFactory.fallback", "false");
        if (settings.trust().isOwn()) {
            properties.put(
                    "mail." + protocol + ".ssl.socketFactory",
                    settings.trust().context().getSocketFactory());
        }
        if (settings.encryption() == Encryption.STARTTLS) {
            properties.setProperty("mail.smtp.starttls.enable", "true");
            properties.setProperty("mail.smtp.starttls.required", "true");
        }
        return Session.getInstance(properties);
    }
}
