package wexa.server.sessions;

import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.securitylog.SecurityLog;

/** Checks who somebody is: attempts are counted first, then the password is looked at, then the second factor. */
@Component
class SignIn {
    /** Each hash takes 19 MiB and a core for a while. */
    private static final int HASHES_AT_A_TIME = 4;

    private static final Duration PATIENCE = Duration.ofSeconds(5);

    private final Administrators administrators;
    private final SecondFactors factors;
    private final Attempts attempts;
    private final SecurityLog security;
    private final Semaphore hashes = new Semaphore(HASHES_AT_A_TIME, true);

    SignIn(Administrators administrators, SecondFactors factors, Attempts attempts, SecurityLog security) {
        this.administrators = administrators;
        this.factors = factors;
        this.attempts = attempts;
        this.security = security;
    }

    /** Who it is, or a refusal that tells nothing of which part was wrong. */
    Actor check(String login, String password, Optional<String> code, Optional<String> device, String address) {
        Optional<UUID> known = administrators.idOf(login);
        Attempts.Attempt attempt = admitted(attempts.begin(login, known, device, address), login);
        Actor actor = hashed(() -> administrators.check(login, password)).orElseThrow(() -> {
            security.write(SecurityLog.Kind.SIGN_IN_REFUSED, login, "wrong login or password");
            return new Problem(401, "wrong-credentials", "Login or password is wrong. Check both and try again.");
        });
        if (administrators.hasSecondFactor(actor.id())) {
            second(actor, code);
        }
        attempt.succeeded();
        return actor;
    }

    private void second(Actor actor, Optional<String> code) {
        if (code.isEmpty()) {
            throw new Problem(
                    401, "second-factor", "Enter the code that your authenticator shows, or a recovery code.");
        }
        SecondFactors.Match match = factors.take(actor.id(), code.get());
        if (match == SecondFactors.Match.NONE) {
            security.write(SecurityLog.Kind.SIGN_IN_REFUSED, actor.login(), "wrong second factor");
            throw new Problem(
                    401,
                    "second-factor-wrong",
                    "That code is wrong or was used already. Wait for the next one and try again.");
        }
        if (match == SecondFactors.Match.BY_RECOVERY) {
            security.write(
                    SecurityLog.Kind.RECOVERY_CODE_USED,
                    actor.login(),
                    factors.codesLeft(actor.id()) + " recovery codes are left");
        }
    }

    /** Whether somebody who is signed in knows their own password: guesses at it are counted as well. */
    boolean isOwnPassword(Actor actor, String password, String address) {
        Attempts.Attempt attempt = admitted(attempts.beginOwn(actor.id(), "password", address), actor.login());
        boolean isRight =
                hashed(() -> administrators.check(actor.login(), password)).isPresent();
        if (isRight) {
            attempt.succeeded();
        } else {
            security.write(SecurityLog.Kind.PASSWORD_REFUSED, actor.login(), "wrong old password");
        }
        return isRight;
    }

    /** Whether a code confirms the factor that was offered. */
    Attempts.Attempt beginCode(Actor actor, String address) {
        return admitted(attempts.beginOwn(actor.id(), "code", address), actor.login());
    }

    private Attempts.Attempt admitted(Attempts.Answer answer, String login) {
        return answer.attempt().orElseThrow(() -> {
            security.write(SecurityLog.Kind.SIGN_IN_REFUSED, login, "too many attempts");
            long seconds = Math.max(1, answer.pause().toSeconds());
            return new Problem(
                    429,
                    "wait",
                    "Too many attempts. Wait " + (seconds > 50 ? "a minute" : seconds + " seconds")
                            + " and try again.");
        });
    }

    private interface Check {
        Optional<Actor> run();
    }

    private Optional<Actor> hashed(Check check) {
        boolean isIn = false;
        try {
            isIn = hashes.tryAcquire(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
            if (!isIn) {
                throw new Problem(503, "busy", "Too many are signing in at this moment. Try again in a few seconds.");
            }
            return check.run();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new Problem(503, "busy", "The server is stopping. Try again in a minute.");
        } finally {
            if (isIn) {
                hashes.release();
            }
        }
    }
}
