package wexa.server.heavy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.apache.catalina.Context;
import org.apache.catalina.startup.Tomcat;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import wexa.core.cancelling.Cancellation;
import wexa.server.problems.Problem;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Over real connections to a real Tomcat, with work that goes on until it is cancelled or told to end. */
class HeavyWorkTest {
    private static final long POLL_NANOS = 1_000_000;
    private static final String REQUEST = "GET /%s HTTP/1.1\r\nHost: x\r\n\r\n";

    private static final LongWork.What SOMETHING = LongWork.What.of("Something", "/");

    private final LongWork shown =
            new LongWork(new BusinessClock(Clock.systemUTC()), new Ids(Clock.systemUTC(), new SecureRandom()));
    private final HeavyWork heavy = new HeavyWork(shown);
    private final BlockingQueue<String> began = new LinkedBlockingQueue<>();
    private final BlockingQueue<String> ended = new LinkedBlockingQueue<>();
    private final CountDownLatch enough = new CountDownLatch(1);
    private final Tomcat tomcat = new Tomcat();

    @TempDir
    Path folder;

    private final class Worker extends HttpServlet {
        private static final long serialVersionUID = 1L;

        @Override
        protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
            work(request, response);
        }

        @Override
        protected void doPost(HttpServletRequest request, HttpServletResponse response) throws IOException {
            request.getInputStream().readAllBytes();
            work(request, response);
        }

        private void work(HttpServletRequest request, HttpServletResponse response) throws IOException {
            RequestContextHolder.setRequestAttributes(new ServletRequestAttributes(request));
            String name = request.getRequestURI().substring(1);
            try {
                response.getWriter()
                        .print(heavy.run(true, LongWork.What.of(name, "/" + name), () -> untilEnough(name)));
                ended.add(name + " done");
            } catch (Problem problem) {
                ended.add(name + " " + problem.code());
            } finally {
                RequestContextHolder.resetRequestAttributes();
            }
        }

