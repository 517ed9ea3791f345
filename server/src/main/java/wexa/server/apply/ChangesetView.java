package wexa.server.apply;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.server.snapshot.Applied;

/** A changeset as screens show it: {@code undoable} entries would undo it, {@code left} is what would not come back, {@code rest} what was not applied. {@code approval} says who approved it; empty if nobody had to. */
public record ChangesetView(
        Applied applied,
        String reason,
        String ticket,
        List<String> sentences,
        String approval,
        @Nullable UUID job,
        int undoable,
        List<String> left,
        @Nullable RestView rest) {
    /** What of its draft was not applied and is still in it. */
    public record RestView(UUID draft, String name, int entries) {}

    /** Somebody or something that a changeset is about, for whom alone it can be undone. */
    public record AboutView(UUID id, String kind, String name) {}
}
