package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wexa.core.consistency.Amended.Attribute;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;

class AmendedTest {
    private static AccountState account(String userName, Optional<String> mail, TenantObject.Activity activity) {
        return new AccountState(userName, "Odile", "Marrick", mail, Optional.empty(), activity, Set.of(), Map.of());
    }

    @Test
    void nothingChangesBetweenEqualStates() {
        AccountState account = account("odile", Optional.of("o@skerrow.example"), TenantObject.Activity.OPEN);
        assertThat(Amended.between(account, account).values()).isEmpty();
    }

    @Test
    void eachAttributeThatDiffersIsNamedAndAnUnwantedAddressStays() {
        AccountState was = account("odile", Optional.of("o@skerrow.example"), TenantObject.Activity.OPEN);
        AccountState is = account("odile.m", Optional.empty(), TenantObject.Activity.CLOSED);
        assertThat(Amended.between(was, is).values()).containsOnlyKeys(Attribute.USER_NAME, Attribute.CLOSED);
        assertThat(Amended.between(is, was).values())
                .containsOnlyKeys(Attribute.USER_NAME, Attribute.OPENED, Attribute.MAIL);
    }

    @Test
    void membersAndPermissionsAreCountedEachWay() {
        assertThat(Amended.between(new GroupState("g", Set.of("a", "b", "c")), new GroupState("g", Set.of("c", "d")))
                        .values())
                .isEqualTo(Map.of(Attribute.MEMBERS_ADDED, 1, Attribute.MEMBERS_REMOVED, 2));
        assertThat(Amended.between(new RoleState("r", Set.of("a")), new RoleState("s", Set.of("a", "b")))
                        .values())
                .isEqualTo(Map.of(Attribute.DISPLAY_NAME, 1, Attribute.PERMISSIONS_ADDED, 1));
    }

    @Test
    void anEndThatFallsAwayIsAChange() {
        AssignmentState was = new AssignmentState("s", "r", Optional.of("hall"), Optional.of(Instant.EPOCH));
        AssignmentState is = new AssignmentState("s", "r", Optional.empty(), Optional.empty());
        assertThat(Amended.between(was, is).values()).containsOnlyKeys(Attribute.AREA, Attribute.END);
    }
}
