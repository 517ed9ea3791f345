package wexa.server.readings;

import java.time.Instant;

/** What a row of an object holds. */
record Kept(String object, String remoteId, String body, Instant readAt) {}
