package wexa.server.people;

import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** A person in lists. {@code until} is the end of the engagement that ends soonest among those that hold now. */
public record PersonRow(
        UUID id,
        String handle,
        String name,
        String job,
        String unit,
        String kind,
        String standing,
        @Nullable Instant from,
        @Nullable Instant until,
        String home) {}
