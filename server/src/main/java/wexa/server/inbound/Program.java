package wexa.server.inbound;

import wexa.server.rights.Actor;

/** A program that came through the door for programs. It is no administrator, and no controller of theirs takes it for one. */
record Program(Actor actor) {}
