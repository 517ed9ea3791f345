package wexa.server.heavy;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.time.Duration;
import java.util.function.BooleanSupplier;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * Tells the work of a request whether whoever asked is still there. The servlet interfaces tell it only to those who write, and
 * an answer is written when the work is done; Tomcat can look whether the connection was closed.
 */
public final class Presence extends ValveBase {
    private static final String GONE = Presence.class.getName();
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(250);

    public Presence() {
        super(true);
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        request.setAttribute(GONE, new Look(request.getCoyoteRequest()));
        getNext().invoke(request, response);
    }

    /** Whether whoever asked has gone, to be asked by the request's own thread; nobody has outside of requests. */
    static BooleanSupplier gone() {
        RequestAttributes attributes = RequestContextHolder.getRequestAttributes();
        Object look = attributes == null ? null : attributes.getAttribute(GONE, RequestAttributes.SCOPE_REQUEST);
        return look instanceof Look there ? there : () -> false;
    }

    /** Looks now and then, so that it costs next to nothing to ask. */
    private static final class Look implements BooleanSupplier {
        private final org.apache.coyote.Request request;
        private long next = System.nanoTime();
        private boolean isGone;

        Look(org.apache.coyote.Request request) {
            this.request = request;
        }

        @Override
        public boolean getAsBoolean() {
            if (!isGone && System.nanoTime() - next >= 0) {
                next = System.nanoTime() + BETWEEN_LOOKS.toNanos();
                isGone = available(false) == 0 && available(true) == 1 && available(false) == 0;
            }
            return isGone;
        }

        /**
         * Bytes that wait to be read. An end that is met while more is looked for counts as one byte, so that whoever reads it
         * meets the exception, and is not there when only what has come is counted: the rest of a body and the next request
         * are.
         */
        private int available(boolean looksForMore) {
            request.action(ActionCode.AVAILABLE, looksForMore);
            return request.getAvailable();
        }
    }
}
