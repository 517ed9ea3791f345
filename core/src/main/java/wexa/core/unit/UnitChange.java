package wexa.core.unit;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Finding;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Unit;

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
            List<Finding> findings = new ArrayList<>();
            model.table(Kind.UNIT).by(Unit.BY_KEY, unit.key()).stream()
                    .findFirst()
                    .ifPresent(holder -> findings.add(Finding.of(
                            UnitCodes.UNIT_KEY_TAKEN, "key", "value", unit.key().text(), "holder", holder.name())));
            unit.parent()
                    .filter(parent -> model.table(Kind.UNIT).find(parent).isEmpty())
                    .ifPresent(parent -> findings.add(References.unresolved("parent", parent)));
            return Resolution.make(unit, findings);
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
}
