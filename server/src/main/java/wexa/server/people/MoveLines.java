package wexa.server.people;

import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.governance.Reached;
import wexa.core.likeness.Trait;
import wexa.core.model.ConflictRule;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.moving.MoveItem;
import wexa.core.value.Id;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.MoveViews.MoveItemView;
import wexa.server.people.MoveViews.MovePeer;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;

/** What moves and returns show alike: peers, who leads them, and things that go, stay or come. */
final class MoveLines {
    private static final int PEERS_NAMED = 5;

    private MoveLines() {}

    static List<Engagement> running(Model model, Person person, Instant at) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(one -> one.window().contains(at))
                .sorted(Comparator.comparing((Engagement one) -> one.window().from())
                        .reversed())
                .toList();
    }

    /** Who is named, else who leads the unit, else the one whom most of the new peers have. */
    static Optional<Id<Person>> manager(
            Actor actor,
            Model model,
            Person person,
            Unit unit,
            List<Id<Person>> peers,
            @Nullable UUID wanted,
            Instant at) {
        if (wanted != null) {
            Id<Person> named = Id.of(wanted);
            if (model.people().find(named).isEmpty() || named.equals(person.id())) {
                throw Problem.badField(
                        "manager", "move.manager", "Nobody leads themselves, and it has to be somebody known here.");
            }
            actor.requireSight(named, model, at);
            return Optional.of(named);
        }
        Map<Id<Person>, Integer> leading = new HashMap<>();
        for (Id<Person> peer : peers) {
            running(model, model.people().get(peer), at).stream()
                    .flatMap(one -> one.manager().stream())
                    .forEach(one -> leading.merge(one, 1, Integer::sum));
        }
        return unit.manager()
                .or(() -> leading.entrySet().stream()
                        .max(Map.Entry.<Id<Person>, Integer>comparingByValue()
                                .thenComparing(one -> one.getKey().toString()))
                        .map(Map.Entry::getKey))
                .filter(one -> !one.equals(person.id()) && Reached.isSeen(actor.sight(), model, one, at));
    }

    /** Some of them by name; those outside of the asker's scope count, and are not named. */
    static List<MovePeer> peers(Actor actor, Model model, List<Id<Person>> peers, Instant at) {
        return peers.stream()
                .filter(one -> Reached.isSeen(actor.sight(), model, one, at))
                .limit(PEERS_NAMED)
                .map(model.people()::get)
                .map(one -> new MovePeer(one.id().value(), one.name()))
                .toList();
    }

    static boolean isSeen(Actor actor, Trait.Thing thing) {
        return switch (thing) {
            case Trait.InGroup group -> true;
            case Trait.HasRole role -> actor.sight().covers(role.tenant());
            case Trait.HasAccount account -> actor.sight().covers(account.tenant());
        };
    }

    static MoveItemView view(Model model, MoveItem item) {
        ThingWords.Words words = ThingWords.of(model, item.thing());
        return new MoveItemView(
                item.column(),
                item.why(),
                words.thing(),
                words.name(),
                words.detail(),
                words.colour(),
                item.having(),
                item.of(),
                item.rule()
                        .map(model.table(Kind.CONFLICT_RULE)::get)
                        .map(ConflictRule::name)
                        .orElse(null),
                item.isProposed(),
                item.changes().stream()
                        .map(one -> new PlannedView(one.form(), one.fields()))
                        .toList());
    }
}
