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

    /** The same in the form that reads quickest: compiled anew where many rows are replaced. */
    public Snapshot settled() {
        return index.replacedRows() > ROWS_BEFORE_COMPILING ? compile(version, model) : this;
    }

    /** The snapshot after a changeset. */
    public Snapshot with(long nextVersion, List<Effect> effects) {
        Model next = model.with(effects);
        if (index.replacedRows() > ROWS_BEFORE_COMPILING) {
            return compile(nextVersion, next);
        }
        return new Snapshot(nextVersion, next, index.updated(next, effects));
    }
}
