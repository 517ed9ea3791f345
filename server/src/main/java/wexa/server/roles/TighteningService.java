package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wexa.core.access.SoleHolders;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Sort;
import wexa.core.model.Subject;
import wexa.core.preview.Snapshot;
import wexa.core.registry.Rooms;
import wexa.core.role.PermissionNames;
import wexa.core.tightening.Slack;
import wexa.core.tightening.Tightening;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.heavy.HeavyWork;
import wexa.server.heavy.LongWork;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** What could be taken away without anybody losing anything, each with the entry that does it; and who alone can do something. */
@UseCases
public class TighteningService {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;
    private final HeavyWork heavy;
    private final Map<String, Integer> progress = new ConcurrentHashMap<>();

    TighteningService(SnapshotStore snapshots, BusinessClock clock, HeavyWork heavy) {
        this.snapshots = snapshots;
        this.clock = clock;
        this.heavy = heavy;
    }

    public enum SlackKind {
        INGREDIENT,
        ASSIGNMENT,
        ROLE,
        GROUP,
        DUPLICATE,
        VARIANT,
        /** Nothing to take away: somebody who alone can do something. */
        SOLE_HOLDER
    }

    /**
     * One thing to take away.
     *
     * @param about the role, person or group
     * @param why the proof, line by line
     * @param form the form of the entry that does it; none where somebody has to decide
     * @param other the role to compare it with
     */
    public record SlackView(
            SlackKind kind,
            UUID about,
            String name,
            List<String> why,
            @Nullable String form,
            Map<String, String> fields,
            @Nullable UUID other) {}

    /** How far the search of an administrator has come; none while there is none. */
    public record ProgressView(@Nullable Integer percent) {}

    private record FoundInAll(List<Slack> slacks, List<SoleHolders.Sole> soles) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<SlackView> of(Actor actor) {
        Snapshot snapshot = snapshots.current();
        try {
            FoundInAll found = heavy.run(
                    true,
                    LongWork.What.of("Searching for what can be tightened", "/roles/tighten"),
                    () -> search(snapshot, actor.login()));
            return new Views(snapshot).of(found.slacks(), found.soles());
        } finally {
            progress.remove(actor.login());
        }
    }

