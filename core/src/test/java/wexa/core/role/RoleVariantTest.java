package wexa.core.role;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.finding.Finding;
import wexa.core.intake.DraftText;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** A role differs in one tenant; that what it gives there follows is held by the laws of access. */
class RoleVariantTest {
    private final RandomModel made = new RandomModel(11);
    private final Tenant tenant = made.tenants.get(1);
    private final PermissionSet first = set("first", tenant, 0, 2);
    private final PermissionSet second = set("second", tenant, 2, 4);
    private final PermissionSet foreign = set("foreign", made.tenants.get(0), 0, 2);
    private final Role plain = role("plain", List.of(first.id()), List.of());
    private final Role above = role("above", List.of(), List.of(plain.id()));
    private final Model model = made.model()
            .with(List.of(
                    Effect.make(first),
                    Effect.make(second),
                    Effect.make(foreign),
                    Effect.make(plain),
                    Effect.make(above)));

    private PermissionSet set(String key, Tenant where, int from, int until) {
        List<Permission> all = made.model().appOf(where).permissions();
        return new PermissionSet(made.id(), Key.of(key), key, "", where.app(), Set.copyOf(all.subList(from, until)));
    }

    private Role role(String key, List<Id<PermissionSet>> sets, List<Id<Role>> includes) {
        return new Role(made.id(), Key.of(key), key, "", Optional.empty(), sets, includes, Set.of());
    }

    private Preview text(Model on, String... lines) {
        DraftText read = DraftText.read(String.join("\n", lines), this::next, line -> Optional.empty());
        assertThat(read.refusals()).isEmpty();
        return Preview.of(Snapshot.compile(1, on), read.entries(), RandomModel.NOW, ZoneOffset.UTC);
    }

    private UUID next() {
        return new UUID(made.random.nextLong(), made.random.nextLong());
    }

    private List<String> codes(String... lines) {
        return text(model, lines).outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .map(Finding::code)
                .map(code -> code.text())
                .toList();
    }

    private String vary(String role, String rest) {
        return "vary role " + role + " in " + model.path(tenant) + " owner person.0 because \"by law\" " + rest;
    }

    private static Permission some(PermissionSet set) {
        return set.permissions().iterator().next();
    }

    @Test
    void itGivesMoreAndLessInItsTenantAndNowhereElse() {
        Preview preview = text(model, vary("plain", "adding second excluding " + some(first)));
        assertThat(preview.index().permissionsOf(plain.id())).isEqualTo(first.permissions());
        for (Role role : List.of(plain, above)) {
            assertThat(preview.index().permissionsOf(role.id(), tenant.id()))
                    .containsAll(second.permissions())
                    .doesNotContain(some(first));
            assertThat(preview.index()
                            .permissionsOf(role.id(), made.tenants.get(2).id()))
                    .doesNotContainAnyElementsOf(second.permissions());
        }
    }

    @Test
    void whatIsLeftOutByARoleAboveStaysOut() {
        String excluded = some(second).toString();
        Preview preview = text(
                model,
                "change role above excluding " + some(first),
                vary("plain", "adding second"),
                vary("above", "excluding " + excluded));
        assertThat(preview.index().permissionsOf(above.id(), tenant.id()))
                .doesNotContain(some(first), some(second))
                .hasSize(first.permissions().size() + second.permissions().size() - 2);
    }

    @Test
    void whatIsWrongIsSaid() {
        assertThat(codes(vary("plain", "adding second"))).isEmpty();
        assertThat(codes(vary("plain", ""))).containsExactly("role-variant.changes-nothing");
        assertThat(codes(vary("plain", "adding first"))).containsExactly("role-variant.changes-nothing");
        assertThat(codes(vary("plain", "adding foreign"))).containsExactly("role-variant.other-application");
        assertThat(codes(vary("plain", "adding second excluding " + some(foreign))))
                .containsExactly("permission.unknown");
        assertThat(codes(vary("plain", "adding second"), vary("plain", "adding second")))
                .containsExactly("role-variant.already");
    }

    @Test
    void whatIsNotThereIsLeftOutInVainAndSaysSo() {
        PermissionSet third = set("third", tenant, 4, 5);
        Model with = model.with(List.of(Effect.make(third)));
        Preview preview = text(with, vary("plain", "adding second excluding " + some(third)));
        assertThat(preview.outcomes().getFirst().findings())
                .singleElement()
                .satisfies(finding -> assertThat(finding.code()).isEqualTo(RoleChange.EXCLUDES_NOTHING));
    }

    @Test
    void itGoesWithItsRoleAndKeepsItsSets() {
        Preview varied = text(model, vary("above", "adding second"));
        assertThat(codes(varied.model(), "retire set second")).containsExactly("permission-set.in-use");
        Preview retired = text(varied.model(), "retire role above");
        assertThat(retired.model().table(Kind.ROLE_VARIANT).by(RoleVariant.BY_ROLE, above.id()))
                .isEmpty();
    }

    private List<String> codes(Model on, String line) {
        return text(on, line).outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .map(finding -> finding.code().text())
                .toList();
    }
}
