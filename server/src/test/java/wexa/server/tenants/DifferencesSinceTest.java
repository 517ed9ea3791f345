package wexa.server.tenants;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import wexa.server.testing.Cast;

/** A difference tells since when it has been there, and another one does not inherit it. */
class DifferencesSinceTest {
    private static final String ACTIVE =
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[{"
                    + "\"op\":\"replace\",\"path\":\"active\",\"value\":%s}]}";

    private final Cast cast = Cast.shared();
    private final String north = cast.find("/api/v1/tenants", "path", "pelagia/north");

    DifferencesSinceTest() throws Exception {}

    private void isActive(String account, boolean active) throws Exception {
        String path = "Users?filter=externalId%20eq%20%22" + account + "%22";
        String id = new JsonMapper()
                .readTree(cast.stage.tenant("pelagia-north", "GET", path, "").body())
                .path("Resources")
                .path(0)
                .path("id")
                .asString();
        assertThat(cast.stage
                        .tenant("pelagia-north", "PATCH", "Users/" + id, ACTIVE.formatted(active))
                        .statusCode())
                .isLessThan(300);
        read();
    }

    private void read() throws Exception {
        assertThat(cast.tove
                        .send("POST", "/api/v1/tenants/" + north + "/readings", cast.tove.object())
                        .status())
                .isEqualTo(200);
        cast.bean(DifferencesSince.class).note();
    }

    private List<String> since(String account) throws Exception {
        return cast.tove
                .get("/api/v1/tenants/" + north)
                .body()
                .path("differences")
                .valueStream()
                .filter(one -> one.path("object").asString().equals("ACCOUNT:" + account))
                .map(one -> one.path("since").asString())
                .toList();
    }

    @Test
    void itIsTheReadingThatShowedItFirstUntilOneShowsThatItIsOver() throws Exception {
        String number = Integer.toString(ThreadLocalRandom.current().nextInt(200_000, 900_000));
        JsonNode newcomer = cast.newcomer(Cast.unique("since"), number, "reader");
        String account =
                Cast.entry(newcomer, "account.open").path("fields").path("id").asString();
        cast.carried(newcomer);
        read();
        assertThat(since(account)).isEmpty();

        isActive(account, false);
        String first = since(account).getFirst();
        read();
        assertThat(since(account)).containsExactly(first);

        isActive(account, true);
        assertThat(cast.bean(DifferencesSince.Rows.class)
                        .findById(new DifferenceSinceRow.Place(UUID.fromString(north), "ACCOUNT:" + account)))
                .isEmpty();
        isActive(account, false);
        assertThat(Instant.parse(since(account).getFirst())).isAfter(Instant.parse(first));
    }
}
