package wexa.core.preview;

import java.util.List;
import wexa.core.access.AccessIndex;
import wexa.core.model.Effect;
import wexa.core.model.Model;

/** The model at one version with its index. Requests pin one and read from nothing else. */
public record Snapshot(long version, Model model, AccessIndex index) {
    /** After this many replaced rows an index is compiled anew: reading through replacements costs a look-up each. */
    private static final int ROWS_BEFORE_COMPILING = 4_096;

    public static Snapshot compile(long version, Model model) {
        Model folded = model.folded();
        return new Snapshot(version, folded, AccessIndex.compile(folded));
    }

    /** Whether so many rows are replaced that an index that is compiled anew reads quicker. */
    public boolean isScattered() {
        return index.replacedRows() > ROWS_BEFORE_COMPILING;
    }

    /** The snapshot after a changeset. Costs what the effects touch. */
    public Snapshot with(long nextVersion, List<Effect> effects) {
        Model next = model.with(effects);
        return new Snapshot(nextVersion, next, index.updated(next, effects));
    }
}
