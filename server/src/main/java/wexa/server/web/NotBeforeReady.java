package wexa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.boot.availability.ApplicationAvailability;
import org.springframework.boot.availability.ReadinessState;
import org.springframework.web.filter.OncePerRequestFilter;

/** Asks for a moment's patience while the server still prepares itself: half of it is no ground to change anything on. */
final class NotBeforeReady extends OncePerRequestFilter {
    private static final String BODY =
            "{\"title\":\"Service Unavailable\",\"status\":503,\"code\":\"starting\",\"detail\":\"Wexa is starting."
                    + " Try again in a few seconds.\",\"fields\":[]}";

    private final ApplicationAvailability availability;

    NotBeforeReady(ApplicationAvailability availability) {
        this.availability = availability;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String address = request.getRequestURI();
        return !address.startsWith("/api/") && !address.startsWith("/scim/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (availability.getReadinessState() == ReadinessState.ACCEPTING_TRAFFIC) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        response.setHeader("Retry-After", "2");
        response.setContentType("application/problem+json");
        response.getWriter().write(BODY);
    }
}
