package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** In a tenant that holds what it should, what was read says the same as what should be. */
class ObservedAccessLawsTest {
    static LongStream seeds() {
        return LongStream.range(1, 31);
    }

    private static Observation agreeing(Model model, AccessIndex index, Tenant tenant) {
        TreeMap<ObjectKey, Observation.Seen> seen = new TreeMap<>();
        new DesiredState(model, index, tenant, RandomModel.NOW)
                .all()
                .forEach((key, state) -> seen.put(key, new Observation.Seen("r-" + key, state)));
        return new Observation(seen, List.of());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aReadingOfAnAgreeingTenantGivesWhatShouldBe(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        for (Tenant tenant : made.tenants) {
            boolean atSignIn = made.mappings.stream()
                    .anyMatch(one -> one.tenant().equals(tenant.id()) && one.carriage() == Mapping.Carriage.AT_SIGN_IN);
            if (atSignIn || !tenant.can(Capability.ASSIGNMENTS)) {
                continue;
            }
            Observation observed = agreeing(model, index, tenant);
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
                assertSame(model, index, tenant, account, observed);
            }
        }
    }

    private static void assertSame(
            Model model, AccessIndex index, Tenant tenant, Account account, Observation observed) {
        var person = account.person().orElseThrow();
        boolean open = account.isOpen() && PersonStatus.of(model, person, RandomModel.NOW) == PersonStatus.HERE;
        ObjectKey key = ObjectKey.account(account.id());
        ObservedAccess read =
                new ObservedAccess(observed, Holdings.given(observed, key), key, tenant, index, RandomModel.NOW);
        Access should = index.of(person, RandomModel.NOW);
        for (Permission permission : model.appOf(tenant).permissions()) {
            for (Area area : model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id())) {
                Optional<Id<Area>> place = Optional.of(area.id());
                assertThat(read.holds(
                                permission.toString(), Optional.of(area.key().text())))
                        .as("%s at %s", permission, area.key())
                        .isEqualTo(open && should.holds(tenant.id(), place, permission));
            }
        }
    }
}
