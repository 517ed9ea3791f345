package wexa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpHeaders;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Stage;

/** What the web server takes, from whom, and what it hands out. */
class DoorsTest {
    private final Cast cast = Cast.shared();

    DoorsTest() throws Exception {}

    /** Sends raw bytes and answers with the first line that comes back. */
    private static String raw(URI address, String head, byte[] body, Duration patience) throws Exception {
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            socket.setSoTimeout((int) patience.toMillis());
            OutputStream out = socket.getOutputStream();
            out.write(head.getBytes(StandardCharsets.US_ASCII));
            out.write(body);
            out.flush();
            InputStream in = socket.getInputStream();
            StringBuilder line = new StringBuilder();
            for (int read = in.read(); read >= 0 && read != '\n'; read = in.read()) {
                line.append((char) read);
            }
            return line.toString();
        }
    }

    private static String post(String path, String more) {
        return "POST " + path + " HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\n" + more + "\r\n";
    }

    @Test
    void aLargeBodyAtTheDoorIsRefusedBeforeItIsSent() throws Exception {
        String answer = raw(
                cast.stage.address(),
                post("/api/v1/session", "Content-Length: 18000000\r\n"),
                new byte[0],
                Duration.ofSeconds(5));
        assertThat(answer).contains("413");
        String chunked = raw(
                cast.stage.address(),
                post("/api/v1/activations/look", "Transfer-Encoding: chunked\r\n"),
                ("100000\r\n{\"token\":\"" + "x".repeat(200_000)).getBytes(StandardCharsets.US_ASCII),
                Duration.ofSeconds(15));
        // nobody is signed in, and the token against forged requests is missing as well
        assertThat(chunked).containsAnyOf("413", "403");
    }

    @Test
    void manyStalledPostsKeepNobodyElseOut() throws Exception {
        List<Socket> stalled = new ArrayList<>();
        try {
            for (int count = 0; count < 100; count++) {
                URI address = cast.stage.address();
                Socket socket = new Socket(address.getHost(), address.getPort());
                socket.getOutputStream()
                        .write(post("/api/v1/session", "Content-Length: 20000\r\n")
                                .getBytes(StandardCharsets.US_ASCII));
                socket.getOutputStream().flush();
                stalled.add(socket);
            }
            assertThat(cast.tove.get("/api/v1/people?limit=1").status()).isEqualTo(200);
        } finally {
            for (Socket one : stalled) {
                one.close();
            }
        }
    }

    @Test
    void whatALongHeaderSaysIsNotRead() throws Exception {
        String answer = raw(
                cast.stage.address(),
                "GET /api/v1/session HTTP/1.1\r\nHost: x\r\nX-Long: " + "y".repeat(40_000) + "\r\n\r\n",
                new byte[0],
                Duration.ofSeconds(5));
        assertThat(answer).contains("400");
    }

    @Test
    void signsOfPatternsAreLettersInASearch() throws Exception {
        cast.tove.send(
                "POST", "/api/v1/units", cast.tove.object("key", "per-cent", "name", "Half 50% and under_score"));
        assertThat(cast.tove.get("/api/v1/log?q=50%25").body().path("lines")).hasSize(1);
        assertThat(cast.tove.get("/api/v1/log?q=under_score").body().path("lines"))
                .hasSize(1);
        assertThat(cast.tove.get("/api/v1/log?q=underXscore").body().path("lines"))
                .isEmpty();
        assertThat(cast.tove.get("/api/v1/log?q=%25%25%25").body().path("lines"))
                .isEmpty();
    }

    @Test
    void behindAnEncryptingProxyCookiesAreSecureAndAddressesAreThoseOfTheSettings(@TempDir Path folder)
            throws Exception {
        try (Stage stage =
                new Stage(folder, "--wexa.public-url=https://wexa.skerrow.example", "--wexa.proxies=192.0.2.7")) {
            Browserless browser = new Browserless(stage.address());
            HttpHeaders first = browser.get("/api/v1/session").response().headers();
            assertThat(first.firstValue("Strict-Transport-Security")).isPresent();
            assertThat(first.allValues("Set-Cookie"))
                    .anyMatch(cookie -> cookie.startsWith("XSRF-TOKEN") && cookie.contains("Secure"));
            // over this unencrypted connection a client gives no secure cookie back, so the token is sent by hand
            String token = first.allValues("Set-Cookie").stream()
                    .filter(cookie -> cookie.startsWith("XSRF-TOKEN="))
                    .map(cookie -> cookie.substring(11, cookie.indexOf(';')))
                    .findFirst()
                    .orElseThrow();
            Browserless.Answer signedIn = browser.send(
                    "POST",
                    "/api/v1/session",
                    browser.object("login", "tove", "password", "north-pier-2026"),
                    "Cookie",
                    "XSRF-TOKEN=" + token,
                    "X-XSRF-TOKEN",
                    token,
                    "X-Forwarded-For",
                    "203.0.113.50");
            assertThat(signedIn.status()).as("%s", signedIn.body()).isEqualTo(200);
            assertThat(signedIn.response().headers().allValues("Set-Cookie"))
                    .filteredOn(cookie -> cookie.startsWith("wexa"))
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.contains("Secure") && cookie.contains("HttpOnly"));
            String session = signedIn.response().headers().allValues("Set-Cookie").stream()
                    .filter(cookie -> cookie.startsWith("wexa="))
                    .map(cookie -> cookie.substring(0, cookie.indexOf(';')))
                    .findFirst()
                    .orElseThrow();
            assertThat(browser.send("GET", "/api/v1/security-log", null, "Cookie", session)
                            .body()
                            .toString())
                    .as("who is no named proxy does not say for whom they ask")
                    .doesNotContain("203.0.113.50")
                    .contains("127.0.0.1");
        }
    }
}
