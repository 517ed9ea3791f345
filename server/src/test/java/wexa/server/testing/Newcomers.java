package wexa.server.testing;

import java.util.Map;
import java.util.UUID;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless.Answer;

/** Drafts that engage somebody new. */
public final class Newcomers {
    private Newcomers() {}

    /** With a group, account and seat in Pelagia North and a role there. */
    public static JsonNode draft(Browserless browser, String handle, String number, String seat) throws Exception {
        JsonNode draft = withAccount(browser, handle, number, seat);
        return put(
                browser,
                draft,
                "assignment.give",
                Map.of(
                        "subject", "person:" + Cast.personIn(draft),
                        "role", "night-keeper",
                        "tenant", "pelagia/north",
                        "area", "lagoon-hall"));
    }

    /** With a group, account and seat in Pelagia North. */
    public static JsonNode withAccount(Browserless browser, String handle, String number, String seat)
            throws Exception {
        JsonNode draft = engaged(browser, handle, number, "lagoon-hall");
        String person = Cast.personIn(draft);
        String account = UUID.randomUUID().toString();
        draft = put(browser, draft, "membership.put", Map.of("member", "person:" + person, "group", "lagoon-keepers"));
        draft = put(browser, draft, "account.open", Map.of("id", account, "person", person, "tenant", "pelagia/north"));
        return put(browser, draft, "seat.give", Map.of("account", account, "kind", seat));
    }

    /** Engaged from today on, and nothing more. */
    public static JsonNode engaged(Browserless browser, String handle, String number, String unit) throws Exception {
        String person = UUID.randomUUID().toString();
        JsonNode draft = put(
                browser,
                browser.draft("Newcomer " + handle),
                "person.add",
                Map.of(
                        "id",
                        person,
                        "handle",
                        handle,
                        "given",
                        "New",
                        "family",
                        "Comer",
                        "mail",
                        handle + "@skerrow.example",
                        "home",
                        "skerrow"));
        return put(
                browser,
                draft,
                "engagement.begin",
                Map.of(
                        "person",
                        person,
                        "kind",
                        "employee",
                        "number",
                        number,
                        "unit",
                        unit,
                        "job",
                        "Keeper",
                        "from",
                        "2026-11-23"));
    }

    public static JsonNode put(Browserless browser, JsonNode draft, String form, Map<String, String> fields)
            throws Exception {
        Answer answer = browser.put(draft, form, fields);
        if (answer.status() != 200) {
            throw new IllegalStateException(form + " answered " + answer.status() + " " + answer.body());
        }
        return answer.body();
    }
}
