package wexa.core.role;

import java.util.List;
import java.util.Optional;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
import wexa.core.room.WayBack;
import wexa.core.value.Window;

/** A rule about conflicts gives and takes nothing. */
public final class ConflictRuleRoom implements Room<ConflictRule> {
    @Override
    public Kind<ConflictRule> kind() {
        return Kind.CONFLICT_RULE;
    }

    @Override
    public List<Window> windows(ConflictRule conflictRule, Model model) {
        return List.of();
    }

    @Override
    public void marks(ConflictRule conflictRule, Model model, Marks to) {
        // it says what must not meet, and gives and takes nothing
        to.history(conflictRule.id());
    }

    @Override
    public List<Form> forms() {
        return List.of(ConflictRuleForms.MAKE, ConflictRuleForms.EDIT, ConflictRuleForms.RETIRE);
    }

    @Override
    public Values values(ConflictRule rule) {
        return ConflictRuleForms.values(rule);
    }

    /** The same again, so that its history goes on. */
    @Override
    public Optional<WayBack> remaking(ConflictRule gone) {
        return Optional.of(new WayBack(ConflictRuleForms.MAKE, values(gone), WayBack.Identity.SAME));
    }

    @Override
    public Optional<String> title(ConflictRule rule, Model model) {
        return Optional.of(rule.name());
    }
}
