package wexa.core.conflict;

import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Path;
import wexa.core.access.PermissionMask;
import wexa.core.access.PlacesHeld;
import wexa.core.access.Usability;
import wexa.core.model.Account;
import wexa.core.model.ConflictRule;
import wexa.core.model.ConflictRule.Counted;
import wexa.core.model.ConflictRule.Side;
import wexa.core.model.ConflictRule.Within;
import wexa.core.model.Effect;
import wexa.core.model.Environment;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.role.Lineage;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * The conflict rules of a model, held against what people should be able to do. What is given where a role needs an area
 * and has none does not count: it does nothing (rule 5).
 */
public final class Conflicts {
    private final Model model;
    private final AccessIndex index;
    private final List<Compiled> rules;

    private record Compiled(ConflictRule rule, PermissionMask one, PermissionMask other) {}

    /**
     * Changes after which every rule counts what cannot be used for want of an account or a seat: for somebody who is to get
     * both together with what is asked about.
     */
    public static List<Effect> countingBlocked(Model model) {
        return model.table(Kind.CONFLICT_RULE).stream()
                .filter(rule -> !rule.counts(Counted.BLOCKED))
                .map(rule -> Effect.replace(rule, rule.counting(Counted.BLOCKED)))
                .toList();
    }

    public Conflicts(Model model, AccessIndex index) {
        this.model = model;
        this.index = index;
        this.rules = model.table(Kind.CONFLICT_RULE).stream()
                .map(rule -> new Compiled(
                        rule,
                        index.mask(rule.one().named(model)),
                        index.mask(rule.other().named(model))))
                .toList();
    }

    /**
     * Where sides meet in the person at an instant, rule by rule; one meeting for each pair of places. Costs the person's
     * access, and all its paths where a rule names roles.
     */
    public List<Conflict> of(Id<Person> person, Instant at) {
        return rules.isEmpty() ? List.of() : meetings(person, at, rules);
    }

    /** The same, of the rules that count what begins later. */
    List<Conflict> ofCounting(Counted what, Id<Person> person, Instant at) {
        List<Compiled> some =
                rules.stream().filter(one -> one.rule().counts(what)).toList();
        return some.isEmpty() ? List.of() : meetings(person, at, some);
    }

    private List<Conflict> meetings(Id<Person> person, Instant at, List<Compiled> asked) {
        Access access = index.of(person, at);
        List<Conflict> found = new ArrayList<>();
        for (Compiled compiled : asked) {
            ConflictRule rule = compiled.rule();
            Set<Conflict.Held> ones = held(rule, rule.one(), compiled.one(), access, person, at);
            Set<Conflict.Held> others =
                    ones.isEmpty() ? Set.of() : held(rule, rule.other(), compiled.other(), access, person, at);
            for (Conflict.Held one : ones) {
                for (Conflict.Held other : others) {
                    if (isNear(rule.within(), one, other)) {
                        found.add(new Conflict(rule.id(), person, one, other));
                    }
                }
            }
        }
        return found;
    }

    private Set<Conflict.Held> held(
            ConflictRule rule, Side side, PermissionMask mask, Access access, Id<Person> person, Instant at) {
        Set<Conflict.Held> places = new LinkedHashSet<>();
        for (Access.Reach reach : access.reaches(mask)) {
            if (counts(rule, reach.tenant(), reach.permissions(), person, at)) {
                places.add(new Conflict.Held(reach.tenant(), reach.area()));
            }
        }
        if (!side.roles().isEmpty()) {
            for (Path path : index.paths(person, at)) {
                if (path.roles().stream().anyMatch(side.roles()::contains)
                        && counts(rule, path.grant().tenant(), path.permissions(), person, at)) {
                    places.add(new Conflict.Held(
                            path.grant().tenant(), path.grant().area()));
                }
            }
        }
        return places;
    }

    private boolean counts(
            ConflictRule rule, Id<Tenant> tenant, Set<Permission> permissions, Id<Person> person, Instant at) {
        if (!rule.counts(Counted.TRAINING) && model.tenants().get(tenant).environment() == Environment.TRAINING) {
            return false;
        }
        if (rule.counts(Counted.BLOCKED)) {
            return true;
        }
        Usability usability = Usability.of(model, person, tenant, at);
        return permissions.stream()
                .anyMatch(permission -> usability.blocks(permission).isEmpty());
    }

    private boolean isNear(Within within, Conflict.Held one, Conflict.Held other) {
        return switch (within) {
            case ANYWHERE -> true;
            case TENANT -> one.tenant().equals(other.tenant());
            case AREA ->
                one.tenant().equals(other.tenant())
                        && (index.isAtOrAbove(one.tenant(), one.area(), other.area())
                                || index.isAtOrAbove(one.tenant(), other.area(), one.area()));
        };
    }

