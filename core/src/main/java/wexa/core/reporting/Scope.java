package wexa.core.reporting;

import java.time.Instant;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/**
 * What a report is narrowed to: a unit with all below it, a tenant, both or neither. People are in the unit of the engagement
 * that holds, else of the one that comes next, else of the last one.
 */
public final class Scope {
    private final Model model;
    private final Instant at;
    private final Optional<Id<Tenant>> tenant;
    private final Optional<Set<Id<Unit>>> units;

    public Scope(Model model, Instant at, Optional<Id<Unit>> unit, Optional<Id<Tenant>> tenant) {
        this.model = model;
        this.at = at;
        this.tenant = tenant;
        this.units = unit.map(this::atOrBelow);
    }

    private Set<Id<Unit>> atOrBelow(Id<Unit> unit) {
        Set<Id<Unit>> found = new HashSet<>(Set.of(unit));
        for (boolean isGrown = true; isGrown; ) {
            isGrown = false;
            for (Unit one : model.table(Kind.UNIT).stream().toList()) {
                isGrown |= one.parent().filter(found::contains).isPresent() && found.add(one.id());
            }
        }
        return found;
    }

    Model model() {
        return model;
    }

    Instant at() {
        return at;
    }

    boolean covers(Tenant one) {
        return tenant.isEmpty() || tenant.get().equals(one.id());
    }

    boolean covers(Id<Unit> unit) {
        return units.isEmpty() || units.get().contains(unit);
    }

    /** Whoever was never engaged is covered only where no unit is asked for. */
    boolean coversPerson(Id<Person> person) {
        return units.isEmpty() || told(person).filter(one -> covers(one.unit())).isPresent();
    }

    /** The engagement that counts for somebody. */
    public Optional<Engagement> told(Id<Person> person) {
        List<Engagement> all = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person);
        Engagement best = null;
        for (Engagement one : all) {
            best = best == null || isBetter(one, best) ? one : best;
        }
        return Optional.ofNullable(best);
    }

    /** What has not ended goes before what has; of the former what begins first, of the latter what ended last. */
    private boolean isBetter(Engagement one, Engagement other) {
        boolean isOver = one.window().endsBy(at);
        boolean isOtherOver = other.window().endsBy(at);
        if (isOver != isOtherOver) {
            return isOtherOver;
        }
        return isOver
                ? one.window().until().isAfter(other.window().until())
                : one.window().from().isBefore(other.window().from());
    }

    String unitName(Id<Person> person) {
        return told(person)
                .map(one -> model.table(Kind.UNIT).get(one.unit()).name())
                .orElse("");
    }

    /** The staff number of the engagement that counts; empty where there is none. */
    public String staffNumber(Id<Person> person) {
        return told(person).flatMap(Engagement::staffNumber).orElse("");
    }

    /** The unit's own cost centre, or that of the nearest one above that has one; empty where none has. */
    String costCentre(Id<Unit> unit) {
        Set<Id<Unit>> seen = new HashSet<>();
        Optional<Unit> looked = model.table(Kind.UNIT).find(unit);
        while (looked.isPresent() && seen.add(looked.get().id())) {
            if (looked.get().costCentre().isPresent()) {
                return looked.get().costCentre().get();
            }
            looked = looked.get().parent().flatMap(model.table(Kind.UNIT)::find);
        }
        return "";
    }

    List<Tenant> tenants() {
        return model.tenants().stream()
                .filter(this::covers)
                .sorted(Comparator.comparing(model::title))
                .toList();
    }
}
