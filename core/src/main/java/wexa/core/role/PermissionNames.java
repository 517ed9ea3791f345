package wexa.core.role;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.model.App;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.value.Permission;

/** Says permissions in their apps' own words. */
public final class PermissionNames {
    private PermissionNames() {}

    /** The type of record and the action of one permission. */
    public record Named(String type, String action) {
        @Override
        public String toString() {
            return type + ": " + action;
        }
    }

    /** Where no app has it, its parts as they are written. */
    public static Named of(Permission permission, Model model) {
        Optional<Named> found = model.table(Kind.APP).by(App.BY_KEY, permission.app()).stream()
                .flatMap(app -> app.resourceTypes().stream())
                .filter(type -> type.key().equals(permission.type()))
                .flatMap(type -> type.actions().stream()
                        .filter(action -> action.key().equals(permission.action()))
                        .map(action -> new Named(type.name(), action.label())))
                .findFirst();
        return found.orElseGet(
                () -> new Named(permission.type().text(), permission.action().text()));
    }

    /** A line for each type of record, such as {@code Treatments: see, record, amend}. */
    public static List<String> lines(Collection<Permission> permissions, Model model) {
        Set<Permission> wanted = new HashSet<>(permissions);
        List<String> lines = new ArrayList<>();
        for (App app : model.table(Kind.APP).stream().toList()) {
            for (App.ResourceType type : app.resourceTypes()) {
                String actions = type.actions().stream()
                        .filter(action -> wanted.contains(new Permission(app.key(), type.key(), action.key())))
                        .map(App.Action::label)
                        .collect(Collectors.joining(", "));
                if (!actions.isEmpty()) {
                    lines.add(type.name() + ": " + actions);
                }
            }
        }
        return lines;
    }
}
