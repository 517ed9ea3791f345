package wexa.server.secrets;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** How shared secrets are shown and entered. */
public final class SecretViews {
    private SecretViews() {}

    /**
     * A secret that several people know.
     *
     * @param where the tenant, or the place in words
     * @param known who knows it; those outside of the asker's sight are counted
     * @param hasToBeChanged somebody who knows it is out since it was changed last
     */
    public record SharedSecretView(
            UUID id,
            String name,
            String where,
            String place,
            @Nullable UUID tenant,
            @Nullable Integer colour,
            KnowerView owner,
            Instant changedAt,
            List<KnowerView> known,
            int hidden,
            boolean hasToBeChanged) {}

    /** @param isOut whether they left or were suspended since the secret was changed */
    public record KnowerView(UUID id, String name, boolean isOut) {}

    /** A secret to be kept track of. */
    record SecretInput(
            @NotBlank @Size(max = 120) String name,
            @Nullable @Size(max = 200) String place,
            @Nullable UUID tenant,
            @NotNull UUID owner,
            @NotNull @Size(min = 1, max = 500) List<UUID> known) {}
}
