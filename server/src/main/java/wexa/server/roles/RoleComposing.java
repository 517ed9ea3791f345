package wexa.server.roles;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.access.AccessIndex;
import wexa.core.access.Path;
import wexa.core.access.PersonSet;
import wexa.core.access.RoleEffect;
import wexa.core.access.Usability;
import wexa.core.model.App;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.preview.Impact;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.role.Lineage;
import wexa.core.role.PermissionNames;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;

/** What somebody who composes a role wants to know while they do: what else could go in, and what it does to people. */
@UseCases
public class RoleComposing {
    private static final int MOST_OFFERS = 60;

    /** So many people are asked by which other role they have something. */
    private static final int ASKED = 25;

    private static final int NAMED = 2;

    private final DraftStore drafts;
    private final Previews previews;

    RoleComposing(DraftStore drafts, Previews previews) {
        this.drafts = drafts;
        this.previews = previews;
    }

    /** Sets and roles that can be put into a role. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<RoleViews.Offer> offers(Actor actor, UUID id, Optional<UUID> draft, String text) {
        Preview preview = previews.of(draft);
        Model model = preview.model();
        Id<Role> wanted = Id.of(id);
        Optional<Role> role = DraftedRole.outcome(preview, wanted)
                .flatMap(found -> DraftedRole.wanted(found, preview))
                .or(() -> model.roles().find(wanted));
        Set<Id<Role>> circles = new Lineage(model).above(wanted);
        Offering offering = new Offering(model, preview.index(), new Sensitivities(model), role, circles);
        String sought = text.strip().toLowerCase(Locale.ROOT);
        Stream<RoleViews.Offer> all = Stream.concat(
                model.table(Kind.PERMISSION_SET).stream()
                        .filter(set -> matches(sought, set.name(), set.key().text(), set.description()))
                        .map(offering::of),
                model.roles().stream()
                        .filter(one -> !one.id().equals(wanted))
                        .filter(one -> matches(sought, one.name(), one.key().text(), one.description()))
                        .map(offering::of));
        return all.sorted(Comparator.comparing((RoleViews.Offer offer) ->
                                !offer.name().toLowerCase(Locale.ROOT).startsWith(sought))
                        .thenComparing(RoleViews.Offer::name)
                        .thenComparing(RoleViews.Offer::key))
                .limit(MOST_OFFERS)
                .toList();
    }

    private static boolean matches(String sought, String... texts) {
        return Stream.of(texts).anyMatch(text -> text.toLowerCase(Locale.ROOT).contains(sought));
    }

    private record Offering(
            Model model, AccessIndex index, Sensitivities sensitivities, Optional<Role> role, Set<Id<Role>> circles) {
        RoleViews.Offer of(PermissionSet set) {
            return new RoleViews.Offer(
                    set.id().value(),
                    RoleViews.IngredientKind.SET,
                    set.key().text(),
                    set.name(),
                    model.table(Kind.APP).get(set.app()).name(),
                    set.description(),
                    set.permissions().size(),
                    sensitivities.of(set),
                    inside(set.permissions(), set.id()),
                    role.map(one -> one.sets().contains(set.id())).orElse(false),
                    false);
        }

        RoleViews.Offer of(Role other) {
            Set<Permission> given = index.permissionsOf(other.id());
            return new RoleViews.Offer(
                    other.id().value(),
                    RoleViews.IngredientKind.ROLE,
                    other.key().text(),
                    other.name(),
                    String.join(", ", apps(given)),
                    other.description(),
                    given.size(),
                    sensitivities.of(other, given),
                    inside(given, other.id()),
                    role.map(one -> one.includes().contains(other.id())).orElse(false),
                    circles.contains(other.id()));
        }

        private List<String> apps(Set<Permission> given) {
            return given.stream()
                    .map(Permission::app)
                    .distinct()
                    .flatMap(key -> model.table(Kind.APP).by(App.BY_KEY, key).stream())
                    .map(App::name)
                    .toList();
        }

        /** An ingredient of the role that has all of it. */
        private @Nullable String inside(Set<Permission> given, Id<?> self) {
            if (role.isEmpty() || given.isEmpty()) {
                return null;
            }
            Stream<String> roles = role.get().includes().stream()
                    .filter(one -> !one.equals(self))
                    .flatMap(one -> model.roles().find(one).stream())
                    .filter(one -> index.permissionsOf(one.id()).containsAll(given))
                    .map(Role::name);
            Stream<String> sets = role.get().sets().stream()
                    .filter(one -> !one.equals(self))
                    .flatMap(one -> model.table(Kind.PERMISSION_SET).find(one).stream())
                    .filter(one -> one.permissions().containsAll(given))
                    .map(PermissionSet::name);
            return Stream.concat(roles, sets).findFirst().orElse(null);
        }
    }

    /** Whom a draft's changes of roles touch, and what they gain and lose. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public RoleViews.EffectView effect(Actor actor, UUID id, UUID draft) {
        Preview preview = previews.of(drafts.get(draft));
        Model model = preview.model();
        Id<Role> wanted = Id.of(id);
        Role role = DraftedRole.outcome(preview, wanted)
                .flatMap(found -> DraftedRole.wanted(found, preview))
                .or(() -> model.roles().find(wanted))
                .orElseThrow(() -> Problem.notFound("role", id));
        AccessIndex before = preview.snapshot().index();
        AccessIndex after = withRolesOf(preview);
        RoleEffect effect = RoleEffect.between(before, after, preview.now());
        Sensitivities sensitivities = new Sensitivities(model);
        Map<Permission, PersonSet> already = effect.already();
        Map<Permission, PersonSet> keepers = effect.keepers();
        List<RoleViews.PermissionShift> gains = new ArrayList<>();
        effect.gainers()
                .forEach((permission, people) ->
                        gains.add(shift(permission, people, already, before, preview, sensitivities)));
        List<RoleViews.PermissionShift> losses = new ArrayList<>();
        effect.losers()
                .forEach((permission, people) ->
                        losses.add(shift(permission, people, keepers, after, preview, sensitivities)));
        return new RoleViews.EffectView(
                effect.holders().size(),
                union(effect.gainers()),
                union(effect.losers()),
                tenants(wanted, model),
                (int) model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, wanted).stream()
                        .filter(one -> one.area().isEmpty()
                                && model.appOf(model.tenants().get(one.tenant()))
                                        .needsArea())
                        .count(),
                gains,
                losses,
                seats(preview),
                conflicts(role, model, after));
    }

    /** As it is, but for the roles: whatever else is in the draft is told in its review. */
    private static AccessIndex withRolesOf(Preview preview) {
        List<Effect> effects = preview.effects().stream()
                .filter(effect -> effect.kind() == Kind.ROLE || effect.kind() == Kind.PERMISSION_SET)
                .toList();
        Snapshot snapshot = preview.snapshot();
        return effects.isEmpty()
                ? snapshot.index()
                : snapshot.index().updated(snapshot.model().with(effects), effects);
    }

    private static int union(Map<Permission, PersonSet> people) {
        return PersonSet.union(List.copyOf(people.values()))
                .map(PersonSet::size)
                .orElse(0);
    }

    /**
     * @param anyway people who have it by another way, by permission
     * @param other the index in which they do
     */
    private static RoleViews.PermissionShift shift(
            Permission permission,
            PersonSet people,
            Map<Permission, PersonSet> anyway,
            AccessIndex other,
            Preview preview,
            Sensitivities sensitivities) {
        Optional<PersonSet> others = Optional.ofNullable(anyway.get(permission)).map(all -> all.without(people));
        List<String> by = others.map(some -> some.first(ASKED)).orElse(List.of()).stream()
                .flatMap(person -> ways(person, permission, other, preview.now()).stream())
                .distinct()
                .limit(NAMED)
                .toList();
        PermissionNames.Named named = PermissionNames.of(permission, preview.model());
        return new RoleViews.PermissionShift(
                permission.toString(),
                named.type(),
                named.action(),
                sensitivities.of(permission),
                people.size(),
                others.map(PersonSet::size).orElse(0),
                by);
    }

    /** Names of roles by which a person has it. */
    private static List<String> ways(Id<Person> person, Permission permission, AccessIndex index, Instant at) {
        return index.paths(person, at).stream()
                .filter(path -> path.gives(permission))
                .map(Path::roles)
                .map(List::getFirst)
                .flatMap(one -> index.model().roles().find(one).stream())
                .map(Role::name)
                .distinct()
                .toList();
    }

    /** Where the role is given, by itself or inside of others. */
    private static List<String> tenants(Id<Role> role, Model model) {
        Set<Id<Tenant>> found = new HashSet<>();
        for (Id<Role> one : new Lineage(model).above(role)) {
            model.table(Kind.ASSIGNMENT).by(Assignment.BY_ROLE, one).forEach(given -> found.add(given.tenant()));
            model.table(Kind.MAPPING).stream()
                    .filter(mapping -> mapping.role().equals(one))
                    .forEach(mapping -> found.add(mapping.tenant()));
        }
        return model.tenants().stream()
                .filter(tenant -> found.contains(tenant.id()))
                .map(model::title)
                .toList();
    }

    /** People who lack the seat that carries what they gain, by tenant. */
    private static List<RoleViews.SeatNeed> seats(Preview preview) {
        Model model = preview.model();
        Map<String, Map<String, Set<Id<Person>>>> needs = new TreeMap<>();
        for (Impact.Change change : preview.impactAt(preview.now()).changes()) {
            boolean lacks = change.is()
                    .filter(use -> change.gains().stream()
                            .anyMatch(one -> use.blocks(one).contains(Usability.Block.SEAT_MISSING)))
                    .isPresent();
            if (lacks) {
                Tenant tenant = model.tenants().get(change.tenant());
                Usability.leastSeat(model.appOf(tenant), change.gains())
                        .ifPresent(seat -> needs.computeIfAbsent(model.title(tenant), any -> new TreeMap<>())
                                .computeIfAbsent(seat.name(), any -> new HashSet<>())
                                .add(change.person()));
            }
        }
        List<RoleViews.SeatNeed> found = new ArrayList<>();
        needs.forEach((tenant, seats) ->
                seats.forEach((seat, people) -> found.add(new RoleViews.SeatNeed(tenant, seat, people.size()))));
        return found;
    }

    private static List<String> conflicts(Role role, Model model, AccessIndex index) {
        boolean isThere = index.model().roles().find(role.id()).isPresent();
        return isThere
                ? new Lineage(model)
                        .conflictsInside(role.id(), index.permissionsOf(role.id())).stream()
                                .map(ConflictRule::name)
                                .toList()
                : List.of();
    }
}
