package wexa.connect;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** One part of an address made of text from outside. */
public final class Segment {
    private Segment() {}

    /**
     * The text with everything encoded that means something in an address (RFC 3986 2.1), so that it stays one part of its
     * path. Empty for a text that no encoding keeps in its place: nothing, and one or two dots (RFC 3986 6.2.2.3).
     */
    public static Optional<String> of(String text) {
        return text.isEmpty() || text.equals(".") || text.equals("..")
                ? Optional.empty()
                : Optional.of(URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20"));
    }
}
