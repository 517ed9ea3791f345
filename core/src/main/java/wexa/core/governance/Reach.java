package wexa.core.governance;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/**
 * Where an administrator may change something: in some tenants, and for people of some units and the units below. Empty
 * means everywhere, as for most.
 */
public record Reach(Optional<Set<Id<Tenant>>> tenants, Optional<Set<Id<Unit>>> units) {
    public static final Reach EVERYWHERE = new Reach(Optional.empty(), Optional.empty());

    public Reach {
        tenants = tenants.map(Set::copyOf);
        units = units.map(Set::copyOf);
    }

    public boolean isEverywhere() {
        return tenants.isEmpty() && units.isEmpty();
    }

    public boolean covers(Id<Tenant> tenant) {
        return tenants.map(some -> some.contains(tenant)).orElse(true);
    }

    /** Whether the unit, or one that it is part of, is named. Units whose parents go round in a circle are nobody's. */
    public boolean covers(Id<Unit> unit, Model model) {
        if (units.isEmpty()) {
            return true;
        }
        Set<Id<Unit>> seen = new HashSet<>();
        Optional<Id<Unit>> at = Optional.of(unit);
        while (at.isPresent() && seen.add(at.get())) {
            if (units.get().contains(at.get())) {
                return true;
            }
            at = model.table(Kind.UNIT).find(at.get()).flatMap(Unit::parent);
        }
        return false;
    }

    /** Whether nothing of the other lies outside this one: nobody gives away more than they have. */
    public boolean contains(Reach other, Model model) {
        boolean hasTenants = tenants.isEmpty()
                || other.tenants()
                        .map(some -> some.stream().allMatch(this::covers))
                        .orElse(false);
        boolean hasUnits = units.isEmpty()
                || other.units()
                        .map(some -> some.stream().allMatch(unit -> covers(unit, model)))
                        .orElse(false);
        return hasTenants && hasUnits;
    }
}
