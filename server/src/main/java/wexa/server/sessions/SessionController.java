package wexa.server.sessions;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.administrators.Actor;
import wexa.server.administrators.Administrators;
import wexa.server.problems.Problem;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** The session: who is signed in. */
@RestController
@RequestMapping("/api/v1/session")
class SessionController {
    private final Administrators administrators;
    private final SecurityContextRepository contexts;
    private final Attempts attempts;
    private final BusinessClock clock;
    private final Settings settings;

    SessionController(
            Administrators administrators,
            SecurityContextRepository contexts,
            Attempts attempts,
            BusinessClock clock,
            Settings settings) {
        this.administrators = administrators;
        this.contexts = contexts;
        this.attempts = attempts;
        this.clock = clock;
        this.settings = settings;
    }

    record Credentials(
            @NotBlank @Size(max = 80) String login,
            @NotBlank @Size(max = 200) String password) {}

    record SessionView(String login, String name, List<String> acts, Instant now, String zone) {}

    @GetMapping
    SessionView read(CsrfToken token) {
        token.getToken();
        return view(administrators.current(Security.signedIn().id()).orElseThrow(Security::signedOut));
    }

    private SessionView view(Actor actor) {
        List<String> acts = actor.acts().stream().map(Enum::name).sorted().toList();
        return new SessionView(
                actor.login(), actor.name(), acts, clock.now(), settings.zone().getId());
    }

    /** Signs in with a fresh session id, so that one set before signing in is worth nothing. */
    @PostMapping
    SessionView signIn(
            @Valid @RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        if (attempts.mustWait(credentials.login())) {
            throw new Problem(429, "wait", "Too many wrong passwords for this login. Wait a minute and try again.");
        }
        Actor actor = administrators
                .check(credentials.login(), credentials.password())
                .orElseThrow(() -> {
                    attempts.failed(credentials.login());
                    return new Problem(
                            401, "wrong-credentials", "Login or password is wrong. Check both and try again.");
                });
        attempts.succeeded(credentials.login());
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new UsernamePasswordAuthenticationToken(actor, "", List.of()));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        return view(actor);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        var session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }
}
