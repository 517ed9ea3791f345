package wexa.sandbox;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Properties;
import java.util.UUID;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.server.SMTPServer;

/** Takes mail for everybody over SMTP (RFC 5321) on a loopback port and keeps it to be looked at. */
final class Mailbox implements AutoCloseable {
    private static final String TENANT = "mailbox";
    private static final String TYPE = "mails";
    private static final Duration SILENCE = Duration.ofSeconds(5);

    private final ResourceStore store;
    private final Clock clock;
    private final SMTPServer smtp;
    private Fault fault = Fault.NONE;
    private int left;

    /** What the mailbox does wrong when told to: refuse for good (5yz), put off (4yz), or take the mail and answer too late. */
    enum Fault {
        NONE,
        REFUSED,
        LATER,
        SILENT
    }

    /** Port 0 takes any. */
    Mailbox(ResourceStore store, int port, Clock clock) {
        this.store = store;
        this.clock = clock;
        this.smtp = SMTPServer.port(port)
                .bindAddress(InetAddress.getLoopbackAddress())
                .hostName("mailbox.example")
                .messageHandler((context, from, to, data) -> take(from, to, data))
                .build();
        smtp.start();
    }

    int port() {
        return smtp.getPortAllocated();
    }

    synchronized void set(JsonNode wanted) {
        fault = Fault.valueOf(wanted.path("kind").asText("NONE"));
        left = wanted.path("times").asInt(1);
    }

    private synchronized Fault next() {
        if (left <= 0) {
            return Fault.NONE;
        }
        left--;
        return fault;
    }

    private void take(String from, String to, byte[] data) throws RejectException {
        Fault now = next();
        if (now == Fault.REFUSED) {
            throw new RejectException(550, "5.1.1 there is no mailbox " + to);
        }
        if (now == Fault.LATER) {
            throw new RejectException(451, "4.3.2 too busy, try again");
        }
        ObjectNode mail = read(data);
        mail.put("from", from);
        mail.put("to", to);
        mail.put("at", clock.instant().toString());
        store.save(
                List.of(new ResourceStore.Stored(TENANT, TYPE, UUID.randomUUID().toString(), mail)));
        if (now == Fault.SILENT) {
            stayUntilNobodyWaits();
        }
    }

    private static void stayUntilNobodyWaits() {
        try {
            Thread.sleep(SILENCE.toMillis());
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private static ObjectNode read(byte[] data) {
        try {
            MimeMessage message =
                    new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(data));
            ObjectNode mail = JsonNodeFactory.instance.objectNode();
            mail.put("subject", message.getSubject());
            mail.put("messageId", message.getMessageID());
            mail.put("text", text(message.getContent()));
            return mail;
        } catch (MessagingException | IOException unreadable) {
            throw new IllegalArgumentException("the mail cannot be read", unreadable);
        }
    }

    private static String text(Object content) throws MessagingException, IOException {
        if (content instanceof Multipart parts) {
            BodyPart first = parts.getBodyPart(0);
            return text(first.getContent());
        }
        return String.valueOf(content);
    }

    /** What came, newest first. */
    List<ObjectNode> all() throws SQLException {
        List<ObjectNode> found = new ArrayList<>();
        store.load(TENANT).forEach(stored -> found.add(stored.body()));
        found.sort(Comparator.comparing((ObjectNode mail) -> mail.path("at").asText())
                .reversed());
        return found;
    }

    @Override
    public void close() {
        smtp.stop();
    }
}
