package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;
import wexa.server.problems.Problem;

/** What a person holds, or whoever is in a group holds by being in it, with the places at which. */
final class Holding {
    private final AccessIndex index;
    private final Model model;
    private final Instant at;
    private final Map<Permission, Set<String>> found = new HashMap<>();

    private Holding(Snapshot snapshot, Instant at) {
        this.index = snapshot.index();
        this.model = snapshot.model();
        this.at = at;
    }

    /** @param who {@code person:} or {@code group:} and an id */
    static Map<Permission, Set<String>> of(String who, Snapshot snapshot, Instant at) {
        Holding holding = new Holding(snapshot, at);
        Optional<Subject> subject = subject(who, snapshot.model());
        switch (subject.orElseThrow(() -> Problem.badField(
                "who", "subject.unknown", "There is no such person or group. Choose one from the list."))) {
            case Subject.OfPerson one -> {
                for (Access.Reach reach : holding.index.of(one.person(), at).reaches()) {
                    holding.add(reach.tenant(), reach.area(), reach.permissions());
                }
            }
            case Subject.OfGroup many -> holding.addGroup(many.group());
        }
        return holding.found;
    }

    private static Optional<Subject> subject(String text, Model model) {
        int colon = text.indexOf(':');
        try {
            UUID id = UUID.fromString(text.substring(colon + 1));
            return switch (colon < 0 ? "" : text.substring(0, colon)) {
                case "person" -> model.people().find(Id.of(id)).map(one -> new Subject.OfPerson(one.id()));
                case "group" -> model.groups().find(Id.of(id)).map(one -> new Subject.OfGroup(one.id()));
                default -> Optional.empty();
            };
        } catch (IllegalArgumentException malformed) {
            return Optional.empty();
        }
    }

    /** The group's own assignments and mappings, and those of the groups that it is in. */
    private void addGroup(Id<Group> group) {
        Set<Id<Group>> seen = new LinkedHashSet<>();
        Deque<Id<Group>> open = new ArrayDeque<>(Set.of(group));
        while (!open.isEmpty()) {
            Id<Group> next = open.pop();
            if (!seen.add(next)) {
                continue;
            }
            Subject subject = new Subject.OfGroup(next);
            for (Assignment given : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, subject)) {
                boolean isInert = given.area().isEmpty()
                        && model.appOf(model.tenants().get(given.tenant())).needsArea();
                boolean isNow = given.effective(model)
                        .filter(window -> window.contains(at))
                        .isPresent();
                if (isNow && !isInert) {
                    add(given.tenant(), given.area(), index.permissionsOf(given.role()));
                }
            }
            for (Mapping mapping : model.table(Kind.MAPPING).by(Mapping.BY_GROUP, next)) {
                add(mapping.tenant(), mapping.area(), index.permissionsOf(mapping.role()));
            }
            model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, subject).stream()
                    .filter(membership -> membership.window().contains(at))
                    .forEach(membership -> open.push(membership.group()));
        }
    }

    private void add(Id<Tenant> tenant, Optional<Id<Area>> area, Collection<Permission> permissions) {
        Key app = model.appOf(model.tenants().get(tenant)).key();
        String place = PlaceNames.of(tenant, area, model);
        permissions.stream()
                .filter(permission -> permission.app().equals(app))
                .forEach(permission -> found.computeIfAbsent(permission, any -> new TreeSet<>())
                        .add(place));
    }
}
