package wexa.server.sessions;

import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Ends how somebody was signed in, when others change their way in. */
@Component
public class SignInResets {
    private final OpenSessions sessions;
    private final KnownDevices devices;
    private final SecondFactors factors;

    SignInResets(OpenSessions sessions, KnownDevices devices, SecondFactors factors) {
        this.sessions = sessions;
        this.devices = devices;
        this.factors = factors;
    }

    /** Another password was set, or they were ended: nobody stays signed in with what was before. */
    public void signOut(UUID administrator) {
        sessions.endAll(administrator, Optional.empty());
        devices.forget(administrator);
    }

    public void removeSecondFactor(UUID administrator) {
        factors.remove(administrator);
    }
}
