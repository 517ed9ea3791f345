package wexa.server.testing;

import static wexa.server.testing.Patience.patiently;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;
import wexa.connect.Outcome;
import wexa.connect.authzen.Evaluations;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.connections.Connections;
import wexa.server.snapshot.SnapshotStore;

/**
 * What tenants themselves say somebody may do: each action on each type of record at each area, asked one by one of those
 * that answer. And what a review says, in the same terms.
 */
public final class TenantAnswers {
    private final Connections connections;
    private final SnapshotStore snapshots;

    /** A yes: an action at an area of a tenant; no area is the tenant itself. */
    public record Yes(Id<Tenant> tenant, Permission permission, Optional<Id<Area>> area) {}

    public TenantAnswers(Stage stage) {
        this.connections = stage.bean(Connections.class);
        this.snapshots = stage.bean(SnapshotStore.class);
    }

    public Set<Yes> of(Id<Person> person) {
        Model model = snapshots.current().model();
        Set<Yes> found = new HashSet<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person)) {
            Tenant tenant = model.tenants().get(account.tenant());
            if (tenant.can(Capability.EVALUATION)) {
                found.addAll(asked(account.userName(), tenant, model));
            }
        }
        return found;
    }

    private List<Yes> asked(String userName, Tenant tenant, Model model) {
        List<Yes> all = new ArrayList<>();
        List<Evaluations.Question> questions = new ArrayList<>();
        App app = model.appOf(tenant);
        for (App.ResourceType type : app.resourceTypes()) {
            for (App.Action action : type.actions()) {
                Permission permission = new Permission(app.key(), type.key(), action.key());
                for (Optional<Id<Area>> area : areas(tenant, model)) {
                    all.add(new Yes(tenant.id(), permission, area));
                    questions.add(new Evaluations.Question(
                            permission,
                            area.map(id -> model.table(Kind.AREA).get(id).key().text())));
                }
            }
        }
        Evaluations tenants = connections.of(tenant.id()).orElseThrow().evaluations();
        Outcome<List<Evaluations.Answer>> outcome = tenants.ask(userName, questions);
        if (!(outcome instanceof Outcome.Done)) {
            outcome = patiently().until(() -> tenants.ask(userName, questions), Outcome.Done.class::isInstance);
        }
        List<Evaluations.Answer> answers = ((Outcome.Done<List<Evaluations.Answer>>) outcome).value();
        List<Yes> found = new ArrayList<>();
        for (int place = 0; place < all.size(); place++) {
            if (answers.get(place).permitted()) {
                found.add(all.get(place));
            }
        }
        return found;
    }

    private static List<Optional<Id<Area>>> areas(Tenant tenant, Model model) {
        List<Optional<Id<Area>>> areas = new ArrayList<>(List.of(Optional.empty()));
        model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).forEach(area -> areas.add(Optional.of(area.id())));
        return areas;
    }

    /** What a review says that can be used from now on, at the areas at which it is told. */
    public Set<Yes> gains(JsonNode person) {
        return told(person.path("gains"), false);
    }

    /** What a review says that cannot be used any more from now on: it is lost, or something blocks what is held. */
    public Set<Yes> losses(JsonNode person) {
        return told(person.path("losses"), true);
    }

    private Set<Yes> told(JsonNode lines, boolean isLost) {
        Model model = snapshots.current().model();
        Set<Yes> found = new HashSet<>();
        for (JsonNode line : lines) {
            boolean isNow = line.path("from").isNull() || line.path("from").isMissingNode();
            Tenant tenant = model.tenants().stream()
                    .filter(one -> model.title(one).equals(line.path("tenant").asString()))
                    .findFirst()
                    .orElseThrow();
            boolean isAboutUse =
                    line.path("blocks").isEmpty() || isLost && line.path("held").asBoolean();
            if (!isNow || !isAboutUse || !tenant.can(Capability.EVALUATION)) {
                continue;
            }
            App app = model.appOf(tenant);
            App.ResourceType type = app.resourceTypes().stream()
                    .filter(one -> one.name().equals(line.path("record").asString()))
                    .findFirst()
                    .orElseThrow();
            Optional<Id<Area>> area = model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).stream()
                    .filter(one -> one.name().equals(line.path("area").asString()))
                    .map(Area::id)
                    .findFirst();
            Set<String> labels = new TreeSet<>();
            line.path("actions").forEach(action -> labels.add(action.asString()));
            type.actions().stream()
                    .filter(action -> labels.contains(action.label()))
                    .forEach(action ->
                            found.add(new Yes(tenant.id(), new Permission(app.key(), type.key(), action.key()), area)));
        }
        return found;
    }

    /** The same with whatever lies below. */
    public Set<Yes> below(Set<Yes> told) {
        Model model = snapshots.current().model();
        Set<Yes> all = new HashSet<>();
        for (Yes one : told) {
            for (Optional<Id<Area>> area : areas(model.tenants().get(one.tenant()), model)) {
                if (one.area().isEmpty() || isAtOrBelow(area, one.area().get(), model)) {
                    all.add(new Yes(one.tenant(), one.permission(), area));
                }
            }
        }
        return all;
    }

    private static boolean isAtOrBelow(Optional<Id<Area>> area, Id<Area> above, Model model) {
        Optional<Id<Area>> at = area;
        while (at.isPresent() && !at.get().equals(above)) {
            at = model.table(Kind.AREA).get(at.get()).parent();
        }
        return at.isPresent();
    }
}
