package wexa.core.tenant;

import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Finding;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Sensitivity;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** How it is said what a permission amounts to, and how sensitive it is. */
final class AppForms {
    static final Field<Id<App>> APP = Field.required("app", NamedTypes.APP, "Application");
    static final Field<Permission> PERMISSION = Field.required("permission", Types.PERMISSION, "Permission");
    static final Field<String> DESCRIPTION = Field.optional("description", Types.TEXT, "Description");
    static final Field<Sensitivity> SENSITIVITY =
            Field.optional("sensitivity", Types.choice("a sensitivity", Sensitivity.class), "Sensitivity");

    static final Form DESCRIBE = Form.changes(Kind.APP, "describe", "Describe a permission")
            .with(APP, PERMISSION, DESCRIPTION, SENSITIVITY)
            .says("change app {app} permission {permission}[ about {description}][ sensitivity {sensitivity}]")
            .reads(AppForms::described);

    private AppForms() {}

    static Values values(App app, Permission permission, App.Action action) {
        return new Values()
                .put(APP, app.id())
                .put(PERMISSION, permission)
                .putText(DESCRIPTION, action.description())
                .put(SENSITIVITY, action.sensitivity());
    }

    private static Optional<Change> described(Reading in) {
        Optional<App> app = in.get(APP).map(in.model().table(Kind.APP)::get);
        Optional<Permission> permission = in.get(PERMISSION);
        if (app.isEmpty() || permission.isEmpty()) {
            return Optional.empty();
        }
        Optional<App.Action> before = action(app.get(), permission.get());
        if (before.isEmpty()) {
            in.report(Finding.of(
                    AppChange.PERMISSION_UNKNOWN,
                    PERMISSION.name(),
                    "value",
                    permission.get().toString(),
                    "app",
                    app.get().name()));
            return Optional.empty();
        }
        String description = in.textOrKept(DESCRIPTION, before.get().description());
        Optional<Sensitivity> sensitivity = in.orKept(SENSITIVITY, before.get().sensitivity());
        return Optional.of(new AppChange.Describe(
                app.get(),
                permission.get(),
                new App.Action(
                        before.get().key(), before.get().label(), before.get().sort(), description, sensitivity)));
    }

    static Optional<App.Action> action(App app, Permission permission) {
        return permission.app().equals(app.key())
                ? app.resourceTypes().stream()
                        .filter(type -> type.key().equals(permission.type()))
                        .flatMap(type -> type.actions().stream())
                        .filter(action -> action.key().equals(permission.action()))
                        .findFirst()
                : Optional.empty();
    }
}
