package wexa.core.moving;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.AccessIndex;
import wexa.core.likeness.Peers;
import wexa.core.likeness.Profile;
import wexa.core.likeness.Trait;
import wexa.core.likeness.Trait.HasAccount;
import wexa.core.likeness.Trait.InGroup;
import wexa.core.likeness.Trait.Thing;
import wexa.core.model.Account;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.moving.HeldThings.Held;
import wexa.core.moving.MoveItem.Column;
import wexa.core.moving.MoveItem.Why;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/**
 * What somebody who left and comes back starts with: what nearly all peers of the new job have comes; what they had when they left
 * comes only if it is chosen; what is still given to them ends, unless the new job has it as well. Costs two looks at every
 * engagement, the peers, and the person's access for each thing that conflicts.
 */
public final class ReturnPlan {
    /** What was taken from them in the days before the last one was still theirs when they left. */
    private static final Duration LEAVING = Duration.ofDays(7);

    private final Model model;
    private final AccessIndex index;
    private final Person person;
    private final Engagement next;
    private final Instant at;
    private final List<MoveItem> items = new ArrayList<>();

    /**
     * A return.
     *
     * @param peers those in the new job whose access was looked at
     */
    public record Return(List<Id<Person>> peers, List<MoveItem> items) {}

    private ReturnPlan(Snapshot snapshot, Person person, Engagement next, Instant at) {
        // conflicts are those of somebody who is here again
        List<Effect> begun = List.of(Effect.make(next));
        this.model = snapshot.model().with(begun);
        this.index = snapshot.index().updated(model, begun);
        this.person = person;
        this.next = next;
        this.at = at;
    }

    /**
     * @param next the engagement that begins
     * @param left when the last one ended
     */
    public static Return of(Snapshot snapshot, Person person, Engagement next, Instant left, Instant at) {
        return new ReturnPlan(snapshot, person, next, at).made(left);
    }

    private Return made(Instant left) {
        Profile profile = Profile.of(next);
        Peers peers = new Peers(model, index, at);
        List<Id<Person>> nearest = peers.nearest(profile, person.id());
        Map<Thing, Trait> job = MovePlan.byThing(peers.traits(nearest, profile));
        ruled();
        HeldThings things = HeldThings.of(model, person, at);
        things.ofDirectory()
                .forEach(group ->
                        items.add(MovePlan.item(Column.STAYS, Why.DIRECTORY, group, Optional.empty(), List.of())));
        Map<Thing, List<Held>> held = things.byHand();
        List<Effect> ending = new ArrayList<>();
        held.forEach((thing, facts) -> {
            Optional<Trait> trait = Optional.ofNullable(job.get(thing));
            if (MovePlan.isCommon(trait)) {
                items.add(MovePlan.item(Column.STAYS, Why.NEW_JOB, thing, trait, List.of()));
            } else {
                facts.stream().filter(one -> !one.isAccount()).forEach(one -> ending.add(Effect.drop(one.fact())));
                items.add(MovePlan.item(
                        Column.GOES, Why.LEFT_OVER, thing, trait, HeldThings.ends(facts, Optional.empty())));
            }
        });
        coming(job, held.keySet(), had(left), ending);
        return new Return(nearest, List.copyOf(items));
    }

    private void ruled() {
        for (Group group : model.groups().by(Group.BY_RULED, true)) {
            if (group.condition().orElseThrow().matches(next, model)) {
                items.add(MovePlan.item(Column.COMES, Why.RULE, new InGroup(group.id()), Optional.empty(), List.of()));
            }
        }
    }

    /** What they had when they left, with the seats of that time; a directory's groups come from there. */
    private Set<Thing> had(Instant left) {
        Instant then = left.minus(LEAVING);
        Set<Thing> had =
                new HashSet<>(HeldThings.of(model, person, then).byHand().keySet());
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
            had.remove(new HasAccount(account.tenant(), Optional.empty()));
            had.add(new HasAccount(
                    account.tenant(),
                    model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                            .filter(seat -> !seat.window().endsBy(then))
                            .map(Seat::kind)
                            .min(Comparator.naturalOrder())));
        }
        had.removeIf(thing ->
                thing instanceof InGroup in && model.groups().get(in.group()).kind() != GroupKind.ASSIGNED);
        return had;
    }

    private void coming(Map<Thing, Trait> job, Set<Thing> held, Set<Thing> had, List<Effect> ending) {
        Map<Thing, Trait> coming = new LinkedHashMap<>();
        job.forEach((thing, trait) -> {
            boolean isOffered = trait.verdict() == Trait.Verdict.COMMON || trait.verdict() == Trait.Verdict.SOME;
            if (isOffered && !held.contains(thing)) {
                coming.put(thing, trait);
            }
        });
        had.stream().sorted(Comparator.comparing(Thing::toString)).forEach(thing -> {
            if (!held.contains(MovePlan.plain(thing))) {
                coming.putIfAbsent(MovePlan.plain(thing), new Trait(thing, 0, 0, Trait.Verdict.SOME, Optional.empty()));
            }
        });
        Map<Thing, Id<ConflictRule>> rules = conflicts(List.copyOf(coming.values()), ending);
        coming.forEach((thing, trait) -> items.add(new MoveItem(
                Column.COMES,
                why(thing, trait, had),
                trait.thing(),
                trait.having(),
                trait.of(),
                Optional.ofNullable(rules.get(trait.thing())),
                Giving.of(trait.thing(), person, model, at))));
    }

    /** Each with the rule that it would break beside what they would have then. */
    private Map<Thing, Id<ConflictRule>> conflicts(List<Trait> coming, List<Effect> ending) {
        Model less = ending.isEmpty() ? model : model.with(ending);
        AccessIndex lessIndex = ending.isEmpty() ? index : index.updated(less, ending);
        Map<Thing, Id<ConflictRule>> rules = new HashMap<>();
        new Peers(less, lessIndex, at)
                .judged(coming, person.id(), at)
                .forEach(trait -> trait.rule().ifPresent(rule -> rules.put(trait.thing(), rule)));
        return rules;
    }

    private static Why why(Thing thing, Trait trait, Set<Thing> had) {
        if (trait.verdict() == Trait.Verdict.COMMON) {
            return Why.NEW_JOB;
        }
        return had.stream().anyMatch(one -> MovePlan.plain(one).equals(thing)) ? Why.HAD_BEFORE : Why.SOME_IN_NEW_JOB;
    }
}
