package wexa.server.groups;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.server.administrators.Act;
import wexa.server.administrators.Actor;
import wexa.server.administrators.UseCases;
import wexa.server.problems.Problem;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Looking at groups: who is in them and by which way, and what they give. */
@UseCases
public class GroupService {
    private static final int MOST_MEMBERS = 1_000;

    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    GroupService(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    public List<GroupViews.GroupRow> list(Actor actor) {
        actor.require(Act.LOOK);
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        return snapshot.model().groups().stream()
                .map(group -> row(snapshot, group, now))
                .sorted(Comparator.comparing(GroupViews.GroupRow::kind).thenComparing(GroupViews.GroupRow::name))
                .toList();
    }

    private static GroupViews.GroupRow row(Snapshot snapshot, Group group, Instant now) {
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
                group.owners().stream().map(owner -> name(model, owner)).toList());
    }

    public GroupViews.GroupPage page(Actor actor, UUID id) {
        actor.require(Act.LOOK);
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Group group = model.groups().find(Id.of(id)).orElseThrow(() -> Problem.notFound("group", id));
        return new GroupViews.GroupPage(
                row(snapshot, group, now),
                members(snapshot, group, now),
                nested(model, group, now),
                gives(model, group));
    }

    private static List<GroupViews.Member> members(Snapshot snapshot, Group group, Instant now) {
        Model model = snapshot.model();
        List<GroupViews.Member> members = new ArrayList<>();
        for (Id<Person> person : snapshot.index().membersOf(group.id(), now).first(MOST_MEMBERS)) {
            boolean direct =
                    model.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person)).stream()
                            .anyMatch(one -> one.group().equals(group.id())
                                    && one.window().contains(now));
            String way = direct && group.kind() == GroupKind.ASSIGNED
                    ? "put in"
                    : group.kind() == GroupKind.RULED ? "by rule" : direct ? "by the directory" : "through a group";
            members.add(new GroupViews.Member(person.value(), name(model, person), way));
        }
        members.sort(Comparator.comparing(GroupViews.Member::name));
        return members;
    }

    private static List<String> nested(Model model, Group group, Instant now) {
        return model.table(Kind.MEMBERSHIP).by(Membership.BY_GROUP, group.id()).stream()
                .filter(one -> one.window().contains(now))
                .filter(one -> one.member() instanceof Subject.OfGroup)
                .map(one -> model.groups()
                        .get(((Subject.OfGroup) one.member()).group())
                        .name())
                .toList();
    }

    private static List<GroupViews.Gives> gives(Model model, Group group) {
        List<GroupViews.Gives> gives = new ArrayList<>();
        for (Assignment one : model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfGroup(group.id()))) {
            Tenant tenant = model.tenants().get(one.tenant());
            gives.add(new GroupViews.Gives(
                    one.role().value(),
                    model.roles().get(one.role()).name(),
                    model.appOf(tenant).name() + " " + tenant.name(),
                    tenant.colour(),
                    one.area().map(model.table(Kind.AREA)::get).map(Area::name).orElse("everywhere"),
                    one.window().isOpenEnded() ? null : one.window().until(),
                    "assignment"));
        }
        for (Mapping one : model.table(Kind.MAPPING).by(Mapping.BY_GROUP, group.id())) {
            Tenant tenant = model.tenants().get(one.tenant());
            gives.add(new GroupViews.Gives(
                    one.role().value(),
                    model.roles().get(one.role()).name(),
                    model.appOf(tenant).name() + " " + tenant.name(),
                    tenant.colour(),
                    one.area().map(model.table(Kind.AREA)::get).map(Area::name).orElse("everywhere"),
                    null,
                    one.carriage() == Mapping.Carriage.CARRIED ? "mapping" : "mapping at sign-in"));
        }
        return gives;
    }

    private static String name(Model model, Id<Person> person) {
        return model.people().find(person).map(Person::name).orElse("");
    }
}
