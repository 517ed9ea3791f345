package wexa.server.messages;

import java.util.List;

/** As many parts of a list as a message has room for; how many are left out is said at its end. */
final class Excerpt {
    /** A message is kept in 16,000 characters, of which its template may take 8,000. */
    static final int MOST = 7_500;

    private Excerpt() {}

    /** Linear in the parts. */
    static String of(List<String> parts, String between) {
        StringBuilder text = new StringBuilder();
        int taken = 0;
        for (String part : parts) {
            if (text.length() + between.length() + part.length() > MOST) {
                break;
            }
            text.append(taken == 0 ? "" : between).append(part);
            taken++;
        }
        int left = parts.size() - taken;
        return left == 0 ? text.toString() : text + (taken == 0 ? "" : between) + "  and " + left + " more, in Wexa";
    }
}
