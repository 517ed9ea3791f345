package wexa.core.change;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wexa.core.finding.Code;
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
                            Code.UNIT_KEY_TAKEN, "key", "value", unit.key().text(), "holder", holder.name())));
            unit.parent()
                    .filter(parent -> model.table(Kind.UNIT).find(parent).isEmpty())
                    .ifPresent(parent -> findings.add(References.unresolved("parent", parent)));
            return Resolution.make(unit, findings);
        }

        @Override
        public String form() {
            return "unit.make";
        }

        @Override
        public Map<String, String> slots(Names names) {
            return new Slots()
                    .put("unit", unit.key().text())
                    .put("name", unit.name())
                    .put("parent", unit.parent().map(names::unit))
                    .map();
        }
    }
}
