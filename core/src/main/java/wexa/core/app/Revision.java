package wexa.core.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Stream;
import wexa.core.model.App;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** An application with one thing in it put, or taken out. */
final class Revision {
    private final App app;

    Revision(App app) {
        this.app = app;
    }

    /** The permission as it is said here; a type of record that is new comes with it, and its name counts for the whole type. */
    App with(Permission permission, String typeName, App.Action action) {
        boolean isNewType = app.type(permission).isEmpty();
        Stream<App.ResourceType> types = app.resourceTypes().stream()
                .map(type -> type.key().equals(permission.type())
                        ? new App.ResourceType(type.key(), typeName, put(type.actions(), action, App.Action::key))
                        : type);
        Stream<App.ResourceType> added =
                isNewType ? Stream.of(new App.ResourceType(permission.type(), typeName, List.of(action))) : Stream.of();
        return of(Stream.concat(types, added).toList(), app.seatKinds(), app.tasks(), app.version());
    }

    /** Without the permission, also where seats carry it and tasks need it; a type of record of which nothing is left goes. */
    App without(Permission permission) {
        List<App.ResourceType> types = app.resourceTypes().stream()
                .map(type -> type.key().equals(permission.type())
                        ? new App.ResourceType(
                                type.key(), type.name(), drop(type.actions(), permission.action(), App.Action::key))
                        : type)
                .filter(type -> !type.actions().isEmpty() || !type.key().equals(permission.type()))
                .toList();
        List<App.SeatKind> seats = app.seatKinds().stream()
                .map(kind -> new App.SeatKind(
                        kind.key(), kind.name(), kind.description(), without(kind.carries(), permission)))
                .toList();
        List<App.Task> tasks = app.tasks().stream()
                .map(task ->
                        new App.Task(task.key(), task.name(), task.description(), without(task.needs(), permission)))
                .toList();
        return of(types, seats, tasks, app.version());
    }

    App with(App.SeatKind kind) {
        return of(app.resourceTypes(), put(app.seatKinds(), kind, App.SeatKind::key), app.tasks(), app.version());
    }

    /** Without a seat kind and what is needed for one such. */
    App withoutSeatKind(Key kind) {
        return new App(
                app.id(),
                app.key(),
                app.name(),
                app.resourceTypes(),
                drop(app.seatKinds(), kind, App.SeatKind::key),
                app.needs().stream()
                        .filter(need -> !need.seatKind().equals(kind))
                        .toList(),
                app.areaUse(),
                app.tasks(),
                app.version());
    }

    App with(App.Task task) {
        return of(app.resourceTypes(), app.seatKinds(), put(app.tasks(), task, App.Task::key), app.version());
    }

    App withoutTask(Key task) {
        return of(app.resourceTypes(), app.seatKinds(), drop(app.tasks(), task, App.Task::key), app.version());
    }

    App inVersion(String version) {
        return of(app.resourceTypes(), app.seatKinds(), app.tasks(), version);
    }

    private App of(List<App.ResourceType> types, List<App.SeatKind> seats, List<App.Task> tasks, String version) {
        return new App(app.id(), app.key(), app.name(), types, seats, app.needs(), app.areaUse(), tasks, version);
    }

    /** In the place of the one with the same key, else at the end. */
    private static <T> List<T> put(List<T> all, T one, Function<T, Key> key) {
        Optional<T> known = all.stream()
                .filter(other -> key.apply(other).equals(key.apply(one)))
                .findFirst();
        List<T> changed = new ArrayList<>(all);
        known.ifPresentOrElse(before -> changed.set(all.indexOf(before), one), () -> changed.add(one));
        return changed;
    }

    private static <T> List<T> drop(List<T> all, Key gone, Function<T, Key> key) {
        return all.stream().filter(one -> !key.apply(one).equals(gone)).toList();
    }

    static Set<Permission> without(Set<Permission> all, Permission gone) {
        Set<Permission> left = new TreeSet<>(all);
        left.remove(gone);
        return left;
    }
}