    /**
     * Everybody in whom a rule's sides meet at an instant, in the order of people. Costs all grants, and the places of those who have
     * both sides; where a rule names roles, or what cannot be used does not count, all that these people have as well.
     */
    public List<Conflict> everybody(ConflictRule rule, Instant at) {
        List<Compiled> asked =
                rules.stream().filter(one -> one.rule().equals(rule)).toList();
        List<Conflict> found = new ArrayList<>();
        for (Compiled compiled : asked) {
            CompletableFuture<PlacesHeld> others =
                    CompletableFuture.supplyAsync(() -> places(rule.other(), compiled.other(), at));
            Meeting meeting = new Meeting(rule, places(rule.one(), compiled.one(), at), others.join());
            boolean isSettled = rule.counts(Counted.BLOCKED)
                    && rule.one().roles().isEmpty()
                    && rule.other().roles().isEmpty();
            if (isSettled) {
                meeting.each((person, one, other) -> found.add(
                        new Conflict(rule.id(), meeting.person(person), meeting.held(one), meeting.held(other))));
            } else {
                meeting.people().forEach(person -> found.addAll(meetings(person, at, asked)));
            }
        }
        return found;
    }

    private PlacesHeld places(Side side, PermissionMask mask, Instant at) {
        Set<Id<Role>> roles = new HashSet<>();
        if (!side.roles().isEmpty()) {
            Lineage lineage = new Lineage(model);
            side.roles().forEach(role -> roles.addAll(lineage.above(role)));
        }
        return index.placesOfAny(mask, roles, at);
    }

    /** Where both sides of a rule are held near enough to each other. */
    private final class Meeting {
        private final ConflictRule rule;
        private final PlacesHeld ones;
        private final PlacesHeld others;
        private final Conflict.@Nullable Held[] held;
        private final boolean[] isPassedBy;

        Meeting(ConflictRule rule, PlacesHeld ones, PlacesHeld others) {
            this.rule = rule;
            this.ones = ones;
            this.others = others;
            this.held = new Conflict.@Nullable Held[ones.placeCount()];
            this.isPassedBy = new boolean[ones.placeCount()];
            if (!rule.counts(Counted.TRAINING)) {
                for (int place = 0; place < isPassedBy.length; place++) {
                    isPassedBy[place] = model.tenants().get(ones.tenant(place)).environment() == Environment.TRAINING;
                }
            }
        }

        void each(PlacesHeld.Pairs to) {
            ones.meet(others, (person, one, other) -> {
                if (isNear(one, other) && !isPassedBy[one] && !isPassedBy[other]) {
                    to.pair(person, one, other);
                }
            });
        }

        List<Id<Person>> people() {
            BitSet found = new BitSet();
            each((person, one, other) -> found.set(person));
            return found.stream().mapToObj(ones::person).toList();
        }

        private boolean isNear(int one, int other) {
            return switch (rule.within()) {
                case ANYWHERE -> true;
                case TENANT -> ones.isInOneTenant(one, other);
                case AREA -> ones.isInOneTenant(one, other) && ones.isInOneLine(one, other);
            };
        }

        Id<Person> person(int number) {
            return ones.person(number);
        }

        Conflict.Held held(int place) {
            Conflict.Held known = held[place];
            if (known == null) {
                known = new Conflict.Held(ones.tenant(place), ones.area(place));
                held[place] = known;
            }
            return known;
        }
    }

    /** The paths by which the person comes to each side of a meeting. */
    public record Ways(List<Path> one, List<Path> other) {}

    /** Costs the person's paths. */
    public Ways ways(Conflict meeting, Instant at) {
        ConflictRule rule = model.table(Kind.CONFLICT_RULE).get(meeting.rule());
        Ways ways = new Ways(new ArrayList<>(), new ArrayList<>());
        for (Path path : index.paths(meeting.person(), at)) {
            Conflict.Held place =
                    new Conflict.Held(path.grant().tenant(), path.grant().area());
            if (place.equals(meeting.one()) && meets(path, rule.one())) {
                ways.one().add(path);
            }
            if (place.equals(meeting.other()) && meets(path, rule.other())) {
                ways.other().add(path);
            }
        }
        return ways;
    }

    /**
     * By what the person comes to either side of a meeting: memberships, groups, grants, roles, and the accounts and seats
     * with which it can be used.
     */
    public Set<Id<? extends Fact>> sources(Conflict meeting, Instant at) {
        Set<Id<? extends Fact>> sources = new LinkedHashSet<>();
        Ways ways = ways(meeting, at);
        Stream.concat(ways.one().stream(), ways.other().stream()).forEach(path -> {
            path.memberships().forEach(link -> {
                sources.add(link.source());
                sources.add(link.group());
            });
            sources.add(path.grant().source());
            sources.addAll(path.roles());
        });
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, meeting.person())) {
            if (account.tenant().equals(meeting.one().tenant())
                    || account.tenant().equals(meeting.other().tenant())) {
                sources.add(account.id());
                model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).forEach(seat -> sources.add(seat.id()));
            }
        }
        return sources;
    }

    private boolean meets(Path path, Side side) {
        return side.named(model).stream().anyMatch(path::gives)
                || path.roles().stream().anyMatch(side.roles()::contains);
    }
}
