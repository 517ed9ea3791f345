package wexa.server.readings;

/** One of our objects, and the tenant's id of it. */
record Linked(String object, String remoteId) {}
