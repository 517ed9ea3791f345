package wexa.core.app;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import wexa.core.model.App;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * What a tenant says its application has. One that says nothing has no announcement.
 *
 * @param said an application with the permissions, seat kinds, tasks and version that the tenant names
 * @param presets the permission sets that it offers
 */
public record Announcement(Id<Tenant> tenant, App said, List<Preset> presets) {
    /** Versions by their numbers: 2026.10 is higher than 2026.9. */
    private static final Comparator<String> VERSIONS = (one, other) -> {
        String[] ones = one.split("(?<=\\d)(?=\\D)|(?<=\\D)(?=\\d)");
        String[] others = other.split("(?<=\\d)(?=\\D)|(?<=\\D)(?=\\d)");
        for (int place = 0; place < Math.min(ones.length, others.length); place++) {
            int order = isNumber(ones[place]) && isNumber(others[place])
                    ? compareNumbers(ones[place], others[place])
                    : ones[place].compareTo(others[place]);
            if (order != 0) {
                return order;
            }
        }
        return Integer.compare(ones.length, others.length);
    };

    /** A permission set that the application offers. */
    public record Preset(Key key, String name, String description, Set<Permission> permissions) {
        public Preset {
            permissions = Set.copyOf(permissions);
        }
    }

    public Announcement {
        presets = List.copyOf(presets);
    }

    /** One that offers no permission sets. */
    public Announcement(Id<Tenant> tenant, App said) {
        this(tenant, said, List.of());
    }

    /** Those with the highest version first. */
    public static List<Announcement> newestFirst(List<Announcement> announcements) {
        return announcements.stream()
                .sorted(Comparator.comparing((Announcement one) -> one.said().version(), VERSIONS)
                        .reversed())
                .toList();
    }

    /**
     * The application as all its tenants together say it is. Where they differ, the one with the highest version counts; what any of
     * them still has stays. What the organisation itself said of a thing, its description and sensitivity, is kept, and so are
     * tasks that no tenant names, with what is still there of their needs: they are the organisation's words. Seat kinds count
     * only where any are named. Without announcements it is the application as it is known.
     */
    public static App together(App known, List<Announcement> announcements) {
        List<App> said = newestFirst(announcements).stream()
                .map(Announcement::said)
                .filter(one -> !one.resourceTypes().isEmpty())
                .toList();
        if (said.isEmpty()) {
            return known;
        }
        List<App.ResourceType> types = types(known, said);
        Set<Permission> there = new HashSet<>();
        types.forEach(type ->
                type.actions().forEach(action -> there.add(new Permission(known.key(), type.key(), action.key()))));
        List<App.SeatKind> seats = merged(said, App::seatKinds, App.SeatKind::key).stream()
                .map(kind -> described(kind, known, there))
                .toList();
        Map<Key, App.Task> tasks = new LinkedHashMap<>();
        known.tasks().stream()
                .map(task -> described(task, known, there))
                .filter(task -> !task.needs().isEmpty())
                .forEach(task -> tasks.put(task.key(), task));
        merged(said, App::tasks, App.Task::key).stream()
                .map(task -> described(task, known, there))
                .filter(task -> !task.needs().isEmpty())
                .forEach(task -> tasks.put(task.key(), task));
        return new App(
                known.id(),
                known.key(),
                known.name(),
                types,
                seats.isEmpty() ? known.seatKinds() : seats,
                known.needs(),
                known.areaUse(),
                List.copyOf(tasks.values()),
                said.get(0).version().isEmpty() ? known.version() : said.get(0).version());
    }

    private static boolean isNumber(String part) {
        return !part.isEmpty() && part.chars().allMatch(one -> one >= '0' && one <= '9');
    }

    private static int compareNumbers(String one, String other) {
        return new BigInteger(one).compareTo(new BigInteger(other));
    }

    private static List<App.ResourceType> types(App known, List<App> said) {
        List<App.ResourceType> types = new ArrayList<>();
        for (App.ResourceType type : merged(said, App::resourceTypes, App.ResourceType::key)) {
            List<App.Action> actions = merged(
                            said,
                            one -> one.resourceTypes().stream()
                                    .filter(other -> other.key().equals(type.key()))
                                    .flatMap(other -> other.actions().stream())
                                    .toList(),
                            App.Action::key)
                    .stream()
                    .map(action -> described(action, new Permission(known.key(), type.key(), action.key()), known))
                    .toList();
            if (!actions.isEmpty()) {
                types.add(new App.ResourceType(type.key(), type.name(), actions));
            }
        }
        return types;
    }

    /** Each once, by the first who names it. */
    private static <T> List<T> merged(List<App> said, Function<App, List<T>> parts, Function<T, Key> key) {
        Map<Key, T> all = new LinkedHashMap<>();
        said.forEach(one -> parts.apply(one).forEach(part -> all.putIfAbsent(key.apply(part), part)));
        return List.copyOf(all.values());
    }

    private static App.Action described(App.Action said, Permission permission, App known) {
        Optional<App.Action> before = known.action(permission);
        String description = before.map(App.Action::description)
                .filter(own -> !own.isEmpty())
                .orElse(said.description());
        return new App.Action(
                said.key(), said.label(), said.sort(), description, before.flatMap(App.Action::sensitivity));
    }

    private static App.SeatKind described(App.SeatKind said, App known, Set<Permission> there) {
        String description = known.seatKind(said.key())
                .map(App.SeatKind::description)
                .filter(own -> !own.isEmpty())
                .orElse(said.description());
        return new App.SeatKind(said.key(), said.name(), description, common(said.carries(), there));
    }

    private static App.Task described(App.Task said, App known, Set<Permission> there) {
        String description = known.task(said.key())
                .map(App.Task::description)
                .filter(own -> !own.isEmpty())
                .orElse(said.description());
        return new App.Task(said.key(), said.name(), description, common(said.needs(), there));
    }

    private static Set<Permission> common(Set<Permission> named, Set<Permission> there) {
        return named.stream().filter(there::contains).collect(Collectors.toSet());
    }

    /** Whether the tenant says that it has the permission. */
    public boolean has(Permission permission) {
        return said.action(permission).isPresent();
    }
}
