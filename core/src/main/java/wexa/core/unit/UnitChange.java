package wexa.core.unit;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Condition;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Unit;
import wexa.core.value.Id;

/** Changes to the organisation's own tree. */
public sealed interface UnitChange extends Change {
    /** A unit that was not there before. */
    record Make(Unit unit) implements UnitChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Unit> same = model.table(Kind.UNIT).find(unit.id());
            if (same.isPresent() && same.get().equals(unit)) {
                return Resolution.kept(unit);
            }
            return Resolution.make(unit, check(unit, model));
        }

        @Override
        public Form form() {
            return UnitForms.MAKE;
        }

        @Override
        public Values values() {
            return UnitForms.values(unit);
        }
    }

    /** The unit as it should be from now on; with another parent it moves there with all that is below it. */
    record Edit(Unit unit) implements UnitChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.UNIT)
                    .find(unit.id())
                    .map(before -> Resolution.replace(before, unit, check(unit, model)))
                    .orElseGet(() -> gone(unit.id()));
        }

        @Override
        public Form form() {
            return UnitForms.EDIT;
        }

        @Override
        public Values values() {
            return UnitForms.values(unit).put(UnitForms.UNIT, unit.id());
        }
    }

    /**
     * A unit goes into another one: everybody who is engaged in it, what is below it, and rules of groups that name it. Costs
     * a look at all engagements.
     */
    record Merge(Id<Unit> unit, Id<Unit> into) implements UnitChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Optional<Unit> going = model.table(Kind.UNIT).find(unit);
            Optional<Unit> taking = model.table(Kind.UNIT).find(into);
            if (going.isEmpty() || taking.isEmpty()) {
                return gone(going.isEmpty() ? unit : into);
            }
            if (unit.equals(into) || isBelow(taking.get(), unit, model)) {
                return Resolution.blocked(Finding.of(
                        UnitCodes.UNIT_BELOW_ITSELF,
                        "into",
                        "value",
                        taking.get().name(),
                        "unit",
                        going.get().name()));
            }
            List<Effect> effects = new ArrayList<>();
            for (Engagement engagement : model.table(Kind.ENGAGEMENT).stream().toList()) {
                if (engagement.unit().equals(unit)) {
                    effects.add(Effect.replace(engagement, moved(engagement)));
                }
            }
            for (Unit below : model.table(Kind.UNIT).stream().toList()) {
                if (below.parent().equals(Optional.of(unit))) {
                    effects.add(Effect.replace(below, under(below)));
                }
            }
            for (Group group : model.groups().by(Group.BY_RULED, true)) {
                group.condition()
                        .filter(rule -> rule.units().contains(unit))
                        .ifPresent(rule -> effects.add(Effect.replace(group, ruled(group, rule))));
            }
            effects.add(Effect.drop(going.get()));
            return new Resolution(effects, List.of());
        }

        private Engagement moved(Engagement before) {
            return new Engagement(
                    before.id(),
                    before.person(),
                    before.kind(),
                    before.staffNumber(),
                    into,
                    before.job(),
                    before.manager(),
                    before.window());
        }

        private Unit under(Unit below) {
            return new Unit(
                    below.id(),
                    below.key(),
                    below.name(),
                    Optional.of(into),
                    below.zone(),
                    below.manager(),
                    below.costCentre());
        }

        private Group ruled(Group group, Condition rule) {
            Set<Id<Unit>> units = new TreeSet<>(rule.units());
            units.remove(unit);
            units.add(into);
            return new Group(
                    group.id(),
                    group.key(),
                    group.name(),
                    group.kind(),
                    group.description(),
                    group.owners(),
                    Optional.of(new Condition(rule.kinds(), units, rule.jobs(), rule.values())),
                    group.tags(),
                    group.entry());
        }

        @Override
        public Form form() {
            return UnitForms.MERGE;
        }

        @Override
        public Values values() {
            return new Values().put(UnitForms.UNIT, unit).put(UnitForms.INTO, into);
        }
    }

    private static Resolution gone(Id<Unit> id) {
        return Resolution.blocked(Finding.of(Code.FACT_GONE, "unit", "id", id.toString()));
    }

    private static List<Finding> check(Unit unit, Model model) {
        List<Finding> findings = new ArrayList<>();
        model.table(Kind.UNIT).by(Unit.BY_KEY, unit.key()).stream()
                .filter(holder -> !holder.id().equals(unit.id()))
                .findFirst()
                .ifPresent(holder -> findings.add(Finding.of(
                        UnitCodes.UNIT_KEY_TAKEN, "key", "value", unit.key().text(), "holder", holder.name())));
        unit.parent()
                .ifPresent(id -> model.table(Kind.UNIT)
                        .find(id)
                        .ifPresentOrElse(
                                parent -> {
                                    if (isBelow(parent, unit.id(), model)) {
                                        findings.add(Finding.of(
                                                UnitCodes.UNIT_BELOW_ITSELF,
                                                "parent",
                                                "value",
                                                parent.name(),
                                                "unit",
                                                unit.name()));
                                    }
                                },
                                () -> findings.add(References.unresolved("parent", id))));
        unit.manager()
                .filter(manager -> model.people().find(manager).isEmpty())
                .ifPresent(manager -> findings.add(References.unresolved("manager", manager)));
        return findings;
    }

    /** Whether a unit is the other one, or lies below it. */
    private static boolean isBelow(Unit unit, Id<Unit> above, Model model) {
        Set<Id<Unit>> seen = new HashSet<>();
        Optional<Unit> at = Optional.of(unit);
        while (at.isPresent() && seen.add(at.get().id())) {
            if (at.get().id().equals(above)) {
                return true;
            }
            at = at.get().parent().flatMap(model.table(Kind.UNIT)::find);
        }
        return false;
    }
}
