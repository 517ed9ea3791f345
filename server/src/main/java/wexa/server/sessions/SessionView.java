package wexa.server.sessions;

import java.time.Instant;
import java.util.List;

/**
 * Who is signed in.
 *
 * @param everywhere whether the acts may be done in all tenants and for everybody
 * @param seesScopeOnly whether only what lies within the scope is seen
 * @param lacks what has to be done before anything else: {@code PASSWORD} to choose an own one, {@code SECOND_FACTOR} to set
 *     one up
 */
record SessionView(
        String login,
        String name,
        List<String> acts,
        boolean everywhere,
        boolean seesScopeOnly,
        Instant now,
        String zone,
        List<Lack> lacks,
        int idleMinutes) {
    /** What somebody who is signed in has to do first. */
    enum Lack {
        PASSWORD,
        SECOND_FACTOR
    }
}
