package wexa.server.sessions;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
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
import wexa.connect.Words;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.securitylog.SecurityLog;
import wexa.server.web.Caller;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** The session: who is signed in. */
@RestController
@RequestMapping("/api/v1/session")
class SessionController {
    private static final int LONGEST_PROGRAM = 200;

    private final SignIn signIn;
    private final Administrators administrators;
    private final Admission admission;
    private final OpenSessions sessions;
    private final KnownDevices devices;
    private final SecurityContextRepository contexts;
    private final SecurityLog security;
    private final BusinessClock clock;
    private final Settings settings;
    private final SignInSettings signInSettings;

    SessionController(
            SignIn signIn,
            Administrators administrators,
            Admission admission,
            OpenSessions sessions,
            KnownDevices devices,
            SecurityContextRepository contexts,
            SecurityLog security,
            BusinessClock clock,
            Settings settings,
            SignInSettings signInSettings) {
        this.signIn = signIn;
        this.administrators = administrators;
        this.admission = admission;
        this.sessions = sessions;
        this.devices = devices;
        this.contexts = contexts;
        this.security = security;
        this.clock = clock;
        this.settings = settings;
        this.signInSettings = signInSettings;
    }

    /** {@code code} is of the second factor, for those who have one. */
    record Credentials(
            @NotBlank @Size(max = 80) String login,
            @NotBlank @Size(max = 200) String password,
            @Nullable @Size(max = 40) String code) {}

    @GetMapping
    SessionView read(CsrfToken token) {
        token.getToken();
        return view(admission.own());
    }

    private SessionView view(Actor actor) {
        return new SessionView(
                actor.login(),
                actor.name(),
                actor.acts().stream().map(Enum::name).sorted().toList(),
                actor.reach().isEverywhere(),
                actor.seesScopeOnly(),
                clock.now(),
                settings.zone().getId(),
                admission.lacks(actor.id()),
                (int) signInSettings.idle().toMinutes());
    }

    /** Signs in with a fresh session id, so that one set before signing in is worth nothing. */
    @PostMapping
    SessionView signIn(
            @Valid @RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        String login = credentials.login();
        Optional<String> device = administrators.idOf(login).flatMap(id -> devices.of(request, id));
        Actor actor = signIn.check(
                login,
                credentials.password(),
                Optional.ofNullable(credentials.code()).filter(code -> !code.isBlank()),
                device,
                Caller.address(request));
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(new UsernamePasswordAuthenticationToken(actor, "", List.of()));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        sessions.begin(request.getSession(), actor.id(), Caller.address(request), program(request));
        devices.remember(request, response, actor.id());
        security.write(SecurityLog.Kind.SIGNED_IN, login, program(request));
        return view(actor);
    }

    private static String program(HttpServletRequest request) {
        String said = Words.plain(
                Optional.ofNullable(request.getHeader(HttpHeaders.USER_AGENT)).orElse(""));
        return said.substring(0, Math.min(LONGEST_PROGRAM, said.length()));
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            Security.known().ifPresent(actor -> {
                sessions.id(session).ifPresent(id -> sessions.end(actor.id(), id));
                security.write(SecurityLog.Kind.SIGNED_OUT, actor.login(), "");
            });
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }
}
