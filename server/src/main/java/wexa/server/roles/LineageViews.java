package wexa.server.roles;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import wexa.core.access.AccessIndex;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.role.Lineage;
import wexa.core.value.Id;

/** Lays out what a role or a permission set is made of and who gets it, as nodes and what leads from one to another. */
public final class LineageViews {
    private static final int MOST_GROUPS = 8;

    private final Model model;
    private final AccessIndex index;
    private final Lineage lineage;
    private final Map<UUID, Node> nodes = new LinkedHashMap<>();
    private final Set<Link> links = new LinkedHashSet<>();

    /** What a node stands for. */
    public enum NodeKind {
        ROLE,
        SET,
        GROUP
    }

    /**
     * One of them.
     *
     * @param permissions how many it gives
     * @param left how many of those that it is made of it leaves out itself
     * @param people to how many people a role is given directly
     */
    public record Node(UUID id, NodeKind kind, String name, String note, int permissions, int left, int people) {}

    /** {@code part} is in {@code whole}, or a role is given to a group. */
    public record Link(UUID whole, UUID part) {}

    /** @param moreGroups groups to which something in it is given and that are not told */
    public record LineageView(UUID root, List<Node> nodes, List<Link> links, int moreGroups) {}

    LineageViews(Model model, AccessIndex index) {
        this.model = model;
        this.index = index;
        this.lineage = new Lineage(model);
    }

    Optional<LineageView> of(UUID id) {
        Optional<Role> role = model.roles().find(Id.of(id));
        Optional<PermissionSet> set = model.table(Kind.PERMISSION_SET).find(Id.of(id));
        if (role.isEmpty() && set.isEmpty()) {
            return Optional.empty();
        }
        Set<Id<Role>> users = new LinkedHashSet<>();
        role.ifPresent(one -> {
            lineage.below(one.id()).forEach(this::addWithParts);
            users.addAll(lineage.above(one.id()));
        });
        set.ifPresent(one -> {
            add(one);
            for (Id<Role> using : lineage.usedBy(one.id())) {
                links.add(new Link(using.value(), id));
                users.addAll(lineage.above(using));
            }
        });
        int more = 0;
        for (Id<Role> user : users) {
            add(model.roles().get(user));
            lineage.includedBy(user).forEach(outer -> links.add(new Link(outer.value(), user.value())));
            more += addGroups(user);
        }
        return Optional.of(new LineageView(id, List.copyOf(nodes.values()), List.copyOf(links), more));
    }

    private void addWithParts(Id<Role> id) {
        model.roles().find(id).ifPresent(role -> {
            add(role);
            role.includes().forEach(part -> links.add(new Link(id.value(), part.value())));
            role.sets()
                    .forEach(part -> model.table(Kind.PERMISSION_SET).find(part).ifPresent(set -> {
                        add(set);
                        links.add(new Link(id.value(), part.value()));
                    }));
        });
    }

    private void add(PermissionSet set) {
        nodes.putIfAbsent(
                set.id().value(),
                new Node(
                        set.id().value(),
                        NodeKind.SET,
                        set.name(),
                        set.description(),
                        set.permissions().size(),
                        0,
                        0));
    }

    private void add(Role role) {
        nodes.computeIfAbsent(role.id().value(), id -> {
            long people = model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role.id()).stream()
                    .map(Assignment::subject)
                    .filter(Subject.OfPerson.class::isInstance)
                    .distinct()
                    .count();
            return new Node(
                    id,
                    NodeKind.ROLE,
                    role.name(),
                    role.description(),
                    index.permissionsOf(role.id()).size(),
                    role.exclusions().size(),
                    (int) people);
        });
    }

    /** Groups to which the role is given; answers how many are left out. */
    private int addGroups(Id<Role> role) {
        Set<Id<Group>> groups = new LinkedHashSet<>();
        for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, role)) {
            if (one.subject() instanceof Subject.OfGroup many) {
                groups.add(many.group());
            }
        }
        model.table(Kind.MAPPING).stream()
                .filter(mapping -> mapping.role().equals(role))
                .map(Mapping::directoryGroup)
                .forEach(groups::add);
        List<Id<Group>> all = new ArrayList<>(groups);
        all.stream().limit(MOST_GROUPS).forEach(group -> {
            Group found = model.groups().get(group);
            nodes.putIfAbsent(
                    group.value(), new Node(group.value(), NodeKind.GROUP, found.name(), found.description(), 0, 0, 0));
            links.add(new Link(group.value(), role.value()));
        });
        return Math.max(0, all.size() - MOST_GROUPS);
    }
}
