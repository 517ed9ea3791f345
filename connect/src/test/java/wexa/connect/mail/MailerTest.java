package wexa.connect.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.connect.Certificates;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.sandbox.StandIns;

/** Against the mailbox stand-in over real SMTP. */
class MailerTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    @TempDir
    Path folder;

    private StandIns standIns;

    @BeforeEach
    void start() throws Exception {
        Files.writeString(folder.resolve("tenants.json"), "[]");
        standIns = new StandIns(folder, folder.resolve("state"), 0, 0, Clock.fixed(NOW, ZoneOffset.UTC));
    }

    @AfterEach
    void stop() throws Exception {
        standIns.close();
    }

    private static Mailer mailer(int port) {
        return mailer(port, Duration.ofSeconds(30));
    }

    private static Mailer mailer(int port, Duration limit) {
        return new Mailer(new Mailer.Settings(
                "127.0.0.1",
                port,
                Encryption.NONE,
                Optional.empty(),
                Optional.empty(),
                "Wexa <wexa@skerrow.example>",
                Trust.ofMachine(),
                limit));
    }

    private static Mailer.Mail mail(String to) {
        return new Mailer.Mail("letter-1", to, "Grüße, Inès", "Hello\n.\nönly\nfine\n", NOW);
    }

    private JsonNode mailbox(String method, String path, String body) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + standIns.port() + "/mailbox/" + path))
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .build();
        HttpResponse<String> answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        return JsonUtils.getObjectReader().readTree(answer.body().isEmpty() ? "{}" : answer.body());
    }

    private Outcome<Boolean> sendWhile(String fault) throws Exception {
        return sendWhile(fault, Duration.ofSeconds(30));
    }

    private Outcome<Boolean> sendWhile(String fault, Duration limit) throws Exception {
        mailbox("POST", "faults", "{\"kind\":\"" + fault + "\"}");
        return mailer(standIns.smtpPort(), limit).send(mail("ines.abara@skerrow.example"));
    }

    @Test
    void aLetterArrivesAsItWasWritten() throws Exception {
        assertThat(mailer(standIns.smtpPort()).send(mail("ines.abara@skerrow.example")))
                .isInstanceOf(Outcome.Done.class);
        JsonNode came = mailbox("GET", "messages", "").path("messages").path(0);
        assertThat(came.path("subject").asText()).isEqualTo("Grüße, Inès");
        assertThat(came.path("text").asText().replace("\r\n", "\n").strip()).isEqualTo("Hello\n.\nönly\nfine");
        assertThat(came.path("to").asText()).isEqualTo("ines.abara@skerrow.example");
        assertThat(came.path("from").asText()).isEqualTo("wexa@skerrow.example");
        assertThat(came.path("messageId").asText()).isEqualTo("<letter-1@skerrow.example>");
    }

    @Test
    void aRefusalIsInTheServersWords() throws Exception {
        Outcome<Boolean> outcome = sendWhile("REFUSED");
        assertThat(outcome).isInstanceOfSatisfying(Outcome.Refused.class, refused -> {
            assertThat(refused.status()).isEqualTo(550);
            assertThat(refused.detail()).contains("there is no mailbox");
        });
    }

    @Test
    void aBusyServerAsksForPatience() throws Exception {
        assertThat(sendWhile("LATER")).isInstanceOf(Outcome.TryLater.class);
    }

    @Test
    void nobodyKnowsWhatBecameOfALetterWhoseReceiptNeverCame() throws Exception {
        assertThat(sendWhile("SILENT", Duration.ofSeconds(2))).isInstanceOf(Outcome.Unknown.class);
        assertThat(mailbox("GET", "messages", "").path("messages")).hasSize(1);
    }

    @Test
    void aServerThatIsNotThereOrSaysNothingIsTriedLater() throws Exception {
        try (ServerSocket silent = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            assertThat(mailer(silent.getLocalPort(), Duration.ofSeconds(1)).send(mail("a@skerrow.example")))
                    .isInstanceOf(Outcome.TryLater.class);
        }
        int freed;
        try (ServerSocket closed = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            freed = closed.getLocalPort();
        }
        assertThat(mailer(freed).send(mail("a@skerrow.example"))).isInstanceOf(Outcome.TryLater.class);
    }

    @Test
    void nothingIsSaidToAServerThatCannotEncrypt() throws Exception {
        try (ServerSocket plain = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            CompletableFuture<String> heard = CompletableFuture.supplyAsync(() -> greetAndListen(plain));
            Outcome<Boolean> outcome = new Mailer(new Mailer.Settings(
                            "127.0.0.1",
                            plain.getLocalPort(),
                            Encryption.STARTTLS,
                            Optional.of("wexa"),
                            Optional.of("a secret"),
                            "wexa@skerrow.example",
                            Trust.ofMachine(),
                            Duration.ofSeconds(30)))
                    .send(mail("a@skerrow.example"));
            assertThat(outcome).isNotInstanceOf(Outcome.Done.class);
            assertThat(heard.get()).doesNotContain("AUTH");
        }
    }

    private static String greetAndListen(ServerSocket server) {
        StringBuilder heard = new StringBuilder();
        try (Socket socket = server.accept()) {
            socket.setSoTimeout(30_000);
            socket.getOutputStream().write("220 plain\r\n".getBytes(StandardCharsets.US_ASCII));
            byte[] line = new byte[512];
            for (int read = socket.getInputStream().read(line);
                    read > 0;
                    read = socket.getInputStream().read(line)) {
                heard.append(new String(line, 0, read, StandardCharsets.US_ASCII));
                socket.getOutputStream().write("250 AUTH LOGIN PLAIN\r\n".getBytes(StandardCharsets.US_ASCII));
            }
        } catch (java.io.IOException ended) {
            heard.append(" (ended)");
        }
        return heard.toString();
    }

    @Test
    void anAddressThatIsNoneIsRefusedAndALoginNeedsEncryption() {
        assertThat(mailer(1).send(mail("not an address"))).isInstanceOf(Outcome.Refused.class);
        assertThatThrownBy(() -> new Mailer.Settings(
                        "mail.skerrow.example",
                        25,
                        Encryption.NONE,
                        Optional.of("wexa"),
                        Optional.empty(),
                        "wexa@skerrow.example",
                        Trust.ofMachine(),
                        Duration.ofSeconds(1)))
                .hasMessageContaining("in clear");
    }

    /** A mail server over TLS that takes everything. */
    private static ServerSocket encrypted(Certificates shown) throws Exception {
        ServerSocket server =
                shown.server().getServerSocketFactory().createServerSocket(0, 5, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(() -> {
            while (!server.isClosed()) {
                try (Socket one = server.accept()) {
                    converse(one);
                } catch (IOException refused) {
                    // who does not believe the certificate hangs up
                }
            }
        });
        return server;
    }

    private static void converse(Socket one) throws IOException {
        BufferedReader in = new BufferedReader(new InputStreamReader(one.getInputStream(), StandardCharsets.UTF_8));
        OutputStream out = one.getOutputStream();
        out.write("220 here\r\n".getBytes(StandardCharsets.US_ASCII));
        boolean isText = false;
        for (String line = in.readLine(); line != null; line = in.readLine()) {
            isText = isText ? !line.equals(".") : line.equals("DATA");
            if (!isText || line.equals("DATA")) {
                out.write((line.equals("DATA") ? "354 go on\r\n" : "250 fine\r\n").getBytes(StandardCharsets.US_ASCII));
                out.flush();
            }
        }
    }

    private static Outcome<Boolean> sendOverTls(ServerSocket server, Trust trust) {
        return new Mailer(new Mailer.Settings(
                        "localhost",
                        server.getLocalPort(),
                        Encryption.TLS,
                        Optional.empty(),
                        Optional.empty(),
                        "wexa@skerrow.example",
                        trust,
                        Duration.ofSeconds(30)))
                .send(mail("a@skerrow.example"));
    }

    @Test
    void mailServersAreHeldToTheirNames() throws Exception {
        Certificates right = Certificates.of(folder, "dns:localhost", true);
        Certificates other = Certificates.of(folder, "dns:elsewhere.example", true);
        try (ServerSocket good = encrypted(right);
                ServerSocket elsewhere = encrypted(other)) {
            assertThat(sendOverTls(good, Trust.of(right.pem()))).isInstanceOf(Outcome.Done.class);
            assertThat(sendOverTls(good, Trust.ofMachine())).isInstanceOf(Outcome.TryLater.class);
            Outcome<Boolean> wrong = sendOverTls(elsewhere, Trust.of(other.pem()));
            assertThat(wrong).isInstanceOf(Outcome.TryLater.class);
            assertThat(((Outcome.TryLater<Boolean>) wrong).reason()).contains("another name");
        }
    }
}
