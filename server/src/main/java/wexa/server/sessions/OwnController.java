package wexa.server.sessions;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.PasswordRules;
import wexa.server.securitylog.SecurityLog;
import wexa.server.web.Caller;
import wexa.server.wiring.Settings;

/**
 * One's own way in: password, second factor, and where one is signed in. Open to everybody who is signed in, also to those who
 * have something to do here before anything else.
 */
@RestController
@RequestMapping("/api/v1/me")
class OwnController {
    private final Admission admission;
    private final SignIn signIn;
    private final SecondFactors factors;
    private final OpenSessions sessions;
    private final KnownDevices devices;
    private final Administrators administrators;
    private final SecurityLog security;
    private final SignInSettings settings;
    private final Settings installation;

    OwnController(
            Admission admission,
            SignIn signIn,
            SecondFactors factors,
            OpenSessions sessions,
            KnownDevices devices,
            Administrators administrators,
            SecurityLog security,
            SignInSettings settings,
            Settings installation) {
        this.admission = admission;
        this.signIn = signIn;
        this.factors = factors;
        this.sessions = sessions;
        this.devices = devices;
        this.administrators = administrators;
        this.security = security;
        this.settings = settings;
        this.installation = installation;
    }

    /** A session; {@code isThis} is the one that asks. */
    record OwnSession(UUID id, Instant begunAt, Instant usedAt, String address, String program, boolean isThis) {}

    record OwnView(
            String login,
            boolean hasSecondFactor,
            boolean isSecondFactorRequired,
            int recoveryCodesLeft,
            List<OwnSession> sessions) {}

    record NewPassword(
            @NotNull @Size(max = 200) String old,
            @NotNull @Size(max = 200) String fresh) {}

    record Password(@NotNull @Size(max = 200) String password) {}

    record Code(@NotBlank @Size(max = 40) String code) {}

    record OfferView(String secret, String address) {}

    /** Shown once. */
    record RecoveryCodes(List<String> codes) {}

    @GetMapping
    OwnView read(HttpServletRequest request) {
        Actor actor = admission.own();
        Optional<UUID> here = here(request);
        return new OwnView(
                actor.login(),
                administrators.hasSecondFactor(actor.id()),
                settings.secondFactorRequired(),
                factors.codesLeft(actor.id()),
                sessions.of(actor.id()).stream()
                        .map(one -> new OwnSession(
                                one.id,
                                inOrganisation(one.begunAt),
                                inOrganisation(one.usedAt()),
                                one.address,
                                one.program,
                                here.equals(Optional.of(one.id))))
                        .toList());
    }

    /** Sessions go by the machine's clock; people read the organisation's. */
    private Instant inOrganisation(Instant machine) {
        return machine.plus(installation.clockOffset());
    }

    private Optional<UUID> here(HttpServletRequest request) {
        return Optional.ofNullable(request.getSession(false)).flatMap(sessions::id);
    }

    /** For whoever knows the old one. It ends every other session. */
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(HttpServletRequest request, @Valid @RequestBody NewPassword input) {
        Actor actor = admission.own();
        if (!signIn.isOwnPassword(actor, input.old(), Caller.address(request))) {
            throw Problem.badField("old", "administrator.password-wrong", "The old password is wrong.");
        }
        if (input.old().equals(input.fresh())) {
            throw Problem.badField(
                    "fresh", "administrator.password-same", "That is the old password. Choose another one.");
        }
        PasswordRules.require("fresh", input.fresh(), List.of(actor.login(), actor.name()));
        administrators.setPassword(actor.id(), input.fresh(), false);
        sessions.endAll(actor.id(), here(request));
        devices.forget(actor.id());
        security.write(SecurityLog.Kind.PASSWORD_CHANGED, actor.login(), "by themselves; other sessions ended");
    }

    @DeleteMapping("/sessions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(@PathVariable UUID id) {
        Actor actor = admission.own();
        if (!sessions.end(actor.id(), id)) {
            throw Problem.notFound("session", id);
        }
        security.write(SecurityLog.Kind.SESSION_ENDED, actor.login(), "one of their own");
    }

    /** Ends every session but the one that asks. */
    @DeleteMapping("/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOtherSessions(HttpServletRequest request) {
        Actor actor = admission.own();
        sessions.endAll(actor.id(), here(request));
        security.write(SecurityLog.Kind.SESSION_ENDED, actor.login(), "all but one of their own");
    }

    /** A secret for an authenticator. It counts once a code made with it is entered. */
    @PostMapping("/second-factor")
    OfferView offer(HttpServletRequest request, @Valid @RequestBody Password input) {
        Actor actor = confirmed(request, input.password());
        if (administrators.hasSecondFactor(actor.id())) {
            throw new Problem(409, "second-factor.set", "A second factor is set already. Remove it first.");
        }
        SecondFactors.Offer offer = factors.offer(actor.id(), actor.login());
        return new OfferView(offer.secret(), offer.address());
    }

    @PutMapping("/second-factor")
    RecoveryCodes confirm(HttpServletRequest request, @Valid @RequestBody Code input) {
        Actor actor = admission.own();
        Attempts.Attempt attempt = signIn.beginCode(actor, Caller.address(request));
        List<String> codes = factors.confirm(actor.id(), input.code().replaceAll("\\s", ""))
                .orElseThrow(() -> Problem.badField(
                        "code",
                        "second-factor.wrong",
                        "That code does not fit. Check the clock of the device that shows it, and try the next one."));
        attempt.succeeded();
        security.write(SecurityLog.Kind.SECOND_FACTOR_SET, actor.login(), "");
        return new RecoveryCodes(codes);
    }

    /** Takes the second factor away, for whoever knows the password. */
    @PostMapping("/second-factor/removal")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(HttpServletRequest request, @Valid @RequestBody Password input) {
        Actor actor = confirmed(request, input.password());
        factors.remove(actor.id());
        security.write(SecurityLog.Kind.SECOND_FACTOR_REMOVED, actor.login(), "by themselves");
    }

    /** Fresh recovery codes; those given before are worth nothing any more. */
    @PostMapping("/recovery-codes")
    RecoveryCodes freshCodes(HttpServletRequest request, @Valid @RequestBody Password input) {
        Actor actor = confirmed(request, input.password());
        if (!administrators.hasSecondFactor(actor.id())) {
            throw new Problem(409, "second-factor.none", "There is no second factor yet. Set one up first.");
        }
        security.write(SecurityLog.Kind.SECOND_FACTOR_SET, actor.login(), "fresh recovery codes");
        return new RecoveryCodes(factors.freshCodes(actor.id()));
    }

    private Actor confirmed(HttpServletRequest request, String password) {
        Actor actor = admission.own();
        if (!signIn.isOwnPassword(actor, password, Caller.address(request))) {
            throw Problem.badField("password", "administrator.password-wrong", "The password is wrong.");
        }
        return actor;
    }
}
