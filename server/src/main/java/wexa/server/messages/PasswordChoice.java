package wexa.server.messages;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import wexa.connect.Outcome;
import wexa.core.consistency.ObjectKey;
import wexa.core.message.Door;
import wexa.core.model.Account;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.connections.Connections;
import wexa.server.problems.Problem;
import wexa.server.readings.RemoteLinks;
import wexa.server.rights.PasswordRules;
import wexa.server.snapshot.SnapshotStore;

/** Handing a chosen password on to the tenants. It is kept nowhere here, and no transaction is open meanwhile. */
@Component
class PasswordChoice {
    private final Activations activations;
    private final Connections connections;
    private final RemoteLinks links;
    private final SnapshotStore snapshots;

    PasswordChoice(Activations activations, Connections connections, RemoteLinks links, SnapshotStore snapshots) {
        this.activations = activations;
        this.connections = connections;
        this.links = links;
        this.snapshots = snapshots;
    }

    /** A link with whom it is for and the doors that it is about. */
    record Link(Person person, Instant expiresAt, List<Way> ways) {
        boolean isDone() {
            return ways.stream().allMatch(Way::isSet);
        }
    }

    /** One door, whether it has the password, and if not what stood in the way. */
    record Way(Door door, Optional<String> address, boolean isSet, Optional<String> told) {}

    private record Known(Activations.Open open, Person person, List<Door> doors) {}

    private Known known(String token) {
        Model model = snapshots.current().model();
        Activations.Open open = activations.find(token).orElseThrow(PasswordChoice::over);
        Person person = model.people().find(open.person()).orElseThrow(PasswordChoice::over);
        List<Door> doors = Door.of(model, person.id()).stream()
                .filter(door -> open.accounts().contains(door.account().id()))
                .toList();
        return new Known(open, person, doors);
    }

    private static Problem over() {
        return new Problem(
                404,
                "activation.over",
                "This link has done its work, or its time is over. Ask the person who engaged you for a new one.");
    }

    Link look(String token) {
        Known known = known(token);
        List<Way> ways = known.doors().stream()
                .map(door ->
                        way(door, !known.open().left().contains(door.account().id()), Optional.empty()))
                .toList();
        return new Link(known.person(), known.open().expiresAt(), ways);
    }

    /** Sets it in every tenant that has none yet; where one does not answer the link stays good for that one. */
    Link choose(String token, String password) {
        Known before = known(token);
        List<String> own = new ArrayList<>(
                List.of(before.person().name(), before.person().handle().text()));
        before.doors().forEach(door -> own.add(door.account().userName()));
        PasswordRules.require("password", password, own);
        if (!activations.claim(token)) {
            throw new Problem(
                    409,
                    "activation.busy",
                    "This link is being used at this moment. Wait a little, then open it again to see what came of it.");
        }
        try {
            return chosen(token, password);
        } finally {
            activations.release(token);
        }
    }

    private Link chosen(String token, String password) {
        Known known = known(token);
        List<Way> ways = new ArrayList<>();
        for (Door door : known.doors()) {
            Id<Account> account = door.account().id();
            if (!known.open().left().contains(account)) {
                ways.add(way(door, true, Optional.empty()));
                continue;
            }
            Outcome<Boolean> outcome = connections
                    .of(door.tenant().id())
                    .map(one -> one.scim()
                            .setPassword(
                                    ObjectKey.account(account),
                                    password,
                                    links.of(door.tenant().id())))
                    .orElseGet(() -> new Outcome.Refused<>(0, "", "it is not connected"));
            boolean isSet = outcome instanceof Outcome.Done<Boolean>;
            if (isSet) {
                activations.done(token, account);
            }
            ways.add(way(door, isSet, told(outcome)));
        }
        return new Link(known.person(), known.open().expiresAt(), ways);
    }

    private Way way(Door door, boolean isSet, Optional<String> told) {
        return new Way(door, connections.door(door.tenant().id()), isSet, told);
    }

    private static Optional<String> told(Outcome<Boolean> outcome) {
        if (outcome instanceof Outcome.Done<Boolean>) {
            return Optional.empty();
        }
        return Optional.of(
                outcome instanceof Outcome.Refused<Boolean> refused
                        ? "It said no: " + refused.detail()
                        : "It does not answer now. Try again later with the same link.");
    }
}