    private FoundInAll search(Snapshot snapshot, String login) {
        Instant now = clock.now();
        Model model = snapshot.model();
        Set<Id<Person>> emergency = model.table(Kind.ACCOUNT).stream()
                .filter(account -> account.kind() == AccountKind.EMERGENCY)
                .flatMap(account -> account.person().stream())
                .collect(Collectors.toSet());
        return new FoundInAll(
                Tightening.of(model, snapshot.index(), now, percent -> progress.put(login, percent)),
                SoleHolders.of(snapshot.index(), now, person -> !emergency.contains(person)));
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public ProgressView progress(Actor actor) {
        return new ProgressView(progress.get(actor.login()));
    }

    /** A role as it would be without what it does not need. */
    private static final class Tighter {
        private final Role role;
        private final List<Id<PermissionSet>> sets;
        private final List<Id<Role>> includes;
        private final Set<Permission> exclusions;
        private final List<String> why = new ArrayList<>();

        Tighter(Role role) {
            this.role = role;
            this.sets = new ArrayList<>(role.sets());
            this.includes = new ArrayList<>(role.includes());
            this.exclusions = new TreeSet<>(role.exclusions());
        }
    }

    private static final class Views {
        private final Snapshot snapshot;
        private final Model model;
        private final Map<Id<Role>, Tighter> roles = new LinkedHashMap<>();
        private final List<SlackView> views = new ArrayList<>();

        Views(Snapshot snapshot) {
            this.snapshot = snapshot;
            this.model = snapshot.model();
        }

        List<SlackView> of(List<Slack> slacks, List<SoleHolders.Sole> soles) {
            slacks.forEach(this::add);
            soles.forEach(this::add);
            List<SlackView> all = new ArrayList<>();
            roles.values().forEach(one -> all.add(role(one)));
            all.addAll(views);
            return all;
        }

        /** What is only looked at can wait until somebody is back. */
        private void add(SoleHolders.Sole sole) {
            List<Permission> needed = sole.permissions().stream()
                    .filter(permission -> sortOf(permission) != Sort.LOOK)
                    .toList();
            if (!needed.isEmpty()) {
                List<String> why = List.of(
                        "Nobody else can do this in "
                                + model.title(model.tenants().get(sole.tenant())) + ":",
                        String.join("; ", PermissionNames.lines(needed, model)));
                views.add(new SlackView(
                        SlackKind.SOLE_HOLDER,
                        sole.person().value(),
                        model.people().get(sole.person()).name(),
                        why,
                        null,
                        Map.of("need", needed.stream().map(Permission::toString).collect(Collectors.joining(","))),
                        null));
            }
        }

        private Sort sortOf(Permission permission) {
            return model.table(Kind.APP).by(App.BY_KEY, permission.app()).stream()
                    .flatMap(app -> app.resourceTypes().stream())
                    .filter(type -> type.key().equals(permission.type()))
                    .flatMap(type -> type.actions().stream())
                    .filter(action -> action.key().equals(permission.action()))
                    .map(App.Action::sort)
                    .findFirst()
                    .orElse(Sort.WORK);
        }

        private Tighter tighter(Role role) {
            return roles.computeIfAbsent(role.id(), any -> new Tighter(role));
        }

        private void add(Slack slack) {
            switch (slack) {
                case Slack.UselessSet one -> {
                    Tighter tighter = tighter(one.role());
                    tighter.sets.remove(one.set().id());
                    tighter.why.add("“" + one.set().name() + "”: the other ingredients grant all of it");
                }
                case Slack.UselessInclusion one -> {
                    Tighter tighter = tighter(one.role());
                    tighter.includes.remove(one.included().id());
                    tighter.why.add("The role “" + one.included().name() + "”: the other ingredients grant all of it");
                }
                case Slack.UselessExclusion one -> {
                    Tighter tighter = tighter(one.role());
                    tighter.exclusions.remove(one.permission());
                    tighter.why.add("The exclusion of “" + PermissionNames.of(one.permission(), model)
                            + "”: no ingredient grants it");
                }
                case Slack.UselessVariant one ->
                    views.add(new SlackView(
                            SlackKind.VARIANT,
                            one.variant().role().value(),
                            Rooms.title(one.variant(), model).orElse(""),
                            List.of("The role grants the same there without its variant"),
                            "role-variant.end",
                            Map.of("role-variant", one.variant().id().toString()),
                            null));
                case Slack.RepeatedAssignment one -> views.add(assignment(one));
                case Slack.UnusedRole one ->
                    views.add(new SlackView(
                            SlackKind.ROLE,
                            one.role().id().value(),
                            one.role().name(),
                            List.of("Not assigned in the past year, and not included in another role"),
                            "role.retire",
                            Map.of("role", one.role().id().toString()),
                            null));
                case Slack.EmptyGroup one ->
                    views.add(new SlackView(
                            SlackKind.GROUP,
                            one.group().id().value(),
                            one.group().name(),
                            List.of("No members in the past year"),
                            "group.retire",
                            Map.of("group", one.group().id().toString()),
                            null));
                case Slack.NearDuplicate one ->
                    views.add(new SlackView(
                            SlackKind.DUPLICATE,
                            one.one().id().value(),
                            one.one().name() + " and " + one.other().name(),
                            List.of("They share " + one.shared() + " permissions and differ in " + one.only()),
                            null,
                            Map.of(),
                            one.other().id().value()));
            }
        }

        private SlackView role(Tighter one) {
            int permissions = snapshot.index().permissionsOf(one.role.id()).size();
            List<String> why = new ArrayList<>(one.why);
            why.add("The role grants the same " + permissions + (permissions == 1 ? " permission" : " permissions")
                    + " without " + (one.why.size() == 1 ? "it" : "them"));
            return new SlackView(
                    SlackKind.INGREDIENT,
                    one.role.id().value(),
                    one.role.name(),
                    why,
                    "role.edit",
                    Map.of(
                            "role", one.role.id().toString(),
                            "sets", ids(one.sets),
                            "includes", ids(one.includes),
                            "exclusions",
                                    one.exclusions.stream()
                                            .map(Permission::toString)
                                            .collect(Collectors.joining(", "))),
                    null);
        }

        private static String ids(List<? extends Id<?>> ids) {
            return ids.stream().map(Id::toString).collect(Collectors.joining(", "));
        }

        private SlackView assignment(Slack.RepeatedAssignment repeated) {
            Assignment one = repeated.assignment();
            Id<Person> person = ((Subject.OfPerson) one.subject()).person();
            String groups = repeated.by().stream()
                    .map(model.groups()::get)
                    .map(Group::name)
                    .sorted()
                    .collect(Collectors.joining(", "));
            String where = model.title(model.tenants().get(one.tenant()))
                    + one.area()
                            .map(model.table(Kind.AREA)::get)
                            .map(Area::name)
                            .map(name -> ", " + name)
                            .orElse("");
            return new SlackView(
                    SlackKind.ASSIGNMENT,
                    person.value(),
                    model.people().get(person).name(),
                    List.of(
                            "“" + model.roles().get(one.role()).name() + "” in " + where,
                            (groups.isEmpty() ? "Other assignments grant" : "Through " + groups + " they have")
                                    + " all of it, for as long as it lasts"),
                    "assignment.end",
                    Map.of("assignment", one.id().toString()),
                    null);
        }
    }
}
