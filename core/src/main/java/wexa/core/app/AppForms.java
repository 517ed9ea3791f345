package wexa.core.app;

import java.util.List;
import java.util.Optional;
import java.util.Set;
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
import wexa.core.model.Sort;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** How it is said what an application has: its permissions, seat kinds, tasks, and its version. */
final class AppForms {
    static final Field<Id<App>> APP = Field.required("app", NamedTypes.APP, "Application");
    static final Field<Permission> PERMISSION = Field.required("permission", Types.PERMISSION, "Permission");
    static final Field<String> DESCRIPTION = Field.optional("description", Types.TEXT, "Description");
    static final Field<Sensitivity> SENSITIVITY =
            Field.optional("sensitivity", Types.choice("a sensitivity", Sensitivity.class), "Sensitivity");

    private static final Field<String> REQUIRED_DESCRIPTION = Field.required("description", Types.TEXT, "Description");
    private static final Field<String> LABEL = Field.required("label", Types.TEXT, "What is done");
    private static final Field<String> TYPE = Field.required("type", Types.TEXT, "Type of record");
    private static final Field<Sort> SORT =
            Field.required("sort", Types.choice("look, work or decide", Sort.class), "Sort of action");
    private static final Field<Key> SEAT_KIND = Field.required("seat-kind", Types.KEY, "Seat kind");
    private static final Field<Key> TASK = Field.required("task", Types.KEY, "Task");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<List<Permission>> CARRIES =
            Field.optional("carries", Types.listOf(Types.PERMISSION), "Permissions that need it");
    private static final Field<List<Permission>> NEEDS =
            Field.required("needs", Types.listOf(Types.PERMISSION), "Permissions that it needs");
    private static final Field<String> VERSION = Field.required("version", Types.TEXT, "Version");

    static final Form DESCRIBE = Form.changes(Kind.APP, "describe", "Describe a permission")
            .with(APP, PERMISSION, DESCRIPTION, SENSITIVITY)
            .says("change app {app} permission {permission}[ about {description}][ sensitivity {sensitivity}]")
            .reads(AppForms::described);

    static final Form PUT_PERMISSION = part("permission", "Add or rename a permission")
            .with(APP, PERMISSION, LABEL, TYPE, SORT, REQUIRED_DESCRIPTION)
            .says("add permission {permission} to app {app} named {label} in {type} sort {sort} about {description}")
            .reads(AppForms::permission);

    static final Form REMOVE_PERMISSION = part("permission-remove", "Remove a permission")
            .with(APP, PERMISSION)
            .says("remove permission {permission} from app {app}")
            .reads(in -> in.get(APP)
                    .flatMap(app ->
                            in.get(PERMISSION).map(permission -> new AppChange.RemovePermission(app, permission))));

    static final Form PUT_SEAT_KIND = part("seat-kind", "Add or change a seat kind")
            .with(APP, SEAT_KIND, NAME, CARRIES, DESCRIPTION)
            .says("add seat-kind {seat-kind} {name} to app {app}[ carrying {carries}][ about {description}]")
            .reads(AppForms::seatKind);

    static final Form REMOVE_SEAT_KIND = part("seat-kind-remove", "Remove a seat kind")
            .with(APP, SEAT_KIND)
            .says("remove seat-kind {seat-kind} from app {app}")
            .reads(in ->
                    in.get(APP).flatMap(app -> in.get(SEAT_KIND).map(kind -> new AppChange.RemoveSeatKind(app, kind))));

    static final Form PUT_TASK = part("task", "Add or change a task")
            .with(APP, TASK, NAME, NEEDS, REQUIRED_DESCRIPTION)
            .says("add task {task} {name} to app {app} needing {needs} about {description}")
            .reads(AppForms::task);

    static final Form REMOVE_TASK = part("task-remove", "Remove a task")
            .with(APP, TASK)
            .says("remove task {task} from app {app}")
            .reads(in -> in.get(APP).flatMap(app -> in.get(TASK).map(task -> new AppChange.RemoveTask(app, task))));

    static final Form SET_VERSION = part("version", "Set the version of an application")
            .with(APP, VERSION)
            .says("set app {app} version {version}")
            .reads(in ->
                    in.get(APP).flatMap(app -> in.get(VERSION).map(version -> new AppChange.SetVersion(app, version))));

    static final List<Form> ALL = List.of(
            DESCRIBE,
            PUT_PERMISSION,
            REMOVE_PERMISSION,
            PUT_SEAT_KIND,
            REMOVE_SEAT_KIND,
            PUT_TASK,
            REMOVE_TASK,
            SET_VERSION);

    private AppForms() {}

    private static Form.Definition part(String verb, String title) {
        return Form.changes(Kind.APP, verb, title).ofAPart();
    }

