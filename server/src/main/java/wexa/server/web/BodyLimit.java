package wexa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Set;
import java.util.regex.Pattern;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Bounds bodies while they are read, in size and in time. Who is not signed in may send little; tables may be large, and have
 * their own limit of rows besides.
 */
public final class BodyLimit extends OncePerRequestFilter {
    private static final long OF_STRANGERS = 32L << 10;
    private static final long OF_JSON = 4L << 20;
    private static final long OF_TABLES = 65L << 20;
    private static final Set<String> TABLES = Set.of(
            "/api/v1/imports",
            "/api/v1/exports/lists",
            "/api/v1/reports/leavers/comparison",
            "/api/v1/reports/leavers/comparison/export");
    private static final Pattern LISTS = Pattern.compile("/api/v1/tenants/[^/]+/lists");
    private static final Duration TIME = Duration.ofSeconds(30);
    private static final Duration TIME_OF_TABLES = Duration.ofMinutes(5);

    /** More came than may, or it took too long. */
    public static final class ExceededException extends IOException {
        private static final long serialVersionUID = 1L;

        private final int status;

        ExceededException(int status, String message) {
            super(message);
            this.status = status;
        }

        /** 413 or 408 (RFC 9110 15.5.14, 15.5.9). */
        public int status() {
            return status;
        }
    }

    private static boolean isTable(HttpServletRequest request) {
        return request.getMethod().equals("POST")
                && (TABLES.contains(request.getRequestURI())
                        || LISTS.matcher(request.getRequestURI()).matches());
    }

    private static long most(HttpServletRequest request) {
        if (isTable(request)) {
            // before a right is asked for, nobody is signed in: the filter of the door comes first
            return request.getSession(false) == null ? OF_STRANGERS : OF_TABLES;
        }
        boolean isDoor = request.getRequestURI().matches("/api/v1/(session|first|activations|invitations)(/.*)?");
        return isDoor ? OF_STRANGERS : OF_JSON;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long most = most(request);
        if (request.getContentLengthLong() > most) {
            // answered without reading it: the connection ends with the answer
            response.setHeader("Connection", "close");
            response.setStatus(HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE);
            response.setContentType("application/problem+json");
            response.setCharacterEncoding(StandardCharsets.UTF_8.name());
            response.getWriter()
                    .write("{\"title\":\"Content Too Large\",\"status\":413,\"code\":\"body.too-large\",\"detail\":\""
                            + words(most) + "\",\"fields\":[]}");
            return;
        }
        chain.doFilter(new Bounded(request, most, isTable(request) ? TIME_OF_TABLES : TIME), response);
    }

    private static String words(long most) {
        return "A request has at most " + (most >> 10) + " kB here. Send less at once.";
    }

    /** A request whose body is counted. */
    private static final class Bounded extends HttpServletRequestWrapper {
        private final long most;
        private final Duration time;

        Bounded(HttpServletRequest request, long most, Duration time) {
            super(request);
            this.most = most;
            this.time = time;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counted(super.getInputStream(), most, time);
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
        }
    }

    private static final class Counted extends ServletInputStream {
        private final ServletInputStream in;
        private final long most;
        private final long deadline;
        private final Duration time;
        private long count;

        Counted(ServletInputStream in, long most, Duration time) {
            this.in = in;
            this.most = most;
            this.time = time;
            this.deadline = System.nanoTime() + time.toNanos();
        }

        private int counted(int read, int bytes) throws IOException {
            count += Math.max(0, bytes);
            if (count > most) {
                throw new ExceededException(413, words(most));
            }
            if (System.nanoTime() - deadline > 0) {
                throw new ExceededException(
                        408, "The request took longer than " + time.toSeconds() + " seconds. Send it again.");
            }
            return read;
        }

        @Override
        public int read() throws IOException {
            int read = in.read();
            return counted(read, read < 0 ? 0 : 1);
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int read = in.read(into, from, length);
            return counted(read, read);
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
