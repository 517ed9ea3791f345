package wexa.core.moving;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.AccessIndex;
import wexa.core.leaving.Holding.Planned;
import wexa.core.likeness.Peers;
import wexa.core.likeness.Profile;
import wexa.core.likeness.Trait;
import wexa.core.likeness.Trait.HasAccount;
import wexa.core.likeness.Trait.HasRole;
import wexa.core.likeness.Trait.InGroup;
import wexa.core.likeness.Trait.Thing;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.moving.HeldThings.Held;
import wexa.core.moving.MoveItem.Column;
import wexa.core.moving.MoveItem.Why;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * What somebody who changes jobs leaves behind, keeps and gets: what nearly all peers of the former job have and those of the
 * new one do not goes, after a time of grace; what nearly all peers of the new job have comes. What neither job explains stays,
 * because somebody gave it to this person. Of what goes, whatever conflicts with what comes has no grace. Costs two looks at every
 * engagement, the peers, and the person's access for each thing that conflicts.
 */
public final class MovePlan {
    private final Model model;
    private final AccessIndex index;
    private final Person person;
    private final Engagement engagement;
    private final To to;
    private final Instant now;
    private final Peers peers;
    private final List<MoveItem> items = new ArrayList<>();
    private final Set<Held> going = new HashSet<>();

    /**
     * Where somebody goes.
     *
     * @param keptUntil how long what goes is kept; not at all if empty
     */
    public record To(EngagementKind kind, Id<Unit> unit, String job, Optional<Instant> keptUntil) {}

    /**
     * A move.
     *
     * @param former peers of the job that is left
     * @param next peers of the new one
     */
    public record Move(List<Id<Person>> former, List<Id<Person>> next, List<MoveItem> items) {}

    private MovePlan(Snapshot snapshot, Person person, Engagement engagement, To to, Instant now) {
        this.model = snapshot.model();
        this.index = snapshot.index();
        this.person = person;
        this.engagement = engagement;
        this.to = to;
        this.now = now;
        this.peers = new Peers(model, index, now);
    }

    /** As it is when the person moves at {@code now}; somebody who moves later is looked at again then. */
    public static Move of(Snapshot snapshot, Person person, Engagement engagement, To to, Instant now) {
        return of(snapshot, person, engagement, Profile.of(engagement), to, now);
    }

    /** @param former what they were before, where the engagement says already what they are now */
    public static Move of(Snapshot snapshot, Person person, Engagement engagement, Profile former, To to, Instant now) {
        return new MovePlan(snapshot, person, engagement, to, now).made(former);
    }

    private Move made(Profile former) {
        Profile next = new Profile(to.kind(), to.unit(), to.job());
        List<Id<Person>> formerPeers = peers.nearest(former, person.id());
        List<Id<Person>> nextPeers = peers.nearest(next, person.id());
        Map<Thing, Trait> before = byThing(peers.traits(formerPeers, former));
        Map<Thing, Trait> after = byThing(peers.traits(nextPeers, next));
        ruled();
        HeldThings things = HeldThings.of(model, person, now);
        things.ofDirectory()
                .forEach(group -> items.add(item(Column.STAYS, Why.DIRECTORY, group, Optional.empty(), List.of())));
        Map<Thing, List<Held>> held = things.byHand();
        Set<Id<Tenant>> needed = new HashSet<>();
        held.forEach((thing, facts) -> {
            if (!(thing instanceof HasAccount)) {
                holding(thing, facts, before, after, needed);
            }
        });
        held.forEach((thing, facts) -> {
            if (thing instanceof HasAccount account) {
                account(account, facts, before, after, needed);
            }
        });
        Map<Id<ConflictRule>, Set<Held>> early = coming(after, held.keySet());
        items.replaceAll(item -> item.column() == Column.GOES ? ending(item, held, early) : item);
        return new Move(formerPeers, nextPeers, List.copyOf(items));
    }

    /** Accounts without the seats that peers have with them, so that one is the same whoever has it. */
    static Map<Thing, Trait> byThing(List<Trait> traits) {
        Map<Thing, Trait> byThing = new LinkedHashMap<>();
        traits.forEach(trait -> byThing.put(plain(trait.thing()), trait));
        return byThing;
    }

