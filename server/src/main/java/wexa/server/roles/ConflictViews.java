package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import wexa.core.conflict.Conflict;
import wexa.core.conflict.Conflicts;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Lays out conflict rules and in whom their sides meet. */
public final class ConflictViews {
    private static final int MOST_MET = 50;

    /** Of somebody in whom the sides meet at more pairs of places, the ways to the first are told. */
    private static final int MOST_PLACES = 10;

    private final Model model;
    private final Conflicts conflicts;
    private final Instant at;

    public ConflictViews(Snapshot snapshot, Instant at) {
        this.model = snapshot.model();
        this.conflicts = new Conflicts(snapshot.model(), snapshot.index());
        this.at = at;
    }

    public List<RoleViews.ConflictView> all() {
        return model.table(Kind.CONFLICT_RULE).stream().map(this::view).toList();
    }

    private RoleViews.ConflictView view(ConflictRule rule) {
        List<RoleViews.Met> met = met(rule);
        return new RoleViews.ConflictView(
                rule.id().value(),
                rule.key().text(),
                rule.name(),
                rule.description(),
                words(rule.one()),
                words(rule.other()),
                apps(rule),
                rule.within().name(),
                rule.counted().stream().map(Enum::name).toList(),
                rule.manner().name(),
                rule.owner().flatMap(model.people()::find).map(Person::name).orElse(null),
                side(rule.one()),
                side(rule.other()),
                met.stream().limit(MOST_MET).toList(),
                Math.max(0, met.size() - MOST_MET),
                (int) met.stream().filter(one -> one.exception() != null).count());
    }

    private RoleViews.SideView side(ConflictRule.Side side) {
        return new RoleViews.SideView(
                side.permissions().stream().map(Permission::toString).toList(),
                side.sets().stream()
                        .flatMap(set -> model.table(Kind.PERMISSION_SET).find(set).stream())
                        .map(set -> set.key().text())
                        .toList(),
                side.roles().stream()
                        .flatMap(role -> model.roles().find(role).stream())
                        .map(role -> role.key().text())
                        .toList());
    }

    /** One line a person, however many places the sides meet at. */
    private List<RoleViews.Met> met(ConflictRule rule) {
        Map<Id<Person>, List<Conflict>> meetings = new LinkedHashMap<>();
        for (Conflict meeting : conflicts.everybody(rule, at)) {
            meetings.computeIfAbsent(meeting.person(), any -> new ArrayList<>()).add(meeting);
        }
        List<RoleViews.Met> met = new ArrayList<>();
        meetings.forEach((person, theirs) -> met.add(met(rule, person, theirs)));
        // what is to settle comes first
        met.sort(Comparator.comparing(one -> one.exception() != null));
        int shown = Math.min(MOST_MET, met.size());
        for (int place = 0; place < shown; place++) {
            RoleViews.Met one = met.get(place);
            met.set(place, withWays(one, meetings.getOrDefault(Id.<Person>of(one.person()), List.of())));
        }
        return met;
    }

    private RoleViews.Met met(ConflictRule rule, Id<Person> person, List<Conflict> meetings) {
        Set<String> where = new LinkedHashSet<>();
        meetings.forEach(meeting -> {
            where.add(where(meeting.one()));
            where.add(where(meeting.other()));
        });
        return new RoleViews.Met(
                person.value(),
                model.people().get(person).name(),
                String.join("; ", where),
                List.of(),
                List.of(),
                ConflictException.of(rule.id(), person, at, model)
                        .map(one -> new RoleViews.ExceptionView(
                                one.id().value(), one.window().until(), one.reason(), one.control()))
                        .orElse(null));
    }

    /** The same with the ways to each side: they cost the person's paths, and are told of those who are shown. */
    private RoleViews.Met withWays(RoleViews.Met met, List<Conflict> meetings) {
        MetWays told = new MetWays(model);
        List<RoleViews.MetWay> ones = new ArrayList<>();
        List<RoleViews.MetWay> others = new ArrayList<>();
        for (Conflict meeting : meetings.stream().limit(MOST_PLACES).toList()) {
            Conflicts.Ways ways = conflicts.ways(meeting, at);
            ones.addAll(told.of(ways.one()));
            others.addAll(told.of(ways.other()));
        }
        return new RoleViews.Met(
                met.person(),
                met.name(),
                met.where(),
                ones.stream().distinct().toList(),
                others.stream().distinct().toList(),
                met.exception());
    }

    private String where(Conflict.Held held) {
        Tenant tenant = model.tenants().get(held.tenant());
        return model.title(tenant)
                + held.area()
                        .map(model.table(Kind.AREA)::get)
                        .map(Area::name)
                        .map(name -> ", " + name)
                        .orElse("");
    }

    private String apps(ConflictRule rule) {
        Set<Permission> all = new LinkedHashSet<>(rule.one().named(model));
        all.addAll(rule.other().named(model));
        return all.stream()
                .flatMap(permission -> model.table(Kind.APP).by(App.BY_KEY, permission.app()).stream())
                .map(App::name)
                .distinct()
                .collect(Collectors.joining(", "));
    }

    private List<String> words(ConflictRule.Side side) {
        List<String> words = new ArrayList<>();
        for (Permission permission : side.permissions()) {
            words.add(model.table(Kind.APP).by(App.BY_KEY, permission.app()).stream()
                    .flatMap(app -> app.resourceTypes().stream())
                    .filter(type -> type.key().equals(permission.type()))
                    .flatMap(type -> type.actions().stream()
                            .filter(action -> action.key().equals(permission.action()))
                            .map(action -> type.name() + ": " + action.label()))
                    .findFirst()
                    .orElseGet(permission::toString));
        }
        side.sets().stream()
                .flatMap(set -> model.table(Kind.PERMISSION_SET).find(set).stream())
                .forEach(set -> words.add("the set " + set.name()));
        side.roles().stream().map(model.roles()::get).map(Role::name).forEach(name -> words.add("the role " + name));
        return words;
    }
}
