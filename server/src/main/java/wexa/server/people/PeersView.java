package wexa.server.people;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * Who is like somebody, and what they have. {@code like} is the colleague whom the asker named, if one was; {@code profile}
 * is what the peers were found by, in words.
 */
public record PeersView(String profile, @Nullable UUID like, List<PeerView> peers, List<TraitView> traits) {
    /** One of the peers. */
    public record PeerView(UUID id, String name, String job, String unit) {}

    /**
     * Something that peers have: {@code having} of {@code of}. {@code has} says that the person has it by now, with the
     * draft; {@code rule} is the name of the conflict rule that stands against it; {@code form} and {@code fields} are the entry that would bring it, without the id of what it makes.
     */
    public record TraitView(
            String thing,
            String name,
            String detail,
            @Nullable Integer colour,
            int having,
            int of,
            String verdict,
            @Nullable String rule,
            boolean has,
            boolean likeHas,
            String form,
            Map<String, String> fields,
            @Nullable String seat) {}
}
