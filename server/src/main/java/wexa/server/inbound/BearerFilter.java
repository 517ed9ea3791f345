package wexa.server.inbound;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;
import wexa.connect.inbound.ScimFault;
import wexa.server.rights.Actor;

/** Lets in who brings the key of a service identity as a bearer token (RFC 6750 2.1). */
final class BearerFilter extends OncePerRequestFilter {
    private static final String SCHEME = "Bearer ";

    private final Services services;

    BearerFilter(Services services) {
        this.services = services;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = Optional.ofNullable(request.getHeader("Authorization")).orElse("");
        Optional<Actor> actor = header.regionMatches(true, 0, SCHEME, 0, SCHEME.length())
                ? services.holding(header.substring(SCHEME.length()).strip())
                : Optional.empty();
        if (actor.isEmpty()) {
            ScimFault fault = new ScimFault(
                    401,
                    "",
                    "Send the key of a program that may push, and whose time has not run out, as a bearer token.");
            response.setStatus(fault.status());
            response.setHeader("WWW-Authenticate", "Bearer realm=\"wexa\"");
            response.setContentType("application/scim+json");
            response.getOutputStream().write(fault.body().getBytes(java.nio.charset.StandardCharsets.UTF_8));
            return;
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(new Program(actor.get()), null, List.of()));
        SecurityContextHolder.setContext(context);
        try {
            chain.doFilter(request, response);
        } finally {
            SecurityContextHolder.clearContext();
        }
    }
}
