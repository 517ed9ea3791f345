package wexa.server.log;

/** Why something was changed: in words, and by which ticket of another system. Either may be empty. */
public record Reason(String text, String ticket) {
    public static final int LONGEST_TEXT = 500;
    public static final int LONGEST_TICKET = 100;

    public static final Reason NONE = new Reason("", "");
}
