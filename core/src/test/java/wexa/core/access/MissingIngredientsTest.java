package wexa.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.Role;
import wexa.core.preview.Snapshot;
import wexa.core.value.Key;

/** A role whose ingredients are gone gives what the others give, and keeps nothing from being read. */
class MissingIngredientsTest {
    private final RandomModel made = new RandomModel(3);
    private final Role whole = made.roles.get(0);
    private final Role hollow = new Role(
            made.id(),
            Key.of("of-what-is-gone"),
            "Of what is gone",
            "",
            Optional.empty(),
            List.of(made.id(), made.sets.get(0).id()),
            List.of(made.id(), whole.id()),
            Set.of());

    @Test
    void itIsCompiledAndRenewedAlike() {
        Model model = made.model();
        Model with = model.with(List.of(Effect.make(hollow)));
        RoleTable compiled = RoleTable.of(with.folded());
        RoleTable renewed = RoleTable.of(model.folded()).renewed(with, List.of(Effect.make(hollow)));
        for (RoleTable table : List.of(compiled, renewed)) {
            assertThat(table.routes(
                            table.number(hollow.id()), made.tenants.get(0).id()))
                    .isNotEmpty();
            assertThat(table.bits(table.number(hollow.id())))
                    .isEqualTo(union(
                            table.bits(table.number(whole.id())),
                            table.bitsOf(made.sets.get(0).permissions())));
        }
        assertThat(Snapshot.compile(1, with).model()).isEqualTo(with);
    }

    private static long[] union(long[] one, long[] other) {
        long[] both = one.clone();
        RoleTable.or(both, other);
        return both;
    }
}
