package wexa.server.people;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import wexa.core.model.Person;
import wexa.server.people.LeavingViews.WarningView;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;

/** Whom nobody may offboard as things are. */
@Component
class LeavingGuards {
    private final Administrators administrators;

    LeavingGuards(Administrators administrators) {
        this.administrators = administrators;
    }

    /** What stands in the way, with the way out. */
    Optional<WarningView> blocking(Actor actor, Person person) {
        if (actor.person().equals(Optional.of(person.id()))) {
            return Optional.of(new WarningView(
                    "leaving.self",
                    true,
                    "This is you",
                    "Another administrator has to offboard you, so that somebody sees it through."));
        }
        List<Administrators.Known> able = administrators.all().stream()
                .filter(one -> one.endedAt().isEmpty() && one.acts().contains(Act.GOVERN))
                .toList();
        return able.size() == 1
                        && able.getFirst()
                                .person()
                                .equals(Optional.of(person.id().value()))
                ? Optional.of(
                        new WarningView(
                                "leaving.last-administrator",
                                true,
                                "The last one who manages administrators",
                                "Nobody else may manage administrators of Wexa. Give somebody else that right first, under Settings, Administrators."))
                : Optional.empty();
    }
}
