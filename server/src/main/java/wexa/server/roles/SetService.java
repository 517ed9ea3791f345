package wexa.server.roles;

import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wexa.core.access.AccessIndex;
import wexa.core.access.PersonSet;
import wexa.core.model.App;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.model.Subject;
import wexa.core.preview.Preview;
import wexa.core.role.Lineage;
import wexa.core.role.PermissionNames;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.drafts.Previews;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;

/** Permission sets: what is in them, and which roles are made of them. */
@UseCases
public class SetService {
    private final SnapshotStore snapshots;
    private final Previews previews;

    SetService(SnapshotStore snapshots, Previews previews) {
        this.snapshots = snapshots;
        this.previews = previews;
    }

    /**
     * A permission set.
     *
     * @param does what it gives, a line for each type of record
     * @param ownSensitivity as its owner set it, if anybody did
     * @param reached roles that have it by way of those
     * @param people who have one of all these roles now, by themselves or by a group
     */
    public record SetRow(
            UUID id,
            String key,
            String name,
            String description,
            String app,
            List<String> permissions,
            List<String> does,
            Sensitivity sensitivity,
            @Nullable Sensitivity ownSensitivity,
            boolean isPreset,
            List<RoleName> roles,
            int reached,
            int people) {}

    public record RoleName(UUID id, String name) {}

    /** All of them, as they are or as a draft would have them. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<SetRow> list(Actor actor, Optional<UUID> draft) {
        Preview preview = previews.of(draft);
        Model model = preview.model();
        Lineage lineage = new Lineage(model);
        Sensitivities sensitivities = new Sensitivities(model);
        Holders holders = new Holders(model, preview.index(), preview.now());
        return model.table(Kind.PERMISSION_SET).stream()
                .map(set -> row(set, model, lineage, sensitivities, holders))
                .sorted(Comparator.comparing(SetRow::app).thenComparing(SetRow::name))
                .toList();
    }

    /** Who has each role now. Costs the assignments of a role, once. */
    private static final class Holders {
        private final Model model;
        private final AccessIndex index;
        private final Instant at;
        private final Map<Id<Role>, PersonSet> known = new HashMap<>();

        Holders(Model model, AccessIndex index, Instant at) {
            this.model = model;
            this.index = index;
            this.at = at;
        }

        int count(Collection<Id<Role>> roles) {
            return PersonSet.union(roles.stream()
                            .map(role -> known.computeIfAbsent(role, this::of))
                            .toList())
                    .map(PersonSet::size)
                    .orElse(0);
        }

        private PersonSet of(Id<Role> role) {
            Set<Subject> subjects = new HashSet<>();
            model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role).stream()
                    .filter(given -> given.effective(model)
                            .filter(window -> window.contains(at))
                            .isPresent())
                    .forEach(given -> subjects.add(given.subject()));
            model.table(Kind.MAPPING).stream()
                    .filter(mapping -> mapping.role().equals(role))
                    .forEach(mapping -> subjects.add(new Subject.OfGroup(mapping.directoryGroup())));
            return index.peopleOf(subjects, at);
        }
    }

    private static SetRow row(
            PermissionSet set, Model model, Lineage lineage, Sensitivities sensitivities, Holders holders) {
        List<RoleName> roles = lineage.usedBy(set.id()).stream()
                .map(model.roles()::get)
                .sorted(Comparator.comparing(Role::name))
                .map(role -> new RoleName(role.id().value(), role.name()))
                .toList();
        Set<Id<Role>> reached = lineage.usedBy(set.id()).stream()
                .flatMap(role -> lineage.above(role).stream())
                .collect(Collectors.toSet());
        return new SetRow(
                set.id().value(),
                set.key().text(),
                set.name(),
                set.description(),
                model.table(Kind.APP).find(set.app()).map(App::name).orElse(""),
                set.permissions().stream().map(Permission::toString).toList(),
                PermissionNames.lines(set.permissions(), model),
                sensitivities.of(set),
                set.sensitivity().orElse(null),
                set.isPreset(),
                roles,
                reached.size(),
                holders.count(reached));
    }

    /** What a role or a set is made of, and who gets it. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public LineageViews.LineageView lineage(Actor actor, UUID id) {
        var snapshot = snapshots.current();
        return new LineageViews(snapshot.model(), snapshot.index())
                .of(id)
                .orElseThrow(() -> Problem.notFound("role", id));
    }
}
