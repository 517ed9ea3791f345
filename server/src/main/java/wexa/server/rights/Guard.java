package wexa.server.rights;

/** Says, for one kind of thing, whether somebody reaches it. */
public interface Guard {
    Over over();

    /** Throws a 403 that names what lies out of reach. What does not exist is left to the use case to say. */
    void require(Actor actor, Object thing);
}
