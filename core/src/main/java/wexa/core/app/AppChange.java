package wexa.core.app;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Resolution;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * Changes to what an application has. Each is about one thing in it, so that a new version of the application is several of
 * them, taken together or one by one.
 */
sealed interface AppChange extends Change {
    Code PERMISSION_UNKNOWN =
            Code.block("app.permission-unknown", "“{value}” is no permission of {app}. Choose one of its own.");
    Code OF_ANOTHER_APP = Code.block(
            "app.permission-of-another", "“{value}” is not a permission of {app}. Its first part must be “{app}”.");
    Code LAST_OF_A_SIDE = Code.block(
            "app.permission-last-of-side",
            "“{value}” is all that one side of the conflict rule “{rule}” names. Change or end that rule first.");
    Code SEATS_IN_USE = Code.block(
            "app.seat-kind-in-use",
            "Seats of kind “{value}” are held or reserved: {count}. Return or swap them first.");

    Id<App> of();

    /** The application as it is after the change. */
    App on(App before);

    /** What stands in the way. */
    default List<Finding> check(App before, Model model, Instant now) {
        return List.of();
    }

    /** What else changes with it. */
    default List<Effect> also(Model model) {
        return List.of();
    }

    @Override
    default Resolution resolve(Model model, Instant now) {
        Optional<App> before = model.table(Kind.APP).find(of());
        if (before.isEmpty()) {
            return Resolution.blocked(Finding.of(Code.FACT_GONE, "app", "id", of().toString()));
        }
        return Resolution.replace(before.get(), on(before.get()), check(before.get(), model, now))
                .and(also(model));
    }

    /** What one permission amounts to, and how sensitive it is. */
    record Describe(App app, Permission permission, App.Action action) implements AppChange {
        @Override
        public Id<App> of() {
            return app.id();
        }

        @Override
        public App on(App before) {
            return before.type(permission)
                    .map(type -> new Revision(before).with(permission, type.name(), action))
                    .orElse(before);
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

    /** There is a permission that was not there before, or it is called otherwise. */
    record PutPermission(Id<App> of, Permission permission, String type, App.Action action) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).with(permission, type, action);
        }

        @Override
        public Form form() {
            return AppForms.PUT_PERMISSION;
        }

        @Override
        public Values values() {
            return AppForms.permission(of, permission, type, action);
        }
    }

    /** The permission is no more, wherever it was named. */
    record RemovePermission(Id<App> of, Permission permission) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).without(permission);
        }

        @Override
        public List<Finding> check(App before, Model model, Instant now) {
            return permission.app().equals(before.key())
                    ? PermissionUses.of(permission, model).obstacles()
                    : List.of(AppForms.ofAnother(permission, before));
        }

        @Override
        public List<Effect> also(Model model) {
            return PermissionUses.of(permission, model).withoutIt();
        }

        @Override
        public Form form() {
            return AppForms.REMOVE_PERMISSION;
        }

        @Override
        public Values values() {
            return AppForms.permission(of, permission);
        }
    }

    /** There is a seat kind that was not there before, or it carries something else. */
    record PutSeatKind(Id<App> of, App.SeatKind kind) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).with(kind);
        }

        @Override
        public List<Finding> check(App before, Model model, Instant now) {
            return unknown(kind.carries(), before, "carries");
        }

        @Override
        public Form form() {
            return AppForms.PUT_SEAT_KIND;
        }

        @Override
        public Values values() {
            return AppForms.seatKind(of, kind);
        }
    }

    /** There are no seats of that kind any more; nobody must hold one. */
    record RemoveSeatKind(Id<App> of, Key kind) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).withoutSeatKind(kind);
        }

        @Override
        public List<Finding> check(App before, Model model, Instant now) {
            long held = model.tenants().by(Tenant.BY_APP, of).stream()
                    .flatMap(tenant -> model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id()).stream())
                    .flatMap(account -> model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream())
                    .filter(seat -> seat.kind().equals(kind) && !seat.window().endsBy(now))
                    .count();
            return held == 0
                    ? List.of()
                    : List.of(
                            Finding.of(SEATS_IN_USE, "seat-kind", "value", kind.text(), "count", Long.toString(held)));
        }

        @Override
        public Form form() {
            return AppForms.REMOVE_SEAT_KIND;
        }

        @Override
        public Values values() {
            return AppForms.seatKind(of, kind);
        }
    }

    /** There is a task that was not there before, or it needs something else. */
    record PutTask(Id<App> of, App.Task task) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).with(task);
        }

        @Override
        public List<Finding> check(App before, Model model, Instant now) {
            return unknown(task.needs(), before, "needs");
        }

        @Override
        public Form form() {
            return AppForms.PUT_TASK;
        }

        @Override
        public Values values() {
            return AppForms.task(of, task);
        }
    }

    /** The task is no more; nobody loses anything by it. */
    record RemoveTask(Id<App> of, Key task) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).withoutTask(task);
        }

        @Override
        public Form form() {
            return AppForms.REMOVE_TASK;
        }

        @Override
        public Values values() {
            return AppForms.task(of, task);
        }
    }

    /** What the application has is that of another version. */
    record SetVersion(Id<App> of, String version) implements AppChange {
        @Override
        public App on(App before) {
            return new Revision(before).inVersion(version);
        }

        @Override
        public Form form() {
            return AppForms.SET_VERSION;
        }

        @Override
        public Values values() {
            return AppForms.version(of, version);
        }
    }

    private static List<Finding> unknown(Collection<Permission> named, App app, String field) {
        return named.stream()
                .filter(permission -> app.action(permission).isEmpty())
                .map(permission -> AppForms.unknown(permission, app, field))
                .toList();
    }
}
