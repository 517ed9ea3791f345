package wexa.server.longwork;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.server.heavy.LongWork;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;

/** Looking at long work, and calling it off. */
@UseCases
class LongWorkService {
    private final LongWork work;

    LongWorkService(LongWork work) {
        this.work = work;
    }

    /**
     * Something that is being done.
     *
     * @param done how much of it; nothing where that is not counted
     */
    record WorkView(
            UUID id,
            String name,
            String href,
            Instant began,
            int done,
            @Nullable Integer total,
            boolean isCancelled) {}

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    List<WorkView> all(Actor actor) {
        return work.all().stream()
                .map(task -> new WorkView(
                        task.id(),
                        task.what().name(),
                        task.what().href(),
                        task.began(),
                        task.done(),
                        task.what().total().orElse(null),
                        task.isCancelled()))
                .toList();
    }

    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    void cancel(Actor actor, UUID id) {
        if (!work.cancel(id)) {
            throw new Problem(409, "work.ended", "It has ended in the meantime.");
        }
    }
}