    static Thing plain(Thing thing) {
        return thing instanceof HasAccount account ? new HasAccount(account.tenant(), Optional.empty()) : thing;
    }

    static boolean isCommon(Optional<Trait> trait) {
        return trait.filter(one -> one.verdict() == Trait.Verdict.COMMON).isPresent();
    }

    private void holding(
            Thing thing, List<Held> facts, Map<Thing, Trait> before, Map<Thing, Trait> after, Set<Id<Tenant>> needed) {
        Optional<Trait> next = Optional.ofNullable(after.get(thing));
        Optional<Trait> former = Optional.ofNullable(before.get(thing));
        if (!isCommon(next) && isCommon(former)) {
            going.addAll(facts);
            items.add(item(Column.GOES, Why.FORMER_JOB, thing, former, List.of()));
            return;
        }
        needed.addAll(tenants(thing));
        items.add(item(
                Column.STAYS,
                isCommon(next) ? Why.NEW_JOB : Why.PERSONAL,
                thing,
                isCommon(next) ? next : former,
                isCommon(next) ? List.of() : HeldThings.ends(facts, Optional.empty())));
    }

    /** Where something gives access. */
    private Set<Id<Tenant>> tenants(Thing thing) {
        if (thing instanceof HasRole role) {
            return Set.of(role.tenant());
        }
        Set<Id<Tenant>> tenants = new HashSet<>();
        if (thing instanceof InGroup in) {
            model.table(Kind.ASSIGNMENT)
                    .by(Assignment.BY_SUBJECT, new Subject.OfGroup(in.group()))
                    .forEach(one -> tenants.add(one.tenant()));
        }
        return tenants;
    }

    /** An account is closed with the last thing that it is for; while that has its grace, so has the account. */
    private void account(
            HasAccount thing,
            List<Held> accounts,
            Map<Thing, Trait> before,
            Map<Thing, Trait> after,
            Set<Id<Tenant>> needed) {
        Optional<Trait> next = Optional.ofNullable(after.get(thing));
        Optional<Trait> former = Optional.ofNullable(before.get(thing));
        boolean goes = !isCommon(next) && isCommon(former) && !needed.contains(thing.tenant());
        if (!goes) {
            Why why = isCommon(next) ? Why.NEW_JOB : needed.contains(thing.tenant()) ? Why.NEEDED : Why.PERSONAL;
            List<Planned> swap = next.filter(one -> isCommon(next) && one.thing() instanceof HasAccount)
                    .flatMap(one -> ((HasAccount) one.thing()).seat())
                    .map(kind -> swap(accounts, kind))
                    .orElse(List.of());
            // the seat is named where it becomes another
            Thing shown = swap.isEmpty() ? thing : next.orElseThrow().thing();
            items.add(item(Column.STAYS, why, shown, isCommon(next) ? next : former, swap));
            return;
        }
        going.addAll(accounts);
        items.add(item(Column.GOES, Why.FORMER_JOB, thing, former, List.of()));
    }

    /** The seat that those in the new job have, in place of another. */
    private List<Planned> swap(List<Held> accounts, Key kind) {
        List<Planned> swaps = new ArrayList<>();
        accounts.forEach(account ->
                model
                        .table(Kind.SEAT)
                        .by(Seat.BY_ACCOUNT, Id.of(account.fact().id().value()))
                        .stream()
                        .filter(seat ->
                                seat.window().contains(now) && !seat.kind().equals(kind))
                        .forEach(seat -> swaps.add(new Planned(
                                "seat.swap", Map.of("seat", seat.id().toString(), "kind", kind.text())))));
        return swaps;
    }

    /** Groups whose rule lets the person in now or in the new job; whatever else they are engaged as keeps them in. */
    private void ruled() {
        Engagement next = new Engagement(
                engagement.id(),
                person.id(),
                to.kind(),
                engagement.staffNumber(),
                to.unit(),
                to.job(),
                engagement.manager(),
                engagement.window());
        List<Engagement> others = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(one -> !one.id().equals(engagement.id()) && one.window().contains(now))
                .toList();
        for (Group group : model.groups().by(Group.BY_RULED, true)) {
            boolean isKept = others.stream()
                    .anyMatch(one -> group.condition().orElseThrow().matches(one, model));
            boolean isIn = isKept || group.condition().orElseThrow().matches(engagement, model);
            boolean isInNext = isKept || group.condition().orElseThrow().matches(next, model);
            if (isIn || isInNext) {
                Column column = isIn ? isInNext ? Column.STAYS : Column.GOES : Column.COMES;
                items.add(item(column, Why.RULE, new InGroup(group.id()), Optional.empty(), List.of()));
            }
        }
    }

