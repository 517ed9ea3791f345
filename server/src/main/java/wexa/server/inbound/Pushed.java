package wexa.server.inbound;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import wexa.connect.inbound.PushedUser;

/** A user as a program pushed it, with what became of it: the person it is about and whether that is beyond
 * doubt, and the draft that held or holds the last change. */
record Pushed(
        UUID id,
        UUID service,
        PushedUser user,
        long version,
        PushedStore.State state,
        Optional<UUID> person,
        boolean isLinked,
        Optional<UUID> draft,
        Instant madeAt,
        Instant changedAt) {}
