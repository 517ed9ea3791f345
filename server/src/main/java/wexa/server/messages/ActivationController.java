package wexa.server.messages;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import wexa.connect.Outcome;
import wexa.core.consistency.ObjectKey;
import wexa.core.message.Door;
import wexa.core.model.Account;
import wexa.core.model.Id;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.connections.Connections;
import wexa.server.problems.Problem;
import wexa.server.snapshot.SnapshotStore;

/**
 * The door for people who choose a password. They are not signed in: the token of their link is what they have. The
 * password goes on to the tenants at once and is kept nowhere here.
 */
@RestController
@RequestMapping("/api/v1/activations")
class ActivationController {
    private static final int SHORTEST = 12;
    private static final int LONGEST = 128;

    private final Activations activations;
    private final Connections connections;
    private final SnapshotStore snapshots;

    ActivationController(Activations activations, Connections connections, SnapshotStore snapshots) {
        this.activations = activations;
        this.connections = connections;
        this.snapshots = snapshots;
    }

    record Token(@NotBlank @Size(max = 100) String token) {}

    record Choice(
            @NotBlank @Size(max = 100) String token,

            @NotNull @Size(min = SHORTEST, max = LONGEST, message = "Use 12 to 128 characters.")
            String password) {}

    /** One of the person's doors; {@code told} says what stands in the way, if something does. */
    record DoorView(
            String name,
            String userName,
            @Nullable String address,
            boolean isSet,
            @Nullable String told) {}

    record ActivationView(String givenName, Instant expiresAt, List<DoorView> doors, boolean isDone) {}

    private record Known(Activations.Open open, Person person, List<Door> doors) {}

    private Known known(String token) {
        Model model = snapshots.current().model();
        Activations.Open open = activations.find(token).orElseThrow(ActivationController::over);
        Person person = model.people().find(open.person()).orElseThrow(ActivationController::over);
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

    /** Whose link it is and what it opens. A POST, so that the token stands in no address. */
    @PostMapping("/look")
    ActivationView look(@Valid @RequestBody Token input) {
        Known known = known(input.token());
        List<DoorView> doors = known.doors().stream()
                .map(door ->
                        view(door, !known.open().left().contains(door.account().id()), null))
                .toList();
        return new ActivationView(known.person().givenName(), known.open().expiresAt(), doors, false);
    }

    /** Sets the password in every tenant that has none yet; where one does not answer the link stays good for it. */
    @PostMapping
    ActivationView choose(@Valid @RequestBody Choice input) {
        Known known = known(input.token());
        List<DoorView> doors = new ArrayList<>();
        for (Door door : known.doors()) {
            Id<Account> account = door.account().id();
            if (!known.open().left().contains(account)) {
                doors.add(view(door, true, null));
                continue;
            }
            Outcome<Boolean> outcome = connections
                    .of(door.tenant().id())
                    .map(one -> one.scim().setPassword(ObjectKey.account(account), input.password()))
                    .orElseGet(() -> new Outcome.Refused<>(0, "", "it is not connected"));
            if (outcome instanceof Outcome.Done<Boolean>) {
                activations.done(input.token(), account);
            }
            doors.add(view(door, outcome instanceof Outcome.Done<Boolean>, told(outcome)));
        }
        boolean isDone = doors.stream().allMatch(DoorView::isSet);
        return new ActivationView(known.person().givenName(), known.open().expiresAt(), doors, isDone);
    }

    private DoorView view(Door door, boolean isSet, @Nullable String told) {
        return new DoorView(
                door.name(),
                door.account().userName(),
                connections.door(door.tenant().id()).orElse(null),
                isSet,
                told);
    }

    private static @Nullable String told(Outcome<Boolean> outcome) {
        if (outcome instanceof Outcome.Done<Boolean>) {
            return null;
        }
        return outcome instanceof Outcome.Refused<Boolean> refused
                ? "It said no: " + refused.detail()
                : "It does not answer now. Try again later with the same link.";
    }
}
