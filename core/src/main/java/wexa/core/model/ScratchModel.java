package wexa.core.model;

import java.util.List;

/**
 * A model that takes effects one after the other, for one owner in one thread. Many small steps cost what they touch, where
 * {@link Model#with} would keep every version between them readable and copy for that.
 */
public final class ScratchModel {
    private Model model;

    public ScratchModel(Model start) {
        this.model = start.scratch();
    }

    /** The model as it stands; what this gave before is not to be read after {@link #apply}. */
    public Model model() {
        return model;
    }

    /** Applies effects in order. An effect whose {@code before} is not what stands there is refused, and then none is taken. */
    public void apply(List<Effect> effects) {
        model = model.written(effects);
    }
}
