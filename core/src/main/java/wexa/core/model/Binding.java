package wexa.core.model;

import java.util.List;
import java.util.Optional;
import wexa.core.value.Id;

/**
 * How a role is written in a tenant: as membership in a group there (RFC 7643 4.2), or as a value of the users' roles or
 * entitlements (4.1.2). It may differ by area. Where a tenant takes roles and assignments, a role without a binding is written by
 * those; elsewhere it is not managed.
 *
 * @param role of one that is released, the role may be gone
 * @param area at which whoever is in the group or has the value has the role; everywhere in the tenant if empty
 * @param name what the group is called there, or the value
 * @param found the tenant's own id of a group that was there before; empty for one that Wexa makes
 * @param isReleased whether it has ended, and the group that was there before was left to the tenant
 */
public record Binding(
        Id<Binding> id,
        Id<Role> role,
        Id<Tenant> tenant,
        Optional<Id<Area>> area,
        Manner manner,
        String name,
        Optional<String> found,
        boolean isReleased)
        implements Fact {
    public static final Lookup<Binding, Id<Role>> BY_ROLE = Lookup.by(Binding::role);
    public static final Lookup<Binding, Id<Tenant>> BY_TENANT = Lookup.by(Binding::tenant);

    /** As what a role is written. */
    public enum Manner {
        GROUP(Capability.GROUPS),
        /** A value of {@code roles}. */
        ROLE(Capability.ROLE_VALUES),
        /** A value of {@code entitlements}. */
        ENTITLEMENT(Capability.ENTITLEMENTS);

        private final Capability needed;

        Manner(Capability needed) {
            this.needed = needed;
        }

        /** What the tenant has to take for that. */
        public Capability needed() {
            return needed;
        }
    }

    /** A group that Wexa made goes with its binding; one that was there before is remembered as left to the tenant. */
    public Effect ended() {
        return found.isEmpty()
                ? Effect.drop(this)
                : Effect.replace(this, new Binding(id, role, tenant, area, manner, name, found, true));
    }

    /**
     * The binding by which an effect has a role stand for a group that the tenant had before, or for a value. What those allow
     * there is not known here.
     */
    public static Optional<Binding> takingOver(Effect effect) {
        return effect.after(Kind.BINDING)
                .filter(binding ->
                        !binding.isReleased() && (binding.found().isPresent() || binding.manner() != Manner.GROUP))
                .filter(binding -> effect.before(Kind.BINDING)
                        .filter(before -> !before.isReleased())
                        .filter(before -> binding.manner() == Manner.GROUP
                                || before.name().equals(binding.name()))
                        .isEmpty());
    }

    /** Whether a tenant has what it takes to be told of the role in this way. */
    public boolean isWrittenIn(Tenant there) {
        return tenant.equals(there.id()) && !isReleased && there.can(manner.needed());
    }

    /** Those that count in a tenant. Costs the bindings of the tenant. */
    public static List<Binding> in(Id<Tenant> tenant, Model model) {
        return model.table(Kind.BINDING).by(BY_TENANT, tenant).stream()
                .filter(binding -> !binding.isReleased())
                .toList();
    }

    /**
     * How a role is written that is given at an area of a tenant. A group of a wider area would give more than that, so only
     * one of the very area counts.
     */
    public static Optional<Binding> of(Id<Role> role, Id<Tenant> tenant, Optional<Id<Area>> area, Model model) {
        return model.table(Kind.BINDING).by(BY_ROLE, role).stream()
                .filter(binding ->
                        binding.tenant().equals(tenant) && binding.area().equals(area) && !binding.isReleased())
                .findFirst();
    }
}
