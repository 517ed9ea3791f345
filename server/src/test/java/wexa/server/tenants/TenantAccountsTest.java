package wexa.server.tenants;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** The accounts of each tenant against a plain look at the records and at the tenant's page. */
class TenantAccountsTest {
    private final Cast cast = Cast.shared();
    private final Model model = cast.bean(SnapshotStore.class).current().model();

    TenantAccountsTest() throws Exception {}

    private JsonNode accounts(Tenant tenant, String query) throws Exception {
        Answer answer = cast.tove.get("/api/v1/tenants/" + tenant.id() + "/accounts" + query);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    @Test
    void everyKnownAccountIsToldOnceAndThoseThatNobodyKnowsBesides() throws Exception {
        int strangers = 0;
        for (Tenant tenant : model.tenants().stream().toList()) {
            JsonNode told = accounts(tenant, "");
            Map<Boolean, List<JsonNode>> byKnown =
                    told.path("accounts").valueStream().collect(Collectors.partitioningBy(one -> one.has("id")));
            assertThat(byKnown.get(true).stream()
                            .map(one -> one.path("id").asString()
                                    + one.path("isOpen").asBoolean()))
                    .containsExactlyInAnyOrderElementsOf(
                            model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id()).stream()
                                    .map(one -> one.id().toString() + one.isOpen())
                                    .toList());
            assertThat(byKnown.get(false).stream()
                            .map(one -> one.path("userName").asString()))
                    .containsExactlyInAnyOrderElementsOf(cast.tove
                            .get("/api/v1/tenants/" + tenant.id())
                            .body()
                            .path("unknown")
                            .valueStream()
                            .map(one -> one.path("userName").asString())
                            .toList());
            assertThat(told.path("total").asInt())
                    .isEqualTo(told.path("accounts").size());
            strangers += byKnown.get(false).size();
        }
        assertThat(strangers).isPositive();
    }

    @Test
    void aSearchNarrowsAndALimitSaysHowManyThereAre() throws Exception {
        Tenant tenant = model.tenants().stream()
                .filter(one -> model.table(Kind.ACCOUNT)
                                .by(Account.BY_TENANT, one.id())
                                .size()
                        > 20)
                .findFirst()
                .orElseThrow();
        JsonNode first = accounts(tenant, "?limit=5");
        assertThat(first.path("accounts")).hasSize(5);
        assertThat(first.path("total").asInt()).isGreaterThan(20);
        String name = first.path("accounts").path(2).path("name").asString();
        JsonNode found = accounts(tenant, "?q=" + name.replace(' ', '+').toUpperCase(Locale.ROOT));
        assertThat(found.path("accounts")
                        .valueStream()
                        .map(one -> one.path("name").asString()))
                .isNotEmpty()
                .allMatch(name::equals);
    }

    @Test
    void aTenantThatIsNotThereHasNone() throws Exception {
        Tenant tenant = model.tenants().stream().findFirst().orElseThrow();
        assertThat(cast.tove
                        .get("/api/v1/tenants/" + UUID.randomUUID() + "/accounts")
                        .status())
                .isEqualTo(404);
        assertThat(accounts(tenant, "?q=no-such-account").path("total").asInt()).isZero();
    }
}
