package wexa.core.likeness;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import wexa.core.access.AccessIndex;
import wexa.core.conflict.Conflicts;
import wexa.core.conflict.NewConflict;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * Which traits a person cannot take over without bringing together what a conflict rule keeps apart: on top of what the
 * person has, those that nearly all have first, each that does not conflict before the next. What could not be used yet
 * counts, because somebody who starts will get the account for it.
 */
final class PeerConflicts {
    private final Id<Person> person;
    private final Instant at;
    private Model model;
    private AccessIndex index;

    PeerConflicts(Model model, AccessIndex index, Id<Person> person, Instant at) {
        List<Effect> strict = Conflicts.countingBlocked(model);
        this.person = person;
        this.at = at;
        this.model = model.with(strict);
        this.index = strict.isEmpty() ? index : index.updated(this.model, strict);
    }

    List<Trait> judged(List<Trait> traits) {
        Map<Trait, Id<ConflictRule>> against = new HashMap<>();
        for (Trait trait : traits) {
            if (trait.verdict() == Trait.Verdict.COMMON) {
                Optional<Step> step = step(trait.thing());
                step.flatMap(this::conflict).ifPresent(rule -> against.put(trait, rule));
                if (!against.containsKey(trait)) {
                    step.ifPresent(this::take);
                }
            }
        }
        for (Trait trait : traits) {
            if (trait.verdict().isTakeable() && trait.verdict() != Trait.Verdict.COMMON) {
                step(trait.thing()).flatMap(this::conflict).ifPresent(rule -> against.put(trait, rule));
            }
        }
        List<Trait> judged = new ArrayList<>();
        for (Trait trait : traits) {
            judged.add(against.containsKey(trait) ? trait.against(against.get(trait)) : trait);
        }
        return judged;
    }

    private record Step(List<Effect> effects, Model model, AccessIndex index) {}

    /** What taking a trait over would make; empty for what the person has, and for accounts, which give nothing. */
    private Optional<Step> step(Trait.Thing thing) {
        UUID id = UUID.nameUUIDFromBytes((person + " " + thing).getBytes(StandardCharsets.UTF_8));
        Subject subject = new Subject.OfPerson(person);
        Fact fact;
        if (thing instanceof Trait.InGroup in) {
            fact = new Membership(Id.of(id), subject, in.group(), Window.ALWAYS, "");
        } else if (thing instanceof Trait.HasRole role) {
            fact = new Assignment(
                    Id.of(id), subject, role.role(), role.tenant(), role.area(), Window.ALWAYS, Optional.empty(), "");
        } else {
            return Optional.empty();
        }
        List<Effect> effects = List.of(Effect.make(fact));
        Model next = model.with(effects);
        return Optional.of(new Step(effects, next, index.updated(next, effects)));
    }

    private Optional<Id<ConflictRule>> conflict(Step step) {
        return NewConflict.between(index, step.model(), step.index(), Set.of(person), at, List.of()).stream()
                .map(brought -> brought.meeting().rule())
                .findFirst();
    }

    private void take(Step step) {
        model = step.model();
        index = step.index();
    }
}
