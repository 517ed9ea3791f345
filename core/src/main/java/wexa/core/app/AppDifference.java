package wexa.core.app;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wexa.core.change.Form;
import wexa.core.change.Values;
import wexa.core.model.App;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * One thing in which an application is another than before, with the change that makes it so. Names of apps and what accounts
 * need are no part of it: no tenant tells them.
 *
 * @param what the name of the thing, in the application's own words
 * @param permission which permission it is about, if it is about one
 */
public record AppDifference(Sort sort, String what, Optional<Permission> permission, Form form, Values values) {
    /** What differs. Where something goes, others may name it. */
    public enum Sort {
        PERMISSION_ADDED,
        PERMISSION_CHANGED,
        PERMISSION_DESCRIBED,
        SEAT_KIND_ADDED,
        SEAT_KIND_CHANGED,
        TASK_ADDED,
        TASK_CHANGED,
        TASK_REMOVED,
        SEAT_KIND_REMOVED,
        PERMISSION_REMOVED,
        PRESET_ADDED,
        PRESET_CHANGED,
        PRESET_WITHDRAWN,
        VERSION
    }

    /**
     * All changes that make of one version of an application another, in an order in which each can be carried out. Costs what
     * both versions have, once.
     */
    public static List<AppDifference> between(App before, App after) {
        List<AppDifference> all = new ArrayList<>();
        Id<App> id = before.id();
        Set<Permission> permissions = new LinkedHashSet<>(before.permissions());
        Set<Permission> later = new LinkedHashSet<>(after.permissions());
        for (Permission permission : later) {
            permission(before, after, permission).ifPresent(all::add);
        }
        for (App.SeatKind kind : after.seatKinds()) {
            Optional<App.SeatKind> known = before.seatKind(kind.key());
            if (!known.equals(Optional.of(kind))) {
                all.add(new AppDifference(
                        known.isEmpty() ? Sort.SEAT_KIND_ADDED : Sort.SEAT_KIND_CHANGED,
                        kind.name(),
                        Optional.empty(),
                        AppForms.PUT_SEAT_KIND,
                        AppForms.seatKind(id, kind)));
            }
        }
        for (App.Task task : after.tasks()) {
            Optional<App.Task> known = before.task(task.key());
            if (!known.equals(Optional.of(task))) {
                all.add(new AppDifference(
                        known.isEmpty() ? Sort.TASK_ADDED : Sort.TASK_CHANGED,
                        task.name(),
                        Optional.empty(),
                        AppForms.PUT_TASK,
                        AppForms.task(id, task)));
            }
        }
        before.tasks().stream()
                .filter(task -> after.task(task.key()).isEmpty())
                .forEach(task -> all.add(new AppDifference(
                        Sort.TASK_REMOVED,
                        task.name(),
                        Optional.empty(),
                        AppForms.REMOVE_TASK,
                        AppForms.task(id, task.key()))));
        before.seatKinds().stream()
                .filter(kind -> after.seatKind(kind.key()).isEmpty())
                .forEach(kind -> all.add(new AppDifference(
                        Sort.SEAT_KIND_REMOVED,
                        kind.name(),
                        Optional.empty(),
                        AppForms.REMOVE_SEAT_KIND,
                        AppForms.seatKind(id, kind.key()))));
        permissions.stream()
                .filter(permission -> !later.contains(permission))
                .forEach(permission -> all.add(new AppDifference(
                        Sort.PERMISSION_REMOVED,
                        named(before, permission),
                        Optional.of(permission),
                        AppForms.REMOVE_PERMISSION,
                        AppForms.permission(id, permission))));
        if (!before.version().equals(after.version()) && !after.version().isEmpty()) {
            all.add(new AppDifference(
                    Sort.VERSION,
                    after.version(),
                    Optional.empty(),
                    AppForms.SET_VERSION,
                    AppForms.version(id, after.version())));
        }
        return all;
    }

    private static Optional<AppDifference> permission(App before, App after, Permission permission) {
        App.Action now = after.action(permission).orElseThrow();
        String type = after.type(permission).orElseThrow().name();
        Optional<App.Action> known = before.action(permission);
        boolean isNamedAlike = known.filter(action -> action.label().equals(now.label()) && action.sort() == now.sort())
                        .isPresent()
                && before.type(permission).orElseThrow().name().equals(type);
        boolean isToldAlike = known.equals(Optional.of(now));
        if (isNamedAlike && isToldAlike) {
            return Optional.empty();
        }
        return Optional.of(
                isNamedAlike
                        ? new AppDifference(
                                Sort.PERMISSION_DESCRIBED,
                                named(after, permission),
                                Optional.of(permission),
                                AppForms.DESCRIBE,
                                AppForms.values(before, permission, now))
                        : new AppDifference(
                                known.isEmpty() ? Sort.PERMISSION_ADDED : Sort.PERMISSION_CHANGED,
                                named(after, permission),
                                Optional.of(permission),
                                AppForms.PUT_PERMISSION,
                                AppForms.permission(before.id(), permission, type, now)));
    }

    private static String named(App app, Permission permission) {
        return app.type(permission).orElseThrow().name() + ": "
                + app.action(permission).orElseThrow().label();
    }
}