    /** What comes, and of what goes that which may not be kept beside it, by the rule that says so. */
    private Map<Id<ConflictRule>, Set<Held>> coming(Map<Thing, Trait> after, Set<Thing> held) {
        List<Trait> coming = after.values().stream()
                .filter(trait -> !held.contains(plain(trait.thing())))
                .filter(trait -> trait.verdict() == Trait.Verdict.COMMON || trait.verdict() == Trait.Verdict.SOME)
                .toList();
        Map<Thing, Id<ConflictRule>> beside = conflicts(coming, Set.of());
        Map<Thing, Id<ConflictRule>> without = beside.isEmpty() ? beside : conflicts(coming, going);
        Map<Id<ConflictRule>, Set<Held>> early = new LinkedHashMap<>();
        for (Trait trait : coming) {
            Optional<Id<ConflictRule>> rule = Optional.ofNullable(without.get(trait.thing()));
            boolean isProposed = trait.verdict() == Trait.Verdict.COMMON && rule.isEmpty();
            if (isProposed && beside.containsKey(trait.thing())) {
                early.computeIfAbsent(beside.get(trait.thing()), any -> new HashSet<>())
                        .addAll(inTheWay(trait));
            }
            items.add(new MoveItem(
                    Column.COMES,
                    trait.verdict() == Trait.Verdict.COMMON ? Why.NEW_JOB : Why.SOME_IN_NEW_JOB,
                    trait.thing(),
                    trait.having(),
                    trait.of(),
                    rule,
                    Giving.of(trait.thing(), person, model, now)));
        }
        return early;
    }

    /** What of the things that come conflicts, on top of what the person has without some of it. */
    private Map<Thing, Id<ConflictRule>> conflicts(List<Trait> coming, Set<Held> without) {
        List<Effect> effects = without.stream()
                .filter(one -> !one.isAccount())
                .map(one -> Effect.drop(one.fact()))
                .toList();
        Model less = effects.isEmpty() ? model : model.with(effects);
        AccessIndex lessIndex = effects.isEmpty() ? index : index.updated(less, effects);
        Map<Thing, Id<ConflictRule>> found = new HashMap<>();
        new Peers(less, lessIndex, now)
                .judged(coming, person.id(), now)
                .forEach(trait -> trait.rule().ifPresent(rule -> found.put(trait.thing(), rule)));
        return found;
    }

    /** What goes, and conflicts with something that comes: without it, the other one could come. */
    private Set<Held> inTheWay(Trait trait) {
        Set<Held> found = new HashSet<>();
        for (Held one : going) {
            Set<Held> others = new HashSet<>(going);
            others.remove(one);
            if (!one.isAccount() && !conflicts(List.of(trait), others).isEmpty()) {
                found.add(one);
            }
        }
        return found;
    }

    /** The same with what ends it: at once where a rule says so, else after the grace. */
    private MoveItem ending(MoveItem item, Map<Thing, List<Held>> held, Map<Id<ConflictRule>, Set<Held>> early) {
        if (item.why() == Why.RULE) {
            return item;
        }
        List<Held> facts = held.getOrDefault(item.thing(), List.of());
        Optional<Id<ConflictRule>> rule = early.entrySet().stream()
                .filter(one -> facts.stream().anyMatch(one.getValue()::contains))
                .map(Map.Entry::getKey)
                .findFirst();
        Optional<Instant> until = rule.isPresent() ? Optional.empty() : to.keptUntil();
        return new MoveItem(
                item.column(), item.why(), item.thing(), item.having(), item.of(), rule, HeldThings.ends(facts, until));
    }

    static MoveItem item(Column column, Why why, Thing thing, Optional<Trait> trait, List<Planned> changes) {
        return new MoveItem(
                column,
                why,
                thing,
                trait.map(Trait::having).orElse(0),
                trait.map(Trait::of).orElse(0),
                Optional.empty(),
                changes);
    }
}
