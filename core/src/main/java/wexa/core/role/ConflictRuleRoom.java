package wexa.core.role;

import java.util.List;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.room.Marks;
import wexa.core.room.Room;
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
    }
}
