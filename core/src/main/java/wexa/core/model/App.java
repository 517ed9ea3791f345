package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/**
 * A kind of business application: what can be done in it, and what a person needs there.
 *
 * @param version which of its versions this is, in the words of its tenants; empty where none of them names one
 */
public record App(
        Id<App> id,
        Key key,
        String name,
        List<ResourceType> resourceTypes,
        List<SeatKind> seatKinds,
        List<AttributeNeed> needs,
        AreaUse areaUse,
        List<Task> tasks,
        String version)
        implements Fact {
    public static final Lookup<App, Key> BY_KEY = Lookup.by(App::key);

    public App {
        resourceTypes = List.copyOf(resourceTypes);
        seatKinds = List.copyOf(seatKinds);
        needs = List.copyOf(needs);
        tasks = List.copyOf(tasks);
    }

    /** An app of which nobody said what people call the work in it. */
    public App(
            Id<App> id,
            Key key,
            String name,
            List<ResourceType> resourceTypes,
            List<SeatKind> seatKinds,
            List<AttributeNeed> needs,
            AreaUse areaUse) {
        this(id, key, name, resourceTypes, seatKinds, needs, areaUse, List.of(), "");
    }

    /**
     * What people call a piece of work, and the permissions that it needs.
     *
     * @param description what it consists of; empty if nobody said
     */
    public record Task(Key key, String name, String description, Set<Permission> needs) {
        public Task {
            needs = Collections.unmodifiableSet(new TreeSet<>(needs));
        }
    }

    /** A type of record, and what can be done with it, in the app's own words. */
    public record ResourceType(Key key, String name, List<Action> actions) {
        public ResourceType {
            actions = List.copyOf(actions);
        }
    }

    /**
     * One thing that can be done with a type of record.
     *
     * @param description what it amounts to, for those who have to choose; empty if nobody said
     * @param sensitivity as somebody set it; empty if it follows from its sort and the conflict rules that name it
     */
    public record Action(Key key, String label, Sort sort, String description, Optional<Sensitivity> sensitivity) {
        public Action(Key key, String label, Sort sort) {
            this(key, label, sort, "", Optional.empty());
        }
    }

    /**
     * A licence kind and the permissions that cannot be used without one such. Listed from the least to the most.
     *
     * @param description for whom it is; empty if nobody said
     */
    public record SeatKind(Key key, String name, String description, Set<Permission> carries) {
        public SeatKind(Key key, String name, Set<Permission> carries) {
            this(key, name, "", carries);
        }

        public SeatKind {
            carries = Collections.unmodifiableSet(new TreeSet<>(carries));
        }
    }

    /** An attribute of the account without which the app gives no seat of that kind. */
    public record AttributeNeed(String attribute, Key seatKind) {}

    /** Whether roles of this app do anything without an area (rule 5). */
    public enum AreaUse {
        OPTIONAL,
        REQUIRED
    }

    public Optional<SeatKind> seatKind(Key kind) {
        return seatKinds.stream()
                .filter(candidate -> candidate.key().equals(kind))
                .findFirst();
    }

    /** The seat kinds that carry a permission, least first; empty if it needs no seat. */
    public List<SeatKind> carriersOf(Permission permission) {
        return seatKinds.stream()
                .filter(kind -> kind.carries().contains(permission))
                .toList();
    }

    public Optional<Task> task(Key task) {
        return tasks.stream().filter(candidate -> candidate.key().equals(task)).findFirst();
    }

    /** One of its permissions; empty if it has no such. */
    public Optional<Action> action(Permission permission) {
        return permission.app().equals(key)
                ? type(permission).stream()
                        .flatMap(type -> type.actions().stream())
                        .filter(action -> action.key().equals(permission.action()))
                        .findFirst()
                : Optional.empty();
    }

    /** The type of record that a permission is about. */
    public Optional<ResourceType> type(Permission permission) {
        return resourceTypes.stream()
                .filter(type -> type.key().equals(permission.type()))
                .findFirst();
    }

    public boolean needsArea() {
        return areaUse == AreaUse.REQUIRED;
    }

    public List<Permission> permissions() {
        return resourceTypes.stream()
                .flatMap(type -> type.actions().stream().map(action -> new Permission(key, type.key(), action.key())))
                .toList();
    }
}
