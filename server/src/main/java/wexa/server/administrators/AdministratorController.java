package wexa.server.administrators;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import wexa.core.governance.Reach;
import wexa.core.value.Id;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.wiring.Ids;

/** Administrators over HTTP. */
@RestController
@RequestMapping("/api/v1/administrators")
class AdministratorController {
    static final String LOGIN = "[a-z0-9][a-z0-9.-]{1,79}";
    static final String LOGIN_WORDS = "Use 2 to 80 lower-case letters, digits, dots and hyphens.";

    private final AdministratorService administrators;
    private final Ids ids;

    AdministratorController(AdministratorService administrators, Ids ids) {
        this.administrators = administrators;
        this.ids = ids;
    }

    record AdministratorView(
            UUID id,
            String login,
            String name,
            List<Act> acts,
            @Nullable List<UUID> tenants,
            @Nullable List<UUID> units,
            boolean seesScopeOnly,
            @Nullable UUID person,
            @Nullable String personName,
            @Nullable Instant madeAt,
            @Nullable Instant endedAt,
            boolean hasSecondFactor,
            boolean isNew) {}

    record NewAdministrator(
            @NotBlank @Pattern(regexp = LOGIN, message = LOGIN_WORDS)
            String login,

            @NotBlank @Size(max = 200) String name,
            @NotBlank @Size(max = 200) String password,
            @NotNull Set<@NotNull Act> acts) {}

    record Allowed(@NotNull Set<@NotNull Act> acts) {}

    record FreshPassword(@NotBlank @Size(max = 200) String password) {}

    @GetMapping
    List<AdministratorView> all(Actor actor) {
        return administrators.all(actor).stream()
                .sorted(ids.newestFirst(Administrators.Known::id))
                .map(known -> new AdministratorView(
                        known.id(),
                        known.login(),
                        known.name(),
                        known.acts().stream().sorted().toList(),
                        ids(known.reach().tenants()),
                        ids(known.reach().units()),
                        known.seesScopeOnly(),
                        known.person().orElse(null),
                        known.person()
                                .flatMap(person -> administrators.nameOf(actor, person))
                                .orElse(null),
                        known.madeAt().orElse(null),
                        known.endedAt().orElse(null),
                        known.hasSecondFactor(),
                        ids.isRecent(known.id())))
                .toList();
    }

    private static <T> @Nullable List<UUID> ids(Optional<Set<Id<T>>> ids) {
        return ids.map(some -> some.stream().map(Id::value).sorted().toList()).orElse(null);
    }

    /**
     * Where somebody may change something; a list that is not there means everywhere. {@code seesScopeOnly}: nothing else is
     * seen by them, either; left out, it stays as it is.
     */
    record ReachInput(
            @Nullable Set<@NotNull UUID> tenants,
            @Nullable Set<@NotNull UUID> units,
            @Nullable Boolean seesScopeOnly) {
        Reach reach() {
            return new Reach(idsOf(tenants), idsOf(units));
        }

        private static <T> Optional<Set<Id<T>>> idsOf(@Nullable Set<UUID> ids) {
            return Optional.ofNullable(ids)
                    .map(some -> some.stream().map(Id::<T>of).collect(Collectors.toSet()));
        }
    }

    record PersonInput(@Nullable UUID person) {}

    @PutMapping("/{id}/reach")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setReach(Actor actor, @PathVariable UUID id, @Valid @RequestBody ReachInput input) {
        administrators.setReach(actor, id, input.reach(), Optional.ofNullable(input.seesScopeOnly()));
    }

    @PutMapping("/{id}/person")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPerson(Actor actor, @PathVariable UUID id, @Valid @RequestBody PersonInput input) {
        administrators.setPerson(actor, id, Optional.ofNullable(input.person()));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void make(Actor actor, @Valid @RequestBody NewAdministrator made) {
        administrators.make(actor, made.login(), made.name().strip(), made.password(), made.acts());
    }

    @PutMapping("/{id}/acts")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void allow(Actor actor, @PathVariable UUID id, @Valid @RequestBody Allowed allowed) {
        administrators.allow(actor, id, allowed.acts());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(Actor actor, @PathVariable UUID id) {
        administrators.end(actor, id);
    }

    @PutMapping("/{id}/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(Actor actor, @PathVariable UUID id, @Valid @RequestBody FreshPassword input) {
        administrators.setPassword(actor, id, input.password());
    }

    @DeleteMapping("/{id}/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeSecondFactor(Actor actor, @PathVariable UUID id) {
        administrators.removeSecondFactor(actor, id);
    }
}
