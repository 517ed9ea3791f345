package wexa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.io.TempDir;
import wexa.demo.ScenarioFiles;
import wexa.sandbox.Directories;
import wexa.sandbox.StandIns;
import wexa.server.testing.Browserless;
import wexa.server.testing.ServerProcess;

/**
 * A server with 512 MB, a crowd that only keeps it busy, and somebody who works meanwhile. {@code ./wexa bench crowd} measures
 * it; {@link DoorsTest} has the short form.
 */
@EnabledIfSystemProperty(named = "wexa.crowd.connections", matches = "[0-9]+")
class CrowdTest {
    private static final int CONNECTIONS = Integer.getInteger("wexa.crowd.connections", 8_000);
    private static final int POSTS = 40;
    private static final int ASKED = 200;

    private final List<Socket> crowd = new ArrayList<>();

    @Test
    void whoWorksMeanwhileIsAnswered(@TempDir Path folder) throws Exception {
        ScenarioFiles.write(folder.resolve("source"));
        try (StandIns standIns = new StandIns(
                        folder.resolve("source"),
                        folder.resolve("stand-ins"),
                        0,
                        0,
                        Clock.offset(Clock.systemUTC(), ServerProcess.OFFSET));
                Directories directories = new Directories(folder.resolve("source"), 0)) {
            ServerProcess server = new ServerProcess(folder, standIns, directories.port());
            Process process = server.start("", "-Xmx512m", "-XX:+ExitOnOutOfMemoryError");
            try {
                Browserless tove = server.whenUp();
                report("alone", tove);
                for (int count = 0; count < POSTS; count++) {
                    stall(server.address(), "Content-Length: 18000000\r\nContent-Type: application/json\r\n\r\n{");
                }
                report(POSTS + " stalled posts of 18 MB at the sign-in", tove);
                int opened = 0;
                for (int count = 0; count < CONNECTIONS; count++) {
                    opened += stall(server.address(), "X-Half: ") ? 1 : 0;
                }
                System.out.printf("crowd: %,d of %,d half-sent requests were let in%n", opened, CONNECTIONS);
                report(CONNECTIONS + " half-sent requests", tove);
                assertThat(process.isAlive()).isTrue();
            } finally {
                process.destroyForcibly().waitFor();
                for (Socket one : crowd) {
                    one.close();
                }
            }
        }
    }

    private boolean stall(URI address, String rest) {
        try {
            Socket socket = new Socket();
            socket.connect(new java.net.InetSocketAddress(address.getHost(), address.getPort()), 50);
            OutputStream out = socket.getOutputStream();
            out.write(("POST /api/v1/session HTTP/1.1\r\nHost: x\r\n" + rest).getBytes(StandardCharsets.US_ASCII));
            out.flush();
            crowd.add(socket);
            return true;
        } catch (IOException full) {
            return false;
        }
    }

    private static void report(String what, Browserless tove) throws Exception {
        List<Long> millis = new ArrayList<>();
        int failed = 0;
        for (int count = 0; count < ASKED; count++) {
            long began = System.nanoTime();
            failed += tove.get("/api/v1/people?limit=50").status() == 200 ? 0 : 1;
            millis.add((System.nanoTime() - began) / 1_000_000);
        }
        Collections.sort(millis);
        System.out.printf(
                "crowd: %s: %d requests, median %d ms, p95 %d ms, longest %d ms, %d failed%n",
                what, ASKED, millis.get(ASKED / 2), millis.get(ASKED * 95 / 100), millis.get(ASKED - 1), failed);
        assertThat(failed).as(what).isZero();
    }
}
