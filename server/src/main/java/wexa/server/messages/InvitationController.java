package wexa.server.messages;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The door for people who were invited: like those who choose a password, all they have is the token of their link. */
@RestController
@RequestMapping("/api/v1/invitations")
class InvitationController {
    private final Acceptance acceptance;

    InvitationController(Acceptance acceptance) {
        this.acceptance = acceptance;
    }

    record InvitedToken(@NotBlank @Size(max = 100) String token) {}

    /** Who is invited, as what, and whether they accepted. */
    record InvitationView(
            String name,
            String mail,
            @Nullable String job,
            @Nullable String unit,
            Instant expiresAt,
            @Nullable Instant acceptedAt) {
        static InvitationView of(Acceptance.Invited invited) {
            return new InvitationView(
                    invited.person().name(),
                    invited.invitation().mail().text(),
                    invited.job().orElse(null),
                    invited.unit().orElse(null),
                    invited.expiresAt(),
                    invited.invitation().acceptedAt().orElse(null));
        }
    }

    @PostMapping("/look")
    InvitationView look(@Valid @RequestBody InvitedToken input) {
        return InvitationView.of(acceptance.look(input.token()));
    }

    @PostMapping
    InvitationView accept(@Valid @RequestBody InvitedToken input) {
        return InvitationView.of(acceptance.accept(input.token()));
    }
}
