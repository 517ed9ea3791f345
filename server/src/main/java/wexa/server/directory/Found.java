package wexa.server.directory;

import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A directory entry as offered, with the person it is linked to, if there is one, else the name of somebody here whom it is
 * like.
 *
 * @param fields what it says in the organisation's own fields, as an entry that adds a person has it
 */
public record Found(
        String directory,
        String entryId,
        String userId,
        String givenName,
        String familyName,
        @Nullable String mail,
        @Nullable String phone,
        @Nullable String number,
        @Nullable String kind,
        @Nullable String title,
        @Nullable String unit,
        @Nullable Instant created,
        String fields,
        @Nullable UUID person,
        @Nullable String like) {}