    static Values values(App app, Permission permission, App.Action action) {
        return new Values()
                .put(APP, app.id())
                .put(PERMISSION, permission)
                .putText(DESCRIPTION, action.description())
                .put(SENSITIVITY, action.sensitivity());
    }

    static Values permission(Id<App> app, Permission permission, String type, App.Action action) {
        return new Values()
                .put(APP, app)
                .put(PERMISSION, permission)
                .put(LABEL, action.label())
                .put(TYPE, type)
                .put(SORT, action.sort())
                .putText(REQUIRED_DESCRIPTION, action.description());
    }

    static Values permission(Id<App> app, Permission permission) {
        return new Values().put(APP, app).put(PERMISSION, permission);
    }

    static Values seatKind(Id<App> app, App.SeatKind kind) {
        return seatKind(app, kind.key())
                .put(NAME, kind.name())
                .putAll(CARRIES, kind.carries())
                .putText(DESCRIPTION, kind.description());
    }

    static Values seatKind(Id<App> app, Key kind) {
        return new Values().put(APP, app).put(SEAT_KIND, kind);
    }

    static Values task(Id<App> app, App.Task task) {
        return task(app, task.key())
                .put(NAME, task.name())
                .put(NEEDS, List.copyOf(task.needs()))
                .putText(REQUIRED_DESCRIPTION, task.description());
    }

    static Values task(Id<App> app, Key task) {
        return new Values().put(APP, app).put(TASK, task);
    }

    static Values version(Id<App> app, String version) {
        return new Values().put(APP, app).put(VERSION, version);
    }

    private static Optional<Change> described(Reading in) {
        Optional<App> app = in.get(APP).map(in.model().table(Kind.APP)::get);
        Optional<Permission> permission = in.get(PERMISSION);
        if (app.isEmpty() || permission.isEmpty()) {
            return Optional.empty();
        }
        Optional<App.Action> before = app.get().action(permission.get());
        if (before.isEmpty()) {
            in.report(unknown(permission.get(), app.get(), PERMISSION.name()));
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

    static Finding unknown(Permission permission, App app, String field) {
        return Finding.of(AppChange.PERMISSION_UNKNOWN, field, "value", permission.toString(), "app", app.name());
    }

    static Finding ofAnother(Permission permission, App app) {
        return Finding.of(
                AppChange.OF_ANOTHER_APP,
                PERMISSION.name(),
                "value",
                permission.toString(),
                "app",
                app.key().text());
    }

    /** What was set of a permission that is there, its sensitivity, stays. */
    private static Optional<Change> permission(Reading in) {
        Optional<App> app = in.get(APP).map(in.model().table(Kind.APP)::get);
        Optional<Permission> permission = in.get(PERMISSION);
        Optional<String> label = in.get(LABEL);
        Optional<String> type = in.get(TYPE);
        Optional<Sort> sort = in.get(SORT);
        Optional<String> description = in.get(REQUIRED_DESCRIPTION);
        if (app.isEmpty()
                || permission.isEmpty()
                || label.isEmpty()
                || type.isEmpty()
                || sort.isEmpty()
                || description.isEmpty()) {
            return Optional.empty();
        }
        if (!permission.get().app().equals(app.get().key())) {
            in.report(ofAnother(permission.get(), app.get()));
            return Optional.empty();
        }
        return Optional.of(new AppChange.PutPermission(
                app.get().id(),
                permission.get(),
                type.get(),
                new App.Action(
                        permission.get().action(),
                        label.get(),
                        sort.get(),
                        description.get(),
                        app.get().action(permission.get()).flatMap(App.Action::sensitivity))));
    }

    private static Optional<Change> seatKind(Reading in) {
        Optional<Id<App>> app = in.get(APP);
        Optional<Key> key = in.get(SEAT_KIND);
        Optional<String> name = in.get(NAME);
        Set<Permission> carries = Set.copyOf(in.several(CARRIES));
        String description = in.text(DESCRIPTION);
        return app.isEmpty() || key.isEmpty() || name.isEmpty()
                ? Optional.empty()
                : Optional.of(new AppChange.PutSeatKind(
                        app.get(), new App.SeatKind(key.get(), name.get(), description, carries)));
    }

    private static Optional<Change> task(Reading in) {
        Optional<Id<App>> app = in.get(APP);
        Optional<Key> key = in.get(TASK);
        Optional<String> name = in.get(NAME);
        Optional<List<Permission>> needs = in.get(NEEDS);
        Optional<String> description = in.get(REQUIRED_DESCRIPTION);
        return app.isEmpty() || key.isEmpty() || name.isEmpty() || needs.isEmpty() || description.isEmpty()
                ? Optional.empty()
                : Optional.of(new AppChange.PutTask(
                        app.get(), new App.Task(key.get(), name.get(), description.get(), Set.copyOf(needs.get()))));
    }
}
