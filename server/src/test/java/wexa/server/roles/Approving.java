package wexa.server.roles;

import static org.assertj.core.api.Assertions.assertThat;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** The second person of the demo, for tests that need one. */
public final class Approving {
    private Approving() {}

    static void yes(Cast cast, JsonNode draft) throws Exception {
        Browserless runa = Browserless.signedIn(cast.stage.address(), "runa", "lagoon-hall-2026");
        ObjectNode yes = runa.object("digest", runa.reviewed(draft), "note", "");
        yes.put("isApproved", true);
        Answer answer = runa.send("POST", "/api/v1/drafts/" + draft.path("id").asString() + "/approval/answer", yes);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(204);
    }

    /** Applies a draft, with an approval where it needs one. */
    public static Answer applied(Cast cast, JsonNode draft) throws Exception {
        return applied(cast, cast.tove, draft);
    }

    static Answer applied(Cast cast, Browserless by, JsonNode draft) throws Exception {
        Answer first = by.apply(draft);
        if (!first.text("code").equals("apply.needs-approval")) {
            return first;
        }
        yes(cast, draft);
        return by.apply(draft);
    }
}
