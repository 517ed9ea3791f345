package wexa.server.groups;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.access.PersonSet;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.ObjectKey;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Capability;
import wexa.core.model.Condition;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.drafts.Previews;
import wexa.server.log.Log;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at groups: who is in them and by which way, what they give, and what a draft does to them. */
@UseCases
public class GroupService {
    private static final int MOST_MEMBERS = 1_000;
    private static final int MOST_NAMED = 20;

    /** For how long what was made or changed stands on top. */
    private static final Duration NEW = Duration.ofHours(12);

    private static final Comparator<GroupViews.GroupRow> LIST_ORDER = Comparator.comparing(
                    GroupViews.GroupRow::touchedAt, Comparator.nullsLast(Comparator.reverseOrder()))
            .thenComparing(GroupViews.GroupRow::kind)
            .thenComparing(GroupViews.GroupRow::name);

    private final SnapshotStore snapshots;
    private final Previews previews;
    private final Log log;
    private final BusinessClock clock;

    GroupService(SnapshotStore snapshots, Previews previews, Log log, BusinessClock clock) {
        this.log = log;
        this.snapshots = snapshots;
        this.previews = previews;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<GroupViews.GroupRow> list(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        Map<UUID, Instant> touched = log.touched(now.minus(NEW));
        return snapshot.model().groups().stream()
                .map(group -> row(snapshot, group, now, touched.get(group.id().value())))
                .sorted(LIST_ORDER)
                .toList();
    }

    private static GroupViews.GroupRow row(Snapshot snapshot, Group group, Instant now, @Nullable Instant touchedAt) {
        Model model = snapshot.model();
        Subject self = new Subject.OfGroup(group.id());
        int gives = model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, self).size()
                + model.table(Kind.MAPPING).by(Mapping.BY_GROUP, group.id()).size();
        return new GroupViews.GroupRow(
                group.id().value(),
                group.key().text(),
                group.name(),
                group.kind().name(),
                group.description(),
                snapshot.index().membersOf(group.id(), now).size(),
                gives,
                group.owners().stream().map(owner -> name(model, owner)).toList(),
                List.copyOf(group.tags()),
                touchedAt);
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public GroupViews.GroupPage page(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Group group = model.groups().find(Id.of(id)).orElseThrow(() -> Problem.notFound("group", id));
        List<GroupViews.Nested> nested = nested(snapshot, group, now);
        return new GroupViews.GroupPage(
                row(snapshot, group, now, null),
                members(snapshot, group, nested, now),
                nested,
                within(snapshot, group, now),
                gives(model, group, now),
                tenants(snapshot, group, now),
                group.condition().map(GroupService::rule).orElse(null));
    }

    private static List<GroupViews.InTenant> tenants(Snapshot snapshot, Group group, Instant now) {
        Model model = snapshot.model();
        return model.tenants().stream()
                .filter(tenant -> tenant.can(Capability.GROUPS))
                .sorted(Comparator.comparingInt(Tenant::colour))
                .map(tenant -> {
                    Optional<GroupProvision> provision =
                            model.table(Kind.GROUP_PROVISION).by(GroupProvision.BY_GROUP, group.id()).stream()
                                    .filter(one -> one.tenant().equals(tenant.id()))
                                    .findFirst();
                    boolean isThere = new DesiredState(model, snapshot.index(), tenant, now)
                            .find(ObjectKey.group(group.id()), Optional.empty())
                            .isPresent();
                    return new GroupViews.InTenant(
                            tenant.id().value(),
                            model.title(tenant),
                            tenant.colour(),
                            provision.map(one -> one.id().value()).orElse(null),
                            isThere && provision.isEmpty());
                })
                .toList();
    }

    private static GroupViews.RuleView rule(Condition rule) {
        return new GroupViews.RuleView(
                rule.kinds().stream()
                        .map(kind -> kind.name().toLowerCase(Locale.ROOT))
                        .toList(),
                rule.units().stream().map(Id::value).toList(),
                List.copyOf(rule.jobs()),
                rule.values().entrySet().stream()
                        .flatMap(some -> some.getValue().stream().map(value -> some.getKey() + "=" + value))
                        .toList());
    }

    /** Who comes in and who goes out with a draft: of a group that the draft makes, everybody comes in. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public GroupViews.Shift shift(Actor actor, UUID id, UUID draft) {
        Preview preview = previews.of(Optional.of(draft));
        Instant at = preview.lastBeginning();
        List<Id<Person>> before =
                preview.snapshot().index().membersOf(Id.of(id), at).all();
        List<Id<Person>> after = preview.index().membersOf(Id.of(id), at).all();
        List<Id<Person>> joining = beyond(after, before);
        List<Id<Person>> leaving = beyond(before, after);
        return new GroupViews.Shift(
                before.size(),
                after.size(),
                names(preview.model(), joining),
                names(preview.model(), leaving),
                joining.size(),
                leaving.size());
    }

    private static List<Id<Person>> beyond(List<Id<Person>> these, List<Id<Person>> those) {
        Set<Id<Person>> known = new HashSet<>(those);
        return these.stream().filter(person -> !known.contains(person)).toList();
    }

    private static List<String> names(Model model, List<Id<Person>> people) {
        return people.stream()
                .map(person -> name(model, person))
                .sorted()
                .limit(MOST_NAMED)
                .toList();
    }

    private static List<GroupViews.Member> members(
            Snapshot snapshot, Group group, List<GroupViews.Nested> nested, Instant now) {
        Model model = snapshot.model();
        List<GroupViews.Member> members = new ArrayList<>();
        Map<String, PersonSet> inside = new LinkedHashMap<>();
        nested.forEach(one -> inside.put(one.name(), snapshot.index().membersOf(Id.of(one.id()), now)));
        for (Id<Person> person : snapshot.index().membersOf(group.id(), now).first(MOST_MEMBERS)) {
            Optional<Membership> membership =
                    model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person)).stream()
                            .filter(one -> one.group().equals(group.id())
                                    && one.window().contains(now))
                            .findFirst();
            boolean direct = membership.isPresent();
            String way = direct && group.kind() == GroupKind.ASSIGNED
                    ? "direct"
                    : group.kind() == GroupKind.RULED
                            ? "by rule"
                            : direct ? "by the directory" : through(person, inside);
            Optional<Engagement> engagement = MainEngagement.of(model, person, now);
            members.add(new GroupViews.Member(
                    person.value(),
                    name(model, person),
                    engagement.flatMap(Engagement::staffNumber).orElse(""),
                    engagement.map(Engagement::job).orElse(""),
                    engagement
                            .map(one -> model.table(Kind.UNIT).get(one.unit()).name())
                            .orElse(""),
                    way,
                    membership
                            .filter(one -> group.kind() == GroupKind.ASSIGNED)
                            .map(one -> one.id().value())
                            .orElse(null),
                    membership
                            .filter(one -> !one.window().isOpenEnded())
                            .map(one -> one.window().until())
                            .orElse(null)));
        }
        members.sort(Comparator.comparing(GroupViews.Member::name));
        return members;
    }

    private static String through(Id<Person> person, Map<String, PersonSet> inside) {
        return inside.entrySet().stream()
                .filter(one -> one.getValue().contains(person))
                .map(one -> "through " + one.getKey())
                .findFirst()
                .orElse("through a group");
    }

    private static List<GroupViews.Nested> nested(Snapshot snapshot, Group group, Instant now) {
        Model model = snapshot.model();
        return model.table(Kind.MEMBERSHIP).by(Membership.BY_GROUP, group.id()).stream()
                .filter(one -> one.window().contains(now))
                .filter(one -> one.member() instanceof Subject.OfGroup)
                .map(one -> nested(snapshot, ((Subject.OfGroup) one.member()).group(), one, now))
                .toList();
    }

    private static List<GroupViews.Nested> within(Snapshot snapshot, Group group, Instant now) {
        Model model = snapshot.model();
        return model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfGroup(group.id())).stream()
                .filter(one -> one.window().contains(now))
                .map(one -> nested(snapshot, one.group(), one, now))
                .toList();
    }

    private static GroupViews.Nested nested(Snapshot snapshot, Id<Group> group, Membership by, Instant now) {
        return new GroupViews.Nested(
                group.value(),
                snapshot.model().groups().get(group).name(),
                by.id().value(),
                snapshot.index().membersOf(group, now).size());
    }

    /** A group in which the members are as well, and until when at the longest. */
    private record Around(Group group, Instant until) {}

    /** The group, then those around it, the nearest first; each once, by the way that lasts longest among the nearest. */
    private static List<Around> around(Model model, Group group, Instant now) {
        List<Around> found = new ArrayList<>(List.of(new Around(group, Instant.MAX)));
        Set<Id<Group>> seen = new HashSet<>(Set.of(group.id()));
        for (int place = 0; place < found.size(); place++) {
            Around inner = found.get(place);
            model
                    .table(Kind.MEMBERSHIP)
                    .by(Membership.BY_MEMBER, new Subject.OfGroup(inner.group().id()))
                    .stream()
                    .filter(one -> one.window().contains(now))
                    .sorted(Comparator.comparing(
                                    (Membership one) -> one.window().until())
                            .reversed())
                    .filter(one -> seen.add(one.group()))
                    .map(one -> new Around(
                            model.groups().get(one.group()),
                            earlier(one.window().until(), inner.until())))
                    .forEach(found::add);
        }
        return found;
    }

    private static Instant earlier(Instant one, Instant other) {
        return one.isBefore(other) ? one : other;
    }

    private static List<GroupViews.Gives> gives(Model model, Group group, Instant now) {
        List<GroupViews.Gives> gives = new ArrayList<>();
        for (Around around : around(model, group, now)) {
            Id<Group> id = around.group().id();
            boolean isOwn = id.equals(group.id());
            for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfGroup(id))) {
                Instant until = earlier(one.window().until(), around.until());
                gives.add(given(model, one.role(), one.tenant(), one.area(), until, "assignment", around, isOwn));
            }
            for (Mapping one : model.table(Kind.MAPPING).by(Mapping.BY_GROUP, id)) {
                String by = one.carriage() == Mapping.Carriage.CARRIED ? "mapping" : "mapping at sign-in";
                gives.add(given(model, one.role(), one.tenant(), one.area(), around.until(), by, around, isOwn));
            }
        }
        return gives;
    }

    private static GroupViews.Gives given(
            Model model,
            Id<Role> role,
            Id<Tenant> in,
            Optional<Id<Area>> area,
            Instant until,
            String by,
            Around around,
            boolean isOwn) {
        Tenant tenant = model.tenants().get(in);
        return new GroupViews.Gives(
                role.value(),
                model.roles().get(role).name(),
                model.title(tenant),
                tenant.colour(),
                area.map(model.table(Kind.AREA)::get).map(Area::name).orElse("everywhere"),
                until.equals(Instant.MAX) ? null : until,
                by,
                isOwn ? null : around.group().name(),
                isOwn ? null : around.group().id().value());
    }

    private static String name(Model model, Id<Person> person) {
        return model.people().find(person).map(Person::name).orElse("");
    }
}