        private String untilEnough(String name) {
            began.add(name);
            while (enough.getCount() > 0) {
                LockSupport.parkNanos(POLL_NANOS);
                Cancellation.check();
            }
            return name;
        }
    }

    @BeforeEach
    void start() throws Exception {
        tomcat.setBaseDir(folder.toString());
        tomcat.setPort(0);
        Context context = tomcat.addContext("", folder.toString());
        Tomcat.addServlet(context, "worker", new Worker());
        context.addServletMappingDecoded("/", "worker");
        tomcat.getEngine().getPipeline().addValve(new Presence());
        tomcat.start();
    }

    @AfterEach
    void stop() throws Exception {
        enough.countDown();
        tomcat.stop();
        tomcat.destroy();
    }

    private Socket send(String text) throws IOException {
        Socket socket = new Socket("127.0.0.1", tomcat.getConnector().getLocalPort());
        OutputStream out = socket.getOutputStream();
        out.write(text.getBytes(StandardCharsets.US_ASCII));
        out.flush();
        return socket;
    }

    private static String next(BlockingQueue<String> queue) throws InterruptedException {
        return queue.poll(20, TimeUnit.SECONDS);
    }

    @Test
    void itEndsWhenWhoeverAskedHasGoneAndTheNextGetsTheTurn() throws Exception {
        Socket one = send(REQUEST.formatted("one"));
        assertThat(next(began)).isEqualTo("one");
        Socket two = send("POST /two HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\n\r\n3\r\nabc\r\n0\r\n\r\n");
        assertThat(next(began)).isEqualTo("two");
        try (Socket three = send(REQUEST.formatted("three"))) {
            assertThat(began.poll(700, TimeUnit.MILLISECONDS)).isNull();
            two.close();
            assertThat(next(ended)).isEqualTo("two gone");
            assertThat(next(began)).isEqualTo("three");
            assertThat(ended).isEmpty();
            one.close();
            assertThat(next(ended)).isEqualTo("one gone");
            enough.countDown();
            assertThat(next(ended)).isEqualTo("three done");
            assertThat(new String(three.getInputStream().readNBytes(12), StandardCharsets.US_ASCII))
                    .isEqualTo("HTTP/1.1 200");
        }
    }

    @Test
    void whoLeavesTheQueueKeepsNobodyWaiting() throws Exception {
        try (Socket one = send(REQUEST.formatted("one"));
                Socket two = send(REQUEST.formatted("two"))) {
            assertThat(List.of(next(began), next(began))).containsExactlyInAnyOrder("one", "two");
            send(REQUEST.formatted("three")).close();
            assertThat(next(ended)).isEqualTo("three gone");
            try (Socket four = send(REQUEST.formatted("four"))) {
                one.close();
                assertThat(next(ended)).isEqualTo("one gone");
                assertThat(next(began)).isEqualTo("four");
                assertThat(two.isClosed() || four.isClosed()).isFalse();
            }
        }
    }

    /** The next request on the same connection, sent early, is no sign that anybody left (RFC 9112 9.3.2). */
    @Test
    void aRequestSentAheadOfTheAnswerIsNoDeparture() throws Exception {
        try (Socket both = send(REQUEST.formatted("one") + REQUEST.formatted("two"))) {
            assertThat(next(began)).isEqualTo("one");
            assertThat(ended.poll(900, TimeUnit.MILLISECONDS)).isNull();
            enough.countDown();
            assertThat(next(ended)).isEqualTo("one done");
            assertThat(next(ended)).isEqualTo("two done");
            assertThat(both.isClosed()).isFalse();
        }
    }

    /** Nor is its first byte, or the last byte of a body that whoever works has not read. */
    @Test
    void oneByteThatWaitsIsNoDeparture() throws Exception {
        try (Socket early = send(REQUEST.formatted("one") + "G");
                Socket late = send("GET /two HTTP/1.1\r\nHost: x\r\nContent-Length: 1\r\n\r\n\n")) {
            assertThat(List.of(next(began), next(began))).containsExactlyInAnyOrder("one", "two");
            assertThat(ended.poll(1_200, TimeUnit.MILLISECONDS)).isNull();
            enough.countDown();
            assertThat(List.of(next(ended), next(ended))).containsExactlyInAnyOrder("one done", "two done");
            assertThat(early.isClosed() || late.isClosed()).isFalse();
        }
    }

    /** What is going on, and what waits for its turn, is shown and can be called off; the others go on. */
    @Test
    void workThatIsCalledOffEndsAndIsShownNoLonger() throws Exception {
        try (Socket one = send(REQUEST.formatted("one"));
                Socket two = send(REQUEST.formatted("two"))) {
            next(began);
            next(began);
            try (Socket three = send(REQUEST.formatted("three"))) {
                Awaitility.await().until(() -> shown.all().size() == 3);
                assertThat(shown.all()).extracting(task -> task.what().name()).contains("one", "two", "three");
                for (String name : List.of("three", "one")) {
                    shown.cancel(shown.all().stream()
                            .filter(task -> task.what().name().equals(name))
                            .findFirst()
                            .orElseThrow()
                            .id());
                    assertThat(next(ended)).isEqualTo(name + " work.cancelled");
                }
                enough.countDown();
                assertThat(next(ended)).isEqualTo("two done");
                assertThat(shown.all()).isEmpty();
                assertThat(List.of(one, two, three)).noneMatch(Socket::isClosed);
            }
        }
        assertThat(shown.cancel(UUID.randomUUID())).isFalse();
    }

    @Test
    void outsideOfRequestsNobodyIsMissed() {
        enough.countDown();
        assertThat(heavy.run(true, SOMETHING, () -> {
                    Cancellation.check();
                    return "done";
                }))
                .isEqualTo("done");
        assertThatThrownBy(() -> heavy.run(true, SOMETHING, () -> {
                    throw new IllegalStateException("broken");
                }))
                .hasMessage("broken");
        assertThat(heavy.run(true, SOMETHING, () -> heavy.run(false, SOMETHING, () -> "short")))
                .isEqualTo("short");
    }
}
