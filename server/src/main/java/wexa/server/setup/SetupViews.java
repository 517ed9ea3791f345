package wexa.server.setup;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.consistency.Matching;
import wexa.core.model.Environment;
import wexa.core.model.UserNameRule;
import wexa.server.problems.KeyText;

/** What is asked and answered while setting up. */
final class SetupViews {

    private SetupViews() {}

    /** Where a tenant is and the token that opens it. */
    record Address(
            @NotBlank @Size(max = 500) String address,
            @NotBlank @Size(max = 4_000) String token,
            @Nullable @Size(max = 50_000) String certificates) {}

    /** What a tenant announces, in counts and words; {@code app} is the key before its permissions. */
    record AnnouncedView(
            String address,
            List<String> capabilities,
            @Nullable String app,
            @Nullable String knownApp,
            int permissions,
            List<String> records,
            List<PoolView> seats,
            List<String> areas,
            int accounts) {}

    /** A kind of seat and how many there are. */
    record PoolView(String name, int size) {}

    /** A tenant to be connected. An app of that key that is known already is used as it is. */
    record NewTenant(
            @NotBlank @Size(max = 500) String address,
            @NotBlank @Size(max = 4_000) String token,

            @NotBlank @Size(max = 60) @Pattern(regexp = KeyText.PATTERN, message = KeyText.TOLD)
            String app,

            @NotBlank @Size(max = 80) String appName,

            @NotBlank @Size(max = 60) @Pattern(regexp = KeyText.PATTERN, message = KeyText.TOLD)
            String key,

            @NotBlank @Size(max = 80) String name,
            @NotNull Environment environment,
            @NotNull UserNameRule userNames,
            boolean isPlaceNeeded,
            @Nullable @Size(max = 500) String door,
            @Nullable @Size(max = 50_000) String certificates) {}

    record MadeTenant(UUID id) {}

    /** How a tenant is reached from now on; what is not there stays. */
    record ConnectionInput(
            @Nullable @Size(max = 500) String address,
            @Nullable @Size(max = 4_000) String token,
            @Nullable @Size(max = 500) String door,
            @Nullable @Size(max = 50_000) String certificates) {}

    /** An account that nobody linked, and whose it may be. */
    record MatchView(
            String remoteId,
            String userName,
            String name,
            @Nullable String mail,
            boolean isOpen,
            List<String> seats,
            @Nullable UUID person,
            @Nullable String personName,
            Matching.@Nullable Reason reason) {}

    /** An account and the person whose it is, as somebody decided. */
    record Pair(
            @NotBlank @Size(max = 1_000) String remoteId,
            @NotNull UUID person) {}

    /** What becomes of non-personal accounts. */
    enum KeptAs {
        SHARED,
        PROGRAM,
        UNUSED
    }

    /**
     * Non-personal accounts.
     *
     * @param purpose what they are for, or why they are to be closed
     * @param unit whose they are, where several people use them
     */
    record KeptInput(
            @NotNull @Size(min = 1, max = 500) List<@NotBlank @Size(max = 1_000) String> remoteIds,
            @NotNull KeptAs keptAs,
            @NotBlank @Size(max = 200) String purpose,
            @Nullable UUID unit,
            @NotNull @Size(min = 1, max = 20) List<@NotNull UUID> owners) {}

    record MadeDraft(UUID draft) {}

    record UnitView(
            UUID id,
            String key,
            String name,
            @Nullable UUID parent,
            int people,
            boolean isNew,
            String zone,
            @Nullable UUID manager,
            @Nullable String managerName,
            @Nullable String costCentre) {}

    record NewUnit(
            @NotBlank @Size(max = 60) @Pattern(regexp = KeyText.PATTERN, message = KeyText.TOLD)
            String key,

            @NotBlank @Size(max = 80) String name,
            @Nullable UUID parent) {}

    /** How far the setting up is. */
    record StepsView(int administrators, int directories, int units, int tenants, int unmatched, int people) {}
}
