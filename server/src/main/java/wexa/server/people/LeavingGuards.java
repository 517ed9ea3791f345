package wexa.server.people;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.core.leaving.LeavingPlan;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.people.LeavingViews.WarningView;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;

/** Whom nobody may offboard as things are. */
@Component
class LeavingGuards {
    private static final WarningView SELF = new WarningView(
            "leaving.self",
            true,
            "This is you",
            "Another administrator has to offboard you, so that somebody sees it through.");

    private static final WarningView LAST = new WarningView(
            "leaving.last-administrator",
            true,
            "The last administrator who may manage administrators",
            "Nobody else may manage administrators of Wexa. Give somebody else that right first, under Settings,"
                    + " Administrators.");

    private final Administrators administrators;

    LeavingGuards(Administrators administrators) {
        this.administrators = administrators;
    }

    /** Who of these people may not leave, all of them together, and what stands in the way. */
    Map<Id<Person>, WarningView> blocking(Actor actor, Collection<Person> people) {
        Map<Id<Person>, WarningView> blocked = new HashMap<>();
        Set<UUID> leaving = new HashSet<>();
        for (Person person : people) {
            if (actor.person().equals(Optional.of(person.id()))) {
                blocked.put(person.id(), SELF);
            } else {
                leaving.add(person.id().value());
            }
        }
        List<Optional<UUID>> able = administrators.all().stream()
                .filter(one -> one.endedAt().isEmpty() && one.acts().contains(Act.GOVERN))
                .map(Administrators.Known::person)
                .toList();
        if (able.stream().allMatch(one -> one.filter(leaving::contains).isPresent())) {
            able.forEach(one -> blocked.put(Id.of(one.orElseThrow()), LAST));
        }
        return blocked;
    }

    /** Whoever takes over has to be here, and still be here when the other one leaves. */
    static Optional<WarningView> unfit(Model model, Id<Person> id, LeavingPlan.When when) {
        Person successor = model.people().get(id);
        if (PersonStatus.of(model, id, when.now()) != PersonStatus.HERE) {
            return Optional.of(new WarningView(
                    "leaving.successor-not-here",
                    false,
                    successor.name() + " is not at work",
                    "Choose somebody who is."));
        }
        boolean isGoneByThen = MainEngagement.of(model, id, when.now())
                .filter(one -> one.window().endsBy(when.at()))
                .isPresent();
        return isGoneByThen
                ? Optional.of(new WarningView(
                        "leaving.successor-leaves",
                        false,
                        successor.name() + " leaves before that",
                        "Choose a successor who is still there by then."))
                : Optional.empty();
    }
}
