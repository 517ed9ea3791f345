package wexa.server.people;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import wexa.core.leaving.LastAdministrators;
import wexa.core.leaving.LeavingPlan;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.inbound.Services;
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
    private final Services services;
    private final Clock machineClock;

    LeavingGuards(Administrators administrators, Services services, Clock machineClock) {
        this.administrators = administrators;
        this.services = services;
        this.machineClock = machineClock;
    }

    /** Who of these people may not leave, all of them together, and what stands in the way. */
    Map<Id<Person>, WarningView> blocking(Actor actor, Snapshot snapshot, Collection<Person> people, Instant now) {
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
        keys(leaving)
                .forEach((person, keys) -> keys.stream()
                        .filter(key -> key.isInUse(machineClock.instant()))
                        .findFirst()
                        .ifPresent(key -> blocked.putIfAbsent(person, inUse(key))));
        tenants(snapshot, people, now)
                .forEach((person, warnings) -> warnings.stream()
                        .filter(WarningView::isBlocking)
                        .findFirst()
                        .ifPresent(warning -> blocked.putIfAbsent(person, warning)));
        return blocked;
    }

    /** Tenants of which they are the last who can administer them; it stands in the way where no emergency account is open. */
    Map<Id<Person>, List<WarningView>> tenants(Snapshot snapshot, Collection<Person> people, Instant now) {
        return LastAdministrators.of(snapshot, people, now).stream()
                .collect(Collectors.groupingBy(
                        LastAdministrators.Last::person,
                        Collectors.mapping(
                                one -> last(snapshot.model().title(one.tenant()), one.hasEmergency()),
                                Collectors.toList())));
    }

    private static WarningView last(String tenant, boolean hasEmergency) {
        return new WarningView(
                "leaving.last-in-tenant",
                !hasEmergency,
                "The last person with privileged access in " + tenant,
                hasEmergency
                        ? "Only the emergency account is left there. Give somebody else privileged access first."
                        : "Nobody else can administer it, and it has no emergency account. Give somebody else privileged"
                                + " access there, or set up an emergency account first.");
    }

    /** Keys that nobody else answers for, by who does. */
    private Map<Id<Person>, List<Services.Key>> keys(Set<UUID> leaving) {
        Map<String, Id<Person>> logins = new HashMap<>();
        administrators.all().stream()
                .filter(one -> one.person().filter(leaving::contains).isPresent())
                .forEach(one -> logins.put(one.login(), Id.of(one.person().orElseThrow())));
        return logins.isEmpty()
                ? Map.of()
                : services.keys().stream()
                        .filter(key -> logins.containsKey(key.owner()))
                        .collect(Collectors.groupingBy(key -> logins.get(key.owner())));
    }

    private static WarningView inUse(Services.Key key) {
        return new WarningView(
                "leaving.key-in-use",
                true,
                "“" + key.program() + "” runs with a key that only they answer for",
                "Have somebody else make a key for it under Settings, Programs and keys, let the program use that one, and"
                        + " end the old one.");
    }

    /** Keys that nobody used of late, and that whoever has them can still use. */
    List<WarningView> unused(Person person) {
        return keys(Set.of(person.id().value())).getOrDefault(person.id(), List.of()).stream()
                .filter(key -> !key.isInUse(machineClock.instant()))
                .map(key -> new WarningView(
                        "leaving.key",
                        false,
                        "They answer for the key of “" + key.program() + "”",
                        "Whoever has it can still use it. End it under Settings, Programs and keys."))
                .toList();
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
