package wexa.core.reporting;

import java.time.Instant;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/**
 * What a report is narrowed to: a unit with all below it, a tenant, both or neither. People are in the unit of their main
 * engagement.
 */
public final class ReportFilter {
    private final Model model;
    private final Instant at;
    private final Optional<Id<Tenant>> tenant;
    private final Optional<Set<Id<Unit>>> units;

    public ReportFilter(Model model, Instant at, Optional<Id<Unit>> unit, Optional<Id<Tenant>> tenant) {
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

    public Model model() {
        return model;
    }

    public Instant at() {
        return at;
    }

    public boolean covers(Tenant one) {
        return tenant.isEmpty() || tenant.get().equals(one.id());
    }

    public boolean covers(Id<Unit> unit) {
        return units.isEmpty() || units.get().contains(unit);
    }

    /** Whoever was never engaged is covered only where no unit is asked for. */
    boolean coversPerson(Id<Person> person) {
        return units.isEmpty()
                || MainEngagement.of(model, person, at)
                        .filter(one -> covers(one.unit()))
                        .isPresent();
    }

    /** An account of nobody is in no unit. */
    boolean coversAccount(Account account) {
        return account.person().map(this::coversPerson).orElse(units.isEmpty());
    }

    String unitName(Id<Person> person) {
        return MainEngagement.of(model, person, at)
                .map(one -> model.table(Kind.UNIT).get(one.unit()).name())
                .orElse("");
    }

    String staffNumber(Id<Person> person) {
        return MainEngagement.of(model, person, at)
                .flatMap(Engagement::staffNumber)
                .orElse("");
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
