package wexa.server.people;

import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A person in lists; {@code number} is the staff number of the engagement told, or empty. {@code until} is the end of the engagement that ends soonest among those that hold now. */
public record PersonRow(
        UUID id,
        String handle,
        String name,
        String number,
        String job,
        String unit,
        String kind,
        String standing,
        @Nullable Instant from,
        @Nullable Instant until,
        String home) {}
