package wexa.server.sessions;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;

/** Who works here now, and what they have to do before anything else. */
@Component
class Admission {
    private final Administrators administrators;
    private final SignInSettings settings;

    Admission(Administrators administrators, SignInSettings settings) {
        this.administrators = administrators;
        this.settings = settings;
    }

    /** Who the session says, with what they may do now; who was ended since is signed out. */
    Actor own() {
        return administrators.current(Security.signedIn().id()).orElseThrow(Security::signedOut);
    }

    List<SessionView.Lack> lacks(UUID administrator) {
        List<SessionView.Lack> lacks = new ArrayList<>();
        if (administrators.mustChange(administrator)) {
            lacks.add(SessionView.Lack.PASSWORD);
        }
        if (settings.secondFactorRequired() && !administrators.hasSecondFactor(administrator)) {
            lacks.add(SessionView.Lack.SECOND_FACTOR);
        }
        return lacks;
    }

    /** The same, for those who have done what has to be done first. */
    Actor working() {
        Actor actor = own();
        for (SessionView.Lack lack : lacks(actor.id())) {
            throw lack == SessionView.Lack.PASSWORD
                    ? new Problem(
                            403,
                            "password-change-needed",
                            "Your password was set by somebody else. Choose a new one before you continue.")
                    : new Problem(
                            403,
                            "second-factor-needed",
                            "A second factor is required here. Set one up before you continue.");
        }
        return actor;
    }
}
