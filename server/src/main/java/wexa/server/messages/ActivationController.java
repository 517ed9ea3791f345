package wexa.server.messages;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The door for people who choose a password. They are not signed in: the token of their link is what they have. It comes
 * in the body of a POST, so that it stands in no address.
 */
@RestController
@RequestMapping("/api/v1/activations")
class ActivationController {
    private static final int SHORTEST = 12;
    private static final int LONGEST = 128;

    private final PasswordChoice choices;

    ActivationController(PasswordChoice choices) {
        this.choices = choices;
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

    record ActivationView(String givenName, Instant expiresAt, List<DoorView> doors, boolean isDone) {
        static ActivationView of(PasswordChoice.Link link) {
            List<DoorView> doors = link.ways().stream()
                    .map(way -> new DoorView(
                            way.door().name(),
                            way.door().account().userName(),
                            way.address().orElse(null),
                            way.isSet(),
                            way.told().orElse(null)))
                    .toList();
            return new ActivationView(link.person().givenName(), link.expiresAt(), doors, link.isDone());
        }
    }

    /** Whose link it is and what it opens. */
    @PostMapping("/look")
    ActivationView look(@Valid @RequestBody Token input) {
        return ActivationView.of(choices.look(input.token()));
    }

    @PostMapping
    ActivationView choose(@Valid @RequestBody Choice input) {
        return ActivationView.of(choices.choose(input.token(), input.password()));
    }
}
