package wexa.core.tenant;

import java.time.Instant;
import java.util.List;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.value.Permission;

/** Changes to what is said of an application. */
sealed interface AppChange extends Change {
    Code PERMISSION_UNKNOWN =
            Code.block("app.permission-unknown", "“{value}” is no permission of {app}. Choose one of its own.");

    /** What one permission amounts to, and how sensitive it is. */
    record Describe(App app, Permission permission, App.Action action) implements AppChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.APP)
                    .find(app.id())
                    .map(before -> Resolution.replace(before, with(before), List.of()))
                    .orElseGet(() -> Resolution.blocked(
                            Finding.of(Code.FACT_GONE, "app", "id", app.id().toString())));
        }

        private App with(App before) {
            return new App(
                    before.id(),
                    before.key(),
                    before.name(),
                    before.resourceTypes().stream()
                            .map(type -> type.key().equals(permission.type()) ? with(type) : type)
                            .toList(),
                    before.seatKinds(),
                    before.needs(),
                    before.areaUse(),
                    before.tasks());
        }

        private App.ResourceType with(App.ResourceType type) {
            return new App.ResourceType(
                    type.key(),
                    type.name(),
                    type.actions().stream()
                            .map(known -> known.key().equals(action.key()) ? action : known)
                            .toList());
        }

        @Override
        public Form form() {
            return AppForms.DESCRIBE;
        }

        @Override
        public Values values() {
            return AppForms.values(app, permission, action);
        }
    }
}
