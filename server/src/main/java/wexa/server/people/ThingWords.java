package wexa.server.people;

import org.jspecify.annotations.Nullable;
import wexa.core.likeness.Trait;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** Things that people have, in words. */
final class ThingWords {
    private ThingWords() {}

    /**
     * A thing in words.
     *
     * @param thing what kind of thing it is: GROUP, ROLE, ACCOUNT
     * @param colour its tenant's, if it is in one
     */
    record Words(
            String thing,
            String name,
            String detail,
            @Nullable Integer colour) {}

    static Words of(Model model, Trait.Thing thing) {
        return switch (thing) {
            case Trait.InGroup in -> {
                Group group = model.groups().get(in.group());
                yield new Words("GROUP", group.name(), decided(group), null);
            }
            case Trait.HasRole role -> {
                Tenant tenant = model.tenants().get(role.tenant());
                String where = role.area()
                        .map(model.table(Kind.AREA)::get)
                        .map(Area::name)
                        .map(name -> ", " + name)
                        .orElse("");
                yield new Words(
                        "ROLE", model.roles().get(role.role()).name(), model.title(tenant) + where, tenant.colour());
            }
            case Trait.HasAccount account -> {
                Tenant tenant = model.tenants().get(account.tenant());
                App app = model.appOf(tenant);
                yield new Words(
                        "ACCOUNT",
                        "Account in " + model.title(tenant),
                        account.seat()
                                .flatMap(app::seatKind)
                                .map(kind -> kind.name() + " seat")
                                .orElse(""),
                        tenant.colour());
            }
        };
    }

    private static String decided(Group group) {
        return group.kind() == GroupKind.RULED
                ? "by its rule"
                : group.kind() == GroupKind.DIRECTORY ? "the directory decides" : "";
    }
}
