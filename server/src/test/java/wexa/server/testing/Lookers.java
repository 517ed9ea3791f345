package wexa.server.testing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless.Answer;

/** Administrators who see only part of it. */
public final class Lookers {
    public static final String PASSWORD = "given for the test";

    private Lookers() {}

    /** Somebody who only looks, within some tenants and units; an empty list is no limit. */
    public static Browserless looker(Cast cast, List<String> tenants, List<String> units) throws Exception {
        String login = Cast.unique("looker");
        String id = made(cast, login, "LOOK");
        Answer set = limit(cast, id, tenants, units);
        assertThat(set.status()).as("%s", set.body()).isEqualTo(204);
        return Browserless.signedIn(cast.stage.address(), login, PASSWORD);
    }

    /** Somebody who may do one thing within some tenants and units, and sees everything. */
    public static Browserless limited(Cast cast, List<String> tenants, List<String> units, String act)
            throws Exception {
        String login = Cast.unique("limited");
        Answer set = limit(cast, made(cast, login, act), tenants, units, false);
        assertThat(set.status()).as("%s", set.body()).isEqualTo(204);
        return Browserless.signedIn(cast.stage.address(), login, PASSWORD);
    }

    public static String made(Cast cast, String login, String act) throws Exception {
        ObjectNode made = cast.tove.object("login", login, "name", "Look Er", "password", PASSWORD);
        made.putArray("acts").add(act);
        assertThat(cast.tove.send("POST", "/api/v1/administrators", made).status())
                .isEqualTo(201);
        return cast.find("/api/v1/administrators", "login", login);
    }

    public static Answer limit(Cast cast, String id, List<String> tenants, List<String> units) throws Exception {
        return limit(cast, id, tenants, units, true);
    }

    private static Answer limit(Cast cast, String id, List<String> tenants, List<String> units, boolean seesScopeOnly)
            throws Exception {
        ObjectNode reach = cast.tove.object();
        reach.put("seesScopeOnly", seesScopeOnly);
        if (!tenants.isEmpty()) {
            var some = reach.putArray("tenants");
            for (String path : tenants) {
                some.add(cast.find("/api/v1/tenants", "path", path));
            }
        }
        if (!units.isEmpty()) {
            var some = reach.putArray("units");
            for (String key : units) {
                some.add(cast.find("/api/v1/units", "key", key));
            }
        }
        return cast.tove.send("PUT", "/api/v1/administrators/" + id + "/reach", reach);
    }
}
