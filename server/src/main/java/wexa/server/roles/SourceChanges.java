package wexa.server.roles;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.role.PermissionNames;
import wexa.core.value.Id;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.snapshot.SnapshotStore.Told;

/** What changed in a role since another one was started from it, and how that would be taken over. */
final class SourceChanges {
    private final Model model;
    private final List<String> words = new ArrayList<>();
    private final Map<String, String> fields = new TreeMap<>();

    private SourceChanges(Model model) {
        this.model = model;
    }

    /**
     * What the source came to be made of besides and what it lost, as far as the copy does not have it so already. Empty also where
     * nobody knows how the source was: a role that was there before what is done was kept.
     */
    static Optional<RoleViews.SourceChange> of(Role copy, Model model, SnapshotStore snapshots) {
        Optional<Role> now = copy.source().flatMap(model.roles()::find);
        Optional<Long> started = snapshots.history(copy.id()).stream()
                .filter(told -> told.effect().before().isEmpty())
                .map(Told::changeset)
                .findFirst();
        if (now.isEmpty() || started.isEmpty()) {
            return Optional.empty();
        }
        Role then = snapshots.history(now.get().id()).stream()
                .filter(told -> told.changeset() > started.get())
                .findFirst()
                .flatMap(told -> told.effect().before(Kind.ROLE))
                .orElse(now.get());
        SourceChanges changes = new SourceChanges(model);
        changes.take("sets", then.sets(), now.get().sets(), copy.sets(), changes::setName, Id::toString);
        changes.take(
                "includes", then.includes(), now.get().includes(), copy.includes(), changes::roleName, Id::toString);
        changes.take(
                "exclusions",
                then.exclusions(),
                now.get().exclusions(),
                copy.exclusions(),
                permission -> "the exclusion of “" + PermissionNames.of(permission, model) + "”",
                Object::toString);
        return changes.words.isEmpty()
                ? Optional.empty()
                : Optional.of(new RoleViews.SourceChange(changes.words, changes.fields));
    }

    private <T> void take(
            String field,
            Collection<T> then,
            Collection<T> now,
            Collection<T> copy,
            Function<T, String> name,
            Function<T, String> written) {
        Set<T> taken = new LinkedHashSet<>(copy);
        for (T one : now) {
            if (!then.contains(one) && taken.add(one)) {
                words.add(name.apply(one) + " was added");
            }
        }
        for (T one : then) {
            if (!now.contains(one) && taken.remove(one)) {
                words.add(name.apply(one) + " was removed");
            }
        }
        if (!taken.equals(new LinkedHashSet<>(copy))) {
            fields.put(field, taken.stream().map(written).collect(Collectors.joining(", ")));
        }
    }

    private String setName(Id<PermissionSet> set) {
        return "“"
                + model.table(Kind.PERMISSION_SET)
                        .find(set)
                        .map(PermissionSet::name)
                        .orElse("a set") + "”";
    }

    private String roleName(Id<Role> role) {
        return "the role “" + model.roles().find(role).map(Role::name).orElse("") + "”";
    }
}
