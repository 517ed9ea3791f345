package wexa.server.problems;

/** How a short name has to be written, for fields that are validated. */
public final class KeyText {
    public static final String PATTERN = "[a-z0-9]+(-[a-z0-9]+)*";
    public static final String TOLD = "Use lower-case letters, digits and single hyphens.";

    private KeyText() {}
}
