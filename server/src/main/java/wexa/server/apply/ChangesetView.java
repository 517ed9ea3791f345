package wexa.server.apply;

import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.server.snapshot.Applied;

/** A changeset as screens show it: {@code undoable} entries would undo it, {@code left} is what would not come back. */
public record ChangesetView(
        Applied applied, List<String> sentences, @Nullable UUID job, int undoable, List<String> left) {}
