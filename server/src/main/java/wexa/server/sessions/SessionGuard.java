package wexa.server.sessions;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Signs out whose session is over. What a page asks for by itself while nobody is there is no use of the session. */
final class SessionGuard extends OncePerRequestFilter {
    /** Sent by pages with what they ask for while nobody has touched them for a while. */
    static final String UNATTENDED = "X-Wexa-Unattended";

    private final OpenSessions sessions;

    SessionGuard(OpenSessions sessions) {
        this.sessions = sessions;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        HttpSession session = request.getSession(false);
        boolean isSignedIn = session != null && sessions.id(session).isPresent();
        boolean isUse = request.getHeader(UNATTENDED) == null
                && !request.getRequestURI().endsWith("/events");
        if (isSignedIn && !sessions.isOpen(session, isUse)) {
            session.invalidate();
            SecurityContextHolder.clearContext();
        }
        chain.doFilter(request, response);
    }
}
