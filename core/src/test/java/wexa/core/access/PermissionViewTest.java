package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.NoSuchElementException;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** A view on bits is the set of what they stand for. */
class PermissionViewTest {
    private final RandomModel made = new RandomModel(5);
    private final AccessIndex index = AccessIndex.compile(made.model());

    @Test
    void itIsTheSetOfWhatTheBitsStandFor() {
        for (Role role : made.roles) {
            for (Tenant tenant : made.tenants) {
                Set<Permission> view = index.permissionsOf(role.id(), tenant.id());
                Set<Permission> copy = new LinkedHashSet<>(view);
                assertThat(view).isEqualTo(copy).hasSameHashCodeAs(copy).hasSize(copy.size());
                assertThat(view.isEmpty()).isEqualTo(copy.isEmpty());
                for (Permission permission : made.model().appOf(tenant).permissions()) {
                    assertThat(view.contains(permission)).isEqualTo(copy.contains(permission));
                }
                assertThat(new ArrayList<>(view)).isSorted();
            }
        }
    }

    @Test
    void itHasNothingElseAndIsNotChanged() {
        Set<Permission> view =
                index.permissionsOf(made.roles.get(0).id(), made.tenants.get(0).id());
        assertThat(view.contains(new Permission(Key.of("app-9"), Key.of("a"), Key.of("b"))))
                .isFalse();
        assertThatThrownBy(() -> view.add(made.apps.get(0).permissions().getFirst()))
                .isInstanceOf(UnsupportedOperationException.class);
        Iterator<Permission> all = view.iterator();
        while (all.hasNext()) {
            all.next();
        }
        assertThatThrownBy(all::next).isInstanceOf(NoSuchElementException.class);
    }
}
